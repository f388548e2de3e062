import { line, randomFrom, vec, type Path } from '../core/geometry';
import { DEFAULT_WORD, setWord } from '../core/lettering';
import { routeDrawing, type RouteOptions } from '../core/route';

const median = (values: number[]): number =>
  [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;

const stroke = (x0: number, y0: number, x1: number, y1: number): Path => ({
  segments: [line(vec(x0, y0), vec(x1, y1))],
  closed: false,
});

/** A bar with teeth: every tooth has an end and a foot, so twice as many odd nodes as teeth. */
function comb(teeth: number): Path[] {
  const bar = stroke(0, 0, 10 * (teeth + 1), 0);
  return [
    bar,
    ...Array.from({ length: teeth }, (_, i) =>
      stroke(10 * (i + 1), 0, 10 * (i + 1), 3 + ((i * 7) % 11)),
    ),
  ];
}

/** Lines across and down that meet in every square. */
function grid(columns: number, rows: number): Path[] {
  const paths: Path[] = [];
  for (let y = 0; y <= rows; y++)
    for (let x = 0; x < columns; x++) paths.push(stroke(5 * x, 5 * y, 5 * x + 5, 5 * y));
  for (let x = 0; x <= columns; x++)
    for (let y = 0; y < rows; y++) paths.push(stroke(5 * x, 5 * y, 5 * x, 5 * y + 5));
  return paths;
}

/** Strokes of some mm thrown on a sheet. */
function thrown(count: number): Path[] {
  const random = randomFrom(11);
  return Array.from({ length: count }, () => {
    const [x, y, turn] = [random() * 400, random() * 400, random() * 6.3];
    const length = 5 + random() * 20;
    return stroke(x, y, x + length * Math.cos(turn), y + length * Math.sin(turn));
  });
}

function report(name: string, paths: Path[], rounds: number, options: RouteOptions = {}): void {
  const times: number[] = [];
  let proven = false;
  for (let i = 0; i < rounds; i++) {
    const from = performance.now();
    proven = routeDrawing(paths, { wires: 1, ...options }).optimal;
    times.push(performance.now() - from);
  }
  console.log(
    `${name.padEnd(34)} ${String(paths.length).padStart(6)} strokes ${median(times).toFixed(0).padStart(6)}   ${proven ? 'least, proven' : 'not proven'}`,
  );
}

console.log('\nRoute, median ms');
// A worker that has routed for a while is warm.
report('warming', grid(12, 12), 3);
report('comb, 60 odd nodes', comb(29), 9);
report('comb, 120 odd nodes', comb(59), 5);
report('squares', grid(31, 31), 3);
report('thrown strokes, parts apart', thrown(2000), 3);
report('thrown strokes, parts bridged', thrown(2000), 3, { bridge: true });

const words: number[] = [];
for (let i = 0; i < 15; i++) {
  const from = performance.now();
  setWord({ ...DEFAULT_WORD, text: 'lantern lane' }, { diameterMm: 1, leastRadiusMm: 1.1 });
  words.push(performance.now() - from);
}
console.log(`\nA joined word of twelve signs, median ms: ${median(words).toFixed(1)}`);
