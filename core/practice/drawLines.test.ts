import { describe, expect, it, test } from 'vitest';
import { distance, pointAt, segmentLength, type Vec } from '../geometry';
import { applyMap } from '../trace';
import { drawnLength, KNOWN_DRAWINGS, onSheet } from './knownDrawings';
import { drawLines, fromSheet, scanSheet, smoothThrough, takeShot } from '.';

describe('drawing lines', () => {
  it('inks as much as a pen of that width covers', () => {
    const sheet = {
      widthMm: 60,
      heightMm: 20,
      penMm: 1,
      lines: [[{ type: 'line' as const, from: { x: 10, y: 10 }, to: { x: 50, y: 10 } }]],
    };
    for (const pxPerMm of [4, 10, 17]) {
      const { ink } = drawLines(sheet, pxPerMm);
      const area = ink.reduce((sum, v) => sum + v, 0) / pxPerMm ** 2;
      // A bar of 40 x 1 mm with two half discs.
      expect(Math.abs(area / (40 + Math.PI / 4) - 1)).toBeLessThan(0.02);
      expect(ink.reduce((most, v) => Math.max(most, v), 0)).toBe(1);
    }
  });

  test.each(KNOWN_DRAWINGS.map((d) => [d.name, d] as const))('%s fits on its sheet', (_, d) => {
    const { widthMm, heightMm } = onSheet(d, 0.6);
    for (const segment of d.lines.flat()) {
      for (let t = 0; t <= 1; t += 0.1) {
        const p = pointAt(segment, t);
        expect(p.x > 2 && p.y > 2 && p.x < widthMm - 2 && p.y < heightMm - 2).toBe(true);
      }
    }
    expect(drawnLength(d)).toBeGreaterThan(60);
  });

  it('a scan is dark where there is ink', () => {
    const sheet = drawLines(onSheet(KNOWN_DRAWINGS[0]!, 1), 6);
    const { data, width } = scanSheet(sheet);
    const grey = (x: number, y: number): number =>
      data[4 * (Math.round(y * 6) * width + Math.round(x * 6))]!;
    expect(grey(30, 12)).toBeLessThan(60);
    expect(grey(30, 30)).toBeGreaterThan(240);
  });

  it('smooth lines go through their points, closed ones all round', () => {
    const points: Vec[] = [
      { x: 0, y: 0 },
      { x: 10, y: 4 },
      { x: 14, y: 15 },
      { x: 2, y: 12 },
    ];
    const open = smoothThrough(points, false);
    expect(open.map((c) => c.from)).toEqual(points.slice(0, 3));
    expect(open[2]!.to).toEqual(points[3]);
    const ring = smoothThrough(points, true);
    expect(ring).toHaveLength(4);
    expect(ring[3]!.to).toEqual(points[0]);
    for (const c of ring) expect(segmentLength(c)).toBeGreaterThan(distance(c.from, c.to) - 1e-9);
  });
});

describe('taking a shot', () => {
  const sheet = onSheet(KNOWN_DRAWINGS[0]!, 0.7);

  test.each([1, 2, 3, 4, 5, 6, 7, 8])('shot %i shows the whole sheet', (number) => {
    const shot = takeShot(sheet, { number, width: 160, height: 140 });
    for (const { x, y } of shot.corners) {
      expect(x > 0 && y > 0 && x < 160 && y < 140).toBe(true);
    }
    const corners: Vec[] = [
      { x: 0, y: 0 },
      { x: sheet.widthMm, y: 0 },
      { x: sheet.widthMm, y: sheet.heightMm },
      { x: 0, y: sheet.heightMm },
    ];
    shot.corners.forEach((c, i) => {
      expect(distance(applyMap(shot.toSheet, c), corners[i]!)).toBeLessThan(1e-6);
      expect(distance(applyMap(fromSheet(shot), corners[i]!), c)).toBeLessThan(1e-6);
    });
  });

  it('without trouble the sheet is seen straight on and evenly lit', () => {
    const shot = takeShot(sheet, { number: 3, width: 160, height: 140, trouble: 0 });
    const [a, b, c] = shot.corners as [Vec, Vec, Vec];
    expect(a.y).toBeCloseTo(b.y, 6);
    expect(b.x).toBeCloseTo(c.x, 6);
    const paper = (p: Vec): number => {
      const at = applyMap(fromSheet(shot), p);
      return shot.picture.data[4 * (Math.floor(at.y) * 160 + Math.floor(at.x))]!;
    };
    expect(paper({ x: 4, y: 4 })).toBe(paper({ x: 58, y: 56 }));
  });
});
