import fc from 'fast-check';
import { distance, flattenPath, type Vec } from '../geometry';
import { drawnPath, type FigurePath, type Piece } from '../piece';
import { BASES, CORNER_STYLES, type Basis, type CornerStyle } from '../strip';
import { formBlind, evenly, frechet, laidOn } from '../strip/blindBender';
import { awgToMm } from '../units';
import { planPiece, type Bench, type WirePlan } from './planPiece';

/** What a plan is made for, beside the figure. */
export interface Choice {
  readonly diameterMm: number;
  readonly basis: Basis;
  readonly corner: CornerStyle;
  readonly tools: boolean;
}

/** Any of three gauges, all bases and corner styles, with tools or without. */
export const CHOICES: fc.Arbitrary<Choice> = fc.record({
  diameterMm: fc.constantFrom(...[16, 18, 22].map(awgToMm)),
  basis: fc.constantFrom(...BASES),
  corner: fc.constantFrom(...CORNER_STYLES),
  tools: fc.boolean(),
});

/** The piece, each drawn line a wire of its own, made so. */
export const chosen = (piece: Piece, { diameterMm, basis, corner }: Choice): Piece => ({
  ...piece,
  route: null,
  wire: { ...piece.wire, diameterMm },
  basis,
  corner,
});

/** How a wire formed from its list alone stands to the line that it was planned for. */
export interface BlindMiss {
  readonly pathId: string;
  /** furthest apart with both walked in step, mm */
  readonly farMm: number;
  /** what the plan says of that, and what sampling may add */
  readonly saidMm: number;
}

const DRAWN_STEP_MM = 0.05;
const MOST_SAMPLES = 1200;

/**
 * Forms every wire of a piece from its bend list alone and walks it in step with the line that it
 * should follow. Shares nothing with the planner but the drawn line and the list.
 */
export function blindMisses(piece: Piece, bench: Bench = {}): BlindMiss[] {
  const plan = planPiece(piece, bench);
  const paths = new Map(piece.paths.map((p) => [p.id, p]));
  return plan.wires.map((w) => {
    const own = piece.basis === 'centre' && piece.corner === 'round';
    const wished = own ? drawnPoints(paths.get(w.pathId)!) : [...w.wished];
    const samples = Math.min(MOST_SAMPLES, Math.max(200, Math.ceil(3 * w.developedMm)));
    const formed = evenly(formBlind(w.bends, w.developedMm), samples);
    const rows = w.closed && w.seamPlace ? begunAt(wished, w.seamPlace) : [wished];
    const stepMm = w.developedMm / samples;
    const saidMm = w.stray!.mm + stepMm / 2 + foldsOf(w, piece) + SLACK_MM;
    const farMm = Math.min(...rows.map((row) => nearest(formed, evenly(row, samples), saidMm)));
    return { pathId: w.pathId, farMm, saidMm };
  });
}

/** Rounding of what is shown, and of lines told by points. */
const SLACK_MM = 0.12;

/** After each fold the wire lies beside itself, and a list cannot say to which side. */
const foldsOf = (w: WirePlan, piece: Piece): number => {
  const folds = w.bends.filter((b) => b.kind === 'fold').length;
  return folds === 0 ? 0 : (folds + 1) * piece.wire.diameterMm;
};

const drawnPoints = (path: FigurePath): Vec[] => flattenPath(drawnPath(path), 0.002, DRAWN_STEP_MM);

/** A closed row of points begun where it comes nearest to a place, at each of its passes there. */
function begunAt(row: readonly Vec[], place: Vec): Vec[][] {
  const ring = distance(row[0]!, row[row.length - 1]!) < 1e-6 ? row.slice(0, -1) : row;
  const far = ring.map((p) => distance(p, place));
  const least = Math.min(...far);
  const begins = far.flatMap((f, i) => {
    const [a, b] = [far[(i + ring.length - 1) % ring.length]!, far[(i + 1) % ring.length]!];
    return f <= a && f < b && f < least + 1.5 ? [i] : [];
  });
  return begins.map((i) => [...ring.slice(i), ...ring.slice(0, i), ring[i]!]);
}

/** Laid on the line as a whole and then moved about for as long as that brings it nearer. */
function nearest(formed: readonly Vec[], wanted: readonly Vec[], enoughMm: number): number {
  let row = laidOn(formed, wanted);
  let far = frechet(row, wanted);
  for (let step = far / 2; step > 0.01 && far > enoughMm; step /= 2) {
    const moves = [
      [step, 0, 0],
      [-step, 0, 0],
      [0, step, 0],
      [0, -step, 0],
      [0, 0, step],
      [0, 0, -step],
    ] as const;
    for (const [dx, dy, swing] of moves) {
      const tried = moved(row, dx, dy, swing);
      const now = frechet(tried, wanted);
      if (now < far) [row, far] = [tried, now];
    }
  }
  return far;
}

/** The row moved, and turned about its middle so that its furthest point swings so far. */
function moved(row: readonly Vec[], dx: number, dy: number, swingMm: number): Vec[] {
  const n = row.length;
  const [mx, my] = [row.reduce((s, p) => s + p.x, 0) / n, row.reduce((s, p) => s + p.y, 0) / n];
  const reach = Math.max(...row.map((p) => Math.hypot(p.x - mx, p.y - my)));
  const [c, s] = [Math.cos(swingMm / reach), Math.sin(swingMm / reach)];
  return row.map(({ x, y }) => ({
    x: mx + c * (x - mx) - s * (y - my) + dx,
    y: my + s * (x - mx) + c * (y - my) + dy,
  }));
}
