import type { Piece } from '@core/piece';
import { awgToMm, nominalAwg, printGauge, printNumber } from '@core/units';
import { METAL_FACTS, METALS, TEMPER_NAMES, TEMPERS } from '@core/wire';
import { Choices, Picker, Section } from '~/components/ui';
import { LengthField } from '~/components/LengthField';
import { useEdit, usePiece, useWorkbench } from '~/state/workbench';
import { planner } from '~/workers/planner';

const GAUGES = Array.from({ length: 31 }, (_, i) => i + 10);

export function WireSection() {
  const piece = usePiece();
  const edit = useEdit();
  const { wire } = piece;
  const { store } = useWorkbench();
  const set = (change: Partial<Piece['wire']>): void => {
    const withWire = (p: Piece): Piece => ({ ...p, wire: { ...p.wire, ...change } });
    const now = store.getState().piece;
    if (now.shapes.length === 0) {
      edit(withWire);
      return;
    }
    // Letters and motifs keep to what tools leave in the new wire.
    void planner()
      .shapes(withWire(now))
      .catch(() => withWire(now))
      .then((drawn) => edit((p) => (p === now ? drawn : withWire(p))));
  };
  const facts = METAL_FACTS[wire.metal];
  const awg = nominalAwg(wire.diameterMm);
  return (
    <Section title="Wire">
      <Picker
        label="Metal"
        value={wire.metal}
        options={METALS.map((m) => ({ value: m, label: METAL_FACTS[m].name }))}
        onChange={(metal) => set({ metal })}
      />
      <Choices
        label="Temper"
        value={wire.temper}
        options={TEMPERS.map((t) => ({ value: t, label: TEMPER_NAMES[t] }))}
        onChange={(temper) => set({ temper })}
      />
      <div className="grid grid-cols-2 gap-3">
        <Picker
          label="Gauge"
          value={awg === null ? 'none' : String(awg)}
          options={[
            ...(awg === null ? [{ value: 'none', label: 'between gauges' }] : []),
            ...GAUGES.map((g) => ({
              value: String(g),
              label: `${g} ga (${printNumber(awgToMm(g), 2)} mm)`,
            })),
          ]}
          onChange={(g) =>
            g !== 'none' && set({ diameterMm: Number(awgToMm(Number(g)).toFixed(3)) })
          }
        />
        <LengthField
          label="Thickness"
          alone
          valueMm={wire.diameterMm}
          unit="mm"
          decimals={2}
          min={0.08}
          max={5}
          onChange={(diameterMm) => set({ diameterMm })}
        />
      </div>
      <p className="text-xs text-soft">
        Typical for {facts.name.toLowerCase()} {printGauge(wire.diameterMm)}: flow stress{' '}
        {facts.flowMPa[wire.temper]} MPa, modulus {facts.modulusMPa / 1000} GPa, density{' '}
        {facts.density} g/cm³.
      </p>
    </Section>
  );
}
