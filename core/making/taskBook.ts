import type { Dressed, Dressing } from '../dressing';
import type { Piece } from '../piece';
import type { Plan } from '../plan';
import type { WireSteps } from '../steps';
import type { Said } from '../words';
import type { Precedence } from './precedence';
import type { Reason } from './reasons';

/** What is done at one stage of making a piece. */
export interface Task {
  readonly id: string;
  readonly kind:
    | 'cut'
    | 'bend'
    | 'off'
    | 'ends'
    | 'dress'
    | 'harden'
    | 'shape'
    | 'join'
    | 'joints'
    | 'chain'
    | 'solder'
    | 'patina'
    | 'epoxy'
    | 'finish'
    | 'compare';
  readonly title: Said;
  readonly wire: number | null;
  readonly itemId: string | null;
  readonly partId: string | null;
  /** which end of the wire is worked; null where it is closed, and for other tasks */
  readonly end: 'start' | 'end' | null;
  /** joints between links: which of the row's kinds */
  readonly joint: number | null;
  /** bends: the steps of the wire's forming that belong here, first and last */
  readonly steps: readonly [number, number] | null;
}

export interface TaskGraph {
  readonly tasks: readonly Task[];
  readonly precedences: readonly Precedence[];
}

/** A run of a wire's forming steps that is one task. */
export interface Group {
  readonly id: string;
  readonly from: number;
  readonly to: number;
  /** the end that it works, or that it closes the wire; null for bends */
  readonly end: 'start' | 'end' | 'seam' | null;
}

const BARE = {
  wire: null,
  itemId: null,
  partId: null,
  end: null,
  joint: null,
  steps: null,
} as const;

/** The task of an item. */
export const taskOf = (d: Dressed): string => `item:${d.item.id}`;

/** What tasks are made of, and where they and their precedences are written down. */
export class TaskBook {
  readonly tasks: Task[] = [];
  readonly precedences: Precedence[] = [];
  /** a wire's groups of bends, and its ends, in order */
  readonly groups = new Map<number, readonly Group[]>();
  /** what goes on the piece; items that are refused are not worked */
  readonly items: readonly Dressed[];

  constructor(
    readonly piece: Piece,
    readonly plan: Plan,
    dressing: Dressing,
    readonly works: readonly WireSteps[],
  ) {
    this.items = dressing.items.filter((d) => !d.problems.some((p) => p.refused));
  }

  put(task: Omit<Task, keyof typeof BARE> & Partial<Task>): string {
    this.tasks.push({ ...BARE, ...task });
    return task.id;
  }

  before(
    first: string,
    then: string,
    why: Reason,
    more: Pick<Precedence, 'wished' | 'soft'> = {},
  ): void {
    if (first !== then) this.precedences.push({ first, then, why, ...more });
  }

  /** The task that a kept name means: stages of bending were once numbered. */
  known(id: string): string {
    if (this.tasks.some((t) => t.id === id)) return id;
    const [, wire, stage] = /^wire:(\d+):bends:(\d+)$/.exec(id) ?? [];
    const bends = this.groups.get(Number(wire))?.filter((g) => g.end === null);
    return bends?.[Number(stage)]?.id ?? id;
  }

  cutOf(wire: number): string {
    return `wire:${wire}:cut`;
  }

  /** The tasks that work a wire's ends, or close it: those that there are. */
  endsOf(wire: number): readonly Group[] {
    return (this.groups.get(wire) ?? []).filter((g) => g.end !== null);
  }

  /** The tasks after which a wire is formed: its last bends, and its ends. */
  formedBy(wire: number): string[] {
    return [this.lastBendOf(wire), ...this.endsOf(wire).map((g) => g.id)];
  }

  /** The last task that bends a wire. */
  lastBendOf(wire: number): string {
    const bends = this.groups.get(wire)?.filter((g) => g.end === null);
    return bends?.at(-1)?.id ?? this.cutOf(wire);
  }
}
