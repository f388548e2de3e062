import sharp from 'sharp';
import { plannedWith } from '../cli/pieceCommand';
import { patternPage } from '../cli/patternCommand';
import { randomFrom } from '../core/geometry';
import { formByHand, judgePhoto, layOn, leftOf, shapesOf, type Line } from '../core/photo';
import { newPath, newPiece, nodesOf, type Piece } from '../core/piece';
import { alongFigure } from '../core/plan';
import { shootPiece, type LyingWire } from '../core/practice';
import { drawAs, knownFigure } from '../core/strip/knownFigures';
import type { Rgba } from '../core/trace';
import { demoPieces } from '../demo/pieces';

/** Metals as they look in full light. */
const METALS = {
  copper: [184, 104, 64],
  brass: [190, 160, 80],
  silver: [176, 178, 182],
  steel: [120, 122, 126],
} as const;

const count = Math.max(1, Math.round(Number(process.argv[2] ?? 40)));
const seed = Math.round(Number(process.argv[3] ?? 1));
const random = randomFrom(seed);
const median = (v: readonly number[], share = 0.5): number =>
  [...v].sort((a, b) => a - b)[Math.floor(share * (v.length - 1))] ?? NaN;

const demo = demoPieces();

function pieceOf(number: number): Piece {
  if (random() < 0.5) return demo[Math.floor(random() * demo.length)]!;
  const figure = drawAs(knownFigure(number, 1, 3 + Math.floor(random() * 10)), 'exact', number);
  const wire = {
    ...newPiece('p', 'Study', '').wire,
    diameterMm: [0.64, 0.81, 1, 1.3][number % 4]!,
  };
  return { ...newPiece('p', 'Study', ''), wire, paths: [newPath('w', nodesOf(figure), false)] };
}

const errors: number[] = [];
const times: number[] = [];
const missed: string[] = [];
let [named, mistakes, one] = [0, 0, 0];
for (let k = 0; one < count; k++) {
  const number = seed * 1000 + k;
  const planned = plannedWith(pieceOf(number), {});
  const { plan } = planned;
  if (plan.wires.length === 0 || plan.wires.every((w) => w.bends.length === 0)) continue;
  let page;
  try {
    page = patternPage(planned, 200, 'a4');
  } catch {
    continue;
  }
  if (!page.frame) continue;
  const { data, info } = await sharp(Buffer.from(page.svg))
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const picture: Rgba = { width: info.width, height: info.height, data };
  const shapes = shapesOf(plan);
  const made = formByHand(shapes, number, { unsteady: 0.004 });
  const metals = Object.keys(METALS) as (keyof typeof METALS)[];
  const metal = metals[Math.floor(random() * metals.length)]!;
  const wires = made.lines.map(({ x, y }, i): LyingWire => ({
    x: x.map((v) => v + page.lies.dx),
    y: y.map((v) => v + page.lies.dy),
    diameterMm: shapes[i]!.diameterMm,
    colour: METALS[metal],
  }));
  const { box } = page.frame;
  const near = random() < 0.6;
  const [w, h] = [(box.maxX - box.minX) * 1.15, (box.maxY - box.minY) * 1.15];
  const [cx, cy] = [
    (box.minX + box.maxX) / 2 + page.lies.dx,
    (box.minY + box.maxY) / 2 + page.lies.dy,
  ];
  const shot = shootPiece({ picture, pxPerMm: 200 / 25.4 }, wires, {
    number,
    width: near ? 4000 : 3000,
    height: near ? 3000 : 4000,
    box: near
      ? { minX: cx - w / 2, maxX: cx + w / 2, minY: cy - h / 2, maxY: cy + h / 2 }
      : { minX: 0, minY: 0, maxX: 210, maxY: 297 },
  });
  // As a camera's file keeps it.
  const jpeg = await sharp(shot.data, {
    raw: { width: shot.width, height: shot.height, channels: 4 },
  })
    .removeAlpha()
    .jpeg({ quality: 88 })
    .toBuffer();
  const kept = await sharp(jpeg).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const from = performance.now();
  const answer = judgePhoto({ width: shot.width, height: shot.height, data: kept.data }, plan, [
    page.frame,
  ]);
  times.push(performance.now() - from);
  one++;
  const name = `${planned.piece.name}, ${metal}, ${near ? 'near' : 'page'}`;
  if (!answer.found) {
    missed.push(`${name}: ${answer.fault}`);
    continue;
  }
  const { judgement } = answer;
  const onFigure = offsets(shapes, made.lines);
  // Places are said on the straight blank: what is taken on the way, or gained, shifts them.
  const truth = (wire: number, atMm: number): number => {
    const w = plan.wires[wire]!;
    return onFigure(wire, alongFigure(w, atMm + w.startMm));
  };
  const off = judgement.places.map((p) => Math.abs(p.offMm - truth(p.wire, p.atMm)));
  const seen = off.filter((_, i) => judgement.places[i]!.seen);
  errors.push(...seen);
  const { mistake } = made;
  if (mistake) {
    mistakes++;
    const first = judgement.bends[0];
    const right = first?.wire === mistake.wire && first.bend === mistake.bend;
    if (right) named++;
    console.log(
      `${name}: ${shapes.length} wires, error median ${median(seen).toFixed(3)} p95 ${median(seen, 0.95).toFixed(3)}, mistake ${mistake.wire}/${mistake.bend} ${(mistake.moreRad * 57.3).toFixed(1)}° ${mistake.laterMm.toFixed(1)} mm, named ${judgement.bends.map((b) => `${b.wire}/${b.bend} ${(b.moreRad * 57.3).toFixed(1)}° ${b.laterMm.toFixed(1)}`).join(' ') || 'none'}${right ? '' : '  <--'} ${times.at(-1)!.toFixed(0)} ms`,
    );
  }
}

/** What each place is truly off, by the same rule, from where the wires truly lie. */
function offsets(
  shapes: ReturnType<typeof shapesOf>,
  lines: readonly Line[],
): (wire: number, atMm: number) => number {
  const join = (pick: (i: number) => Float64Array): Float64Array =>
    Float64Array.from(shapes.flatMap((_, i) => [...pick(i)]));
  const normals = shapes.map((s) => leftOf(s));
  const { off } = layOn(
    { x: join((i) => shapes[i]!.x), y: join((i) => shapes[i]!.y) },
    { x: join((i) => lines[i]!.x), y: join((i) => lines[i]!.y) },
    {
      nx: join((i) => normals[i]!.nx),
      ny: join((i) => normals[i]!.ny),
      weights: join((i) => {
        const [first, last] = shapes[i]!.figure;
        return shapes[i]!.x.map((_, k) => (k >= first && k <= last ? 1 : 0));
      }),
    },
  );
  const starts = shapes.map((_, i) => shapes.slice(0, i).reduce((sum, s) => sum + s.x.length, 0));
  return (wire, atMm) => {
    const { atMm: at, figure } = shapes[wire]!;
    const step = at[1]! - at[0]!;
    const k = Math.min(figure[1], Math.max(figure[0], figure[0] + Math.round(atMm / step)));
    return off[starts[wire]! + k]!;
  };
}

const within = errors.filter((e) => e < 0.15).length / errors.length;
console.log(`
${one} photographs of 12 megapixels (seed ${seed}), ${errors.length} places seen
deviation found within 0.15 mm: ${(100 * within).toFixed(1)} of 100 places; error median ${median(errors).toFixed(3)} mm, 95 of 100 under ${median(errors, 0.95).toFixed(3)} mm
the bend behind a single mistake named rightly: ${named} of ${mistakes}
not judged: ${missed.length ? missed.join('; ') : 'none'}
time: median ${median(times).toFixed(0)} ms, longest ${Math.max(...times).toFixed(0)} ms`);
