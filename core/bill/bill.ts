import { isRefused, partJointWire, together, type Dressing } from '../dressing';
import {
  bareThread,
  strandOf,
  threadKey,
  usedGrams,
  type Bead,
  type Thread,
  type WireRole,
} from '../item';
import { wireOf, type Part, type Piece } from '../piece';
import { ropeCut, trimmedMm, type Plan, type WirePlan } from '../plan';
import type { Said } from '../words';
import { isLink, linkPlan, type LinkPlan } from './links';
import { itemTimes, madeInAll, partTimes, wireTimes } from './times';

/** So many in one piece, and in all that are made. */
export interface Amount {
  readonly one: number;
  readonly all: number;
}

type Kind = Readonly<Thread>;

/** Wires to be cut that are alike. */
export interface BillWire extends Amount {
  /** of the figure itself, or what it does */
  readonly role: 'frame' | WireRole;
  readonly name: string;
  readonly wire: Kind;
  /** one of them, mm, with all that is trimmed or tucked */
  readonly cutMm: number;
  /** both tails in that */
  readonly tailsMm: number;
  /** the one at its first end, where they differ */
  readonly firstTailMm?: number;
  /**
   * of the tails what the end that is worked last is held by: not needed where the wire is still on a longer
   * length until then
   */
  readonly heldMm?: number;
  /** pulled out afterwards and used again: in no sum of lengths, nor in the weight */
  readonly again?: boolean;
}

/** Such wires in one piece, before all that are made are reckoned. */
type ToCut = Omit<BillWire, keyof Amount> & { readonly count: number };

/** What is needed of one kind of wire, mm. */
export interface BillLength extends Amount {
  readonly wire: Kind;
}

/** Beads, findings and rings. */
export interface BillThing extends Amount {
  readonly name: string;
  /** of what is bought by its length, mm */
  readonly lengthMm?: number;
  readonly bead: Bead | null;
}

export interface Bill {
  /** how many are made */
  readonly made: number;
  readonly wires: readonly BillWire[];
  readonly lengths: readonly BillLength[];
  readonly things: readonly BillThing[];
  /** finished, without reserve and tails, g */
  readonly massG: Amount;
  /** items that do not go on as they are: nothing of them is counted */
  readonly left: readonly Said[];
}

/**
 * What is cut for a wire: itself, or the strands of a rope. What they are twisted at is not in it: the
 * reserve and what the ends are held by are.
 */
function cutFor(w: ToCut): ToCut {
  const cut = ropeCut(w.wire, w.cutMm);
  if (!cut) return w;
  const { firstTailMm: _first, heldMm: _held, ...rest } = w;
  const folded = w.wire.rope?.folded ? ', folded to two strands each' : '';
  return {
    ...rest,
    name: `${w.name}: for a rope of ${cut.strands}${folded}`,
    wire: strandOf(w.wire),
    cutMm: cut.eachMm,
    tailsMm: (cut.eachMm * w.tailsMm) / Math.max(w.cutMm, 1e-9),
    count: w.count * cut.pieces,
  };
}

/** Numbers of alike wires: “Wires 1, 3 and 4”. */
const MOST_NAMED = 6;
function wireNames(numbers: readonly number[], all: number): string {
  if (all === 1) return 'The wire';
  if (numbers.length === 1) return `Wire ${numbers[0]}`;
  const shown = numbers.slice(0, MOST_NAMED);
  const more = numbers.length - shown.length;
  return more > 0
    ? `Wires ${shown.join(', ')} and ${more} more`
    : `Wires ${shown.slice(0, -1).join(', ')} and ${shown.at(-1)}`;
}

/** What the end of a wire that is worked last is held by; one that is bent from its middle is cut off before. */
function heldLast({ from }: Piece, { heldMm }: WirePlan): Pick<BillWire, 'heldMm'> {
  const mm = { first: heldMm.end, last: heldMm.start, middle: 0 }[from];
  return mm > 0 ? { heldMm: mm } : {};
}

/** The figure's own wires, those of one kind and length together; of a row of links all of them. */
function frameWires(piece: Piece, plan: Plan, row: LinkPlan | null): ToCut[] {
  const groups = new Map<string, { numbers: number[]; count: number; index: number }>();
  plan.wires.forEach((w, index) => {
    const { heldMm = 0 } = heldLast(piece, w);
    const key = `${threadKey(w.stock)} ${w.cutMm.toFixed(2)} ${heldMm.toFixed(2)}`;
    const group = groups.get(key) ?? { numbers: [], count: 0, index };
    group.numbers.push(index + 1);
    group.count += wireTimes(piece, w.pathId, row) - (row?.hook?.wire === index ? 1 : 0);
    groups.set(key, group);
  });
  const hook = row?.hook;
  const last = hook && plan.wires[hook.wire]!;
  const lastLink: ToCut[] =
    hook && last
      ? [
          {
            role: 'frame',
            name: 'The last link, with its hook',
            wire: bareThread(last.stock),
            cutMm: last.cutMm + hook.moreMm,
            tailsMm: trimmedMm(last),
            ...heldLast(piece, last),
            count: 1,
          },
        ]
      : [];
  const alike = [...groups.values()].filter((g) => g.count > 0);
  const own = alike.map(({ numbers, count, index }): ToCut => {
    const wire = plan.wires[index]!;
    const { stock, cutMm } = wire;
    return {
      role: 'frame',
      name: wireNames(numbers, plan.wires.length),
      wire: bareThread(stock),
      cutMm,
      tailsMm: trimmedMm(wire),
      ...heldLast(piece, wire),
      count,
    };
  });
  return [...own, ...lastLink];
}

/** The wires of the joints between links. */
const jointWires = (row: LinkPlan | null): ToCut[] =>
  (row?.jointKinds ?? []).flatMap(({ wire, cutMm, pieces, beads, count }): ToCut[] =>
    wire && count > 0
      ? [
          {
            role: 'finding',
            name: beads.length > 0 ? 'Joint with its beads' : 'Ring between links',
            wire: bareThread(wire),
            cutMm,
            tailsMm: 0,
            count: count * pieces,
          },
        ]
      : [],
  );

/** Parts that are joined on by something of their own: links of a row are joined by the row's joints. */
const joinedParts = (piece: Piece, row: LinkPlan | null): Part[] =>
  piece.parts.filter((p) => !isLink(row, p));

/** The rings and bindings that join parts, where they are made from wire. */
const partWires = (piece: Piece, plan: Plan, row: LinkPlan | null): ToCut[] =>
  joinedParts(piece, row).flatMap((part): ToCut[] => {
    const made = partJointWire(piece, plan, part);
    if (!made || !part.joint) return [];
    return [
      {
        role: part.join === 'ring' ? 'finding' : 'binding',
        name: `${part.join === 'ring' ? 'Ring' : 'Binding'} to join ${part.name}`,
        wire: bareThread(wireOf(piece, part.joint.wire)),
        ...made,
        count: partTimes(piece, part, row),
      },
    ];
  });

/** Rings that are not made are bought: what they weigh is not known. */
const RING_NAME = 'Jump ring to join a part';

/**
 * All that a piece takes, for one and for all that are made: parts count as often as there are of them,
 * a pair is two of everything, and what does not go on is left out and named.
 */
export function billOf(piece: Piece, plan: Plan, dressing: Dressing): Bill {
  const made = madeInAll(piece);
  const on = dressing.items.filter((d) => !isRefused(d));
  const answer = linkPlan(piece, plan);
  const row = answer?.ok ? answer.plan : null;
  const times = new Map(on.map((d) => [d, itemTimes(piece, plan, d, row)]));
  const inAll = <T extends { readonly count: number }>({ count, ...x }: T) => ({
    ...x,
    one: count,
    all: count * made,
  });
  const itemWires = on.flatMap((d) =>
    d.wires.map(({ wire, count, ...w }) => ({
      ...w,
      wire: bareThread(wire),
      count: count * times.get(d)!,
    })),
  );
  const wires: BillWire[] = [
    ...frameWires(piece, plan, row),
    ...jointWires(row),
    ...partWires(piece, plan, row),
    ...together(
      itemWires,
      (w) => `${w.role} ${w.name} ${threadKey(w.wire)} ${w.cutMm.toFixed(2)}`,
    ).sort((a, b) => b.cutMm - a.cutMm),
  ]
    .map(cutFor)
    .map(inAll);
  const lengths = together(
    wires.filter((w) => !w.again).map((w) => ({ wire: w.wire, count: w.one * w.cutMm })),
    (l) => threadKey(l.wire),
  ).map(inAll);
  const rings = joinedParts(piece, row)
    .filter((p) => p.join === 'ring' && !p.joint)
    .reduce((sum, p) => sum + partTimes(piece, p, row), 0);
  const jointBeads = (row?.jointKinds ?? []).flatMap(({ beads, count }) =>
    count > 0 ? beads.map((bead) => ({ bead, count })) : [],
  );
  const things = together(
    [
      ...on.flatMap((d) =>
        d.beads.map((b) => ({ name: b.bead.name, bead: b.bead, count: b.count * times.get(d)! })),
      ),
      ...dotBeads(piece, row?.linkKinds.find((k) => k.link === null)?.count ?? 1),
      ...jointBeads.map(({ bead, count }) => ({ name: bead.name, bead, count })),
      ...(piece.links?.clasp.kind === 'bought' && row
        ? [{ name: 'Clasp', bead: null, count: 1 }]
        : []),
      ...on.flatMap((d) =>
        d.findings.map(({ name, lengthMm, count }) => ({
          name,
          bead: null,
          ...(lengthMm !== undefined && { lengthMm }),
          count: count * times.get(d)!,
        })),
      ),
      ...(rings > 0 ? [{ name: RING_NAME, bead: null, count: rings }] : []),
    ],
    (t) => JSON.stringify([t.name, t.bead, 'lengthMm' in t ? t.lengthMm : null]),
  ).map(inAll);
  const wireG = wires.reduce((sum, w) => sum + usedGrams({ ...w, count: w.one }), 0);
  const thingsG = on.reduce((sum, d) => {
    const beads = d.beads.reduce((g, b) => g + b.count * b.bead.grams, 0);
    const findings = d.findings.reduce((g, f) => g + f.count * f.grams, 0);
    return sum + (beads + findings) * times.get(d)!;
  }, 0);
  const jointG = jointBeads.reduce((g, { bead, count }) => g + bead.grams * count, 0);
  const one = wireG + thingsG + jointG;
  return {
    made,
    wires,
    lengths,
    things,
    massG: { one, all: one * made },
    left: dressing.items.filter(isRefused).map((d) => d.title),
  };
}

/** Beads that stand for the dots of letters. */
const dotBeads = (piece: Piece, count: number): { name: string; bead: null; count: number }[] =>
  piece.shapes
    .flatMap((s) => s.beads)
    .map((b) => ({
      name: `Bead of ${Number(b.acrossMm.toFixed(1))} mm for a dot`,
      bead: null,
      count,
    }));
