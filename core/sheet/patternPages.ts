import { pathData } from '../file';
import { growBox, pathsBox, perp, scale, type Box, type Vec } from '../geometry';
import { bendLabels, placeOnWire, wholeWire, widestMm, type Plan } from '../plan';
import type { Piece } from '../piece';
import { MARGIN_MM, rule, words, type Item, type Page, type Paper, type WindowItem } from './items';

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
      bodies.push({ type: 'path', data, widthMm: diameterMm, tone: 'faint' });
      lines.push({ type: 'path', data, widthMm: 0.15, tone: 'ink' });
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
          'accent',
        ),
      );
    }
  });
  for (const { at, name } of startNames(plan)) {
    marks.push(words(at.x, at.y - 0.6, name, { sizeMm: 2, anchor: 'middle', tone: 'soft' }));
  }
  for (const label of bendLabels(plan, 'gripMm', widestMm(plan) / 2 + 2.2, 2.4)) {
    const number = String(label.bend + 1);
    marks.push(
      words(label.at.x, label.at.y + 0.8, number, {
        sizeMm: 2.3,
        anchor: 'middle',
        tone: 'accent',
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
      tone: 'soft',
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

/**
 * The pattern on one page, or over several with joining marks; null when it would take too many.
 * @param more what lies on it too
 * @param box what it covers
 */
export function patternPages(
  piece: Piece,
  plan: Plan,
  paper: Paper,
  more: readonly Item[] = [],
  box = patternBox(plan),
): Page[] | null {
  if (!box) return [];
  const items = [...patternItems(piece, plan), ...more];
  const size = { width: box.maxX - box.minX, height: box.maxY - box.minY };
  const inner = {
    width: paper.widthMm - 2 * MARGIN_MM,
    height: paper.heightMm - 2 * MARGIN_MM - HEADER_MM,
  };
  const room = LABEL_ROOM_MM;
  if (size.width + 2 * room <= inner.width && size.height + 2 * room <= inner.height - CHECK_MM) {
    const top = MARGIN_MM + HEADER_MM + CHECK_MM;
    const x = MARGIN_MM + (inner.width - size.width) / 2;
    const y = top + Math.min((inner.height - CHECK_MM - size.height) / 2, 20);
    const window: WindowItem = {
      type: 'window',
      x: MARGIN_MM,
      y: top - 2,
      width: inner.width,
      height: inner.height - CHECK_MM + 2,
      dx: x - box.minX,
      dy: y - box.minY,
      items,
    };
    return [{ title: 'Pattern, true size', items: [window] }];
  }
  return tiles(items, growBox(box, room), inner);
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
