import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { blackBoxes, type MarkFrame } from '../fiducial';
import type { Box } from '../geometry';
import { newPath, newPiece, type Piece } from '../piece';
import { planPiece, type Plan } from '../plan';
import { shootPiece, type LyingWire, type PieceShotOptions } from '../practice';
import { cardFrame, PAPERS, patternBox, patternFrames } from '../sheet';
import type { Rgba } from '../trace';
import { inWords } from '../words';
import { brightness, reduce } from '../trace';
import { findMarks } from './marks';
import { leftOf, moves, posed, restingPose, shapesOf, type Line } from './shape';
import { seenAt, viewOf } from './view';
import { formByHand, judgePhoto, layOn, photoFaultWords } from '.';

const PX_PER_MM = 8;

/** A hook: two legs, a half circle, a corner and a foot; no two of its bends alike. */
const hook: Piece = {
  ...newPiece('p', 'Hook', ''),
  paths: [
    newPath(
      'w',
      [
        { x: 0, y: 40 },
        { x: 0, y: 12, bulge: 0.8 },
        { x: 16, y: 12 },
        { x: 16, y: 26 },
        { x: 32, y: 34 },
        { x: 30, y: 8 },
      ],
      false,
    ),
  ],
};

/** White paper with the marks of a frame on it, and nothing else. */
function pageOf(frame: MarkFrame): { page: Rgba; dx: number; dy: number } {
  const { box } = frame;
  const room = 18;
  const [dx, dy] = [room - box.minX, room - box.minY];
  const width = Math.ceil((box.maxX - box.minX + 2 * room) * PX_PER_MM);
  const height = Math.ceil((box.maxY - box.minY + 2 * room) * PX_PER_MM);
  const data = new Uint8ClampedArray(width * height * 4).fill(255);
  const share = (k: number, low: number, high: number): number =>
    Math.max(0, Math.min(k + 1, high * PX_PER_MM) - Math.max(k, low * PX_PER_MM));
  for (const b of blackBoxes(frame)) {
    const [x0, x1, y0, y1] = [b.minX + dx, b.maxX + dx, b.minY + dy, b.maxY + dy];
    for (let y = Math.floor(y0 * PX_PER_MM); y < y1 * PX_PER_MM; y++) {
      for (let x = Math.floor(x0 * PX_PER_MM); x < x1 * PX_PER_MM; x++) {
        const k = 4 * (y * width + x);
        const ink = 235 * share(x, x0, x1) * share(y, y0, y1);
        for (let c = 0; c < 3; c++) data[k + c] = Math.max(20, data[k + c]! - ink);
      }
    }
  }
  return { page: { width, height, data }, dx, dy };
}

let plan: Plan;
let frame: MarkFrame;
beforeAll(() => {
  plan = planPiece(hook);
  frame = patternFrames(patternBox(plan)!)[0]!;
});

function shot(
  lines: readonly Line[],
  options: Partial<PieceShotOptions> = {},
  blank = false,
): Rgba {
  const { page, dx, dy } = pageOf(frame);
  if (blank) page.data.fill(255);
  const wires = lines.map(({ x, y }): LyingWire => ({
    x: x.map((v) => v + dx),
    y: y.map((v) => v + dy),
    diameterMm: plan.diameterMm,
    colour: [184, 104, 64],
  }));
  const box: Box = {
    minX: 4,
    minY: 4,
    maxX: page.width / PX_PER_MM - 4,
    maxY: page.height / PX_PER_MM - 4,
  };
  return shootPiece({ picture: page, pxPerMm: PX_PER_MM }, wires, {
    number: 3,
    width: 1200,
    height: 900,
    box,
    ...options,
  });
}

const wires = (): Line[] => shapesOf(plan).map(({ x, y }) => ({ x, y }));

describe('the view', () => {
  it('finds the marks of a tilted photograph and where each place is, to a part of a pixel', () => {
    const picture = shot(wires(), { number: 11 });
    const full = brightness(picture);
    const { marks } = findMarks(full, reduce(full, 1), 1);
    expect(marks.map((m) => m.code.corner).sort()).toEqual([0, 1, 2, 3]);
    const view = viewOf(marks, frame, picture)!;
    expect(view.offPx).toBeLessThan(0.3);
    // The middle of the frame is nowhere near a mark: what three of them tell of it is what four tell.
    const three = viewOf(marks.slice(0, 3), frame, picture)!;
    const middle = {
      x: (frame.box.minX + frame.box.maxX) / 2,
      y: (frame.box.minY + frame.box.maxY) / 2,
    };
    const [a, b] = [seenAt(view, middle), seenAt(three, middle)];
    expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(1);
  });
});

describe('a pose', () => {
  it('moves as its columns say', () => {
    const shape = shapesOf(plan)[0]!;
    const n = shape.joints.length;
    const all = shape.joints.map((_, k) => k);
    const angle = fc.double({ min: -0.2, max: 0.2, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(angle, { minLength: n, maxLength: n }),
        fc.integer({ min: 0, max: 2 * n + 2 }),
        (bent, which) => {
          const pose = { ...restingPose(shape), more: Float64Array.from(bent) };
          const line = posed(shape, pose);
          const { nx, ny } = leftOf(line);
          const columns = moves(shape, line, nx, ny, { more: all, later: all });
          const step = 1e-5;
          const more = pose.more.slice();
          const later = pose.later.slice();
          if (which >= 3 && which < 3 + n) more[which - 3] = more[which - 3]! + step;
          if (which >= 3 + n) later[which - 3 - n] = step;
          const next = posed(shape, {
            turn: which === 0 ? step : 0,
            dx: which === 1 ? step : 0,
            dy: which === 2 ? step : 0,
            more,
            later,
          });
          line.x.forEach((x, i) => {
            const moved = (next.x[i]! - x) * nx[i]! + (next.y[i]! - line.y[i]!) * ny[i]!;
            expect(Math.abs(moved / step - columns[which]![i]!)).toBeLessThan(0.02);
          });
        },
      ),
      { numRuns: 60 },
    );
  });

  it('laid on its plan a turned and moved piece is off nowhere', () => {
    const shape = shapesOf(plan)[0]!;
    const { nx, ny } = leftOf(shape);
    const weights = new Float64Array(nx.length).fill(1);
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -20, max: 20, noNaN: true }),
        (turn, dx) => {
          const lies = posed(shape, { ...restingPose(shape), turn, dx });
          const laid = layOn(shape, lies, { nx, ny, weights });
          expect(Math.max(...laid.off.map(Math.abs))).toBeLessThan(1e-6);
          expect(laid.askewRad).toBeCloseTo(turn, 6);
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('a photograph', () => {
  const judged = (picture: Rgba): ReturnType<typeof judgePhoto> =>
    judgePhoto(picture, plan, [frame]);

  it.each([1, 2, 3, 4, 5, 6])(
    'number %i: what is off is found, and the bend behind it',
    (number) => {
      const shapes = shapesOf(plan);
      const made = formByHand(shapes, number, { unsteady: 0 });
      const answer = judged(shot(made.lines, { number }));
      if (!answer.found) throw new Error(answer.fault);
      const { places, bends, seenShare } = answer.judgement;
      expect(seenShare).toBeGreaterThan(0.95);
      const shape = shapes[0]!;
      const { nx, ny } = leftOf(shape);
      const weights = new Float64Array(nx.length).fill(1);
      const truth = layOn(shape, made.lines[0]!, { nx, ny, weights });
      expect(Math.abs(answer.judgement.askewRad - truth.askewRad)).toBeLessThan(0.01);
      const step = shape.atMm[1]!;
      const off = places.map((p) => Math.abs(p.offMm - truth.off[Math.round(p.atMm / step)]!));
      off.sort((a, b) => a - b);
      expect(off[Math.floor(0.95 * off.length)]).toBeLessThan(0.15);
      const { bend, moreRad, laterMm } = made.mistake!;
      expect(bends[0]).toMatchObject({ wire: 0, bend });
      expect(Math.abs(bends[0]!.moreRad - moreRad)).toBeLessThan(0.02);
      expect(Math.abs(bends[0]!.laterMm - laterMm)).toBeLessThan(0.25);
    },
  );

  it('of a wire with a loop at its first end is judged by its figure, and the loop says where it lies', () => {
    const arc: Piece = {
      ...newPiece('p', 'Handle', ''),
      paths: [
        {
          ...newPath(
            'w',
            [
              { x: 0, y: 0, bulge: 0.7 },
              { x: 40, y: 0 },
            ],
            false,
          ),
          start: { kind: 'loop' as const, insideMm: 4, tailMm: 0 },
        },
      ],
    };
    const looped = planPiece(arc);
    const around = patternFrames(patternBox(looped)!)[0]!;
    const { page, dx, dy } = pageOf(around);
    const shapes = shapesOf(looped);
    expect(shapes[0]!.figure[0]).toBeGreaterThan(30);
    const made = formByHand(shapes, 5, { unsteady: 0 });
    const wires = made.lines.map(({ x, y }): LyingWire => ({
      x: x.map((v) => v + dx),
      y: y.map((v) => v + dy),
      diameterMm: looped.diameterMm,
      colour: [176, 178, 182],
    }));
    const box = {
      minX: 3,
      minY: 3,
      maxX: page.width / PX_PER_MM - 3,
      maxY: page.height / PX_PER_MM - 3,
    };
    const picture = shootPiece({ picture: page, pxPerMm: PX_PER_MM }, wires, {
      number: 5,
      width: 1600,
      height: 1200,
      box,
    });
    const answer = judgePhoto(picture, looped, [around]);
    if (!answer.found) throw new Error(answer.fault);
    const { places, bends } = answer.judgement;
    const length = looped.wires[0]!.developedMm;
    expect(places.every((p) => p.atMm >= 0 && p.atMm <= length + 1e-6)).toBe(true);
    expect(bends[0]).toMatchObject({ wire: 0, bend: 0 });
    const { moreRad, laterMm } = made.mistake!;
    expect(Math.abs(bends[0]!.moreRad - moreRad)).toBeLessThan(0.03);
    expect(Math.abs(bends[0]!.laterMm - laterMm)).toBeLessThan(0.4);
  });

  it('of a piece without a mistake names no bend', () => {
    const made = formByHand(shapesOf(plan), 9, { unsteady: 0, mistaken: false });
    const answer = judged(shot(made.lines, { number: 5 }));
    if (!answer.found) throw new Error(answer.fault);
    expect(answer.judgement.bends).toEqual([]);
    expect(answer.judgement.p95Mm).toBeLessThan(0.05);
  });

  it('on the blank card is found however it is turned', () => {
    const card = cardFrame(PAPERS.a4);
    const { page, dx, dy } = pageOf(card);
    const shapes = shapesOf(plan);
    const made = formByHand(shapes, 2, { unsteady: 0 });
    const [cx, cy] = [(card.box.minX + card.box.maxX) / 2, (card.box.minY + card.box.maxY) / 2];
    const turn = 1.9;
    const wires = made.lines.map(({ x, y }): LyingWire => {
      const at = (i: number): [number, number] => {
        const [u, v] = [x[i]! - 16, y[i]! - 22];
        const [c, s] = [Math.cos(turn), Math.sin(turn)];
        return [cx + 9 + c * u - s * v + dx, cy - 6 + s * u + c * v + dy];
      };
      return {
        x: x.map((_, i) => at(i)[0]),
        y: y.map((_, i) => at(i)[1]),
        diameterMm: plan.diameterMm,
        colour: [120, 122, 126],
      };
    });
    const box = {
      minX: 4,
      minY: 4,
      maxX: page.width / PX_PER_MM - 4,
      maxY: page.height / PX_PER_MM - 4,
    };
    const picture = shootPiece({ picture: page, pxPerMm: PX_PER_MM }, wires, {
      number: 8,
      width: 1600,
      height: 1200,
      box,
    });
    const answer = judgePhoto(picture, plan, []);
    if (!answer.found) throw new Error(answer.fault);
    const { bends, askewRad } = answer.judgement;
    expect(Math.abs(askewRad - turn)).toBeLessThan(0.2);
    expect(bends[0]).toMatchObject({ wire: 0, bend: made.mistake!.bend });
  });

  it('with the back up is told to be mirrored', () => {
    const mirrored = wires().map(({ x, y }) => ({ x: x.map((v) => 30 - v), y }));
    expect(judged(shot(mirrored))).toMatchObject({ found: false, fault: 'mirrored' });
  });

  it('of another piece is told to be that', () => {
    const x = Float64Array.from({ length: 100 }, (_, i) => i * 0.3);
    const other = [{ x, y: x.map((v) => 20 + 9 * Math.sin(v / 2)) }];
    expect(judged(shot(other))).toMatchObject({ found: false, fault: 'other-piece' });
  });

  it('without marks is told to have none', () => {
    expect(judged(shot(wires(), {}, true))).toMatchObject({ fault: 'no-marks' });
  });

  it('without a wire is told to have none', () => {
    expect(judged(shot([]))).toMatchObject({ fault: 'no-wire' });
  });

  it('out of focus is told to be that', () => {
    expect(judged(shot(wires(), { blurPx: 12 }))).toMatchObject({ fault: 'blurred' });
  });

  it('turned so that a corner of the pattern lies outside says that part of the piece does', () => {
    const straight = shot(wires(), { trouble: 0 });
    const { width, height, data } = straight;
    // Turned by an eighth, and cut off below the three upper marks.
    const side = Math.ceil((width + height) * Math.SQRT1_2);
    const rows = Math.round(0.6 * side);
    const turned = new Uint8ClampedArray(side * rows * 4).fill(255);
    for (let y = 0; y < rows; y++) {
      for (let x = 0; x < side; x++) {
        const [u, v] = [x - side / 2, y - side / 2];
        const [from, down] = [
          Math.round(width / 2 + (u + v) * Math.SQRT1_2),
          Math.round(height / 2 + (v - u) * Math.SQRT1_2),
        ];
        if (from < 0 || down < 0 || from >= width || down >= height) continue;
        const k = 4 * (down * width + from);
        turned.set(data.subarray(k, k + 4), 4 * (y * side + x));
      }
    }
    const answer = judged({ width: side, height: rows, data: turned });
    expect(answer).toMatchObject({ found: false, fault: 'cut-off', marks: 3 });
  });

  it('cut off says how many marks can be seen', () => {
    const { page } = pageOf(frame);
    const half = page.width / PX_PER_MM / 2;
    const box = { minX: 0, minY: 0, maxX: half, maxY: half * 0.75 };
    const answer = judged(shot(wires(), { box, trouble: 0.3 }));
    if (answer.found) throw new Error('judged from half a page');
    expect(answer.fault).toBe('some-marks');
    expect(inWords(photoFaultWords(answer), 'mm')).toMatch(/^Only [12] of the four marks/);
  });
});
