import {
  angleOf,
  applyAffine,
  compose,
  endOf,
  IDENTITY,
  pointAt,
  primitiveFrom,
  rotation,
  segmentLength,
  startOf,
  tangentAt,
  transformSegment,
  translation,
  type Affine,
  type Primitive,
  type Vec,
} from '../geometry';
import type { Strip, StripPiece } from '../strip';

interface Stand {
  readonly at: Vec;
  readonly heading: number;
}

/**
 * The wire part way through its forming: a strip of the same pieces at the same places on the
 * blank, each bent as far as told. Unbent pieces are straight over their developed length, bent
 * ones have their final shape, and one place of the wire stays where it will be in the end.
 *
 * A bend under way has its turn spread evenly over its length, as wire takes it.
 *
 * @param progress for each piece how far it is bent, 0 to 1; runs have none
 * @param anchorMm the place on the blank that stays
 */
export function poseStrip(
  strip: Strip,
  progress: (piece: number) => number,
  anchorMm: number,
): Strip {
  const { pieces } = strip;
  const found = pieces.findIndex((p) => anchorMm <= p.startMm + p.lengthMm + 1e-9);
  const anchor = found < 0 ? pieces.length - 1 : found;
  const shapes: (readonly Primitive[])[] = pieces.map((p) => p.shape);
  const held = pieces[anchor];
  if (!held) return strip;
  const share = Math.min(1, Math.max(0, (anchorMm - held.startMm) / Math.max(held.lengthMm, 1e-9)));
  shapes[anchor] = laid(bent(held, progress(anchor)), share, standOn(held.shape, share));
  for (let i = anchor + 1; i < pieces.length; i++) {
    const stand = standOn(shapes[i - 1]!, 1);
    const kept = sameStand(stand, standOn(pieces[i - 1]!.shape, 1));
    shapes[i] = next(pieces[i]!, progress(i), 0, stand, kept);
  }
  for (let i = anchor - 1; i >= 0; i--) {
    const stand = standOn(shapes[i + 1]!, 0);
    const kept = sameStand(stand, standOn(pieces[i + 1]!.shape, 0));
    shapes[i] = next(pieces[i]!, progress(i), 1, stand, kept);
  }
  return { ...strip, pieces: pieces.map((p, i) => ({ ...p, shape: shapes[i]! })) };
}

/** A piece that is formed and follows one in its place is in its own place: no rounding adds up. */
function next(
  piece: StripPiece,
  progress: number,
  share: 0 | 1,
  stand: Stand,
  kept: boolean,
): readonly Primitive[] {
  const done = piece.kind === 'run' || progress >= 1;
  if (done && kept) return piece.shape;
  return laid(bent(piece, progress), share, stand);
}

/** A piece bent part of the way, somewhere. */
function bent(piece: StripPiece, progress: number): readonly Primitive[] {
  if (piece.kind === 'run' || progress >= 1) return piece.shape;
  const curvature = (piece.angleRad * progress) / Math.max(piece.lengthMm, 1e-9);
  return [primitiveFrom({ x: 0, y: 0 }, 0, curvature, piece.lengthMm)];
}

/** Place and heading at a share of a shape's drawn length. */
function standOn(shape: readonly Primitive[], share: number): Stand {
  const first = shape[0]!;
  const last = shape[shape.length - 1]!;
  if (share <= 0) return { at: startOf(first), heading: angleOf(tangentAt(first, 0)) };
  if (share >= 1) return { at: endOf(last), heading: angleOf(tangentAt(last, 1)) };
  let left = share * shape.reduce((sum, p) => sum + segmentLength(p), 0);
  for (const p of shape) {
    const length = segmentLength(p);
    if (left <= length) {
      const t = length > 0 ? left / length : 0;
      return { at: pointAt(p, t), heading: angleOf(tangentAt(p, t)) };
    }
    left -= length;
  }
  return { at: endOf(last), heading: angleOf(tangentAt(last, 1)) };
}

const sameStand = (a: Stand, b: Stand): boolean =>
  Math.hypot(a.at.x - b.at.x, a.at.y - b.at.y) < 1e-9 &&
  Math.abs(Math.sin((a.heading - b.heading) / 2)) < 1e-9;

/** A shape moved so that a share of it stands where it should. */
function laid(shape: readonly Primitive[], share: number, stand: Stand): readonly Primitive[] {
  const now = standOn(shape, share);
  if (sameStand(now, stand)) return shape;
  const map = moveBetween(now, stand);
  return shape.flatMap((p) => transformSegment(p, map) as Primitive[]);
}

function moveBetween(from: Stand, to: Stand): Affine {
  const turned: Affine =
    to.heading === from.heading ? IDENTITY : rotation(to.heading - from.heading);
  const at = applyAffine(turned, from.at);
  return compose(translation(to.at.x - at.x, to.at.y - at.y), turned);
}
