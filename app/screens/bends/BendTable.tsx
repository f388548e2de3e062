import { useEffect, useRef, type ReactNode } from 'react';
import { CornerUpLeft, CornerUpRight, Pencil } from 'lucide-react';
import type { PlannedBend, WirePlan } from '@core/plan';
import { BEND_WORDS, overWords, turnWord, type WorkMark, type WorkMarks } from '@core/steps';
import { bareLength, degrees, type LengthUnit } from '@core/units';
import { usePiece, usePointer, useWorkbench } from '~/state/workbench';
import { useWords } from '~/state/useWords';

const FROM_WORDS = {
  first: 'from the first end',
  last: 'from the last end',
  middle: 'from the middle mark outwards',
} as const;

/** Which way to turn, drawn and in words. */
export function Turn({ rad }: { rad: number }) {
  const turn = turnWord(rad);
  const Icon = turn === 'right' ? CornerUpRight : CornerUpLeft;
  return (
    <>
      <Icon size={15} className="mr-1 inline text-patina" aria-hidden="true" />
      {turn} {Math.round(Math.abs(degrees(rad)))}°
    </>
  );
}

/** The bends of a wire in the order in which they are worked. */
export function BendTable({
  wire,
  marks,
  unit,
  title,
}: {
  wire: WirePlan;
  marks: WorkMarks;
  unit: LengthUnit;
  title: string;
}) {
  return (
    <section className="border-b border-line px-4 py-4">
      <h2 className="text-sm font-semibold">{title}</h2>
      <p className="mb-2 mt-0.5 text-xs text-soft">
        Front towards you, working {FROM_WORDS[marks.from]}. Grip at the jaw’s edge or the tool’s
        middle as said. Marks in {unit === 'mm' ? 'mm' : 'inches'}.
      </p>
      <table className="w-full text-sm">
        <thead className="text-xs text-soft">
          <tr>
            {[
              'No.',
              'Bend',
              'Turn',
              'Bend to',
              marks.from === 'middle' ? 'From middle' : 'From end',
              'From last',
            ].map((h, i) => (
              <th
                key={h}
                scope="col"
                className={`py-1.5 pl-2 align-bottom font-medium ${i === 1 || i === 2 ? 'text-left' : 'text-right'}`}
              >
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {marks.marks.map((m) => (
            <BendRow
              key={m.bend}
              bend={wire.bends[m.bend]!}
              mark={m}
              unit={unit}
              outwards={marks.from === 'middle'}
            />
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** What lights up when a row of a bend is pointed at, and what it takes to be chosen. */
export function useBendRow(bend: PlannedBend, index: number) {
  const { pointer } = useWorkbench();
  const active = usePointer((p) => p.bend === index || p.chosen === index);
  const show = (): void => pointer.getState().point({ bend: index, atMm: bend.fromEndMm });
  const hide = (): void => pointer.getState().point({ bend: null, atMm: null });
  const choose = (): void => pointer.getState().point({ chosen: index });
  return { active, show, hide, choose };
}

/** A row that comes into view when its bend is pointed at elsewhere. */
export function useScrolledTo(active: boolean) {
  const row = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    const element = row.current;
    if (active && element && !element.matches(':hover'))
      element.scrollIntoView({ block: 'nearest' });
  }, [active]);
  return row;
}

/** A row that lights with its bend, and puts it in work when it is pressed. */
export function RowOfBend({
  bend,
  index,
  children,
}: {
  bend: PlannedBend;
  index: number;
  children: ReactNode;
}) {
  const { active, show, hide, choose } = useBendRow(bend, index);
  const row = useScrolledTo(active);
  return (
    <tr
      ref={row}
      tabIndex={0}
      aria-selected={active}
      onPointerEnter={show}
      onPointerLeave={hide}
      onFocus={show}
      onBlur={hide}
      onClick={choose}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        choose();
      }}
      className={`cursor-pointer border-t border-line ${active ? 'bg-patina-wash' : ''}`}
    >
      {children}
    </tr>
  );
}

function BendRow({
  bend,
  mark,
  unit,
  outwards,
}: {
  bend: PlannedBend;
  mark: WorkMark;
  unit: LengthUnit;
  /** from the middle: to which end it lies is said */
  outwards: boolean;
}) {
  const { diameterMm } = usePiece().wire;
  const told = useWords();
  return (
    <RowOfBend bend={bend} index={mark.bend}>
      <td className="py-1.5 pl-1 text-right font-semibold">{mark.bend + 1}</td>
      <td className="py-1.5 pl-2">
        {BEND_WORDS[bend.kind]}
        {bend.edit && <Pencil size={12} className="ml-1 inline text-patina" aria-label="changed" />}
        <span className="block text-xs text-soft">
          {told(overWords(bend, diameterMm))}, grip {mark.grip === 'edge' ? 'edge' : 'middle'}
          {outwards && `, towards the ${mark.arm === 'towards-last' ? 'last' : 'first'} end`}
        </span>
      </td>
      <td className="whitespace-nowrap py-1.5 pl-2">
        <Turn rad={mark.turnRad} />
      </td>
      <td className="py-1.5 text-right">{Math.round(Math.abs(degrees(mark.formToRad)))}°</td>
      <td className="py-1.5 text-right font-semibold">{bareLength(mark.atMm, unit)}</td>
      <td className="py-1.5 pr-1 text-right">{bareLength(mark.stepMm, unit)}</td>
    </RowOfBend>
  );
}
