import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyAffine, compose, pathLength, rotation, scaling, translation } from '../geometry';
import { drawnPath, mapNode, newPath, newPiece, type FigureNode } from '../piece';
import { planPiece } from '.';

/** The same row gone from its other end, under a map that brings the figure upon itself. */
type Fold = (nodes: readonly FigureNode[]) => FigureNode[];

const gone = ({ x, y, in: arrive, out }: FigureNode): FigureNode => ({
  x,
  y,
  ...(out && { in: out }),
  ...(arrive && { out: arrive }),
});
/** Turned half round about the origin, or mirrored about the y axis. */
const HALF_ROUND: Fold = (nodes) =>
  [...nodes].reverse().map((n) => gone(mapNode(n, rotation(Math.PI))));
const MIRRORED: Fold = (nodes) => [...nodes].reverse().map((n) => gone(mapNode(n, scaling(-1, 1))));

const turned = fc.record({
  by: fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
  flip: fc.boolean(),
  tolerance: fc.constantFrom(0.1, 0.25, 0.5),
});
type Turned = typeof turned extends fc.Arbitrary<infer T> ? T : never;

/** A figure however it lies is planned, as long as it is drawn, within its tolerance. */
function planned(nodes: readonly FigureNode[], { by, flip, tolerance }: Turned): void {
  const m = compose(translation(40, 30), compose(rotation(by), scaling(1, flip ? -1 : 1)));
  const path = newPath(
    'a',
    nodes.map((n) => mapNode(n, m)),
    false,
  );
  const plan = planPiece({ ...newPiece('p', 'p', ''), toleranceMm: tolerance, paths: [path] });
  expect(plan.unplanned).toEqual([]);
  const wire = plan.wires[0]!;
  const drawn = pathLength(drawnPath(path));
  // Corners are rounded by the jaw, which the plan says; all else follows the line.
  const rounded = wire.corrections
    .filter((c) => c.id === 'corners' || c.id === 'folds')
    .reduce((sum, c) => sum + c.mm, 0);
  const followed = wire.developedMm - rounded;
  expect(followed).toBeLessThan(1.01 * drawn + tolerance);
  // What trembles within the tolerance is smoothed away.
  expect(followed).toBeGreaterThan(0.98 * drawn - 2 * tolerance);
  // The wire ends where the line ends.
  const last = path.nodes.at(-1)!;
  const end = wire.wished.at(-1)!;
  expect(Math.hypot(end.x - last.x, end.y - last.y)).toBeLessThan(0.05 + tolerance);
}

const size = fc.double({ min: 5, max: 40, noNaN: true });
const share = fc.double({ min: 0.1, max: 0.8, noNaN: true });
const lean = fc.double({ min: -0.9, max: 0.9, noNaN: true });

describe.each([
  ['turned half round', HALF_ROUND],
  ['mirrored', MIRRORED],
] as const)('a line that comes upon itself when it is %s', (_, fold) => {
  it('is planned where it is one curve', () => {
    fc.assert(
      fc.property(size, share, lean, turned, (half, along, aside, how) => {
        const first: FigureNode = {
          x: -half,
          y: 0,
          out: { x: along * half, y: aside * half },
        };
        planned([first, ...fold([first])], how);
      }),
      { numRuns: 40 },
    );
  });

  it('is planned where it is several smooth curves', () => {
    fc.assert(
      fc.property(size, lean, lean, lean, turned, (half, a, b, c, how) => {
        const row: FigureNode[] = [
          { x: -half, y: a * half, out: { x: 0.3 * half, y: b * half } },
          {
            x: -0.4 * half,
            y: c * half,
            in: { x: -0.25 * half, y: -0.2 * half },
            out: { x: 0.25 * half, y: 0.2 * half },
          },
        ];
        planned([...row, ...fold(row)], how);
      }),
      { numRuns: 40 },
    );
  });
});

describe('an S scroll', () => {
  /** Half of a clothoid from its middle: its curvature grows evenly up to `turns` full turns. */
  function scroll(mm: number, turns: number, stepMm: number): FigureNode[] {
    const out: FigureNode[] = [];
    let [x, y] = [0, 0];
    const grow = (4 * Math.PI * turns) / mm ** 2;
    for (let s = 0; s < mm; s += stepMm) {
      const heading = (grow * (s + stepMm / 2) ** 2) / 2;
      x += stepMm * Math.cos(heading);
      y += stepMm * Math.sin(heading);
      out.push({ x, y });
    }
    return out;
  }

  it('is planned as a row of points, of up to a turn and a half at each end', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 80, noNaN: true }),
        fc.double({ min: 0.3, max: 1.5, noNaN: true }),
        fc.constantFrom(0.25, 0.5),
        turned,
        (mm, turns, step, how) => {
          const half = scroll(mm, turns, step);
          const other = half.map((p) => applyAffine(rotation(Math.PI), p)).reverse();
          planned([...other, { x: 0, y: 0 }, ...half], how);
        },
      ),
      { numRuns: 25 },
    );
  });
});
