import { angleOf, compose, rotation, sub, translation, type Affine, type Vec } from '../geometry';
import { beadMark, oval, wireMark, type DressMark } from '../item';
import type { LaidJoint } from '../piece';
import type { LinkPlan } from './links';

/** A row of links laid out straight along x, from the inside of its first loop at 0. */
export interface RowDrawing {
  /** from the figure to each link in the row */
  readonly places: readonly Affine[];
  /** rings, or beads on their wires */
  readonly joints: readonly DressMark[];
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
export function rowDrawing(row: LinkPlan, joint: LaidJoint): RowDrawing {
  const { first, last } = row.eyes;
  const turn = angleOf(sub(last.center, first.center));
  const upright = compose(rotation(-turn), translation(-first.center.x, -first.center.y));
  const stepMm = row.linkMm + row.joint.lengthMm;
  const places = Array.from({ length: row.links }, (_, i) =>
    compose(translation(i * stepMm + first.insideMm / 2, 0), upright),
  );
  const joints = Array.from({ length: row.joints }, (_, i) =>
    jointMarks(joint, i * stepMm + row.linkMm),
  ).flat();
  return { places, joints };
}
