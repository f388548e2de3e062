import * as fontkit from 'fontkit';
import {
  clip,
  closePath,
  endPath,
  LineCapStyle,
  lineTo,
  moveTo,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  rgb,
  type PDFFont,
  type PDFPage,
} from '@cantoo/pdf-lib';
import { TONE_COLOURS, type Item, type Sheet, type Tone } from './items';

const POINTS_PER_MM = 72 / 25.4;

const colourOf = (tone: Tone): ReturnType<typeof rgb> => {
  const [r, g, b] = TONE_COLOURS[tone];
  return rgb(r / 255, g / 255, b / 255);
};

export interface SheetFonts {
  /** TrueType or WOFF bytes of the regular and the bold face */
  readonly regular: Uint8Array;
  readonly bold: Uint8Array;
}

/** The sheet as a PDF at true scale: one mm on the sheet is 72/25.4 points. */
export async function writePdf(
  sheet: Sheet,
  title: string,
  fonts: SheetFonts,
): Promise<Uint8Array> {
  const document = await PDFDocument.create();
  document.registerFontkit(fontkit);
  document.setTitle(title);
  document.setProducer('Hush Road');
  document.setCreator('Hush Road');
  // Viewers that obey this offer to print without scaling.
  document.catalog.getOrCreateViewerPreferences().setPrintScaling('None' as never);
  const regular = await document.embedFont(fonts.regular, { subset: true });
  const bold = await document.embedFont(fonts.bold, { subset: true });
  const { widthMm, heightMm } = sheet.paper;
  for (const page of sheet.pages) {
    const out = document.addPage([widthMm * POINTS_PER_MM, heightMm * POINTS_PER_MM]);
    const pen: Pen = { page: out, heightMm, regular, bold, dx: 0, dy: 0 };
    for (const item of page.items) draw(pen, item);
  }
  return document.save();
}

interface Pen {
  readonly page: PDFPage;
  readonly heightMm: number;
  readonly regular: PDFFont;
  readonly bold: PDFFont;
  readonly dx: number;
  readonly dy: number;
}

const across = (pen: Pen, xMm: number): number => (xMm + pen.dx) * POINTS_PER_MM;
const up = (pen: Pen, yMm: number): number => (pen.heightMm - yMm - pen.dy) * POINTS_PER_MM;

function draw(pen: Pen, item: Item): void {
  switch (item.type) {
    case 'line':
      pen.page.drawLine({
        start: { x: across(pen, item.x1), y: up(pen, item.y1) },
        end: { x: across(pen, item.x2), y: up(pen, item.y2) },
        thickness: item.widthMm * POINTS_PER_MM,
        color: colourOf(item.tone),
        ...(item.dashMm ? { dashArray: [item.dashMm * POINTS_PER_MM] } : {}),
      });
      return;
    case 'path':
      pen.page.drawSvgPath(item.data, {
        x: across(pen, 0),
        y: up(pen, 0),
        scale: POINTS_PER_MM,
        ...(item.filled
          ? { color: colourOf(item.tone) }
          : {
              borderColor: colourOf(item.tone),
              borderWidth: item.widthMm,
              borderLineCap: LineCapStyle.Round,
            }),
      });
      return;
    case 'text': {
      const font = item.bold ? pen.bold : pen.regular;
      const size = item.sizeMm * POINTS_PER_MM;
      const text = drawable(font, item.text);
      const width = font.widthOfTextAtSize(text, size);
      const shift = item.anchor === 'end' ? width : item.anchor === 'middle' ? width / 2 : 0;
      const color = colourOf(item.tone ?? 'ink');
      pen.page.drawText(text, {
        x: across(pen, item.x) - shift,
        y: up(pen, item.y),
        size,
        font,
        color,
      });
      return;
    }
    case 'window': {
      const [x0, x1] = [across(pen, item.x), across(pen, item.x + item.width)];
      const [y0, y1] = [up(pen, item.y), up(pen, item.y + item.height)];
      pen.page.pushOperators(
        pushGraphicsState(),
        moveTo(x0, y0),
        lineTo(x1, y0),
        lineTo(x1, y1),
        lineTo(x0, y1),
        closePath(),
        clip(),
        endPath(),
      );
      const inner = { ...pen, dx: pen.dx + item.dx, dy: pen.dy + item.dy };
      for (const child of item.items) draw(inner, child);
      pen.page.pushOperators(popGraphicsState());
    }
  }
}

/** Signs the font does not have are shown as a question mark rather than lost. */
function drawable(font: PDFFont, text: string): string {
  const known = new Set(font.getCharacterSet());
  return Array.from(text, (sign) => (known.has(sign.codePointAt(0) ?? 0) ? sign : '?')).join('');
}
