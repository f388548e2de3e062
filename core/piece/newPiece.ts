import type { WireEnd } from '../end';
import { awgToMm } from '../units';
import { DEFAULT_MAKING } from './dressingSchema';
import { PIECE_FORMAT, PIECE_VERSION, type FigurePath, type Piece, type Seam } from './schema';

export const PLAIN_END: WireEnd = { kind: 'plain', tailMm: 0 };
export const DEFAULT_SEAM: Seam = { at: null, join: 'butt', overlapMm: 6, loopInsideMm: 2.5 };

/** A path with plain ends and the seam left to the plan. */
export function newPath(id: string, nodes: FigurePath['nodes'], closed: boolean): FigurePath {
  return { id, closed, nodes, start: PLAIN_END, end: PLAIN_END, seam: DEFAULT_SEAM };
}

/** An empty piece: 18 gauge soft copper, 5 mm reserve. */
export function newPiece(id: string, name: string, now: string): Piece {
  return {
    format: PIECE_FORMAT,
    version: PIECE_VERSION,
    id,
    name,
    tags: [],
    made: now,
    changed: now,
    paths: [],
    basis: 'centre',
    corner: 'round',
    toleranceMm: 0.25,
    wire: { metal: 'copper', temper: 'dead-soft', diameterMm: Number(awgToMm(18).toFixed(3)) },
    stocks: [],
    reserveMm: 5,
    work: 'cut',
    over: 'later',
    picture: null,
    overAt: [],
    doubled: 'beside',
    doubledAt: [],
    route: null,
    hang: null,
    shapes: [],
    kit: null,
    from: 'first',
    bendEdits: [],
    dressing: [],
    parts: [],
    links: null,
    outOfPlane: null,
    making: DEFAULT_MAKING,
  };
}
