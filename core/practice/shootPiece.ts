import { randomFrom, type Box, type Vec } from '../geometry';
import { applyMap, inverseMap, mapCorners, type PlaneMap, type Rgba } from '../trace';

/** A made wire as it lies on a page, mm from the page's top left. */
export interface LyingWire {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly diameterMm: number;
  /** red, green and blue of the metal in full light */
  readonly colour: readonly [number, number, number];
}

/** A printed page as a picture. */
export interface PrintedPage {
  readonly picture: Rgba;
  readonly pxPerMm: number;
}

export interface PieceShotOptions {
  /** what light, shadow, tilt, lens and noise come from; the same number gives the same picture */
  readonly number: number;
  readonly width: number;
  readonly height: number;
  /** what of the page is taken in, mm */
  readonly box: Box;
  /** 0 straight above and evenly lit, 1 as bad as a kitchen table in the evening */
  readonly trouble?: number;
  /** out of focus by so much, px */
  readonly blurPx?: number;
}

const LAYER_PX_PER_MM = 16;
const TABLE = [104, 82, 64] as const;

/**
 * Takes a picture of wires that lie on a printed page: from a little aside, with a lens that bends straight
 * lines, light from one side, each wire with its highlight, its dark flank and its own soft shadow.
 */
export function shootPiece(
  page: PrintedPage,
  wires: readonly LyingWire[],
  { number, width, height, box, trouble = 1, blurPx = 0 }: PieceShotOptions,
): Rgba {
  const random = randomFrom(number);
  const between = (low: number, high: number): number => low + (high - low) * random();
  const light = between(0, 2 * Math.PI);
  const layer = layerOf(wires, light, trouble);
  const map = cameraOf(box, width, height, trouble, between);
  const back = inverseMap(map)!;
  const radial = trouble * between(-0.03, 0.03);
  const fall = trouble * between(0.15, 0.4);
  const warm = [1, 1 - trouble * between(0, 0.06), 1 - trouble * between(0, 0.14)] as const;
  const noise = trouble * between(1, 3.5);
  const [lx, ly] = [Math.cos(light), Math.sin(light)];
  const half = Math.hypot(width, height) / 2;
  const colour = new Float64Array(3);
  const planes = [0, 1, 2].map(() => new Float32Array(width * height));
  for (let row = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i++) {
      const [x, y] = [column + 0.5 - width / 2, row + 0.5 - height / 2];
      // The lens shows places further out, or in, than a straight view would.
      const by = 1 - radial * ((x * x + y * y) / (half * half));
      seen(page, layer, applyMap(back, { x: width / 2 + x * by, y: height / 2 + y * by }), colour);
      for (let c = 0; c < 3; c++) planes[c]![i] = colour[c]!;
    }
  }
  if (blurPx > 0) for (const plane of planes) soften(plane, width, height, blurPx);
  const data = new Uint8ClampedArray(width * height * 4);
  for (let row = 0, k = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++, k += 4, i++) {
      const aside = ((column / width - 0.5) * lx + (row / height - 0.5) * ly) * 1.2;
      const lit = 1 + fall * (aside - 0.15);
      const grain = noise * (random() + random() + random() - 1.5) * 1.6;
      for (let c = 0; c < 3; c++) data[k + c] = planes[c]![i]! * lit * warm[c]! + grain;
      data[k + 3] = 255;
    }
  }
  return { width, height, data };
}

/** Three running means along rows and columns: nearly a bell of that standard deviation. */
function soften(plane: Float32Array, width: number, height: number, sigma: number): void {
  const reach = Math.max(1, Math.round(sigma));
  const pass = (start: number, stride: number, n: number): void => {
    const row = Float32Array.from({ length: n }, (_, i) => plane[start + i * stride]!);
    const at = (i: number): number => row[Math.min(n - 1, Math.max(0, i))]!;
    let sum = 0;
    for (let i = -reach; i <= reach; i++) sum += at(i);
    for (let i = 0; i < n; i++) {
      plane[start + i * stride] = sum / (2 * reach + 1);
      sum += at(i + reach + 1) - at(i - reach);
    }
  };
  for (let again = 0; again < 3; again++) {
    for (let y = 0; y < height; y++) pass(y * width, 1, width);
    for (let x = 0; x < width; x++) pass(x, width, height);
  }
}

/** Wires and their shadow from straight above: colour, how much of it covers, and shade, four numbers a cell. */
interface Layer {
  readonly width: number;
  readonly height: number;
  readonly from: Vec;
  readonly colours: Float32Array;
  readonly shade: Float32Array;
}

function layerOf(wires: readonly LyingWire[], light: number, trouble: number): Layer {
  const room = 3;
  const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  for (const w of wires) {
    for (let i = 0; i < w.x.length; i++) {
      box.minX = Math.min(box.minX, w.x[i]! - room);
      box.maxX = Math.max(box.maxX, w.x[i]! + room);
      box.minY = Math.min(box.minY, w.y[i]! - room);
      box.maxY = Math.max(box.maxY, w.y[i]! + room);
    }
  }
  const p = LAYER_PX_PER_MM;
  const width = wires.length > 0 ? Math.ceil((box.maxX - box.minX) * p) : 1;
  const height = wires.length > 0 ? Math.ceil((box.maxY - box.minY) * p) : 1;
  const from = wires.length > 0 ? { x: box.minX, y: box.minY } : { x: 0, y: 0 };
  const colours = new Float32Array(width * height * 4);
  const shade = new Float32Array(width * height);
  const [lx, ly] = [Math.cos(light), Math.sin(light)];
  for (const wire of wires) {
    const radius = (wire.diameterMm / 2) * p;
    const near = new Float32Array(width * height).fill(1e9);
    eachLink(wire, from, p, (ax, ay, bx, by) => {
      // The shadow falls away from the light, softer the further it is from the wire.
      const reach = 2.4 * radius;
      const [sx, sy] = [-lx * radius * 0.9, -ly * radius * 0.9];
      around(ax + sx, ay + sy, bx + sx, by + sy, reach, width, height, (i, dx, dy) => {
        const far = Math.hypot(dx, dy) / radius;
        const dark = 0.5 * trouble * Math.min(1, Math.max(0, 1.35 - 0.65 * far));
        if (dark > shade[i]!) shade[i] = dark;
      });
      around(ax, ay, bx, by, radius + 1, width, height, (i, dx, dy) => {
        const far = Math.hypot(dx, dy);
        if (far >= near[i]!) return;
        near[i] = far;
        const cover = Math.min(1, Math.max(0, radius + 0.5 - far));
        const share = Math.min(1, far / radius);
        const up = Math.sqrt(1 - share * share);
        const side = (dx * lx + dy * ly) / radius;
        const body = Math.min(1.2, Math.max(0.12, 0.34 + 0.46 * up + 0.36 * side));
        const shine = 170 * Math.exp(-((side - 0.36) ** 2) / 0.02) * up;
        const k = 4 * i;
        // A later wire lies over an earlier one.
        colours[k] = Math.min(255, wire.colour[0] * body + shine);
        colours[k + 1] = Math.min(255, wire.colour[1] * body + shine);
        colours[k + 2] = Math.min(255, wire.colour[2] * body + shine);
        colours[k + 3] = Math.max(cover, near[i] < radius ? cover : colours[k + 3]!);
      });
    });
  }
  return { width, height, from, colours, shade };
}

function eachLink(
  { x, y }: LyingWire,
  from: Vec,
  p: number,
  visit: (ax: number, ay: number, bx: number, by: number) => void,
): void {
  for (let i = 0; i + 1 < x.length; i++) {
    visit(
      (x[i]! - from.x) * p,
      (y[i]! - from.y) * p,
      (x[i + 1]! - from.x) * p,
      (y[i + 1]! - from.y) * p,
    );
  }
}

/** Every cell near a link, with the way to it from the link's nearest place. */
function around(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  reach: number,
  width: number,
  height: number,
  visit: (i: number, dx: number, dy: number) => void,
): void {
  const [vx, vy] = [bx - ax, by - ay];
  const square = Math.max(1e-9, vx * vx + vy * vy);
  const x0 = Math.max(0, Math.floor(Math.min(ax, bx) - reach));
  const x1 = Math.min(width - 1, Math.ceil(Math.max(ax, bx) + reach));
  const y0 = Math.max(0, Math.floor(Math.min(ay, by) - reach));
  const y1 = Math.min(height - 1, Math.ceil(Math.max(ay, by) + reach));
  for (let y = y0; y <= y1; y++) {
    for (let x = x0; x <= x1; x++) {
      const [px, py] = [x + 0.5 - ax, y + 0.5 - ay];
      const t = Math.min(1, Math.max(0, (px * vx + py * vy) / square));
      const [dx, dy] = [px - t * vx, py - t * vy];
      if (dx * dx + dy * dy <= reach * reach) visit(y * width + x, dx, dy);
    }
  }
}

/** From the page, mm, to the picture: tilted, turned a little, the box filling most of it. */
function cameraOf(
  box: Box,
  width: number,
  height: number,
  trouble: number,
  between: (low: number, high: number) => number,
): PlaneMap {
  const corners: Vec[] = [
    { x: box.minX, y: box.minY },
    { x: box.maxX, y: box.minY },
    { x: box.maxX, y: box.maxY },
    { x: box.minX, y: box.maxY },
  ];
  const turn = trouble * between(-0.12, 0.12);
  const lean = { x: trouble * between(-0.22, 0.22), y: trouble * between(-0.22, 0.22) };
  const far = 2.4 * Math.max(box.maxX - box.minX, box.maxY - box.minY);
  const [cx, cy] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
  const seenAt = corners.map(({ x, y }) => {
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    const [u, v] = [c * (x - cx) - s * (y - cy), s * (x - cx) + c * (y - cy)];
    const depth = far + u * Math.sin(lean.x) + v * Math.sin(lean.y);
    return { x: (u * Math.cos(lean.x)) / depth, y: (v * Math.cos(lean.y)) / depth };
  });
  const xs = seenAt.map((p) => p.x);
  const ys = seenAt.map((p) => p.y);
  const [x0, x1] = [Math.min(...xs), Math.max(...xs)];
  const [y0, y1] = [Math.min(...ys), Math.max(...ys)];
  const scale = 0.94 * Math.min(width / (x1 - x0), height / (y1 - y0));
  return mapCorners(
    corners,
    seenAt.map((p) => ({
      x: width / 2 + (p.x - (x0 + x1) / 2) * scale,
      y: height / 2 + (p.y - (y0 + y1) / 2) * scale,
    })),
  )!;
}

/** Page, shadow and wire at a place of the page, mm; off the page the table. */
function seen({ picture, pxPerMm }: PrintedPage, layer: Layer, at: Vec, into: Float64Array): void {
  const [u, v] = [at.x * pxPerMm - 0.5, at.y * pxPerMm - 0.5];
  const [i, j] = [Math.floor(u), Math.floor(v)];
  if (i < 0 || j < 0 || i + 1 >= picture.width || j + 1 >= picture.height) {
    for (let c = 0; c < 3; c++) into[c] = TABLE[c]!;
    return;
  }
  const [s, t] = [u - i, v - j];
  const k = 4 * (j * picture.width + i);
  const below = k + 4 * picture.width;
  for (let c = 0; c < 3; c++) {
    const upper = picture.data[k + c]! * (1 - s) + picture.data[k + 4 + c]! * s;
    const lower = picture.data[below + c]! * (1 - s) + picture.data[below + 4 + c]! * s;
    // Paper is not quite white.
    into[c] = 0.95 * (upper * (1 - t) + lower * t);
  }
  const x = Math.floor((at.x - layer.from.x) * LAYER_PX_PER_MM);
  const y = Math.floor((at.y - layer.from.y) * LAYER_PX_PER_MM);
  if (x < 0 || y < 0 || x >= layer.width || y >= layer.height) return;
  const cell = y * layer.width + x;
  const dark = 1 - layer.shade[cell]!;
  const cover = layer.colours[4 * cell + 3]!;
  for (let c = 0; c < 3; c++) {
    into[c] = into[c]! * dark * (1 - cover) + layer.colours[4 * cell + c]! * cover;
  }
}
