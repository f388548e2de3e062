import * as fontkit from 'fontkit';
import type { SheetFonts } from './writePdf';
import { TONE_COLOURS, type Item, type Page, type Paper, type TextItem, type Tone } from './items';

type Face = ReturnType<typeof open>;

function open(bytes: Uint8Array): fontkit.Font {
  const font = fontkit.create(bytes as Buffer);
  if ('fonts' in font) throw new Error('A collection of fonts where one is wanted');
  return font;
}

const colourOf = (tone: Tone): string => `rgb(${TONE_COLOURS[tone].join(',')})`;
const short = (v: number): number => Math.round(v * 1e4) / 1e4;

/**
 * One page as an SVG of its true size, its words as outlines, so that it looks alike wherever it is drawn.
 * @param dpi the size in px is the paper's at so many to the inch
 */
export function writePageSvg(
  page: Page,
  paper: Paper,
  { regular, bold }: SheetFonts,
  dpi: number,
): { readonly svg: string; readonly widthPx: number; readonly heightPx: number } {
  const faces = { regular: open(regular), bold: open(bold) };
  const [widthPx, heightPx] = [paper.widthMm, paper.heightMm].map((mm) =>
    Math.round((mm * dpi) / 25.4),
  ) as [number, number];
  // The page's own millimetres, whatever is rounded off at its right and lower edge.
  const [seenX, seenY] = [(widthPx * 25.4) / dpi, (heightPx * 25.4) / dpi];
  let clips = 0;
  const draw = (item: Item): string => {
    switch (item.type) {
      case 'line':
        return `<path d="M${item.x1} ${item.y1}L${item.x2} ${item.y2}" stroke="${colourOf(item.tone)}" stroke-width="${item.widthMm}"${item.dashMm ? ` stroke-dasharray="${item.dashMm}"` : ''}/>`;
      case 'path':
        return item.filled
          ? `<path d="${item.data}" fill="${colourOf(item.tone)}"/>`
          : `<path d="${item.data}" stroke="${colourOf(item.tone)}" stroke-width="${item.widthMm}" stroke-linecap="round"/>`;
      case 'text':
        return outlined(item, item.bold ? faces.bold : faces.regular);
      case 'window': {
        const id = `w${clips++}`;
        const within = item.items.map(draw).join('');
        return `<clipPath id="${id}"><rect x="${item.x}" y="${item.y}" width="${item.width}" height="${item.height}"/></clipPath><g clip-path="url(#${id})"><g transform="translate(${item.dx} ${item.dy})">${within}</g></g>`;
      }
    }
  };
  const body = page.items.map(draw).join('\n');
  return {
    svg: `<svg xmlns="http://www.w3.org/2000/svg" width="${widthPx}" height="${heightPx}" viewBox="0 0 ${seenX} ${seenY}" fill="none"><rect width="${seenX}" height="${seenY}" fill="white"/>\n${body}\n</svg>`,
    widthPx,
    heightPx,
  };
}

/** A text as the outlines of its letters. */
const outlined = (item: TextItem, face: Face): string =>
  `<path d="${textOutline(item, face)}" fill="${colourOf(item.tone ?? 'ink')}"/>`;

function textOutline({ x, y, text, sizeMm, anchor }: TextItem, face: Face): string {
  const { glyphs, positions } = face.layout(text);
  const by = sizeMm / face.unitsPerEm;
  const width = positions.reduce((sum, p) => sum + p.xAdvance, 0) * by;
  let at = anchor === 'end' ? x - width : anchor === 'middle' ? x - width / 2 : x;
  const data: string[] = [];
  glyphs.forEach((glyph, i) => {
    const p = positions[i]!;
    for (const { command, args } of glyph.path.commands) {
      if (command === 'closePath') {
        data.push('Z');
        continue;
      }
      const letter = { moveTo: 'M', lineTo: 'L', quadraticCurveTo: 'Q', bezierCurveTo: 'C' }[
        command
      ];
      const points = args.map((v, k) =>
        short(k % 2 === 0 ? at + (v + p.xOffset) * by : y - (v + p.yOffset) * by),
      );
      data.push(`${letter}${points.join(' ')}`);
    }
    at += p.xAdvance * by;
  });
  return data.join('');
}
