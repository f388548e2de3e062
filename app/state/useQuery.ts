import { useMemo, useState } from 'react';
import { useStore } from 'zustand';
import type { AnswerTo, Question, QuestionArgs } from '@core/planning';
import { answerTo, type Current } from './current';
import { useAnswer, type Answered } from './useAnswer';
import { useWorkbench } from './workbench';

interface Asked<Q extends Question> {
  readonly current: Current;
  readonly question: Q;
  readonly args: QuestionArgs<Q>;
}

const WHERE: Readonly<Record<Question, string>> = {
  steps: 'the steps of a wire',
  assembly: 'the order of assembly',
  verdict: 'the gauge verdict',
  remedies: 'what would help',
  pegs: 'pegs',
  symmetry: 'symmetry',
  sheet: 'the sheet',
};

/** Charts and lists of what was tried. */
const LONG_TO_DRAW: ReadonlySet<Question> = new Set(['verdict', 'remedies']);

/** Lists that follow what is dragged once it is let go: on the way a plan need not go to another worker. */
const CAN_WAIT: ReadonlySet<Question> = new Set(['assembly', 'remedies', 'pegs', 'sheet']);

const ask = <Q extends Question>({ current, question, args }: Asked<Q>): Promise<AnswerTo<Q>> =>
  answerTo(current, question, args);

/**
 * What follows from the plan on screen. The answer to the question before stays for a moment, so that nothing
 * flickers; one that belongs to an older state never takes the place of a newer one.
 * @param args null asks nothing
 * @param canWait while something is dragged the answer of before stays
 */
export function useQuery<Q extends Question>(
  question: Q,
  args: QuestionArgs<Q> | null,
  canWait = CAN_WAIT.has(question),
): Answered<AnswerTo<Q>> {
  const { planState, store } = useWorkbench();
  const { current } = planState;
  const dragging = useStore(store, (s) => s.draft !== null);
  const key = JSON.stringify(args);
  const asked = useMemo<Asked<Q> | null>(
    () => current && args && { current, question, args },
    // The key stands for the arguments.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [current, question, key],
  );
  const [held, hold] = useState(asked);
  const waits = dragging && held !== null && canWait;
  if (!waits && held !== asked) hold(asked);
  return useAnswer(waits ? held : asked, ask<Q>, WHERE[question], LONG_TO_DRAW.has(question));
}
