import * as opentype from 'opentype.js';
import { z } from 'zod';
import {
  distance,
  flattenPath,
  pathsBox,
  transformPath,
  type Affine,
  type Path,
  type Segment,
  type Vec,
} from '../geometry';
import { LetteringError, refuseAll, signsOf } from './readText';
import { sizeSchema } from './settings';

/** Fonts for outline letters; their files ship with the app. */
export const OUTLINE_FONTS = {
  round: { name: 'Round and bold', family: 'comfortaa', weight: 700 },
  serif: { name: 'With feet', family: 'playfair-display', weight: 900 },
  plain: { name: 'Plain and heavy', family: 'hanken-grotesk', weight: 900 },
} as const;
export type OutlineFontId = keyof typeof OUTLINE_FONTS;
export const OUTLINE_FONT_IDS = Object.keys(OUTLINE_FONTS) as [OutlineFontId, ...OutlineFontId[]];

/** Everything chosen about a word in outline letters. Lengths mm, angles degrees. */
export const outlineSchema = z.strictObject({
  text: z.string().max(2_000),
  font: z.enum(OUTLINE_FONT_IDS),
  size: sizeSchema,
  /** added between letters, in tenths of the x-height */
  space: z.number().min(-3).max(20),
  slantDeg: z.number().min(-30).max(40),
});
export type OutlineSettings = z.infer<typeof outlineSchema>;

export const DEFAULT_OUTLINE: OutlineSettings = {
  text: '',
  font: 'round',
  size: { by: 'x-height', mm: 20 },
  space: 0,
  slantDeg: 0,
};

/** A font opened from its files, each of which may hold other signs. */
export type LetterFont = readonly opentype.Font[];

/** Opens the files of a font. @throws LetteringError when one is not a font */
export function openFont(files: readonly ArrayBuffer[]): LetterFont {
  // Loaded as one object by some, by its parts by others.
  const { parse } = opentype.default ?? opentype;
  try {
    return files.map((bytes) => parse(bytes));
  } catch {
    throw new LetteringError('The font’s file could not be opened. Load the page again.');
  }
}

export interface OutlineWord {
  /** closed figures, counters (the inside of an o) among them */
  readonly paths: readonly Path[];
  readonly missing: readonly string[];
  readonly xHeightMm: number;
  /** from edge to edge of the wire, mm */
  readonly widthMm: number;
}

const SPACE_UNITS = 6;
/** Points nearer than this are one, mm. */
const ONE_POINT_MM = 1e-4;

/**
 * A word in outline letters: each outline a closed figure for a wire of its own.
 * @throws LetteringError when there is nothing to set, too much, or none of it is in the font
 */
export function outlineWord(
  settings: OutlineSettings,
  font: LetterFont,
  diameterMm: number,
): OutlineWord {
  const signs = signsOf(settings.text);
  const xHeight = font[0]?.tables.os2?.sxHeight ?? (font[0]?.unitsPerEm ?? 1000) / 2;
  const tenth = xHeight / 10;
  const missing = new Set<string>();
  const paths: Path[] = [];
  let pen = 0;
  let before: opentype.Glyph | null = null;
  let beforeFile: opentype.Font | null = null;
  for (const sign of signs) {
    if (sign === ' ') {
      pen += SPACE_UNITS * tenth;
      before = null;
      continue;
    }
    const file: opentype.Font | undefined = font.find(
      (f) => [...sign].length === 1 && f.charToGlyphIndex(sign) > 0,
    );
    if (!file) {
      missing.add(sign);
      continue;
    }
    const glyph = file.charToGlyph(sign);
    if (before && beforeFile === file) pen += file.getKerningValue(before, glyph);
    paths.push(...contours(glyph.getPath(pen, 0, file.unitsPerEm).commands));
    pen += glyph.advanceWidth + settings.space * tenth;
    before = glyph;
    beforeFile = file;
  }
  if (paths.length === 0) refuseAll(signs, OUTLINE_FONTS[settings.font].name);
  const slant = Math.tan((settings.slantDeg * Math.PI) / 180);
  const leant: Affine = { a: 1, b: 0, c: -slant, d: 1, e: 0, f: 0 };
  const box = pathsBox(paths.map((p) => transformPath(p, leant)))!;
  const wide = box.maxX - box.minX;
  const { size } = settings;
  const unit =
    size.by === 'x-height' ? size.mm / xHeight : Math.max(1e-6, size.mm - diameterMm) / wide;
  const map: Affine = { ...leant, a: unit, c: -slant * unit, d: unit };
  return {
    paths: paths.map((p) => cleaned(transformPath(p, map))).filter((p) => p.segments.length > 1),
    missing: [...missing],
    xHeightMm: unit * xHeight,
    widthMm: unit * wide + diameterMm,
  };
}

/** The closed outlines of a glyph; quadratic curves become the cubics that are the same curves. */
function contours(commands: readonly opentype.Command[]): Path[] {
  const out: Path[] = [];
  let segments: Segment[] = [];
  let at: Vec = { x: 0, y: 0 };
  let start = at;
  const close = (): void => {
    if (segments.length > 0) {
      if (distance(at, start) > 1e-6) segments.push({ type: 'line', from: at, to: start });
      out.push({ segments, closed: true });
    }
    segments = [];
  };
  const third = (from: Vec, to: Vec): Vec => ({
    x: from.x + ((to.x - from.x) * 2) / 3,
    y: from.y + ((to.y - from.y) * 2) / 3,
  });
  for (const c of commands) {
    if (c.type === 'Z') {
      close();
      at = start;
      continue;
    }
    const to = { x: c.x, y: c.y };
    if (c.type === 'M') {
      close();
      start = to;
    } else if (c.type === 'L') segments.push({ type: 'line', from: at, to });
    else if (c.type === 'Q') {
      const mid = { x: c.x1, y: c.y1 };
      segments.push({ type: 'cubic', from: at, c1: third(at, mid), c2: third(to, mid), to });
    } else {
      const [c1, c2] = [
        { x: c.x1, y: c.y1 },
        { x: c.x2, y: c.y2 },
      ];
      segments.push({ type: 'cubic', from: at, c1, c2, to });
    }
    at = to;
  }
  close();
  return out;
}

/** Fonts repeat points; stretches without length are left out. */
function cleaned(path: Path): Path {
  const segments = path.segments.filter((s) => {
    const points = flattenPath({ segments: [s], closed: false }, 0.01);
    return points.some((p) => distance(p, points[0]!) > ONE_POINT_MM);
  });
  return { ...path, segments };
}
