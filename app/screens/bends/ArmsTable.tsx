import type { PlannedBend, WirePlan } from '@core/plan';
import {
  armNames,
  BEND_WORDS,
  overWords,
  type Arms,
  type WorkMark,
  type WorkMarks,
} from '@core/steps';
import { bareLength, degrees, type LengthUnit } from '@core/units';
import { usePiece } from '~/state/workbench';
import { useWords } from '~/state/useWords';
import { RowOfBend, Turn, useBendRow, useScrolledTo } from './BendTable';

/** Both arms of a figure alike on both sides, next to each other, each with its own turning. */
export function ArmsTable({
  wire,
  marks,
  arms,
  unit,
  title,
}: {
  wire: WirePlan;
  marks: WorkMarks;
  arms: Arms;
  unit: LengthUnit;
  title: string;
}) {
  const names = armNames(wire, arms);
  const leftFirst = names.first.startsWith('Left') || names.first.startsWith('Upper');
  const [left, right] = leftFirst ? (['first', 'last'] as const) : (['last', 'first'] as const);
  const of = (bend: number): WorkMark => marks.marks.find((m) => m.bend === bend)!;
  const alone = arms.single.map(of);
  return (
    <section className="border-b border-line px-4 py-4">
      <h2 className="text-sm font-semibold">{title}</h2>
      <p className="mb-2 mt-0.5 text-xs text-soft">
        Front towards you, from the middle mark outwards. Bend both of a row together; the other
        side turns the other way. Marks in {unit === 'mm' ? 'mm' : 'inches'} from the middle.
      </p>
      <table className="w-full text-sm">
        <thead className="text-xs text-soft">
          <tr>
            <th scope="col" className="py-1.5 text-left font-medium" colSpan={3}>
              {names[left]}
            </th>
            <th scope="col" className="px-2 py-1.5 text-center font-medium">
              Both
            </th>
            <th scope="col" className="py-1.5 text-right font-medium" colSpan={3}>
              {names[right]}
            </th>
          </tr>
        </thead>
        <tbody>
          {arms.central !== null && (
            <CentralRow mark={of(arms.central)} bend={wire.bends[arms.central]!} />
          )}
          {arms.pairs.map((p) => (
            <PairRow
              key={p.first}
              wire={wire}
              left={of(p[left])}
              right={of(p[right])}
              unit={unit}
            />
          ))}
        </tbody>
      </table>
      {alone.length > 0 && (
        <p className="mt-2 text-xs text-soft">
          On one side only:{' '}
          {alone.map((m) => `bend ${m.bend + 1} at ${bareLength(m.atMm, unit)}`).join(', ')}.
        </p>
      )}
    </section>
  );
}

function CentralRow({ mark, bend }: { mark: WorkMark; bend: PlannedBend }) {
  const { diameterMm } = usePiece().wire;
  const told = useWords();
  return (
    <RowOfBend bend={bend} index={mark.bend}>
      <td colSpan={7} className="py-1.5 text-center">
        <strong>{mark.bend + 1}</strong> {BEND_WORDS[bend.kind]} on the middle mark,{' '}
        <Turn rad={mark.turnRad} />, to {Math.round(Math.abs(degrees(mark.formToRad)))}°
        <span className="block text-xs text-soft">{told(overWords(bend, diameterMm))}</span>
      </td>
    </RowOfBend>
  );
}

function PairRow({
  wire,
  left,
  right,
  unit,
}: {
  wire: WirePlan;
  left: WorkMark;
  right: WorkMark;
  unit: LengthUnit;
}) {
  const { diameterMm } = usePiece().wire;
  const told = useWords();
  const bend = wire.bends[left.bend]!;
  const a = useBendRow(bend, left.bend);
  const b = useBendRow(wire.bends[right.bend]!, right.bend);
  const row = useScrolledTo(a.active);
  const cell = (side: typeof a, align: string): string =>
    `cursor-pointer px-1.5 py-1.5 ${align} ${side.active ? 'bg-patina-wash' : ''}`;
  const hooks = (side: typeof a) => ({
    onPointerEnter: side.show,
    onPointerLeave: side.hide,
    onClick: side.choose,
  });
  return (
    <tr
      ref={row}
      tabIndex={0}
      aria-selected={a.active || b.active}
      onFocus={a.show}
      onBlur={a.hide}
      onKeyDown={(e) => {
        // Enter puts the left bend in work, with Shift the right one.
        if (e.key !== 'Enter') return;
        e.preventDefault();
        (e.shiftKey ? b : a).choose();
      }}
      className="border-t border-line"
    >
      <td {...hooks(a)} className={cell(a, 'text-left font-semibold')}>
        {left.bend + 1}
      </td>
      <td {...hooks(a)} className={cell(a, 'whitespace-nowrap text-left')}>
        <Turn rad={left.turnRad} />
      </td>
      <td {...hooks(a)} className={cell(a, 'text-right font-semibold')}>
        {bareLength(left.atMm, unit)}
      </td>
      <td className="px-2 py-1.5 text-center">
        {BEND_WORDS[bend.kind]} to {Math.round(Math.abs(degrees(left.formToRad)))}°
        <span className="block text-xs text-soft">
          {told(overWords(bend, diameterMm))}, grip {left.grip === 'edge' ? 'edge' : 'middle'}
        </span>
      </td>
      <td {...hooks(b)} className={cell(b, 'text-left font-semibold')}>
        {bareLength(right.atMm, unit)}
      </td>
      <td {...hooks(b)} className={cell(b, 'whitespace-nowrap text-left')}>
        <Turn rad={right.turnRad} />
      </td>
      <td {...hooks(b)} className={cell(b, 'text-right font-semibold')}>
        {right.bend + 1}
      </td>
    </tr>
  );
}
