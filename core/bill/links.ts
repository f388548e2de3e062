import {
  linkPart as partOf,
  linkWires,
  loopsOf,
  type Eye,
  type EyeOfWire,
  type Loops,
} from '../dressing';
import {
  holeNeeded,
  jointsOfRow,
  linkCount,
  linkRow,
  loopLength,
  type LinkRange,
} from '../element';
import { endLength, type WireEnd } from '../end';
import type { Bead, Thread } from '../item';
import { jointOf, type Clasp, type LaidJoint, type Part, type Piece } from '../piece';
import type { Plan } from '../plan';
import { asLength, asThickness, say, type Said } from '../words';

/** One joint: what it adds to the row, and what it takes. */
export interface JointPlan {
  /** from the inside of one loop to the inside of the other, mm */
  readonly lengthMm: number;
  readonly wire: Thread | null;
  /** of one of its pieces, mm; 0 where nothing is cut */
  readonly cutMm: number;
  /** how many are cut for one joint: rings that hang in each other */
  readonly pieces: number;
  readonly beads: readonly Bead[];
}

/** One kind of joint in a row. */
export interface RowJoint extends JointPlan {
  readonly laid: LaidJoint;
  readonly count: number;
}

/** One kind of link in a row. */
export interface RowLink {
  /** the part that it is; null is the frame */
  readonly link: string | null;
  readonly name: string;
  /** from the inside of its first loop to the inside of its last, mm */
  readonly linkMm: number;
  /** the loops that it hangs by */
  readonly eyes: { readonly first: Eye; readonly last: Eye };
  readonly count: number;
}

/** A row of links for a length that is worn. */
export interface LinkPlan {
  readonly links: number;
  readonly joints: number;
  /** each kind once */
  readonly linkKinds: readonly RowLink[];
  readonly jointKinds: readonly RowJoint[];
  /** one turn: its links and the joints behind them, by their kinds */
  readonly turn: readonly { readonly link: number; readonly joint: number }[];
  /** how many joints there are more than links */
  readonly more: -1 | 0 | 1;
  /** the whole row closed, mm */
  readonly lengthMm: number;
  /** what one link, or one turn of a row that is joined round, more or less would make */
  readonly lessMm: number | null;
  readonly moreMm: number;
  /** the hook that the last link has in the place of a loop: of which wire and end, and how much more that takes */
  readonly hook: {
    readonly wire: number;
    readonly end: 'start' | 'end';
    readonly form: WireEnd;
    readonly moreMm: number;
  } | null;
}

/** Whether a part is one of the links of a row. */
export const isLink = (row: LinkPlan | null, part: Part): boolean =>
  row?.linkKinds.some((k) => k.link === part.id) ?? false;

export type LinkAnswer =
  | { readonly ok: true; readonly plan: LinkPlan; readonly notes: readonly Said[] }
  | { readonly ok: false; readonly message: Said };

/** More links than this are not made. */
export const MOST_LINKS = 500;

/**
 * What a joint adds and takes: a ring hangs in both loops, of several the next in the one before, each longer by
 * its inside; beads touch the wire of the loops beside them.
 */
export function jointPlan(joint: LaidJoint): JointPlan {
  switch (joint.kind) {
    case 'direct':
      return { lengthMm: 0, wire: null, cutMm: 0, pieces: 0, beads: [] };
    case 'ring': {
      const { insideMm, wire, rings = 1 } = joint;
      const cutMm = Math.PI * (insideMm + wire.diameterMm);
      return { lengthMm: rings * insideMm, wire, cutMm, pieces: rings, beads: [] };
    }
    case 'beaded': {
      const { beads, insideMm, wire } = joint;
      const d = wire.diameterMm;
      const beadsMm = beads.reduce((sum, b) => sum + b.lengthMm, 0);
      return {
        lengthMm: beadsMm + 2 * d + 2 * insideMm,
        wire,
        cutMm: beadsMm + 2 * loopLength(insideMm, d),
        pieces: 1,
        beads,
      };
    }
  }
}

/** A clasp hangs between two joints, a hook in the first loop; a closed row has as many joints as links. */
const JOINTS_MORE = { none: 0, bought: 1, hook: -1 } as const;

/** What a clasp adds to a row, mm: a hook lies in the place of a loop, to the inside of its bow. */
const claspMm = (clasp: Clasp, last: Eye): number =>
  clasp.kind === 'bought'
    ? clasp.lengthMm
    : clasp.kind === 'hook'
      ? clasp.insideMm - last.insideMm
      : 0;

/** What a link of a row is called. */
const linkName = (piece: Piece, link: string | null): string =>
  partOf(piece, link)?.name ?? 'frame';

const noLoops = (piece: Piece, link: string | null, alone: boolean): Said =>
  alone
    ? say`A link hangs by a loop at each of its two ends: give it two at Wire.`
    : say`A link hangs by a loop at each of its two ends, which ${linkName(piece, link)} has not: give it two at Wire.`;

/** What is alike once, and where each of a list is among those. */
function distinct<T>(list: readonly T[], keyOf: (one: T) => string): { kinds: T[]; of: number[] } {
  const keys = [...new Set(list.map(keyOf))];
  const of = list.map((one) => keys.indexOf(keyOf(one)));
  return { kinds: keys.map((_, i) => list[of.indexOf(i)]!), of };
}

/** How often each of so many kinds is named. */
const countsOf = (kinds: number, named: readonly number[]): number[] =>
  Array.from({ length: kinds }, (_, k) => named.filter((n) => n === k).length);

/**
 * How many links, one or some in turn, and joints between them, make a length that is worn: the number that
 * comes nearest to it. Pulled straight, the insides of two loops that hang in each other lie at one place, so
 * a row is as long as its links and joints are from inside to inside.
 */
export function linkPlan(piece: Piece, plan: Plan): LinkAnswer | null {
  const { links } = piece;
  if (!links) return null;
  const linkIds = distinct(
    links.turn.map((t) => (partOf(piece, t.link) ? t.link : null)),
    (id) => id ?? '',
  );
  const loops: Loops[] = [];
  for (const id of linkIds.kinds) {
    const found = loopsOf(plan, linkWires(piece, plan, id));
    if (!found) return { ok: false, message: noLoops(piece, id, links.turn.length === 1) };
    loops.push(found);
  }
  const laid = distinct(
    links.turn.map((t) => jointOf(piece, t.joint)),
    (joint) => JSON.stringify(joint),
  );
  const joints = laid.kinds.map(jointPlan);
  const lengths = loops.map(
    ({ first, last, apartMm }) => apartMm + (first.eye.insideMm + last.eye.insideMm) / 2,
  );
  const turn = links.turn.map((_, i) => ({ link: linkIds.of[i]!, joint: laid.of[i]! }));
  const more = JOINTS_MORE[links.clasp.kind];
  const chain = {
    wearMm: links.wornMm,
    turn: turn.map(({ link, joint }) => ({
      linkMm: lengths[link]!,
      jointMm: joints[joint]!.lengthMm,
      claspMm: claspMm(links.clasp, loops[link]!.last.eye),
    })),
    more,
  };
  const range = rangeOf(links.clasp, turn.length);
  const row = linkCount(chain, range);
  const each = Array.from({ length: row.links }, (_, i) => turn[i % turn.length]!);
  const linkCounts = countsOf(loops.length, each.map((t) => t.link)); // prettier-ignore
  const jointCounts = countsOf(
    joints.length,
    jointsOfRow(turn.length, row.links, more).map((i) => turn[i]!.joint),
  );
  return {
    ok: true,
    plan: {
      ...row,
      turn,
      more,
      linkKinds: linkIds.kinds.map((link, k) => ({
        link,
        name: linkName(piece, link),
        linkMm: lengths[k]!,
        eyes: { first: loops[k]!.first.eye, last: loops[k]!.last.eye },
        count: linkCounts[k]!,
      })),
      jointKinds: joints.map((joint, k) => ({
        ...joint,
        laid: laid.kinds[k]!,
        count: joint.lengthMm > 0 ? jointCounts[k]! : 0,
      })),
      lessMm: row.links > range.least ? linkRow(chain, row.links - range.step).lengthMm : null,
      moreMm: linkRow(chain, row.links + range.step).lengthMm,
      hook: hookOf(links.clasp, plan, loops[each.at(-1)!.link]!.last),
    },
    notes: onceOf(
      turn
        .flatMap(({ link, joint }, i) =>
          notesOf(
            laid.kinds[joint]!,
            loops[link]!.last.eye,
            loops[turn[(i + 1) % turn.length]!.link]!.first.eye,
          ),
        )
        .concat(frameNote(piece, plan, linkIds.kinds)),
    ),
  };
}

/** Each note once. */
const onceOf = (notes: readonly Said[]): Said[] => [
  ...new Map(notes.map((n) => [JSON.stringify(n), n])).values(),
];

/** A frame that is no link of a row of parts. */
const frameNote = (piece: Piece, plan: Plan, kinds: readonly (string | null)[]): Said[] =>
  kinds.includes(null) || linkWires(piece, plan, null).length === 0
    ? []
    : [say`The frame has no place in the row: it is counted once.`];

/** How many links a row can have: joined round it has whole turns, two links at the least. */
function rangeOf(clasp: Clasp, turn: number): LinkRange {
  if (clasp.kind !== 'none') return { least: 1, most: MOST_LINKS, step: 1 };
  return { least: turn === 1 ? 2 : turn, most: MOST_LINKS, step: turn };
}

/** How much more the hook takes than the loop in its place. */
function hookOf(clasp: Clasp, plan: Plan, { wire, eye }: EyeOfWire): LinkPlan['hook'] {
  if (clasp.kind !== 'hook') return null;
  const { ends, stock, closed } = plan.wires[wire]!;
  // Loops at a seam hold each other: neither is an end of its own.
  if (closed) return null;
  const { side } = ends[eye.which];
  const form: WireEnd = {
    kind: 'hook',
    insideMm: clasp.insideMm,
    legMm: clasp.legMm,
    tailMm: 0,
    ...(side && { side }),
  };
  const moreMm = endLength(form, stock) - endLength(ends[eye.which], stock);
  return { wire, end: eye.which, form, moreMm };
}

/** What does not go through what. */
function notesOf(joint: LaidJoint, first: Eye, last: Eye): Said[] {
  if (joint.kind === 'direct') return [];
  const d = joint.wire.diameterMm;
  const narrow = Math.min(first.insideMm, last.insideMm);
  const notes: Said[] = [];
  if (d > narrow) {
    notes.push(
      say`The joint’s wire is ${asThickness(d)} and does not go through a loop of ${asLength(narrow)} inside.`,
    );
  }
  if (joint.kind === 'ring' && (joint.rings ?? 1) > 1 && 2 * d > joint.insideMm) {
    notes.push(
      say`Two rings of ${asThickness(d)} wire do not hang in a ring of ${asLength(joint.insideMm)} inside.`,
    );
  }
  if (joint.kind === 'beaded') {
    for (const b of joint.beads) {
      if (b.holeMm >= holeNeeded(1, d, b.lengthMm, null) - 1e-9) continue;
      notes.push(
        say`${b.name} does not go on the joint: its hole is ${asThickness(b.holeMm)}, the wire ${asThickness(d)}.`,
      );
    }
  }
  return notes;
}
