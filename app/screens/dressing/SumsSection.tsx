import type { Dressing } from '@core/dressing';
import { printBoth, printGauge, printNumber, type LengthUnit } from '@core/units';
import { METAL_FACTS } from '@core/wire';
import { Section } from '~/components/ui';

/** Second wires, beads and findings of the whole piece. */
export function SumsSection({
  dressing,
  frameG,
  unit,
}: {
  dressing: Dressing;
  frameG: number;
  unit: LengthUnit;
}) {
  const { wires, beads, findings, massG } = dressing;
  if (wires.length + beads.length + findings.length === 0) return null;
  const byGauge = new Map<string, { name: string; mm: number }>();
  for (const w of wires) {
    const name = `${printGauge(w.wire.diameterMm, unit)} ${METAL_FACTS[w.wire.metal].name.toLowerCase()}`;
    const before = byGauge.get(name)?.mm ?? 0;
    byGauge.set(name, { name, mm: before + w.cutMm * w.count });
  }
  return (
    <Section title="What it takes">
      <table className="w-full text-sm">
        <tbody>
          {wires.map((w, i) => (
            <tr key={i} className="border-t border-line first:border-t-0">
              <th scope="row" className="py-1 pr-2 text-left font-normal">
                {w.count > 1 && `${w.count} × `}
                {w.name}
              </th>
              <td className="whitespace-nowrap py-1 text-right">{printBoth(w.cutMm, unit)}</td>
            </tr>
          ))}
          {[...byGauge.values()].map((g) => (
            <tr key={g.name} className="border-t border-line font-semibold">
              <th scope="row" className="py-1 pr-2 text-left">
                {g.name} in all
              </th>
              <td className="whitespace-nowrap py-1 text-right">{printBoth(g.mm, unit)}</td>
            </tr>
          ))}
          {beads.map((b, i) => (
            <tr key={`b${i}`} className="border-t border-line">
              <th scope="row" className="py-1 pr-2 text-left font-normal">
                {b.bead.name}, {printNumber(b.bead.lengthMm, 1)} mm
              </th>
              <td className="py-1 text-right">{b.count}</td>
            </tr>
          ))}
          {findings.map((f, i) => (
            <tr key={`f${i}`} className="border-t border-line">
              <th scope="row" className="py-1 pr-2 text-left font-normal">
                {f.name}
              </th>
              <td className="py-1 text-right">{f.count}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-xs text-soft">
        {printNumber(massG, 2)} g of dressing on {printNumber(frameG, 2)} g of frame:{' '}
        {printNumber(massG + frameG, 2)} g in all.
      </p>
    </Section>
  );
}
