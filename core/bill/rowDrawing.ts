import { angleOf, compose, rotation, sub, translation, type Affine, type Vec } from '../geometry';
import { beadMark, oval, wireMark, type DressMark } from '../item';
import type { Dressing } from '../dressing';
import type { LaidJoint, Part, Piece } from '../piece';
import type { Plan } from '../plan';
import { isLink, type LinkPlan } from './links';

/** A row of links laid out straight along x, from the inside of its first loop at 0. */
export interface RowDrawing {
  /** each link in the row: of which place of its turn, of which kind, and the way there from where it is drawn */
  readonly places: readonly {
    readonly place: number;
    readonly kind: number;
    readonly map: Affine;
  }[];
  /** rings, or beads on their wires */
  readonly joints: readonly DressMark[];
}

/** What is seen of one kind of link: its wires, what is on them, and the parts joined to it. */
export interface LinkLooks {
  readonly wires: ReadonlySet<number>;
  readonly dressing: Dressing | null;
}

/** The link that a part is, or is joined to in the end; null is the frame. */
function linkOfPart(piece: Piece, row: LinkPlan, part: Part | undefined): string | null {
  const seen = new Set<Part>();
  let next = part;
  while (next && !seen.has(next)) {
    if (isLink(row, next)) return next.id;
    seen.add(next);
    const { to }: Part = next;
    next = piece.parts.find((p) => p.id === to);
  }
  return null;
}

/**
 * All of a piece that is a link at one place of its turn, with what hangs in the ring behind it.
 * @param joined whether there is a joint behind it: not behind the last of a row with a hook
 */
export function linkLooks(
  piece: Piece,
  plan: Plan,
  dressing: Dressing | null,
  row: LinkPlan,
  place: number,
  joined = true,
): LinkLooks {
  const own = row.turn[place]!;
  const { link } = row.linkKinds[own.link]!;
  const hasRing = (rings: number | null): boolean =>
    rings === null || (joined && row.turn[rings]?.joint === own.joint);
  const wires = new Set(
    plan.wires.flatMap((w, i) => {
      const part = piece.parts.find((p) => p.paths.includes(w.pathId));
      return linkOfPart(piece, row, part) === link ? [i] : [];
    }),
  );
  const isOn = (wire: number | null): boolean => (wire === null ? link === null : wires.has(wire));
  return {
    wires,
    dressing: dressing && {
      ...dressing,
      items: dressing.items.filter((d) => isOn(d.wire) && hasRing(d.rings)),
      copies: dressing.copies.filter((c) => {
        const part = piece.parts.find((p) => p.id === c.part);
        return linkOfPart(piece, row, part) === link;
      }),
    },
  };
}

/** One joint from `x` on, as it lies in a row. */
export function jointMarks(joint: LaidJoint, x: number): DressMark[] {
  const circle = (from: number, insideMm: number, d: number): Vec[] =>
    oval({ x: from + insideMm / 2, y: 0 }, (insideMm + d) / 2, (insideMm + d) / 2);
  switch (joint.kind) {
    case 'direct':
      return [];
    case 'ring':
      return [
        wireMark(
          Array.from({ length: joint.rings ?? 1 }, (_, i) =>
            circle(x + i * joint.insideMm, joint.insideMm, joint.wire.diameterMm),
          ),
          joint.wire,
        ),
      ];
    case 'beaded': {
      const { insideMm, wire, beads } = joint;
      const d = wire.diameterMm;
      let at = x + insideMm + d;
      const placed = beads.map((bead): DressMark => {
        const middle = at + bead.lengthMm / 2;
        at += bead.lengthMm;
        return beadMark({ bead, at: { x: middle, y: 0 }, along: { x: 1, y: 0 } });
      });
      return [wireMark([circle(x, insideMm, d), circle(at + d, insideMm, d)], wire), ...placed];
    }
  }
}

/** Where each link and joint of a row lies when it is pulled straight. */
export function rowDrawing(row: LinkPlan): RowDrawing {
  const { linkKinds, jointKinds, turn, more } = row;
  const upright = linkKinds.map(({ eyes: { first, last } }) => {
    const angle = angleOf(sub(last.center, first.center));
    return compose(rotation(-angle), translation(-first.center.x, -first.center.y));
  });
  const joints: DressMark[] = [];
  let x = 0;
  const addJoint = (place: number): void => {
    const joint = jointKinds[turn[place]!.joint]!;
    joints.push(...jointMarks(joint.laid, x));
    x += joint.lengthMm;
  };
  if (more === 1) addJoint(turn.length - 1);
  const places = Array.from({ length: row.links }, (_, i) => {
    const place = i % turn.length;
    const kind = turn[place]!.link;
    const { linkMm, eyes } = linkKinds[kind]!;
    const map = compose(translation(x + eyes.first.insideMm / 2, 0), upright[kind]!);
    x += linkMm;
    if (i < row.links - 1 || more >= 0) addJoint(place);
    return { place, kind, map };
  });
  return { places, joints };
}
