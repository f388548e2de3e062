import {
  IDENTITY,
  add,
  angleOf,
  applyAffine,
  compose,
  endOf,
  primitiveFrom,
  rotation,
  scale,
  startOf,
  tangentAt,
  transformSegment,
  translation,
  type Affine,
  type Primitive,
  type Vec,
} from '../geometry';
import type { Strip, StripPiece } from './bendChain';
import { developedBend } from './corner';

/** Another wish for one bend of a strip. */
export interface BendChange {
  /** which piece of the strip */
  readonly piece: number;
  /** moves the bend along the blank, mm; both its neighbours must be straight there */
  readonly shiftMm?: number;
  /** another turn, same sense, radians, without sign */
  readonly angleRad?: number;
  readonly insideMm?: number;
}

/** Beyond this turn the legs of a bend do not meet at a tip that could stay in its place. */
const WIDEST_TURN = (160 * Math.PI) / 180;

const legTo = (radiusMm: number, angleRad: number): number =>
  radiusMm * Math.tan(Math.min(Math.abs(angleRad), WIDEST_TURN) / 2);

interface Blank {
  readonly kind: StripPiece['kind'];
  readonly angleRad: number;
  readonly insideRadiusMm: number;
  readonly lengthMm: number;
  /** the piece whose shape is kept, where it is */
  readonly kept: StripPiece | null;
}

/**
 * The strip with other bends: lengths on the blank follow, and the shape from each changed bend on
 * is moved as it would be in the hand. A bend that gets another radius or angle keeps the place of
 * its tip, where its legs' lines meet, as long as the legs have the room; a bend that is shifted
 * takes from the run on one side and gives to the other.
 *
 * @param diameterMm wire diameter
 * @param k neutral-line factor
 */
export function reform(
  strip: Strip,
  changes: readonly BendChange[],
  diameterMm: number,
  k = 0.5,
): Strip {
  if (changes.length === 0) return strip;
  const blanks = strip.pieces.map((p): Blank => ({ ...bare(p), kept: p }));
  for (const change of changes) bendAnew(blanks, change, diameterMm, k);
  // Runs may be put in between, so shifts go from the last bend to the first.
  const shifts = changes.filter((c) => c.shiftMm).sort((a, b) => b.piece - a.piece);
  for (const { piece, shiftMm } of shifts) shift(blanks, piece, shiftMm ?? 0);
  return {
    ...strip,
    ...shaped(
      strip,
      blanks.filter((b) => b.kind !== 'run' || b.lengthMm > 1e-6),
    ),
  };
}

const bare = (p: StripPiece): Omit<Blank, 'kept'> => ({
  kind: p.kind,
  angleRad: p.angleRad,
  insideRadiusMm: p.insideRadiusMm,
  lengthMm: p.lengthMm,
});

function bendAnew(blanks: Blank[], change: BendChange, d: number, k: number): void {
  const b = blanks[change.piece];
  if (!b || b.kind === 'run' || b.kind === 'fold') return;
  if (change.angleRad === undefined && change.insideMm === undefined) return;
  const angleRad = Math.sign(b.angleRad) * (change.angleRad ?? Math.abs(b.angleRad));
  const insideRadiusMm = change.insideMm ?? b.insideRadiusMm;
  const pull =
    legTo(insideRadiusMm + d / 2, angleRad) - legTo(b.insideRadiusMm + d / 2, b.angleRad);
  const lengthMm = developedBend(angleRad, insideRadiusMm, d, k);
  blanks[change.piece] = { kind: b.kind, angleRad, insideRadiusMm, lengthMm, kept: null };
  for (const side of [change.piece - 1, change.piece + 1]) {
    const run = blanks[side];
    if (run?.kind === 'run') {
      blanks[side] = { ...run, lengthMm: Math.max(0, run.lengthMm - pull), kept: null };
    }
  }
}

function shift(blanks: Blank[], piece: number, by: number): void {
  const [from, to] = by > 0 ? [piece + 1, piece - 1] : [piece - 1, piece + 1];
  const giver = blanks[from];
  if (giver?.kind !== 'run') return;
  const moved = Math.min(Math.abs(by), giver.lengthMm);
  blanks[from] = { ...giver, lengthMm: giver.lengthMm - moved, kept: null };
  const taker = blanks[to];
  if (taker?.kind === 'run') {
    blanks[to] = { ...taker, lengthMm: taker.lengthMm + moved, kept: null };
    return;
  }
  const run: Blank = { kind: 'run', angleRad: 0, insideRadiusMm: 0, lengthMm: moved, kept: null };
  blanks.splice(by > 0 ? piece : piece + 1, 0, run);
}

/** How far a bend can be shifted back and forth along the blank, mm. */
export function shiftRoom(strip: Strip, piece: number): { backMm: number; onMm: number } {
  const room = (p: StripPiece | undefined): number => (p?.kind === 'run' ? p.lengthMm : 0);
  return { backMm: room(strip.pieces[piece - 1]), onMm: room(strip.pieces[piece + 1]) };
}

interface Stand {
  readonly at: Vec;
  readonly heading: number;
}

/** Sets the pieces end to end from where the strip began; kept shapes are moved, changed ones drawn. */
function shaped(
  strip: Strip,
  blanks: readonly Blank[],
): { pieces: StripPiece[]; developedMm: number } {
  const first = strip.pieces[0]!.shape[0]!;
  let stand: Stand = { at: startOf(first), heading: angleOf(tangentAt(first, 0)) };
  let startMm = 0;
  // Kept pieces that follow each other are moved by one map, so that no rounding adds up.
  let map: Affine | null = IDENTITY;
  const pieces = blanks.map((b): StripPiece => {
    let shape: readonly Primitive[];
    if (b.kept) {
      map ??= moveTo(b.kept.shape, stand);
      shape = map === IDENTITY ? b.kept.shape : transformed(b.kept.shape, map);
    } else {
      const curvature = b.lengthMm > 0 ? b.angleRad / b.lengthMm : 0;
      shape = [primitiveFrom(stand.at, stand.heading, curvature, b.lengthMm)];
      map = null;
    }
    const { kind, angleRad, insideRadiusMm, lengthMm } = b;
    const piece = { kind, angleRad, insideRadiusMm, startMm, lengthMm, shape };
    startMm += lengthMm;
    const end = shape[shape.length - 1];
    if (end) stand = { at: endOf(end), heading: angleOf(tangentAt(end, 1)) };
    return piece;
  });
  return { pieces, developedMm: startMm };
}

const transformed = (shape: readonly Primitive[], map: Affine): Primitive[] =>
  shape.flatMap((p) => transformSegment(p, map) as Primitive[]);

/** The rigid move that lets a shape begin where and as `stand` says. */
function moveTo(shape: readonly Primitive[], stand: Stand): Affine {
  const first = shape[0]!;
  const turned = rotation(stand.heading - angleOf(tangentAt(first, 0)));
  const at = applyAffine(turned, startOf(first));
  const by = add(stand.at, scale(at, -1));
  return compose(translation(by.x, by.y), turned);
}
