import {
  distance,
  endOf,
  reversePath,
  segmentLength,
  startOf,
  type Path,
  type Segment,
  type Vec,
} from '../geometry';

/** Ends nearer than this meet, mm. */
const MEET_MM = 0.02;

interface Loose {
  readonly layer: string;
  readonly segments: readonly Segment[];
  readonly closed: boolean;
}

/**
 * Loose lines and arcs as the paths they make up: where exactly two ends of one layer meet they are
 * joined, whichever way each was drawn. Where three or more meet each keeps its end.
 */
export function joinSegments(loose: readonly Loose[]): Path[] {
  // What has no length joins nothing, and a thousand of them at one place would be looked through each time.
  const open = loose.filter((l) => !l.closed && l.segments.some((s) => segmentLength(s) > 0));
  const ends = new EndIndex(open);
  const used = new Set<number>();
  const paths: Path[] = loose
    .filter((l) => l.closed)
    .map((l) => ({ segments: l.segments, closed: true }));
  open.forEach((first, i) => {
    if (used.has(i)) return;
    used.add(i);
    let segments = [...first.segments];
    // First onwards, then the other way from the first end.
    for (let way = 0; way < 2; way++) {
      for (;;) {
        const next = ends.partner(first.layer, endOf(segments.at(-1)!), used);
        if (next === null) break;
        used.add(next.index);
        const own = open[next.index]!.segments;
        segments.push(...(next.reversed ? reversed(own) : own));
      }
      segments = reversed(segments);
    }
    const closed =
      segments.length > 1 && distance(startOf(segments[0]!), endOf(segments.at(-1)!)) < MEET_MM;
    paths.push({ segments, closed });
  });
  return paths;
}

const reversed = (segments: readonly Segment[]): Segment[] => [
  ...reversePath({ segments, closed: false }).segments,
];

const cellOf = (mm: number): number => Math.floor(mm / MEET_MM);

/** Finds ends near a place, by cells as wide as the distance at which ends meet. */
class EndIndex {
  private readonly cells = new Map<string, { index: number; at: Vec; last: boolean }[]>();

  constructor(private readonly list: readonly Loose[]) {
    list.forEach((l, index) => {
      this.put({ index, at: startOf(l.segments[0]!), last: false });
      this.put({ index, at: endOf(l.segments.at(-1)!), last: true });
    });
  }

  private put(end: { index: number; at: Vec; last: boolean }): void {
    const key = `${cellOf(end.at.x)} ${cellOf(end.at.y)}`;
    const cell = this.cells.get(key);
    if (cell) cell.push(end);
    else this.cells.set(key, [end]);
  }

  /** The one other line that ends at a place; null if there is none or more than one. */
  partner(
    layer: string,
    at: Vec,
    used: ReadonlySet<number>,
  ): { index: number; reversed: boolean } | null {
    const [x, y] = [cellOf(at.x), cellOf(at.y)];
    let here = 0;
    let found: { index: number; reversed: boolean } | null = null;
    for (let dx = -1; dx <= 1; dx++) {
      for (let dy = -1; dy <= 1; dy++) {
        for (const end of this.cells.get(`${x + dx} ${y + dy}`) ?? []) {
          if (this.list[end.index]!.layer !== layer || distance(end.at, at) > MEET_MM) continue;
          if (++here > 2) return null;
          if (!used.has(end.index)) found = { index: end.index, reversed: end.last };
        }
      }
    }
    return here === 2 ? found : null;
  }
}
