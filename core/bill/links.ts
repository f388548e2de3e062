import { eyesOf, type Eye } from '../dressing';
import { holeNeeded, linkCount, linkRow, loopLength } from '../element';
import { endLength, type WireEnd } from '../end';
import { distance } from '../geometry';
import type { Bead, Thread } from '../item';
import { jointOf, type Clasp, type LaidJoint, type Piece } from '../piece';
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

/** A row of links for a length that is worn. */
export interface LinkPlan {
  readonly links: number;
  readonly joints: number;
  /** one link from the inside of its first loop to the inside of its last, mm */
  readonly linkMm: number;
  readonly joint: JointPlan;
  /** the whole row closed, mm */
  readonly lengthMm: number;
  /** what one link more or less would make */
  readonly lessMm: number | null;
  readonly moreMm: number;
  /** the loops that a link hangs by */
  readonly eyes: { readonly first: Eye; readonly last: Eye };
  /** the hook that the last link has in the place of a loop: of which wire and end, and how much more that takes */
  readonly hook: {
    readonly wire: number;
    readonly end: 'start' | 'end';
    readonly form: WireEnd;
    readonly moreMm: number;
  } | null;
}

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

/** The two loops of a link that lie furthest apart. */
function loopsOf(plan: Plan): { first: Placed; last: Placed; apartMm: number } | null {
  const eyes = plan.wires.flatMap((wire, index) =>
    eyesOf(plan, wire).map((eye): Placed => ({ eye, wire: index })),
  );
  let best: { first: Placed; last: Placed; apartMm: number } | null = null;
  eyes.forEach((first, i) => {
    for (const last of eyes.slice(i + 1)) {
      const apartMm = distance(first.eye.center, last.eye.center);
      if (!best || apartMm > best.apartMm) best = { first, last, apartMm };
    }
  });
  return best;
}

interface Placed {
  readonly eye: Eye;
  readonly wire: number;
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

const NO_LOOPS = say`A link hangs by a loop at each of its two ends: give it two at Wire.`;

/**
 * How many links of a figure, and joints between them, make a length that is worn: the number that comes
 * nearest to it. Pulled straight, the insides of two loops that hang in each other lie at one place, so a
 * row is as long as its links and joints are from inside to inside.
 */
export function linkPlan(piece: Piece, plan: Plan): LinkAnswer | null {
  const { links } = piece;
  if (!links) return null;
  const found = loopsOf(plan);
  if (!found) return { ok: false, message: NO_LOOPS };
  const { first, last, apartMm } = found;
  const linkMm = apartMm + (first.eye.insideMm + last.eye.insideMm) / 2;
  const laid = jointOf(piece, links.joint);
  const joint = jointPlan(laid);
  const chain = {
    wearMm: links.wornMm,
    linkMm,
    jointMm: joint.lengthMm,
    claspMm: claspMm(links.clasp, last.eye),
    more: JOINTS_MORE[links.clasp.kind],
  };
  const least = links.clasp.kind === 'none' ? 2 : 1;
  const row = linkRow(chain, Math.min(MOST_LINKS, Math.max(least, linkCount(chain).links)));
  return {
    ok: true,
    plan: {
      ...row,
      linkMm,
      joint,
      lessMm: row.links > least ? linkRow(chain, row.links - 1).lengthMm : null,
      moreMm: linkRow(chain, row.links + 1).lengthMm,
      eyes: { first: first.eye, last: last.eye },
      hook: hookOf(links.clasp, plan, last),
    },
    notes: notesOf(laid, first.eye, last.eye),
  };
}

/** How much more the hook takes than the loop in its place. */
function hookOf(clasp: Clasp, plan: Plan, { wire, eye }: Placed): LinkPlan['hook'] {
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
