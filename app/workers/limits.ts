import type { Piece } from '@core/piece';
import type { State } from './planner.worker';
import type { LimitOf } from './restartable';

/** Every question may take so long, and so much more for each point of the piece that it is about, ms. */
const PLAN_MS = { least: 30_000, point: 6 } as const;
/** What is drawn small on the list goes without a plan sooner. */
const PICTURE_MS = 20_000;
/** Reading a file: its size is bounded before. */
const FILE_MS = 20_000;
/** A whole workshop with all its pictures. */
const WORKSHOP_MS = 120_000;
const TRACE_MS = 180_000;

/** The points of a piece, or of a state of one. */
const pointsOf = (what: unknown): number => {
  const { paths, points } = (what ?? {}) as Partial<Piece & State>;
  if (points !== undefined) return points;
  return Array.isArray(paths) ? paths.reduce((sum, p) => sum + p.nodes.length, 0) : 0;
};

/** The limit of a question about a piece or a state of it, by its points. */
export const planLimit: LimitOf = (method, [piece]) =>
  method === 'picture' ? PICTURE_MS : PLAN_MS.least + PLAN_MS.point * pointsOf(piece);
export const fileLimit: LimitOf = (method, args) =>
  method.includes('WorkshopFile')
    ? WORKSHOP_MS
    : method.startsWith('read')
      ? FILE_MS
      : planLimit(method, args);
/** A list is given its own time; its solver is loaded first. */
export const cutLimit: LimitOf = () => 60_000;
export const traceLimit: LimitOf = () => TRACE_MS;
