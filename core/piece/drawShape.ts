import {
  DEFAULT_KIT,
  insideFromTool,
  stiffnessOf,
  toolSizes,
  type Kit,
  type TestCoil,
} from '../forming';
import {
  applyAffine,
  compose,
  pathsBox,
  rotation,
  scaling,
  transformPath,
  translation,
  type Affine,
  type Path,
} from '../geometry';
import { outlineWord, setWord, type LetterFont, type OutlineFontId } from '../lettering';
import { drawMotif, makerFor, MOTIFS } from '../motif';
import { newPath } from './newPiece';
import { nodesOf } from './nodes';
import type { WireEnd } from '../end';
import type { FigurePath, Wire } from './schema';
import type { Place, Shape } from './shapeSchema';

/** A shape's lines in wire, as its numbers and the wire make them. */
export interface DrawnShape {
  readonly paths: readonly FigurePath[];
  readonly beads: Shape['beads'];
  /** signs that the face does not have, and signs too small for this wire */
  readonly missing: readonly string[];
  readonly tight: readonly string[];
  /** passes shall go over and under in turn */
  readonly alternate: boolean;
}

/** Fonts opened so far; a word in outline letters is drawn with the one it names. */
export type FontOf = (id: OutlineFontId) => LetterFont;

/** What a maker shapes with: the tools, and coils wound to test wires. */
export interface ShapeBench {
  readonly kit?: Kit | null;
  readonly coils?: readonly TestCoil[];
}

/** One line before it is placed. */
interface Stroke {
  readonly path: Path;
  readonly start?: WireEnd;
  readonly end?: WireEnd;
}

interface Loose extends Omit<DrawnShape, 'paths'> {
  readonly strokes: readonly Stroke[];
}

/**
 * Draws a shape at its place, with all its copies, of radii that the maker's tools leave in the wire.
 * @throws LetteringError, MotifError when its numbers make no lines, with a sentence that says why
 */
export function drawShape(
  shape: Shape,
  wire: Wire,
  fontOf: FontOf,
  bench: ShapeBench = {},
): DrawnShape {
  const loose = looseShape(shape, wire, fontOf, bench);
  const box = pathsBox(loose.strokes.map((s) => s.path));
  const middle = box
    ? translation(-(box.minX + box.maxX) / 2, -(box.minY + box.maxY) / 2)
    : translation(0, 0);
  const maps = placesOf(shape.place).map((m) => compose(m, middle));
  const paths = maps.flatMap((m) =>
    loose.strokes.map(({ path, start, end }): Omit<FigurePath, 'id'> => {
      const placed = transformPath(path, m);
      const { id: _id, ...bare } = newPath('x', nodesOf(placed), placed.closed);
      return { ...bare, start: start ?? bare.start, end: end ?? bare.end };
    }),
  );
  return {
    paths: paths.map((p, i) => ({ id: `${shape.id}-${i + 1}`, ...p })),
    beads: maps.flatMap((m) => loose.beads.map((b) => ({ ...b, ...applyAffine(m, b) }))),
    missing: loose.missing,
    tight: loose.tight,
    alternate: loose.alternate,
  };
}

/** Where each copy goes. */
function placesOf({ x, y, turnDeg, mirrored, around }: Place): Affine[] {
  const flip = scaling(mirrored ? -1 : 1, 1);
  const at = (turnRad: number, out: number): Affine =>
    compose(translation(x, y), compose(rotation(turnRad), compose(translation(0, -out), flip)));
  const turn = (turnDeg * Math.PI) / 180;
  if (!around) return [at(turn, 0)];
  return Array.from({ length: around.count }, (_, k) =>
    at(turn + (2 * Math.PI * k) / around.count, around.radiusMm),
  );
}

function looseShape(shape: Shape, wire: Wire, fontOf: FontOf, bench: ShapeBench): Loose {
  const stiffness = stiffnessOf(wire, bench.coils ?? []);
  if (shape.kind === 'motif') {
    const paths = drawMotif(shape.motif, shape.values, makerFor(stiffness));
    return {
      strokes: paths.map((path) => ({ path })),
      beads: [],
      missing: [],
      tight: [],
      alternate: MOTIFS[shape.motif].alternate ?? false,
    };
  }
  if (shape.kind === 'outline') {
    const word = outlineWord(shape.outline, fontOf(shape.outline.font), wire.diameterMm);
    return {
      strokes: word.paths.map((path) => ({ path })),
      beads: [],
      missing: word.missing,
      tight: [],
      alternate: false,
    };
  }
  const smallest = toolSizes(bench.kit ?? DEFAULT_KIT)[0] ?? 1;
  const word = setWord(shape.word, {
    diameterMm: wire.diameterMm,
    leastRadiusMm: (insideFromTool(smallest, stiffness) + wire.diameterMm) / 2,
  });
  const letters = word.wires.filter((w) => w.role === 'word');
  const loop: WireEnd = { kind: 'loop', insideMm: shape.word.loopMm, tailMm: 0 };
  const looped = shape.word.ends === 'loops';
  return {
    strokes: word.wires.map((w): Stroke => ({
      path: w.path,
      ...(looped && !w.path.closed && w === letters[0] ? { start: loop } : {}),
      ...(looped && !w.path.closed && w === letters[letters.length - 1] ? { end: loop } : {}),
    })),
    beads: word.beads.map((b) => ({ ...b, acrossMm: word.beadMm })),
    missing: word.missing,
    tight: word.tight,
    alternate: false,
  };
}
