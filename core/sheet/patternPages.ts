import { pathData } from '../file';
import { blackBoxes, frameAround, MARK_MM, type MarkFrame } from '../fiducial';
import { growBox, pathsBox, perp, scale, type Box, type Vec } from '../geometry';
import { bendLabels, placeOnWire, wholeWire, widestMm, type Plan } from '../plan';
import type { Piece } from '../piece';
import {
  MARGIN_MM,
  PAPERS,
  rule,
  words,
  type Item,
  type Page,
  type Paper,
  type WindowItem,
} from './items';

export const HEADER_MM = 12;
/** Room for the check lines on the first page. */
export const CHECK_MM = 22;
const OVERLAP_MM = 8;
const LABEL_ROOM_MM = 7;
export const MAX_TILES = 80;

/** The pattern in its own coordinates: the wire at true thickness, its centre, bend numbers. */
export function patternItems(piece: Piece, plan: Plan): Item[] {
  const bodies: Item[] = [];
  const lines: Item[] = [];
  const marks: Item[] = [];
  plan.wires.forEach((w) => {
    const d = w.stock.diameterMm;
    for (const { shapes, diameterMm } of wholeWire(plan, w)) {
      const data = pathData(shapes);
      bodies.push({ type: 'path', data, widthMm: diameterMm, tone: 'pale' });
      lines.push({ type: 'path', data, widthMm: 0.15, tone: 'under' });
    }
    for (const b of w.bends) {
      const grip = placeOnWire(w, b.gripMm);
      if (!grip) continue;
      const reach = scale(perp(grip.direction), d / 2 + 0.8);
      marks.push(
        rule(
          grip.at.x + reach.x,
          grip.at.y + reach.y,
          grip.at.x - reach.x,
          grip.at.y - reach.y,
          0.2,
          'under',
        ),
      );
    }
  });
  for (const { at, name } of startNames(plan)) {
    marks.push(words(at.x, at.y - 0.6, name, { sizeMm: 2, anchor: 'middle', tone: 'under' }));
  }
  for (const label of bendLabels(plan, 'gripMm', widestMm(plan) / 2 + 2.2, 2.4)) {
    const number = String(label.bend + 1);
    marks.push(
      words(label.at.x, label.at.y + 0.8, number, {
        sizeMm: 2.3,
        anchor: 'middle',
        tone: 'under',
      }),
    );
  }
  const beads = piece.shapes
    .flatMap((s) => s.beads)
    .map((b): Item => ({
      type: 'path',
      data: pathData([
        { type: 'arc', center: b, radius: b.acrossMm / 2, startAngle: 0, sweep: 2 * Math.PI },
      ]),
      widthMm: 0.15,
      tone: 'under',
    }));
  return [...bodies, ...lines, ...beads, ...marks];
}

/** Names nearer to each other than this would lie over each other, mm across and down. */
const NAME_MM = { across: 8, down: 2.4 };

/** Where wires begin, each a little before its first end; of several at one place one name says all. */
function startNames(plan: Plan): { readonly at: Vec; readonly name: string }[] {
  const found: { readonly at: Vec; readonly numbers: number[]; readonly closed: boolean }[] = [];
  plan.wires.forEach((w, n) => {
    const start = placeOnWire(w, 0);
    if (!start) return;
    const back = scale(start.direction, -(w.stock.diameterMm / 2 + 1.6));
    const at = { x: start.at.x + back.x, y: start.at.y + back.y };
    const near = found.find(
      (f) => Math.abs(f.at.x - at.x) < NAME_MM.across && Math.abs(f.at.y - at.y) < NAME_MM.down,
    );
    if (near) near.numbers.push(n + 1);
    else found.push({ at, numbers: [n + 1], closed: w.closed });
  });
  return found.map(({ at, numbers, closed }) => {
    if (plan.wires.length === 1) return { at, name: closed ? 'seam' : 'start' };
    return { at, name: `${numbers.length > 1 ? 'starts' : 'start'} ${numbers.join(', ')}` };
  });
}

/** What the pattern covers: the wire and the numbers beside it. */
export function patternBox(plan: Plan): Box | null {
  const paths = plan.wires.map((w) => ({
    segments: wholeWire(plan, w).flatMap((part) => part.shapes),
    closed: w.closed,
  }));
  const box = pathsBox(paths);
  return box ? growBox(box, widestMm(plan) / 2) : null;
}

/** Where a pattern that fits on one page lies there, and the marks round it. */
export interface Pattern {
  /** from the figure to the page, mm */
  readonly dx: number;
  readonly dy: number;
  /** in the figure's own coordinates; null where there is no room for them */
  readonly frame: MarkFrame | null;
}

const innerOf = (paper: Paper): { width: number; height: number } => ({
  width: paper.widthMm - 2 * MARGIN_MM,
  height: paper.heightMm - 2 * MARGIN_MM - HEADER_MM,
});

/** Between the numbers beside a figure and the marks, mm. */
const MARK_ROOM_MM = 1.5;

/** The smallest frame that fits on the page, its marks above and below or at the sides. */
function frameFor(box: Box, inner: { width: number; height: number }): MarkFrame | null {
  const past = LABEL_ROOM_MM + MARK_ROOM_MM + MARK_MM;
  const frames = [
    frameAround(box, { across: LABEL_ROOM_MM, down: past }),
    frameAround(box, { across: past, down: LABEL_ROOM_MM }),
  ].flatMap((frame) => {
    if (!frame) return [];
    const [width, height] = [frame.box.maxX - frame.box.minX, frame.box.maxY - frame.box.minY];
    const fits = width <= inner.width && height <= inner.height - CHECK_MM;
    return fits ? [{ frame, across: Math.hypot(width, height) }] : [];
  });
  return frames.sort((a, b) => a.across - b.across)[0]?.frame ?? null;
}

/**
 * How a pattern lies on its page.
 * @param box what it covers
 * @returns null where it takes several pages
 */
export function patternOf(box: Box, paper: Paper): Pattern | null {
  const inner = innerOf(paper);
  const [width, height] = [box.maxX - box.minX, box.maxY - box.minY];
  const room = 2 * LABEL_ROOM_MM;
  if (width + room > inner.width || height + room > inner.height - CHECK_MM) return null;
  const frame = frameFor(box, inner);
  const taken = frame?.box ?? box;
  const free = inner.height - CHECK_MM - (taken.maxY - taken.minY);
  return {
    frame,
    dx: paper.widthMm / 2 - (box.minX + box.maxX) / 2,
    dy: MARGIN_MM + HEADER_MM + CHECK_MM + Math.min(free / 2, 20) - taken.minY,
  };
}

/** The marks round a pattern, as it is printed on either paper. */
export const patternFrames = (box: Box): MarkFrame[] =>
  Object.values(PAPERS).flatMap((paper) => patternOf(box, paper)?.frame ?? []);

/** All marks of a frame, black. */
export const markItem = (frame: MarkFrame): Item => ({
  type: 'path',
  data: blackBoxes(frame)
    .map(({ minX, minY, maxX, maxY }) => `M${minX} ${minY}H${maxX}V${maxY}H${minX}Z`)
    .join(''),
  widthMm: 0,
  tone: 'ink',
  filled: true,
});

/** All that a made piece may be laid on is printed so that a photograph looks past it. */
const looksPast = (item: Item): Item =>
  item.type === 'window'
    ? { ...item, items: item.items.map(looksPast) }
    : { ...item, tone: item.tone === 'faint' || item.tone === 'pale' ? 'pale' : 'under' };

export interface PatternOptions {
  /** what lies on it too */
  readonly more?: readonly Item[];
  /** what it covers */
  readonly box?: Box | null;
  /** with marks round it, for a photograph of the piece that is laid on it */
  readonly marks?: boolean;
}

/** The pattern on one page, or over several with joining marks; null when it would take too many. */
export function patternPages(
  piece: Piece,
  plan: Plan,
  paper: Paper,
  { more = [], box = patternBox(plan), marks = false }: PatternOptions = {},
): Page[] | null {
  if (!box) return [];
  const items = [...patternItems(piece, plan), ...(marks ? more.map(looksPast) : more)];
  const inner = innerOf(paper);
  const pattern = patternOf(box, paper);
  if (!pattern) return tiles(items, growBox(box, LABEL_ROOM_MM), inner);
  const top = MARGIN_MM + HEADER_MM + CHECK_MM;
  const window: WindowItem = {
    type: 'window',
    x: MARGIN_MM,
    y: top - 2,
    width: inner.width,
    height: inner.height - CHECK_MM + 2,
    dx: pattern.dx,
    dy: pattern.dy,
    items: marks && pattern.frame ? [...items, markItem(pattern.frame)] : items,
  };
  return [{ title: 'Pattern, true size', items: [window] }];
}

function tiles(
  items: readonly Item[],
  box: Box,
  inner: { width: number; height: number },
): Page[] | null {
  const step = { x: inner.width - OVERLAP_MM, y: inner.height - CHECK_MM - OVERLAP_MM };
  const columns = Math.max(1, Math.ceil((box.maxX - box.minX - OVERLAP_MM) / step.x));
  const rows = Math.max(1, Math.ceil((box.maxY - box.minY - OVERLAP_MM) / step.y));
  if (columns * rows > MAX_TILES) return null;
  const top = MARGIN_MM + HEADER_MM + CHECK_MM;
  const name = (c: number, r: number): string => `${String.fromCharCode(65 + (r % 26))}${c + 1}`;
  const marks: Item[] = [];
  for (let r = 0; r <= rows; r++) {
    for (let c = 0; c <= columns; c++) {
      marks.push(
        ...joinMarks(
          box.minX + c * step.x,
          box.minY + r * step.y,
          step,
          c < columns,
          r < rows,
          c > 0 && c < columns,
          r > 0 && r < rows,
        ),
      );
    }
  }
  const pages: Page[] = [];
  for (let r = 0; r < rows; r++) {
    for (let c = 0; c < columns; c++) {
      const window: WindowItem = {
        type: 'window',
        x: MARGIN_MM,
        y: top,
        width: step.x + OVERLAP_MM,
        height: step.y + OVERLAP_MM,
        dx: MARGIN_MM - (box.minX + c * step.x),
        dy: top - (box.minY + r * step.y),
        items: [...items, ...marks],
      };
      const joins = [
        c + 1 < columns ? `right edge joins ${name(c + 1, r)}` : '',
        r + 1 < rows ? `lower edge joins ${name(c, r + 1)}` : '',
      ].filter(Boolean);
      pages.push({
        title: `Pattern, true size: sheet ${name(c, r)} of ${columns} x ${rows}`,
        items: [
          window,
          words(
            MARGIN_MM,
            top - 1.5,
            `${name(c, r)}${joins.length ? `: ${joins.join('; ')}. Lay crosses on crosses.` : ''}`,
            { sizeMm: 2.8, bold: true },
          ),
        ],
      });
    }
  }
  return pages;
}

/** Crosses on the lines where two sheets meet; each is printed on both. */
function joinMarks(
  x: number,
  y: number,
  step: { x: number; y: number },
  hasRight: boolean,
  hasBelow: boolean,
  seamX: boolean,
  seamY: boolean,
): Item[] {
  const cross = (cx: number, cy: number): Item[] => [
    rule(cx - 3, cy, cx + 3, cy, 0.15, 'accent'),
    rule(cx, cy - 3, cx, cy + 3, 0.15, 'accent'),
  ];
  const items: Item[] = [];
  const half = OVERLAP_MM / 2;
  if (seamX && hasBelow) {
    items.push(rule(x + half, y, x + half, y + step.y, 0.1, 'soft', 2));
    for (const part of [0.2, 0.8]) items.push(...cross(x + half, y + step.y * part));
  }
  if (seamY && hasRight) {
    items.push(rule(x, y + half, x + step.x, y + half, 0.1, 'soft', 2));
    for (const part of [0.2, 0.8]) items.push(...cross(x + step.x * part, y + half));
  }
  return items;
}
