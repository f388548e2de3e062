import {
  decodePDFRawStream,
  PDFArray,
  PDFDocument,
  PDFName,
  PDFRawStream,
  type PDFPage,
} from '@cantoo/pdf-lib';

/** A stroked straight line or curve read back from a PDF, in mm of the page from its top left. */
export interface DrawnStroke {
  readonly points: readonly (readonly [number, number])[];
  readonly lengthMm: number;
}

type Matrix = readonly [number, number, number, number, number, number];

const MM = 25.4 / 72;
const IDENTITY: Matrix = [1, 0, 0, 1, 0, 0];

const multiply = (m: Matrix, n: Matrix): Matrix => [
  m[0] * n[0] + m[1] * n[2],
  m[0] * n[1] + m[1] * n[3],
  m[2] * n[0] + m[3] * n[2],
  m[2] * n[1] + m[3] * n[3],
  m[4] * n[0] + m[5] * n[2] + n[4],
  m[4] * n[1] + m[5] * n[3] + n[5],
];

function contentOf(document: PDFDocument, page: PDFPage): string {
  const contents = page.node.lookup(PDFName.of('Contents'));
  const streams =
    contents instanceof PDFArray
      ? contents.asArray().map((r) => document.context.lookup(r))
      : [contents];
  return streams
    .map((s) =>
      s instanceof PDFRawStream
        ? Buffer.from(decodePDFRawStream(s).decode()).toString('latin1')
        : '',
    )
    .join('\n');
}

/**
 * Reads the strokes of every page of a PDF by walking its operators: an account of what is on the
 * paper that owes nothing to the code that drew it. Curves are followed by chords.
 */
export async function readStrokes(bytes: Uint8Array): Promise<DrawnStroke[][]> {
  const document = await PDFDocument.load(bytes);
  return document
    .getPages()
    .map((page) => strokesOf(contentOf(document, page), page.getHeight() * MM));
}

function strokesOf(content: string, heightMm: number): DrawnStroke[] {
  const strokes: DrawnStroke[] = [];
  const stack: Matrix[] = [];
  let matrix = IDENTITY;
  let operands: number[] = [];
  let points: [number, number][] = [];
  let raw: [number, number] = [0, 0];
  const place = (x: number, y: number): [number, number] => {
    const px = matrix[0] * x + matrix[2] * y + matrix[4];
    const py = matrix[1] * x + matrix[3] * y + matrix[5];
    return [px * MM, heightMm - py * MM];
  };
  const lineTo = (x: number, y: number): void => {
    points.push(place(x, y));
    raw = [x, y];
  };
  // Text strings hold no operators.
  const plain = content.replace(/<[0-9A-Fa-f\s]*>/g, '').replace(/\((?:\\.|[^\\)])*\)/g, '');
  for (const token of plain.split(/[\s[\]]+/)) {
    if (token !== '' && !Number.isNaN(Number(token))) {
      operands.push(Number(token));
      continue;
    }
    const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0] = operands;
    if (token === 'q') stack.push(matrix);
    else if (token === 'Q') matrix = stack.pop() ?? IDENTITY;
    else if (token === 'cm') matrix = multiply([a, b, c, d, e, f], matrix);
    else if (token === 'm') {
      points = [];
      lineTo(a, b);
    } else if (token === 'l') lineTo(a, b);
    else if (token === 'c') {
      const [x0, y0] = raw;
      for (let i = 1; i <= 32; i++) {
        const t = i / 32;
        const u = 1 - t;
        const mixAt = (p0: number, p1: number, p2: number, p3: number): number =>
          u ** 3 * p0 + 3 * u * u * t * p1 + 3 * u * t * t * p2 + t ** 3 * p3;
        lineTo(mixAt(x0, a, c, e), mixAt(y0, b, d, f));
      }
    } else if (token === 'S' && points.length > 1) {
      const lengthMm = points
        .slice(1)
        .reduce((s, p, i) => s + Math.hypot(p[0] - points[i]![0], p[1] - points[i]![1]), 0);
      strokes.push({ points, lengthMm });
      points = [];
    } else if (token === 'n') points = [];
    operands = [];
  }
  return strokes;
}
