import { Choices, Picker, Section } from '~/components/ui';
import { LengthField } from '~/components/LengthField';
import { distance, type Vec } from '@core/geometry';
import type { DoubledLie } from '@core/piece';
import { alongBlank, type DoubledStretch, type Plan } from '@core/plan';
import { printBoth, printLength } from '@core/units';
import { useUnit } from '~/state/useWords';
import { useEdit, usePiece, useWorkbench } from '~/state/workbench';

export function WorkSection() {
  const piece = usePiece();
  const edit = useEdit();
  const { settings, planState } = useWorkbench();
  return (
    <Section title="How you work">
      <Choices
        label="From"
        value={piece.work}
        options={[
          { value: 'cut', label: 'a cut length' },
          { value: 'spool', label: 'the spool' },
        ]}
        onChange={(work) => edit((p) => ({ ...p, work }))}
      />
      <LengthField
        label="Reserve"
        valueMm={piece.reserveMm}
        unit={settings.unit}
        max={1000}
        onChange={(reserveMm) => edit((p) => ({ ...p, reserveMm }))}
        hint="Added to each wire and trimmed at the end."
      />
      {(planState.plan?.crossings.length ?? 0) > 0 && (
        <Picker
          label={`On top at the ${planState.plan?.crossings.length === 1 ? 'crossing' : 'crossings'}`}
          value={piece.over}
          options={[
            { value: 'later', label: 'the pass bent later' },
            { value: 'earlier', label: 'the pass bent earlier' },
            { value: 'alternate', label: 'over and under in turn' },
          ]}
          onChange={(over) => edit((p) => ({ ...p, over }))}
        />
      )}
      {planState.known && <DoubledFields plan={planState.known.plan} />}
    </Section>
  );
}

const LIES = [
  { value: 'beside', label: 'side by side' },
  { value: 'over', label: 'over each other' },
] as const;
/** The same, with which of two passes is where. */
const LIES_EACH = [
  { value: 'beside', label: 'side by side' },
  { value: 'swapped', label: 'side by side, sides changed' },
  { value: 'over', label: 'over each other, the later in front' },
  { value: 'under', label: 'over each other, the earlier in front' },
] as const;
const isStacked = (lie: DoubledLie): boolean => lie === 'over' || lie === 'under';

/** More single stretches than this are chosen for all at once only. */
const MOST_LISTED = 40;

/** How passes lie where they run along each other: for all of them, and for single stretches. */
function DoubledFields({ plan }: { plan: Plan }) {
  const piece = usePiece();
  const edit = useEdit();
  const unit = useUnit();
  // Of passes on one line each is a stretch of its own: the place is listed once.
  const places = plan.doubled.filter(
    (s, i) => !plan.doubled.slice(0, i).some((o) => distance(o.at, s.at) < SAME_MM),
  );
  if (places.length === 0) return null;
  const thickest = places.reduce((a, b) => (b.thickMm > a.thickMm ? b : a));
  const own = (at: Vec) => piece.doubledAt.find((w) => distance(w, at) < SAME_MM);
  const wish = ({ at }: DoubledStretch, lie: DoubledLie | null): void =>
    edit((p) => {
      const others = p.doubledAt.filter((w) => distance(w, at) >= SAME_MM);
      return {
        ...p,
        doubledAt: lie === null ? others : [...others, { x: at.x, y: at.y, lie }],
      };
    });
  return (
    <>
      <Choices
        label="Where it runs along itself"
        value={isStacked(piece.doubled) ? 'over' : 'beside'}
        options={LIES}
        onChange={(doubled) => edit((p) => ({ ...p, doubled }))}
      />
      {thickest.passes > 1 && (
        <p className="text-xs text-soft">
          Over each other it is one wire wide and {thickest.passes} thick:{' '}
          {printBoth(thickest.thickMm, unit)}.
        </p>
      )}
      {places.length <= MOST_LISTED && (
        <details className="rounded-md border border-line px-3 py-2 text-sm">
          <summary className="cursor-pointer">
            One by one{piece.doubledAt.length > 0 && ` (${piece.doubledAt.length})`}
          </summary>
          <div className="mt-2 space-y-2">
            {places.map((s, i) => {
              const from = alongBlank(plan.wires[s.wire]!, s.fromMm);
              return (
                <Picker
                  key={i}
                  label={`${printLength(s.toMm - s.fromMm, unit)} long, from ${printLength(from, unit)}${plan.wires.length > 1 ? ` of wire ${s.wire + 1}` : ''}`}
                  value={own(s.at)?.lie ?? 'rule'}
                  options={[{ value: 'rule', label: 'as the rest' }, ...LIES_EACH]}
                  onChange={(v) => wish(s, v === 'rule' ? null : v)}
                />
              );
            })}
          </div>
        </details>
      )}
    </>
  );
}

const SAME_MM = 0.6;
