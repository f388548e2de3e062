import { dressPiece, type Dressing } from '../dressing';
import { DEFAULT_KIT } from '../forming';
import {
  gaugeRemedies,
  groundFor,
  verdictFrom,
  type GaugeRemedy,
  type Ground,
  type Limits,
  type Verdict,
} from '../gauge';
import {
  assemblyOf,
  makeSteps,
  type Assembly,
  type Hand as MakersHand,
  type MakeStep,
} from '../making';
import { bestAxis, twinAxis, twinOf, type Piece, type Symmetry } from '../piece';
import { mirrorPlan, planPiece, type Bench, type Plan, type Told } from '../plan';
import { buildSheet, joinSheets, type Paper, type Sheet } from '../sheet';
import { pegPlan, stepsOf, type PegAnswer, type PegBoard, type WireSteps } from '../steps';
import type { LengthUnit } from '../units';

/** One state of a piece, planned with a maker's bench and dressed. Plain data. */
export interface Planned {
  readonly piece: Piece;
  readonly bench: Bench;
  readonly plan: Plan;
  readonly dressing: Dressing;
}

/** A piece as it is made by one hand: as drawn, or its mirrored twin. */
export interface Hand {
  readonly piece: Piece;
  readonly plan: Plan;
  readonly dressing: Dressing;
}

export interface MakingPlan {
  readonly twin: boolean;
  /** how many are made step by step together */
  readonly copies: number;
  readonly assembly: Assembly;
  readonly steps: readonly MakeStep[];
}

/** What is wished of a sheet. */
export interface SheetWish {
  readonly paper: Paper['id'];
  readonly unit: LengthUnit;
  readonly hands: 'drawn' | 'twin' | 'both';
  readonly drawings: boolean;
  readonly pegs: PegBoard | null;
  /** the hand of the maker */
  readonly worksWith: MakersHand;
}

/** A piece planned and dressed. */
export function planned(piece: Piece, bench: Bench, told?: Told): Planned {
  const plan = planPiece(piece, bench, told);
  return { piece, bench, plan, dressing: dressPiece(piece, plan) };
}

/**
 * Everything that follows from one state of a piece, worked out when it is first asked for and then
 * remembered. Another state is another planning: nothing in one can be of an older piece.
 */
export class Planning {
  private readonly known = new Map<string, unknown>();

  constructor(readonly made: Planned) {}

  private once<T>(question: readonly unknown[], work: () => T): T {
    const key = JSON.stringify(question);
    if (!this.known.has(key)) this.known.set(key, work());
    return this.known.get(key) as T;
  }

  hand(twin: boolean): Hand {
    const { piece, plan, dressing } = this.made;
    if (!twin) return { piece, plan, dressing };
    return this.once(['hand'], () => {
      const other = twinOf(piece);
      const mirrored = mirrorPlan(plan, twinAxis(piece));
      return { piece: other, plan: mirrored, dressing: dressPiece(other, mirrored) };
    });
  }

  /** How one wire is worked step by step. */
  steps(wire: number, twin: boolean): WireSteps | null {
    return this.once(['steps', wire, twin], () => {
      const { piece, plan } = this.hand(twin);
      return stepsOf(piece, plan, wire, this.made.bench.kit ?? null);
    });
  }

  /** The order of assembly, and the steps of making one by one. */
  assembly(twin: boolean, copies = 1): MakingPlan {
    return this.once(['assembly', twin, copies], () => {
      const { piece, plan, dressing } = this.hand(twin);
      const assembly = assemblyOf(piece, plan, dressing, this.made.bench);
      const kit = this.made.bench.kit ?? DEFAULT_KIT;
      const steps = makeSteps(piece, plan, dressing, assembly, kit, copies);
      return { twin, copies, assembly, steps };
    });
  }

  private ground(limits: Limits): Ground | null {
    const { piece, plan, dressing } = this.made;
    return this.once(['ground', limits], () => groundFor(piece, plan, dressing, limits));
  }

  /** Whether the piece holds in its wire, and which gauge to take; null while there is no wire. */
  verdict(limits: Limits): Verdict | null {
    return this.once(['verdict', limits], () => {
      const ground = this.ground(limits);
      return ground && verdictFrom(ground, this.made.dressing);
    });
  }

  /** What would make it hold better, each tried. */
  remedies(limits: Limits): readonly GaugeRemedy[] {
    return this.once(['remedies', limits], () => {
      const [ground, verdict] = [this.ground(limits), this.verdict(limits)];
      return ground && verdict ? gaugeRemedies(ground, verdict, this.made.dressing) : [];
    });
  }

  /** Where pegs or pins stand for winding a wire. */
  pegs(wire: number, twin: boolean, board: PegBoard): PegAnswer | null {
    return this.once(['pegs', wire, twin, board], () => {
      const found = this.hand(twin).plan.wires[wire];
      if (!found) return null;
      return pegPlan(found, board, found.stock, Math.max(0.5, 2 * this.made.piece.toleranceMm));
    });
  }

  /** The figure's best mirror axis, and how far its halves differ; null where too little is drawn. */
  symmetry(): Symmetry | null {
    return this.once(['symmetry'], () => bestAxis(this.made.piece.paths));
  }

  sheet(wish: SheetWish): Sheet {
    return this.once(['sheet', wish], () => {
      const { paper, unit, drawings, pegs, worksWith } = wish;
      const kit = this.made.bench.kit ?? null;
      const one = (twin: boolean): Sheet => {
        const { piece, plan } = this.hand(twin);
        const named = twin ? { hand: 'mirrored twin' } : {};
        return buildSheet(piece, plan, {
          paper,
          unit,
          drawings,
          pegs,
          kit,
          worksWith,
          ...named,
        });
      };
      return wish.hands === 'both'
        ? joinSheets([one(false), one(true)])
        : one(wish.hands === 'twin');
    });
  }
}

/** What can be asked of a planning. */
export type Question =
  'steps' | 'assembly' | 'verdict' | 'remedies' | 'pegs' | 'symmetry' | 'sheet';
export type QuestionArgs<Q extends Question> = Parameters<Planning[Q]>;
export type AnswerTo<Q extends Question> = ReturnType<Planning[Q]>;

/** Plannings by the name of their state; of many the latest few stay. */
export class Plannings {
  private readonly kept = new Map<string, Planning>();

  constructor(private readonly most: number) {}

  of(state: string): Planning | null {
    const found = this.kept.get(state);
    if (!found) return null;
    this.kept.delete(state);
    this.kept.set(state, found);
    return found;
  }

  keep(state: string, made: Planned): Planning {
    const own = this.of(state) ?? new Planning(made);
    this.kept.set(state, own);
    for (const old of this.kept.keys()) {
      if (this.kept.size <= this.most) break;
      this.kept.delete(old);
    }
    return own;
  }
}
