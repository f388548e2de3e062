import { actTitle, bareThread, threadKey, type Thread } from '../item';
import { alongBlank, takenOnBlank, type Plan, type WirePlan } from '../plan';
import { say, type Said } from '../words';
import type { Dressing } from './dressPiece';
import { isRefused, type Dressed } from './types';

/** A place on one of the figure's wires, mm on its blank. */
export interface LanePlace {
  readonly wire: number;
  readonly mm: number;
}

/** A stretch of one wire, laid out straight from its first end. */
export interface LaneBlock {
  /** held by, an end's own form, made on the way, dressed, led across, left over for tails, trimmed */
  readonly kind: 'hold' | 'end' | 'way' | 'dressed' | 'across' | 'tail' | 'reserve';
  readonly fromMm: number;
  readonly toMm: number;
  readonly itemId: string | null;
  readonly title: Said | null;
  /** where it is on other wires: what it goes round, through or along */
  readonly targets: readonly LanePlace[];
}

/** One wire laid out straight; of thin ones that are alike one stands for all. */
export interface Lane {
  /** which of the figure's wires it is; null for one that an item brings */
  readonly wire: number | null;
  readonly name: string;
  readonly stock: Thread;
  readonly cutMm: number;
  readonly count: number;
  readonly blocks: readonly LaneBlock[];
}

const bare = (kind: LaneBlock['kind'], fromMm: number, toMm: number): LaneBlock[] =>
  toMm - fromMm > 1e-6 ? [{ kind, fromMm, toMm, itemId: null, title: null, targets: [] }] : [];

/** Whether it uses up wire of the figure: then that is a stretch of the blank by itself. */
export const usesUp = ({ own }: Dressed): boolean => own.some((o) => o.lengthMm > 0);

/** A place of a wire as the strip has it. */
const onBlank = ({ wires }: Plan, { wire, mm }: LanePlace): LanePlace => ({
  wire,
  mm: alongBlank(wires[wire]!, mm),
});

/** Where an item is on wires other than the one that makes it. */
const targetsOf = (
  plan: Plan,
  { acts, spans, held = [] }: Dressed,
  own: number | null,
): LanePlace[] => {
  const along = spans.map(({ wire, fromMm, toMm }) => ({ wire, mm: (fromMm + toMm) / 2 }));
  const places = acts ? acts.flatMap((a) => a.on ?? []) : [...along, ...held];
  return places.filter((p) => p.wire !== own).map((p) => onBlank(plan, p));
};

/** What lies on a wire of the figure: its ends, what it makes on its way, what it is dressed with. */
function frameLane(plan: Plan, wire: WirePlan, index: number, items: readonly Dressed[]): Lane {
  const { heldMm, startMm, endMm, cutMm, reserveMm } = wire;
  const body = cutMm - reserveMm;
  const byId = new Map(items.map((d) => [d.item.id, d]));
  const ways = takenOnBlank(wire).map(({ fromMm, toMm, itemId }): LaneBlock => ({
    kind: 'way',
    fromMm,
    toMm,
    itemId,
    title: byId.get(itemId)?.title ?? null,
    targets: byId.has(itemId) ? targetsOf(plan, byId.get(itemId)!, index) : [],
  }));
  const on = items.filter((d) => !usesUp(d));
  const dressed = on.flatMap((d) =>
    d.spans.flatMap((s): LaneBlock[] => {
      if (s.wire !== index) return [];
      // Over the seam of a closed wire a stretch lies at both ends of the lane.
      const parts = wire.closed ? [-wire.developedMm, 0, wire.developedMm] : [0];
      return parts.flatMap((by): LaneBlock[] => {
        const from = Math.max(0, s.fromMm + by);
        const to = Math.min(wire.developedMm, s.toMm + by);
        if (to < from - 1e-6 || (by !== 0 && to - from < 1e-6)) return [];
        return [
          {
            kind: 'dressed',
            fromMm: alongBlank(wire, from),
            toMm: alongBlank(wire, to),
            itemId: d.item.id,
            title: d.title,
            targets: [],
          },
        ];
      });
    }),
  );
  return {
    wire: index,
    name: '',
    stock: bareThread(wire.stock),
    cutMm,
    count: 1,
    blocks: [
      ...bare('hold', 0, heldMm.start),
      ...bare('end', heldMm.start, startMm),
      ...dressed,
      ...ways,
      ...bare('end', body - endMm, body - heldMm.end),
      ...bare('hold', body - heldMm.end, body),
      ...bare('reserve', body, cutMm),
    ],
  };
}

const wholeBlock = (plan: Plan, d: Dressed, fromMm: number, toMm: number): LaneBlock => ({
  kind: 'dressed',
  fromMm,
  toMm,
  itemId: d.item.id,
  title: d.title,
  targets: targetsOf(plan, d, null),
});

/** What a led wire does, act by act: its ways and what it takes at each place. */
function actBlocks(
  plan: Plan,
  { acts = [], item }: Dressed,
  wire: number,
  fromMm: number,
): LaneBlock[] {
  const own = 'acts' in item ? item.acts : [];
  let mm = fromMm;
  const block = (
    kind: LaneBlock['kind'],
    long: number,
    title: Said | null,
    targets: readonly LanePlace[] = [],
  ): LaneBlock[] => {
    const from = mm;
    mm += long;
    return long > 1e-6 ? [{ kind, fromMm: from, toMm: mm, itemId: item.id, title, targets }] : [];
  };
  return acts.flatMap((a, i) =>
    a.wire === wire
      ? [
          ...block('across', a.wayMm, null),
          ...block('dressed', a.hereMm, actTitle(own[i]!, a), a.on ? [onBlank(plan, a.on)] : []),
        ]
      : [],
  );
}

/** A block that stands for alike ones too, with their targets. */
const withTargets = (block: LaneBlock, alike: readonly LaneBlock[]): LaneBlock => {
  const same = alike.find((b) => b.kind === block.kind && b.fromMm === block.fromMm);
  return same ? { ...block, targets: [...block.targets, ...same.targets] } : block;
};

/** The wires that items bring, those alike together. */
function thinLanes(plan: Plan, items: readonly Dressed[]): Lane[] {
  const lanes = new Map<string, Lane>();
  for (const d of items) {
    for (const w of d.wires) {
      const key = `${w.name} ${threadKey(w.wire)} ${w.cutMm.toFixed(2)}`;
      const before = lanes.get(key);
      const tail = w.firstTailMm ?? w.tailsMm / 2;
      const last = w.cutMm - (w.tailsMm - tail);
      const own = d.acts
        ? actBlocks(plan, d, d.wires.indexOf(w), tail)
        : [wholeBlock(plan, d, tail, last)];
      lanes.set(key, {
        wire: null,
        name: w.name,
        stock: bareThread(w.wire),
        cutMm: w.cutMm,
        count: (before?.count ?? 0) + w.count * d.times,
        blocks: before
          ? before.blocks.map((b) => withTargets(b, own))
          : [...bare('tail', 0, tail), ...own, ...bare('tail', last, w.cutMm)],
      });
    }
  }
  return [...lanes.values()];
}

/** All wires of a piece as lanes from their first ends: the figure's own, then those that items bring. */
export function lanesOf(plan: Plan, dressing: Dressing | null): Lane[] {
  const items = (dressing?.items ?? []).filter((d) => !isRefused(d));
  return [...plan.wires.map((w, i) => frameLane(plan, w, i, items)), ...thinLanes(plan, items)];
}

/** What a block is, in words. */
export const laneWords = ({ kind, title }: LaneBlock): Said =>
  title ??
  {
    hold: say`To hold it by`,
    end: say`End`,
    way: say`On the way`,
    dressed: say`Dressed`,
    across: say`Across`,
    tail: say`Tail`,
    reserve: say`Reserve`,
  }[kind];
