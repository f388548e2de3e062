import { randomFrom, type Vec } from '../geometry';
import { applyMap, inverseMap, mapCorners, type PlaneMap, type Rgba } from '../trace';
import { drawLines, type InkSheet, type SheetDrawing } from './drawLines';

/** A picture as a camera would take it, with what is known of it by construction. */
export interface Shot {
  readonly picture: Rgba;
  /** the sheet's corners in the picture: top left, top right, bottom right, bottom left, px */
  readonly corners: readonly Vec[];
  /** from the picture, px, to the sheet, mm */
  readonly toSheet: PlaneMap;
}

export interface ShotOptions {
  /** the number that light, shadow, tilt and blur come from; the same number gives the same picture */
  readonly number: number;
  readonly width: number;
  readonly height: number;
  /** 0 straight above and evenly lit, 1 as bad as a kitchen table in the evening */
  readonly trouble?: number;
}

/**
 * Takes a picture of a sheet lying on a table: seen from a little aside, lit from one side, with the
 * soft shadow of a hand, slightly out of focus and with a sensor's noise.
 */
export function takeShot(drawing: SheetDrawing, options: ShotOptions): Shot {
  const { width, height, trouble = 1 } = options;
  const random = randomFrom(options.number * 2654435761 + 97);
  const between = (low: number, high: number): number => low + (high - low) * random();
  const sheet = sheetCorners(drawing);
  const corners = placeSheet(drawing, width, height, trouble, between);
  const toSheet = mapCorners(corners, sheet)!;
  const pxPerMm =
    (1.5 * Math.max(...spanOf(corners))) / Math.max(drawing.widthMm, drawing.heightMm);
  const inked = drawLines(drawing, Math.min(14, Math.max(4, pxPerMm)));
  const ink = (p: Vec): number => {
    const [u, v] = [p.x * inked.pxPerMm - 0.5, p.y * inked.pxPerMm - 0.5];
    const [i, j] = [Math.floor(u), Math.floor(v)];
    if (i < 0 || j < 0 || i + 1 >= inked.width || j + 1 >= inked.height) return 0;
    const [s, t] = [u - i, v - j];
    const k = j * inked.width + i;
    return (
      (inked.ink[k]! * (1 - s) + inked.ink[k + 1]! * s) * (1 - t) +
      (inked.ink[k + inked.width]! * (1 - s) + inked.ink[k + inked.width + 1]! * s) * t
    );
  };
  const nearInk = inkNearby(inked);
  const light = lighting(width, height, trouble, between);
  const darkness = between(0.72, 0.88);
  const blurPx = trouble * between(0.3, 1.1);
  const noise = trouble * between(1.5, 4);
  const data = new Uint8ClampedArray(width * height * 4);
  const spread = [-blurPx, 0, blurPx];
  for (let y = 0, k = 0; y < height; y++) {
    for (let x = 0; x < width; x++, k += 4) {
      const at = applyMap(toSheet, { x: x + 0.5, y: y + 0.5 });
      const onSheet = at.x >= 0 && at.y >= 0 && at.x <= drawing.widthMm && at.y <= drawing.heightMm;
      let covered = 0;
      if (onSheet && nearInk(at)) {
        for (const dx of spread) {
          for (const dy of spread) {
            covered += ink(applyMap(toSheet, { x: x + 0.5 + dx, y: y + 0.5 + dy })) / 9;
          }
        }
      }
      const lit = light(x, y);
      const grain = (random() + random() + random() - 1.5) * 2 * noise;
      const [r, g, b] = onSheet ? [242, 240, 232] : TABLE;
      const value = lit * (1 - darkness * covered);
      data[k] = r * value + grain;
      data[k + 1] = g * value + grain;
      data[k + 2] = b * value + grain;
      data[k + 3] = 255;
    }
  }
  return { picture: { width, height, data }, corners, toSheet };
}

/** Whether there is ink in a cell of some pixels round a place on the sheet, mm, or in those beside it. */
function inkNearby({ width, height, pxPerMm, ink }: InkSheet): (p: Vec) => boolean {
  const cell = 12;
  const columns = Math.ceil(width / cell) + 2;
  const rows = Math.ceil(height / cell) + 2;
  const has = new Uint8Array(columns * rows);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (ink[i] === 0) continue;
      const at = (Math.floor(y / cell) + 1) * columns + Math.floor(x / cell) + 1;
      for (const dy of [-columns, 0, columns]) has.fill(1, at + dy - 1, at + dy + 2);
    }
  }
  return (p) => {
    const x = Math.floor((p.x * pxPerMm) / cell) + 1;
    const y = Math.floor((p.y * pxPerMm) / cell) + 1;
    return has[y * columns + x] === 1;
  };
}

const TABLE = [150, 152, 150] as const;

const sheetCorners = ({ widthMm, heightMm }: SheetDrawing): Vec[] => [
  { x: 0, y: 0 },
  { x: widthMm, y: 0 },
  { x: widthMm, y: heightMm },
  { x: 0, y: heightMm },
];

type Between = (low: number, high: number) => number;

/** Tilts and turns the sheet by a few degrees and looks at it from above. */
function placeSheet(
  { widthMm, heightMm }: SheetDrawing,
  width: number,
  height: number,
  trouble: number,
  between: Between,
): Vec[] {
  const turn = trouble * between(-0.12, 0.12);
  const lean = { x: trouble * between(-0.28, 0.28), y: trouble * between(-0.28, 0.28) };
  const far = 2.6 * Math.max(widthMm, heightMm);
  const seen = sheetCorners({ widthMm, heightMm, penMm: 0, lines: [] }).map((p): Vec => {
    const [x, y] = [p.x - widthMm / 2, p.y - heightMm / 2];
    const [u, v] = [
      x * Math.cos(turn) - y * Math.sin(turn),
      x * Math.sin(turn) + y * Math.cos(turn),
    ];
    const depth = far + u * Math.sin(lean.x) + v * Math.sin(lean.y);
    return { x: (u * Math.cos(lean.x)) / depth, y: (v * Math.cos(lean.y)) / depth };
  });
  const [w, h] = spanOf(seen);
  const scale = 0.86 * Math.min(width / w, height / h);
  const middle = (axis: 'x' | 'y'): number =>
    (Math.max(...seen.map((p) => p[axis])) + Math.min(...seen.map((p) => p[axis]))) / 2;
  const [mx, my] = [middle('x'), middle('y')];
  return seen.map((p) => ({
    x: width / 2 + (p.x - mx) * scale,
    y: height / 2 + (p.y - my) * scale,
  }));
}

function spanOf(points: readonly Vec[]): [number, number] {
  const span = (axis: 'x' | 'y'): number =>
    Math.max(...points.map((p) => p[axis])) - Math.min(...points.map((p) => p[axis]));
  return [span('x'), span('y')];
}

/** Falls off to one side, and a soft-edged shadow comes in from a border. */
function lighting(
  width: number,
  height: number,
  trouble: number,
  between: Between,
): (x: number, y: number) => number {
  const away = between(0, 2 * Math.PI);
  const fall = trouble * between(0.05, 0.22);
  const side = between(0, 2 * Math.PI);
  const edge = between(0.1, 0.5);
  const soft = between(0.08, 0.2);
  const depth = trouble * between(0.15, 0.4);
  const size = Math.max(width, height);
  return (x, y) => {
    const [u, v] = [(x - width / 2) / size, (y - height / 2) / size];
    const slope = 1 - fall * (1 + 2 * (u * Math.cos(away) + v * Math.sin(away)));
    const into = (u * Math.cos(side) + v * Math.sin(side) - edge + 0.3) / soft;
    const shade = depth / (1 + Math.exp(-4 * into));
    return slope * (1 - shade);
  };
}

/** The inverse of a shot's map, for tests and for showing where the sheet lies. */
export const fromSheet = (shot: Shot): PlaneMap => inverseMap(shot.toSheet)!;
