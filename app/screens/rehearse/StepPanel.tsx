import { useEffect, useRef } from 'react';
import { CornerUpLeft, CornerUpRight, TriangleAlert } from 'lucide-react';
import type { Piece } from '@core/piece';
import type { Plan } from '@core/plan';
import {
  armNames,
  bendOrder,
  endWords,
  gaugeWords,
  measureWords,
  moveWords,
  stepTitle,
  troubleWords,
  turnWord,
  type Step,
  type WireSteps,
} from '@core/steps';
import { printBoth, type LengthUnit } from '@core/units';
import { Section } from '~/components/ui';
import { useWorkbench } from '~/state/workbench';
import { useWords } from '~/state/useWords';

/** The step in hand: what to do, what the tail does, what to measure then. */
export function StepNow({
  step,
  work,
  plan,
  piece,
  unit,
}: {
  step: Step;
  work: WireSteps;
  plan: Plan;
  piece: Piece;
  unit: LengthUnit;
}) {
  const { tools } = useWorkbench();
  const told = useWords();
  const wire = plan.wires[work.wire]!;
  const names = work.arms && work.from === 'middle' ? armNames(wire, work.arms) : null;
  return (
    <Section title={told(stepTitle(step, work, plan))}>
      <div aria-live="polite" className="space-y-2.5 text-[15px]">
        {step.kind === 'blank' && <p>{blankWords(work, wire, piece, unit)}</p>}
        {step.marks.map((m) => {
          const right = turnWord(m.turnRad) === 'right';
          const byJaw = gaugeWords(m, tools.kit);
          const Icon = right ? CornerUpRight : CornerUpLeft;
          const arm = names ? names[m.arm === 'towards-first' ? 'first' : 'last'] : null;
          return (
            <p key={m.bend} className="flex gap-2">
              <Icon size={22} className="mt-0.5 shrink-0 text-patina" aria-hidden="true" />
              <span>
                {arm && step.marks.length > 1 && <strong>{arm}: </strong>}
                Mark at {printBoth(m.atMm, unit)}
                {m.grip === 'edge' ? ', gripped at the edge' : ', gripped at the middle'}.{' '}
                {told(bendOrder(wire.bends[m.bend]!, m, plan.diameterMm))} {byJaw && told(byJaw)}
              </span>
            </p>
          );
        })}
        {step.kind === 'ends' && (
          <p>
            {endWords(piece, plan, work.wire, tools.kit).map(told).join(' ')} Lay it on the pattern
            and compare.
          </p>
        )}
        {step.moves.map((m, i) => (
          <p key={i}>{told(moveWords(m))}</p>
        ))}
        {step.troubles.map((t, i) => (
          <p key={i} className="flex gap-2 text-alert">
            <TriangleAlert size={16} className="mt-1 shrink-0" aria-hidden="true" />
            {told(troubleWords(t, wire))}
          </p>
        ))}
        {step.measure && (
          <p className="rounded-md bg-patina-wash px-2.5 py-1.5">
            <span className="text-soft">Measure: </span>
            {told(measureWords(step.measure))}
          </p>
        )}
      </div>
    </Section>
  );
}

function blankWords(
  work: WireSteps,
  wire: Plan['wires'][number],
  piece: Piece,
  unit: LengthUnit,
): string {
  const length = printBoth(wire.cutMm, unit);
  const middle = work.marks.middleMarkMm;
  const cut = wire.stock.rope
    ? `Twist a rope of ${length}`
    : piece.work === 'spool'
      ? `Straighten more than ${length} of wire on the spool`
      : `Straighten and cut ${length}`;
  if (middle !== null) return `${cut}. Mark the middle, ${printBoth(middle, unit)} from an end.`;
  const end = work.from === 'first' ? 'first' : 'last';
  return `${cut}. Set the marks from the ${end} end, the front towards you.`;
}

/** All steps; each can be gone to. */
export function StepList({
  work,
  plan,
  at,
  jump,
}: {
  work: WireSteps;
  plan: Plan;
  at: number;
  jump: (step: number) => void;
}) {
  const told = useWords();
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    // Only the list is scrolled: the step's own words stay where they are.
    const [rows, row] = [list.current, list.current?.children[at]];
    if (!rows || !(row instanceof HTMLElement)) return;
    rows.scrollTop = row.offsetTop - rows.offsetTop - 2 * row.offsetHeight;
  }, [at]);
  return (
    <Section title={`${work.steps.length} steps`}>
      <ol
        ref={list}
        className="relative max-h-80 overflow-y-auto rounded-md border border-line bg-raised text-sm"
      >
        {work.steps.map((s, i) => (
          <li key={i}>
            <button
              type="button"
              aria-current={i === at ? 'step' : undefined}
              className={`flex w-full gap-2 px-2.5 py-1.5 text-left ${i === at ? 'bg-patina-wash font-semibold' : 'hover:bg-bench'}`}
              onClick={() => jump(i)}
            >
              <span className="w-6 text-right text-soft">{i}</span>
              <span className="flex-1">{told(stepTitle(s, work, plan))}</span>
              {s.troubles.length > 0 && (
                <TriangleAlert size={14} className="mt-0.5 text-alert" aria-label="needs a look" />
              )}
            </button>
          </li>
        ))}
      </ol>
    </Section>
  );
}
