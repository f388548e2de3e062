import {
  beadAct,
  kindOf,
  newDressItem,
  plainBead,
  wrapAct,
  type Act,
  type DressKind,
} from '../item';
import { newPath, newPiece, withNamedWires, type FigurePath, type Piece } from '../piece';
import type { StretchPlace } from '../item';

interface Sample {
  readonly paths: readonly FigurePath[];
  readonly on: StretchPlace;
  readonly to: StretchPlace;
}

const at = (x: number, y: number) => ({ x, y });
const place = (x: number, y: number, lengthMm = 0, headingRad?: number): StretchPlace => ({
  x,
  y,
  lengthMm,
  ...(headingRad !== undefined && { headingRad }),
});
const QUARTER = Math.tan(Math.PI / 8);

/** A bow of 30 mm. */
const BOW: Sample = {
  paths: [newPath('a', [{ ...at(-14, 4), bulge: 0.25 }, at(14, 4)], false)],
  on: place(0, -3, 18),
  to: place(0, 0),
};
const CROSS: Sample = {
  paths: [newPath('a', [at(-9, -6), at(9, 6)], false), newPath('b', [at(-9, 6), at(9, -6)], false)],
  on: place(0, 0, 0, Math.atan2(-12, 18)),
  to: place(0, 0),
};
const RAILS: Sample = {
  paths: [
    newPath('a', [at(-12, -3), at(12, -3)], false),
    newPath('b', [at(-12, 3), at(12, 3)], false),
  ],
  on: place(0, -3, 16),
  to: place(0, 3, 16),
};
const LEG: Sample = {
  paths: [newPath('a', [at(-12, -7), at(-10, 0), at(12, 0), at(-10, 0), at(-12, 7)], false)],
  on: place(12, 0),
  to: place(0, 0),
};
const RING: Sample = {
  paths: [
    newPath(
      'a',
      [at(0, -11), at(11, 0), at(0, 11), at(-11, 0)].map((p) => ({ ...p, bulge: QUARTER })),
      true,
    ),
  ],
  on: place(0, 0),
  to: place(0, 11, 16),
};

/** From bar to bar, with a bead on one of the ways. */
const LED: Act[] = [
  wrapAct('a1', place(-9, -3), 3),
  wrapAct('a2', place(-3, 3), 3),
  wrapAct('a3', place(3, -3), 3),
  beadAct('a4', null, [{ ...plainBead('Bead', 3), holeMm: 2 }]),
  wrapAct('a5', place(9, 3), 3),
];

function groundOf(kind: DressKind): Sample {
  const { place: where, traits } = kindOf({ kind });
  if (where === 'acts') return RAILS;
  if (traits.begins === 'end') return { ...RAILS, on: place(-12, -3), to: place(-6, 3) };
  if (traits.begins === 'fold') return LEG;
  if (traits.begins === 'crossing') return CROSS;
  if (where === 'stretches' || where === 'points') return RAILS;
  if (where === 'free') return RING;
  return BOW;
}

/** A small piece that shows what one kind of item is: a figure that it suits, dressed with a first one of it. */
export function samplePiece(kind: DressKind): Piece {
  const { paths, on, to } = groundOf(kind);
  const first = newDressItem(kind, 'i', on, to, {
    frameMm: 1,
    thread: { metal: 'brass', temper: 'dead-soft', diameterMm: 0.6 },
  });
  const roomy =
    'beads' in first ? first.beads.map((b) => ({ ...plainBead(b.name, 4), holeMm: 2.6 })) : [];
  // Enough of them to be seen.
  const shown =
    'acts' in first
      ? { ...first, acts: LED }
      : first.kind === 'own-wraps'
        ? { ...first, wraps: 3 }
        : first;
  const item = 'beads' in first ? { ...first, beads: roomy } : shown;
  return withNamedWires({
    ...newPiece(`sample-${kind}`, '', ''),
    wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
    paths: [...paths],
    dressing: [item],
  });
}
