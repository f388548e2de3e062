declare module 'opentype.js' {
  export interface Glyph {
    readonly advanceWidth: number;
    /** outline at a place and size, y down */
    getPath(x: number, y: number, sizePerEm: number): { readonly commands: readonly Command[] };
  }
  export type Command =
    | { readonly type: 'M'; readonly x: number; readonly y: number }
    | { readonly type: 'L'; readonly x: number; readonly y: number }
    | {
        readonly type: 'Q';
        readonly x1: number;
        readonly y1: number;
        readonly x: number;
        readonly y: number;
      }
    | {
        readonly type: 'C';
        readonly x1: number;
        readonly y1: number;
        readonly x2: number;
        readonly y2: number;
        readonly x: number;
        readonly y: number;
      }
    | { readonly type: 'Z' };
  export interface Font {
    readonly unitsPerEm: number;
    readonly tables: { readonly os2?: { readonly sxHeight?: number } };
    charToGlyphIndex(sign: string): number;
    charToGlyph(sign: string): Glyph;
    getKerningValue(left: Glyph, right: Glyph): number;
  }
  export const parse: (bytes: ArrayBuffer) => Font;
  /** the same, where the package is loaded as one object */
  const whole: { readonly parse: typeof parse } | undefined;
  export default whole;
}
