import { cellKey, cellOf, chordsOf, forCells, type Chord } from './chordGrid';
import type { MeasuredLine } from './crossings';
import { distance, mix, sub, dot, type Vec } from './vec';

/** A place on a polyline near a given point. */
export interface Touch {
  readonly line: number;
  /** index of the chord, and how far along it, 0 to 1 */
  readonly chord: number;
  readonly share: number;
  readonly distance: number;
}

/** For each point all chords of the lines within `reachMm` of it. */
export function findTouches(
  lines: readonly MeasuredLine[],
  points: readonly Vec[],
  reachMm: number,
): Touch[][] {
  const grid = new Map<number, Chord[]>();
  for (const chord of chordsOf(lines)) {
    forCells(
      chord,
      (key) => {
        const here = grid.get(key);
        if (here) here.push(chord);
        else grid.set(key, [chord]);
      },
      reachMm,
    );
  }
  return points.map((p) => {
    const here = grid.get(cellKey(cellOf(p.x), cellOf(p.y))) ?? [];
    const seen = new Set<number>();
    return here.flatMap((chord): Touch[] => {
      if (seen.has(chord.id)) return [];
      seen.add(chord.id);
      const along = sub(chord.b, chord.a);
      const size = dot(along, along);
      const share = size === 0 ? 0 : Math.min(1, Math.max(0, dot(sub(p, chord.a), along) / size));
      const far = distance(p, mix(chord.a, chord.b, share));
      return far <= reachMm ? [{ line: chord.line, chord: chord.index, share, distance: far }] : [];
    });
  });
}
