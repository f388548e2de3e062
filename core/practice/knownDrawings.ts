import { line, pointAt, segmentLength, type Arc, type Segment, type Vec } from '../geometry';
import { smoothThrough, type SheetDrawing } from './drawLines';

/** A drawing with what a perfect tracing of it would find. */
export interface KnownDrawing {
  readonly name: string;
  readonly lines: readonly (readonly Segment[])[];
  readonly strokes: number;
  readonly closed: number;
  readonly corners: readonly Vec[];
  readonly crossings: readonly Vec[];
}

const at = (x: number, y: number): Vec => ({ x, y });
const polygon = (points: readonly Vec[], closed: boolean): Segment[] => {
  const ring = closed ? [...points, points[0]!] : points;
  return ring.slice(1).map((p, i) => line(ring[i]!, p));
};
const circle = (center: Vec, radius: number): Arc => ({
  type: 'arc',
  center,
  radius,
  startAngle: 0.3,
  sweep: 2 * Math.PI,
});
const along = (count: number, f: (t: number) => Vec): Vec[] =>
  Array.from({ length: count }, (_, i) => f(i / count));

const starPoints = along(10, (t) => {
  const r = Math.round(t * 10) % 2 === 0 ? 20 : 9;
  return at(30 + r * Math.sin(2 * Math.PI * t), 30 - r * Math.cos(2 * Math.PI * t));
});
const zigzagPoints = Array.from({ length: 7 }, (_, i) => at(8 + 7.5 * i, i % 2 === 0 ? 20 : 38));
const house = [at(12, 28), at(30, 12), at(48, 28), at(48, 50), at(12, 50)];

export const KNOWN_DRAWINGS: readonly KnownDrawing[] = [
  {
    name: 'ring',
    lines: [[circle(at(30, 30), 18)]],
    strokes: 1,
    closed: 1,
    corners: [],
    crossings: [],
  },
  {
    name: 'star',
    lines: [polygon(starPoints, true)],
    strokes: 1,
    closed: 1,
    corners: starPoints,
    crossings: [],
  },
  {
    name: 'zigzag',
    lines: [polygon(zigzagPoints, false)],
    strokes: 1,
    closed: 0,
    corners: zigzagPoints.slice(1, -1),
    crossings: [],
  },
  {
    name: 'eight',
    lines: [
      smoothThrough(
        along(16, (t) => {
          const a = 2 * Math.PI * t + 0.2;
          return at(30 + 20 * Math.sin(a), 30 + 13 * Math.sin(2 * a));
        }),
        true,
      ),
    ],
    strokes: 1,
    closed: 1,
    corners: [],
    crossings: [at(30, 30)],
  },
  {
    name: 'spiral',
    lines: [
      smoothThrough(
        along(60, (t) => {
          const a = 6 * Math.PI * t;
          return at(
            30 + (3 + 2.6 * a) * Math.cos(a) * 0.45,
            30 + (3 + 2.6 * a) * Math.sin(a) * 0.45,
          );
        }),
        false,
      ),
    ],
    strokes: 1,
    closed: 0,
    corners: [],
    crossings: [],
  },
  {
    name: 'branches',
    lines: [
      [line(at(8, 40), at(52, 24))],
      [line(at(22, 34.9), at(26, 52))],
      [line(at(36, 29.8), at(30, 12))],
    ],
    strokes: 3,
    closed: 0,
    corners: [],
    crossings: [],
  },
  {
    name: 'net',
    lines: [
      [line(at(8, 20), at(52, 26))],
      [line(at(8, 40), at(52, 36))],
      [line(at(20, 8), at(24, 52))],
      [line(at(42, 8), at(36, 52))],
    ],
    strokes: 4,
    closed: 0,
    corners: [],
    crossings: [at(21.26, 21.81), at(39.81, 24.34), at(22.78, 38.66), at(38.04, 37.27)],
  },
  {
    name: 'house and sun',
    lines: [polygon(house, true), [circle(at(54, 10), 4.5)]],
    strokes: 2,
    closed: 2,
    corners: house,
    crossings: [],
  },
  {
    name: 'loops of a word',
    lines: [
      smoothThrough(
        Array.from({ length: 49 }, (_, i) => {
          const a = (i / 48) * 6 * Math.PI;
          return at(8 + 2.35 * a + 5.2 * Math.sin(a + Math.PI), 30 + 9 * Math.cos(a));
        }),
        false,
      ),
    ],
    strokes: 1,
    closed: 0,
    corners: [],
    crossings: [],
  },
  {
    name: 'thorn',
    lines: [
      [
        ...smoothThrough([at(8, 34), at(20, 30), at(34, 24), at(52, 12)], false),
        ...smoothThrough([at(52, 12), at(40, 26), at(36, 38), at(35, 52)], false),
      ],
    ],
    strokes: 1,
    closed: 0,
    corners: [at(52, 12)],
    crossings: [],
  },
];

/** Length of all lines, mm. */
export const drawnLength = (d: KnownDrawing): number =>
  d.lines.flat().reduce((sum, s) => sum + segmentLength(s), 0);

/** Points on the lines, `step` mm apart. */
export const drawnPoints = (d: KnownDrawing, step: number): Vec[] =>
  d.lines.flat().flatMap((s) => {
    const count = Math.max(1, Math.ceil(segmentLength(s) / step));
    return Array.from({ length: count + 1 }, (_, i) => pointAt(s, i / count));
  });

export const onSheet = (d: KnownDrawing, penMm: number): SheetDrawing => ({
  widthMm: 62,
  heightMm: 60,
  penMm,
  lines: d.lines,
});
