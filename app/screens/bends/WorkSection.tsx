import { Link } from 'react-router';
import type { WorkOrigin } from '@core/piece';
import type { WirePlan } from '@core/plan';
import { beginWords, type WireSteps } from '@core/steps';
import { printBoth, printNumber, type LengthUnit } from '@core/units';
import { TEMPER_NAMES } from '@core/wire';
import { Button, Choices, Picker, Section } from '~/components/ui';
import { useEdit, usePiece, usePointer, useWorkbench } from '~/state/workbench';
import { useWords } from '~/state/useWords';

/** Tools, hand, where the work begins. */
export function WorkSection({ work, wire }: { work: WireSteps | null; wire: WirePlan }) {
  const piece = usePiece();
  const edit = useEdit();
  const told = useWords();
  const { toolbox, settings, pointer } = useWorkbench();
  const twin = usePointer((p) => p.twin);
  const inUse = toolbox.kits.find((k) => k.id === toolbox.inUse) ?? toolbox.kits[0];
  const known = piece.kit !== null && toolbox.kits.some((k) => k.id === piece.kit);
  const begin = work ? beginWords(work) : null;
  const setFrom = (from: WorkOrigin): void => edit((p) => ({ ...p, from }));
  return (
    <Section title="How it is worked">
      <div className="grid grid-cols-2 gap-3">
        <Picker
          label="Tools"
          value={known ? (piece.kit ?? '') : ''}
          options={[
            { value: '', label: `Kit in use: ${inUse?.name ?? 'none'}` },
            ...toolbox.kits.map((k) => ({ value: k.id, label: k.name })),
          ]}
          onChange={(id) => edit((p) => ({ ...p, kit: id === '' ? null : id }))}
        />
        <Choices
          label="Hand"
          value={twin ? 'twin' : 'drawn'}
          options={[
            { value: 'drawn', label: 'as drawn' },
            { value: 'twin', label: 'mirrored twin' },
          ]}
          onChange={(v) => pointer.getState().point({ twin: v === 'twin' })}
        />
      </div>
      <Choices
        label="Marked and bent from"
        value={piece.from}
        options={[
          { value: 'first', label: 'first end' },
          { value: 'middle', label: 'middle outwards' },
          { value: 'last', label: 'last end' },
        ]}
        onChange={setFrom}
      />
      {begin && (
        <div className="rounded-md bg-patina-wash p-2.5 text-sm">
          <p>{told(begin.text)}</p>
          <Button className="mt-2" onClick={() => setFrom(begin.from)}>
            Begin there
          </Button>
        </div>
      )}
      <p className="text-xs text-soft">{startWords(work, wire, piece.work, settings.unit)}</p>
      <Springback />
      <Link to="/kit" className="text-xs text-patina underline">
        Change the tools of the kit
      </Link>
    </Section>
  );
}

/** Where the first marks are set on the wire. */
function startWords(
  work: WireSteps | null,
  wire: WirePlan,
  how: 'cut' | 'spool',
  unit: LengthUnit,
): string {
  const middle = work?.marks.middleMarkMm ?? null;
  if (wire.stock.rope) {
    return `Twist a rope of ${printBoth(wire.cutMm, unit)}; the reserve is trimmed at ${middle === null ? 'the other end' : 'both ends'}.`;
  }
  if (how === 'spool') {
    const first = work?.marks.marks[0];
    const at =
      first && middle === null
        ? ` The first mark is ${printBoth(first.atMm, unit)} from the free end.`
        : '';
    return `From the spool: stop mark at ${printBoth(wire.cutMm, unit)}, the wire stays on.${at}`;
  }
  if (middle === null)
    return `Cut ${printBoth(wire.cutMm, unit)}; the reserve is trimmed at the other end.`;
  return `Cut ${printBoth(wire.cutMm, unit)} and mark the middle, ${printBoth(middle, unit)} from an end; half the reserve is at each end.`;
}

/** Says what springback was worked out with. */
function Springback() {
  const { planState } = useWorkbench();
  const { wire } = usePiece();
  const { plan } = planState;
  if (!plan) return null;
  const to = `/kit?metal=${wire.metal}&temper=${wire.temper}&mm=${wire.diameterMm}#coils`;
  return (
    <p className="text-xs text-soft">
      {plan.measured
        ? `Springback by your test coil of this wire: it gives way at ${printNumber(plan.flowMPa, 0)} MPa.`
        : `Springback by the handbook’s value for ${TEMPER_NAMES[wire.temper]} wire, ${printNumber(plan.flowMPa, 0)} MPa.`}{' '}
      <Link to={to} className="text-patina underline">
        {plan.measured ? 'Test coils' : 'Enter a test coil'}
      </Link>
    </p>
  );
}
