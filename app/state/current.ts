import type { Remote } from 'comlink';
import type { Piece } from '@core/piece';
import type { Bench } from '@core/plan';
import type { AnswerTo, Planned, Question, QuestionArgs } from '@core/planning';
import { besidePlanner, planner } from '~/workers/planner';
import type { DressedPlan, Known, Planner, State } from '~/workers/planner.worker';
import { Latest } from './inTurn';

/** A state of the open piece with its plan, and the name under which the workers know it. */
export interface Current extends Planned {
  readonly state: State;
}

let count = 0;

/** A name for a state of a piece. */
export const newState = (piece: Piece): State => ({
  id: `state-${++count}`,
  points: piece.paths.reduce((sum, p) => sum + p.nodes.length, 0),
});

/** The states planned last: a step back finds its plan again. */
const made = new Latest<Piece, Current>(12);

export function remember(
  state: State,
  piece: Piece,
  bench: Bench,
  { plan, dressing }: DressedPlan,
): Current {
  const current = { state, piece, bench, plan, dressing };
  made.set(piece, current);
  return current;
}

/** The plan of a state that was planned before with the same bench. */
export const remembered = (piece: Piece, bench: Bench): Current | null => {
  const known = made.get(piece);
  return known?.bench === bench ? known : null;
};

/** A worker that was ended has forgotten all; after so many tries something else is wrong. */
const TRIES = 3;

/** Asks a worker about a state; one that does not know it is given the plan, and does not make it anew. */
export async function askAbout<T>(
  worker: Remote<Planner>,
  { state, ...planned }: Current,
  ask: (worker: Remote<Planner>, state: State) => Promise<Known<T>>,
): Promise<T> {
  for (let tries = 0; tries < TRIES; tries++) {
    const found = await ask(worker, state);
    if (found.known) return found.value;
    await worker.adopt(state, planned);
  }
  throw new Error('A worker did not take the plan.');
}

/** Where a question is answered: with the plan, or beside it, so that the next plan never waits for it. */
const WORKERS = { verdict: planner } as Partial<Record<Question, () => Remote<Planner>>>;

/** What follows from a state of the piece. */
export const answerTo = async <Q extends Question>(
  current: Current,
  question: Q,
  args: QuestionArgs<Q>,
): Promise<AnswerTo<Q>> =>
  (await askAbout((WORKERS[question] ?? besidePlanner)(), current, (worker, state) =>
    worker.ask(state, question, args),
  )) as AnswerTo<Q>;
