import { useEffect, useRef } from 'react';
import { CornerUpLeft, CornerUpRight, TriangleAlert } from 'lucide-react';
import { BEND_WORDS, overWords, turnWord } from '@core/steps';
import { mapPaths } from '@core/piece';
import { scaling } from '@core/geometry';
import type { Advice, PlannedBend, Remedy, WirePlan } from '@core/plan';
import { degrees, printInches, printNumber, type LengthUnit } from '@core/units';
import { FigureView } from '~/components/FigureView';
import { StagePanel } from '~/components/StagePanel';
import { Button, Section } from '~/components/ui';
import { useEdit, usePiece, usePointer, useWorkbench } from '~/state/workbench';

export default function BendsScreen() {
  const { planState, settings } = useWorkbench();
  const { plan } = planState;
  const index = usePointer((p) => (plan ? Math.min(p.wire, plan.wires.length - 1) : 0));
  const wire = plan?.wires[index];
  return (
    <>
      <div className="relative min-h-0 flex-1">
        <FigureView label="Figure with its bends" />
      </div>
      <StagePanel wide>
        {plan && plan.advice.length > 0 && <AdviceList advice={plan.advice} />}
        {wire ? (
          <BendTable
            wire={wire}
            unit={settings.unit}
            title={plan.wires.length > 1 ? `Bends of wire ${index + 1}` : 'Bends'}
          />
        ) : (
          <Section title="Bends">
            <p className="text-sm text-soft">The bends appear when a figure is drawn.</p>
          </Section>
        )}
      </StagePanel>
    </>
  );
}

function AdviceList({ advice }: { advice: readonly Advice[] }) {
  const edit = useEdit();
  const { pointer } = useWorkbench();
  const take = (remedy: Remedy): void => {
    edit((p) => {
      if (remedy.kind === 'diameter')
        return { ...p, wire: { ...p.wire, diameterMm: remedy.diameterMm } };
      if (remedy.kind === 'basis') return { ...p, basis: remedy.basis };
      return { ...p, paths: mapPaths(p.paths, scaling(remedy.factor)) };
    });
  };
  return (
    <Section
      title={advice.length === 1 ? 'One thing to look at' : `${advice.length} things to look at`}
    >
      <ul className="space-y-2">
        {advice.slice(0, 8).map((a) => (
          <li
            key={a.id}
            className="rounded-md border border-alert bg-alert-wash p-2.5 text-sm"
            onPointerEnter={() => pointer.getState().point({ wire: a.wire, atMm: a.atMm })}
          >
            <p className="flex gap-2">
              <TriangleAlert size={16} className="mt-0.5 shrink-0 text-alert" aria-hidden="true" />
              {a.message}
            </p>
            <div className="mt-2 flex flex-wrap gap-2">
              {a.remedies.map((r) => (
                <Button key={r.label} onClick={() => take(r)}>
                  {r.label}
                </Button>
              ))}
            </div>
          </li>
        ))}
      </ul>
      {advice.length > 8 && (
        <p className="text-sm text-soft">and {advice.length - 8} more of the same kind</p>
      )}
    </Section>
  );
}

function BendTable({ wire, unit, title }: { wire: WirePlan; unit: LengthUnit; title: string }) {
  const piece = usePiece();
  const active = usePointer((p) => p.bend);
  if (wire.bends.length === 0) {
    return (
      <Section title={title}>
        <p className="text-sm text-soft">This wire runs straight: nothing to bend.</p>
      </Section>
    );
  }
  return (
    <section className="px-4 py-4">
      <h2 className="text-sm font-semibold">{title}</h2>
      <p className="mb-2 mt-0.5 text-xs text-soft">
        Front towards you, working from the first end. Grip corners and folds at the jaw’s edge,
        curves at their middle. Marks in {unit === 'mm' ? 'mm' : 'inches'}.
      </p>
      <table className="w-full text-sm">
        <thead className="text-xs text-soft">
          <tr>
            {['No.', 'Bend', 'Turn', 'Bend to', 'From end', 'From middle', 'From last'].map(
              (h, i) => (
                <th
                  key={h}
                  scope="col"
                  className={`py-1.5 font-medium ${i === 1 || i === 2 ? 'pl-2 text-left' : 'text-right'}`}
                >
                  {h}
                </th>
              ),
            )}
          </tr>
        </thead>
        <tbody>
          {wire.bends.map((b, i) => (
            <BendRow
              key={i}
              wire={wire}
              bend={b}
              index={i}
              unit={unit}
              active={active === i}
              diameterMm={piece.wire.diameterMm}
            />
          ))}
        </tbody>
      </table>
    </section>
  );
}

function BendRow({
  wire,
  bend,
  index,
  unit,
  active,
  diameterMm,
}: {
  wire: WirePlan;
  bend: PlannedBend;
  index: number;
  unit: LengthUnit;
  active: boolean;
  diameterMm: number;
}) {
  const { pointer } = useWorkbench();
  const row = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    const element = row.current;
    if (active && element && !element.matches(':hover'))
      element.scrollIntoView({ block: 'nearest' });
  }, [active]);
  const length = (mm: number): string =>
    unit === 'mm' ? printNumber(mm, 1) : printInches(mm).replace(' in', '');
  const last = wire.bends[index - 1]?.fromEndMm ?? 0;
  const turn = turnWord(bend.angleRad);
  const Icon = turn === 'right' ? CornerUpRight : CornerUpLeft;
  const show = (): void => pointer.getState().point({ bend: index, atMm: bend.fromEndMm });
  const hide = (): void => pointer.getState().point({ bend: null, atMm: null });
  return (
    <tr
      ref={row}
      tabIndex={0}
      aria-selected={active}
      onPointerEnter={show}
      onPointerLeave={hide}
      onFocus={show}
      onBlur={hide}
      className={`border-t border-line ${active ? 'bg-patina-wash' : ''}`}
    >
      <td className="py-1.5 pl-1 text-right font-semibold">{index + 1}</td>
      <td className="py-1.5 pl-2">
        {BEND_WORDS[bend.kind]}
        <span className="block text-xs text-soft">{overWords(bend, diameterMm)}</span>
      </td>
      <td className="whitespace-nowrap py-1.5 pl-2">
        <Icon size={15} className="mr-1 inline text-patina" aria-hidden="true" />
        {turn} {Math.round(Math.abs(degrees(bend.angleRad)))}°
      </td>
      <td className="py-1.5 text-right">{Math.round(Math.abs(degrees(bend.formToRad)))}°</td>
      <td className="py-1.5 text-right font-semibold">{length(bend.fromEndMm)}</td>
      <td className="py-1.5 text-right">{length(bend.gripMm - wire.developedMm / 2)}</td>
      <td className="py-1.5 pr-1 text-right">{length(bend.fromEndMm - last)}</td>
    </tr>
  );
}
