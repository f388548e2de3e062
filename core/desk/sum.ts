import { elementSchema, solveElement, type ElementResult } from '../element';
import {
  newPath,
  newPiece,
  withNamedWires,
  type FigurePath,
  type Piece,
  type Wire,
} from '../piece';
import type { DressItem } from '../item';

/** A number that a sum asks for. */
export interface DeskField {
  readonly key: string;
  readonly label: string;
  readonly unit: 'mm' | 'count';
  readonly min: number;
  readonly max: number;
  readonly decimals: number;
  readonly value: number;
}

export interface DeskRow {
  readonly name: string;
  readonly value: number;
  readonly unit: 'mm' | 'count' | 'deg';
  readonly main?: boolean;
}

export interface DeskAnswer {
  readonly rows: readonly DeskRow[];
  readonly warnings: readonly string[];
}

export type DeskValues = Readonly<Record<string, number>>;

/** One quick sum, with a small piece that shows it to scale and can be taken on. */
export interface DeskTool {
  readonly id: string;
  readonly name: string;
  readonly hint: string;
  readonly fields: readonly DeskField[];
  readonly solve: (values: DeskValues, wire: Wire) => DeskAnswer;
  readonly piece: (values: DeskValues, wire: Wire) => Piece | null;
}

export const mm = (
  key: string,
  label: string,
  value: number,
  min = 0,
  max = 1000,
  decimals = 1,
): DeskField => ({ key, label, unit: 'mm', min, max, decimals, value });
export const many = (
  key: string,
  label: string,
  value: number,
  min = 1,
  max = 5000,
  decimals = 0,
): DeskField => ({ key, label, unit: 'count', min, max, decimals, value });

export const row = (
  name: string,
  value: number | boolean | undefined,
  unit: DeskRow['unit'] = 'mm',
  main = false,
): DeskRow => ({ name, value: Number(value ?? 0), unit, main });

/** An element by its name on the command line. */
export const solved = (element: object): ElementResult =>
  solveElement(elementSchema.parse(element));

export const bar = (id: string, lengthMm: number, y = 0): FigurePath =>
  newPath(
    id,
    [
      { x: 0, y },
      { x: lengthMm, y },
    ],
    false,
  );

const QUARTER = Math.tan(Math.PI / 8);
export const ring = (id: string, radius: number): FigurePath =>
  newPath(
    id,
    [
      { x: 0, y: -radius, bulge: QUARTER },
      { x: radius, y: 0, bulge: QUARTER },
      { x: 0, y: radius, bulge: QUARTER },
      { x: -radius, y: 0, bulge: QUARTER },
    ],
    true,
  );

export function small(
  name: string,
  wire: Wire,
  paths: FigurePath[],
  dressing: DressItem[] = [],
): Piece {
  const piece = newPiece('desk', name, '1970-01-01T00:00:00.000Z');
  return withNamedWires({ ...piece, wire, paths, dressing });
}

export const place = (x: number, y: number, lengthMm = 0) => ({ x, y, lengthMm });
export const NO_PLACE = place(0, 0);
