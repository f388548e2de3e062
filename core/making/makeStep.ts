import type { LinkPlan } from '../bill';
import type { Dressing } from '../dressing';
import type { Kit } from '../forming';
import type { Vec } from '../geometry';
import type { Counted } from '../item';
import type { Piece } from '../piece';
import type { Plan } from '../plan';
import { METAL_FACTS, type Metal } from '../wire';
import type { Said } from '../words';
import type { Assembly } from './assembly';
import { caution, earMetal, type Caution } from './cautions';
import type { Handed } from './hands';
import { PLAIN_REASONS, type Reason } from './reasons';
import type { Task } from './taskBook';

/** What is done at one place, and where that is on the figure. */
export interface Place {
  readonly said: Said;
  readonly at: Vec;
}

/** One step of making, as it stands alone on the screen. */
export interface MakeStep {
  readonly id: string;
  readonly task: Task;
  /** index of the step of the wire's forming that is shown, if it is one */
  readonly step: number | null;
  /** the items that go on with it: several where they are alike and follow each other */
  readonly itemIds: readonly string[];
  /** the bends of its wire that are made with it, as they are numbered */
  readonly bends: readonly number[];
  readonly title: Said;
  /** the one number or size that is read from a metre away */
  readonly headline: Said | null;
  /** what belongs to it, smaller */
  readonly subline: Said | null;
  readonly orders: readonly Said[];
  /** of a wire that is led: its places one by one, counted off */
  readonly places: readonly Place[];
  /** of led wires that are worked in turn: how many acts of each item are done after it */
  readonly reach: Readonly<Record<string, number>>;
  /** what is counted, such as wraps */
  readonly counts: readonly Counted[];
  readonly tool: Said | null;
  readonly turn: 'left' | 'right' | null;
  /** its direction hangs on the hand that is worked with */
  readonly handed: Handed | null;
  readonly cautions: readonly Caution[];
  /** why it comes here: of the tasks it waited for */
  readonly why: readonly Reason[];
}

export interface Making {
  readonly piece: Piece;
  readonly plan: Plan;
  readonly dressing: Dressing;
  readonly assembly: Assembly;
  readonly kit: Kit;
  /** how many are made step by step together */
  readonly copies: number;
  /** the row of links that the piece is one of */
  readonly row: LinkPlan | null;
}

/** Reasons for a task's place, each once. */
export function whyOf({ precedences }: Assembly, task: Task): Reason[] {
  const own = precedences.filter((e) => e.first === task.id || e.then === task.id);
  return [...new Set(own.map((e) => e.why))].filter((w) => !PLAIN_REASONS.has(w));
}

export const step = (
  task: Task,
  more: Partial<MakeStep> & Pick<MakeStep, 'title' | 'orders'>,
): MakeStep => ({
  id: task.id,
  task,
  itemIds: task.itemId === null ? [] : [task.itemId],
  bends: [],
  step: null,
  headline: null,
  subline: null,
  places: [],
  reach: {},
  counts: [],
  tool: null,
  turn: null,
  handed: null,
  cautions: [],
  why: [],
  ...more,
});

export const earCautions = ({ metal }: { readonly metal: Metal }): Caution[] => [
  caution('pierced'),
  { id: 'ear-metal', text: earMetal(metal, METAL_FACTS[metal].name) },
];
