import { applyAffine, isMirror, similarityFactor, type Affine } from '../geometry';
import { MOTIFS } from '../motif';
import type { DrawnShape } from './drawShape';
import { markOf } from './mark';
import type { FigurePath, Piece, Wire } from './schema';
import type { Place, Shape } from './shapeSchema';

/** Whether a shape's lines were changed by hand since they were drawn. */
export function isHandChanged(piece: Piece, shape: Shape): boolean {
  const paths = new Map(piece.paths.map((p) => [p.id, p]));
  return shape.lines.some((line) => {
    const path = paths.get(line.id);
    return !path || markOf(path) !== line.mark;
  });
}

const ownIds = (piece: Piece, id: string): Set<string> =>
  new Set(piece.shapes.find((s) => s.id === id)?.lines.map((l) => l.id));

/**
 * The piece with a shape drawn on it: its lines take the place of those it had. What was chosen
 * about the ends of a line stays, unless the shape says what its ends are.
 */
export function withShape(piece: Piece, shape: Shape, drawn: DrawnShape): Piece {
  const before = piece.shapes.find((s) => s.id === shape.id);
  const own = ownIds(piece, shape.id);
  const old = new Map(piece.paths.map((p) => [p.id, p]));
  const hadLoops = before?.kind === 'word' && before.word.ends === 'loops';
  const paths = drawn.paths.map((path): FigurePath => {
    const known = own.has(path.id) ? old.get(path.id) : undefined;
    if (known?.closed !== path.closed || hadLoops) return path;
    return {
      ...path,
      start: path.start.kind === 'loop' ? path.start : known.start,
      end: path.end.kind === 'loop' ? path.end : known.end,
      seam: known.seam,
      ...(known.stock !== undefined && { stock: known.stock }),
    };
  });
  const first = piece.paths.findIndex((p) => own.has(p.id));
  const kept = piece.paths.filter((p) => !own.has(p.id));
  const at = first < 0 ? kept.length : first;
  const next: Shape = {
    ...shape,
    lines: paths.map((p) => ({ id: p.id, mark: markOf(p) })),
    beads: [...drawn.beads],
  };
  return {
    ...piece,
    paths: [...kept.slice(0, at), ...paths, ...kept.slice(at)],
    shapes: before
      ? piece.shapes.map((s) => (s.id === shape.id ? next : s))
      : [...piece.shapes, next],
    over: !before && drawn.alternate && piece.over === 'later' ? 'alternate' : piece.over,
  };
}

/** The piece without a shape and its lines. */
export function withoutShape(piece: Piece, id: string): Piece {
  const own = ownIds(piece, id);
  return {
    ...piece,
    paths: piece.paths.filter((p) => !own.has(p.id)),
    shapes: piece.shapes.filter((s) => s.id !== id),
  };
}

/** A shape under a map that keeps shapes: its place and its sizes; lines are mapped by themselves. */
export function mapShape(shape: Shape, m: Affine, wire: Wire): Shape {
  const factor = similarityFactor(m) ?? 1;
  const place = mapPlace(shape.place, m, factor);
  const beads = shape.beads.map((b) => ({ ...b, ...applyAffine(m, b) }));
  const common = { place, beads };
  if (shape.kind === 'motif') {
    const values = { ...shape.values };
    for (const f of MOTIFS[shape.motif].fields) {
      if (f.kind !== 'length' && f.kind !== 'tool') continue;
      const now = values[f.key] ?? f.standard;
      values[f.key] = Math.min(f.max, Math.max(f.min, now * factor));
    }
    return { ...shape, ...common, values };
  }
  const grown = <T extends { by: 'x-height' | 'width'; mm: number }>(size: T): T => {
    // A width takes in the wire, whose thickness does not grow.
    const wireMm = size.by === 'width' ? wire.diameterMm : 0;
    return { ...size, mm: Math.max(2, (size.mm - wireMm) * factor + wireMm) };
  };
  if (shape.kind === 'outline') {
    return { ...shape, ...common, outline: { ...shape.outline, size: grown(shape.outline.size) } };
  }
  const { word } = shape;
  const baseline =
    word.baseline.kind === 'straight'
      ? word.baseline
      : { ...word.baseline, radiusMm: Math.max(5, word.baseline.radiusMm * factor) };
  const letters = word.letters.map((l) => ({ ...l, dx: l.dx * factor, dy: l.dy * factor }));
  return { ...shape, ...common, word: { ...word, size: grown(word.size), baseline, letters } };
}

function mapPlace(place: Place, m: Affine, factor: number): Place {
  const turn = (place.turnDeg * Math.PI) / 180;
  const mirror = isMirror(m);
  const mirrored = place.mirrored !== mirror;
  // Where the shape's own right-hand direction points afterwards.
  const side = place.mirrored ? -1 : 1;
  const x = side * (m.a * Math.cos(turn) + m.c * Math.sin(turn));
  const y = side * (m.b * Math.cos(turn) + m.d * Math.sin(turn));
  const sign = mirrored ? -1 : 1;
  return {
    ...applyAffine(m, place),
    turnDeg: (Math.atan2(sign * y, sign * x) * 180) / Math.PI,
    mirrored,
    around: place.around
      ? { ...place.around, radiusMm: place.around.radiusMm * factor }
      : place.around,
  };
}

/** A shape's id not used in a piece. */
export function freshShapeId(piece: Piece): string {
  const used = new Set(piece.shapes.map((s) => s.id));
  let n = piece.shapes.length + 1;
  while (used.has(`s${n}`) || piece.paths.some((p) => p.id.startsWith(`s${n}-`))) n++;
  return `s${n}`;
}
