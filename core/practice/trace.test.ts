import { describe, expect, it, test } from 'vitest';
import { distance, type Vec } from '../geometry';
import {
  applyMap,
  mapCorners,
  strokePoints,
  TRACE_DEFAULTS,
  tracePicture,
  type Rgba,
  type Trace,
} from '../trace';
import {
  drawnLength,
  drawnPoints,
  KNOWN_DRAWINGS,
  onSheet,
  type KnownDrawing,
} from './knownDrawings';
import { drawLines, scanSheet, takeShot } from '.';

interface Found {
  readonly lengthShare: number;
  readonly offMm: number;
  readonly missedMm: number;
  readonly trace: Trace;
  readonly rows: readonly { points: readonly Vec[]; closed: boolean }[];
}

/** What a tracing found, in mm, against what was drawn. */
function compare(drawing: KnownDrawing, picture: Rgba, toMm: (p: Vec) => Vec): Found {
  const trace = tracePicture(picture);
  const rows = trace.strokes.map((s) => ({
    points: strokePoints(s, 1).map(toMm),
    closed: s.closed,
  }));
  const length = rows.reduce((sum, { points, closed }) => {
    const ring = closed ? [...points, points[0]!] : points;
    return sum + ring.slice(1).reduce((part, p, i) => part + distance(ring[i]!, p), 0);
  }, 0);
  const drawn = drawnPoints(drawing, 0.1);
  const found = rows.flatMap((r) => r.points);
  return {
    lengthShare: length / drawnLength(drawing) - 1,
    offMm: nearShare(found, drawn),
    missedMm: nearShare(drawn, found),
    trace,
    rows,
  };
}

/** The distance within which 95 % of the points lie from the others. */
function nearShare(points: readonly Vec[], others: readonly Vec[]): number {
  const far = points
    .filter((_, i) => i % 3 === 0)
    .map((p) => others.reduce((least, q) => Math.min(least, distance(p, q)), Infinity))
    .sort((a, b) => a - b);
  return far[Math.floor(0.95 * (far.length - 1))] ?? Infinity;
}

const scanned = (drawing: KnownDrawing, penMm: number, pxPerMm: number, grain: number): Found =>
  compare(drawing, scanSheet(drawLines(onSheet(drawing, penMm), pxPerMm), grain), (p) => ({
    x: p.x / pxPerMm,
    y: p.y / pxPerMm,
  }));

const CONDITIONS = [
  { name: 'a pen, clean', penMm: 0.6, pxPerMm: 12, grain: 0, share: 0.004, off: 0.08 },
  { name: 'a fine pen of 3 px', penMm: 0.25, pxPerMm: 12, grain: 10, share: 0.006, off: 0.08 },
  { name: 'few pixels', penMm: 0.75, pxPerMm: 4, grain: 6, share: 0.01, off: 0.12 },
  { name: 'a thick marker', penMm: 1.8, pxPerMm: 12, grain: 0, share: 0.012, off: 0.22 },
] as const;

describe.each(CONDITIONS)('drawings with $name', ({ penMm, pxPerMm, grain, share, off }) => {
  test.each(KNOWN_DRAWINGS.map((d) => [d.name, d] as const))('%s', (_, drawing) => {
    const found = scanned(drawing, penMm, pxPerMm, grain);
    expect(Math.abs(found.lengthShare)).toBeLessThan(share);
    expect(found.offMm).toBeLessThan(off);
    expect(found.missedMm).toBeLessThan(off);
    expect(found.rows).toHaveLength(drawing.strokes);
    expect(found.rows.filter((r) => r.closed)).toHaveLength(drawing.closed);
    for (const corner of drawing.corners) {
      const near = found.rows.some((r) => r.points.some((p) => distance(p, corner) < 0.35));
      expect(near).toBe(true);
    }
    for (const crossing of drawing.crossings) {
      const places = found.trace.crossings.map((c) => ({ x: c.x / pxPerMm, y: c.y / pxPerMm }));
      expect(places.some((p) => distance(p, crossing) < 0.5)).toBe(true);
    }
  });
});

describe('photos', () => {
  test.each([1, 2, 3, 4, 5, 6])('shot %i: lengths through the corners of the sheet', (number) => {
    const drawing = KNOWN_DRAWINGS[number % KNOWN_DRAWINGS.length]!;
    const sheet = onSheet(drawing, 0.7);
    const shot = takeShot(sheet, { number, width: 1100, height: 1000 });
    const toMm = mapCorners(shot.corners, [
      { x: 0, y: 0 },
      { x: 62, y: 0 },
      { x: 62, y: 60 },
      { x: 0, y: 60 },
    ])!;
    const found = compare(drawing, shot.picture, (p) => applyMap(toMm, p));
    expect(Math.abs(found.lengthShare)).toBeLessThan(0.02);
    expect(found.missedMm).toBeLessThan(0.2);
    expect(found.offMm).toBeLessThan(0.2);
  });

  it('the same number gives the same picture, another number another', () => {
    const sheet = onSheet(KNOWN_DRAWINGS[0]!, 0.7);
    const [a, b, c] = [7, 7, 8].map((number) =>
      takeShot(sheet, { number, width: 120, height: 100 }),
    );
    expect(a!.picture.data).toEqual(b!.picture.data);
    expect(a!.picture.data).not.toEqual(c!.picture.data);
  });
});

describe('choices', () => {
  const net = KNOWN_DRAWINGS.find((d) => d.name === 'net')!;
  const picture = scanSheet(drawLines(onSheet(net, 0.6), 10));

  it('what lies in an erased region is not traced', () => {
    const right = { x: 300, y: 0, width: 400, height: 700 };
    const left = tracePicture(picture, { ...TRACE_DEFAULTS, erased: [right] });
    const most = Math.max(...left.strokes.flatMap((s) => strokePoints(s, 1).map((p) => p.x)));
    expect(most).toBeLessThan(304);
    expect(left.strokes.length).toBeGreaterThan(0);
  });

  it('gaps of a skipping pen are joined up to the wished width', () => {
    const broken: KnownDrawing = {
      ...net,
      lines: [
        [{ type: 'line', from: { x: 8, y: 30 }, to: { x: 28, y: 30 } }],
        [{ type: 'line', from: { x: 29.2, y: 30 }, to: { x: 50, y: 30 } }],
      ],
    };
    const dashed = scanSheet(drawLines(onSheet(broken, 0.6), 10));
    const strokes = (gapPens: number): number =>
      tracePicture(dashed, { ...TRACE_DEFAULTS, gapPens }).strokes.length;
    expect(strokes(0)).toBe(2);
    expect(strokes(1)).toBe(2);
    expect(strokes(2.5)).toBe(1);
  });

  it('filled shapes give their outlines', () => {
    const size = 400;
    const data = new Uint8ClampedArray(size * size * 4).fill(255);
    for (let y = 0; y < size; y++) {
      for (let x = 0; x < size; x++) {
        const inside = Math.hypot(x + 0.5 - 200, y + 0.5 - 200) < 120;
        if (inside) data.fill(20, (y * size + x) * 4, (y * size + x) * 4 + 3);
      }
    }
    const { strokes } = tracePicture(
      { width: size, height: size, data },
      { ...TRACE_DEFAULTS, mode: 'outline' },
    );
    expect(strokes).toHaveLength(1);
    const ring = strokePoints(strokes[0]!, 1);
    const around = ring.reduce((sum, p, i) => sum + distance(p, ring[(i + 1) % ring.length]!), 0);
    expect(around / (2 * Math.PI * 120)).toBeCloseTo(1, 2);
    for (const p of ring)
      expect(Math.abs(Math.hypot(p.x - 200, p.y - 200) - 120)).toBeLessThan(0.6);
  });
});

describe('pictures without a drawing', () => {
  const plain = (width: number, height: number, value: (x: number, y: number) => number): Rgba => {
    const data = new Uint8ClampedArray(width * height * 4).fill(255);
    for (let y = 0, k = 0; y < height; y++) {
      for (let x = 0; x < width; x++, k += 4) {
        data[k] = data[k + 1] = data[k + 2] = value(x, y);
      }
    }
    return { width, height, data };
  };
  test.each([
    ['blank', plain(300, 200, () => 255)],
    ['all black', plain(300, 200, () => 0)],
    ['one pixel', plain(1, 1, () => 0)],
    ['a slope of light', plain(400, 300, (x) => 80 + x / 3)],
  ])('%s: nothing is found', (_, picture) => {
    expect(tracePicture(picture).strokes).toEqual([]);
    expect(tracePicture(picture, { ...TRACE_DEFAULTS, mode: 'outline' }).strokes).toEqual([]);
  });

  it('stripes as fine as noise end as too busy or as lines, in bounded time', () => {
    let seed = 1;
    const noise = plain(500, 400, () => {
      seed = (Math.imul(seed, 1103515245) + 12345) >>> 0;
      return seed >>> 24;
    });
    const { strokes, tooBusy } = tracePicture(noise);
    expect(tooBusy || strokes.length < 6000).toBe(true);
  });
});
