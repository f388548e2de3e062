import loadHighs from 'highs';
import { cutList, type CutProblem } from '../core/cutting';
import { randomFrom } from '../core/geometry';

const median = (values: number[]): number =>
  [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;

/** So many wires from so many offcuts and three spools; lengths in parts of a millimetre. */
function thrown(seed: number, wires: number, offcuts: number, parts: number): CutProblem {
  const random = randomFrom(seed);
  const mm = (from: number, to: number): number =>
    Math.round((from + (to - from) * random()) * parts) / parts;
  const lengths = (name: string, count: number, from: number, to: number) =>
    Array.from({ length: count }, (_, i) => ({ id: `${name}${i}`, stock: 'a', mm: mm(from, to) }));
  return {
    bladeMm: 0.5,
    keepMm: 40,
    needs: lengths('n', wires, 40, 260).map((n) => ({ ...n, count: 1 })),
    offcuts: lengths('o', offcuts, 60, 450),
    spools: lengths('s', 3, 20_000, 40_000),
  };
}

const highs = await loadHighs();
console.log('\nCut lists, ms (median and longest of five; gap of the worst)');
for (const [wires, offcuts] of [
  [60, 12],
  [400, 60],
] as const) {
  for (const parts of [1, 10, 100]) {
    const runs = [1, 2, 3, 4, 5].map((seed) => {
      const problem = thrown(seed, wires, offcuts, parts);
      const from = performance.now();
      const { gap, proven } = cutList(problem, highs, () => performance.now());
      return { ms: performance.now() - from, gap, proven };
    });
    const times = runs.map((r) => r.ms);
    const gap = Math.max(...runs.map((r) => r.gap));
    const name = `${wires} wires, ${offcuts} offcuts, to ${1 / parts} mm`;
    console.log(
      `${name.padEnd(36)} ${median(times).toFixed(0).padStart(6)} ${Math.max(...times)
        .toFixed(0)
        .padStart(6)}` +
        `   ${runs.filter((r) => r.proven).length} of 5 proven, gap ${(100 * gap).toFixed(4)} %`,
    );
  }
}
