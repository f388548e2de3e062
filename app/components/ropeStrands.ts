import { strandsSeen } from '@core/element';
import { distance, endOf, flattenSegment, startOf, type Segment, type Vec } from '@core/geometry';
import { strandMm, type Round } from '@core/wire';

const data = (line: readonly Vec[]): string =>
  `M${line.map((p) => `${p.x.toFixed(2)} ${p.y.toFixed(2)}`).join('L')}`;

/** The strands of a rope that are seen along lines, as they are drawn; null for wire by itself. */
export function strandsAlong(
  lines: readonly (readonly Vec[])[],
  wire: Round,
  fromMm = 0,
): { data: string; diameterMm: number } | null {
  if (!wire.rope) return null;
  const seen = lines.flatMap((line) => strandsSeen(line, wire, fromMm));
  return { data: seen.map(data).join(''), diameterMm: strandMm(wire) };
}

/** Two ends this near are one, mm. */
const JOINED_MM = 1e-4;

/** Curves as rows of points: one row for those that follow each other. */
export function rowsOf(shapes: readonly Segment[]): Vec[][] {
  const rows: Vec[][] = [];
  let last: Vec | null = null;
  for (const s of shapes) {
    const from = startOf(s);
    if (!last || distance(last, from) > JOINED_MM) rows.push([from]);
    rows.at(-1)!.push(...flattenSegment(s, 0.05));
    last = endOf(s);
  }
  return rows;
}
