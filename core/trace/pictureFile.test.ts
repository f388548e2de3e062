import { describe, expect, it, test } from 'vitest';
import { readPictureHead } from '.';

const be = (n: number): number[] => [(n >>> 24) & 255, (n >>> 16) & 255, (n >>> 8) & 255, n & 255];
const chunk = (name: string, body: number[]): number[] => [
  ...be(body.length),
  ...[...name].map((c) => c.charCodeAt(0)),
  ...body,
  ...be(0),
];
/** The head of a PNG file that says it has these sides; what follows need not be there. */
const png = (width: number, height: number, pixelsPerMetre?: number): Uint8Array =>
  Uint8Array.from([
    137,
    80,
    78,
    71,
    13,
    10,
    26,
    10,
    ...chunk('IHDR', [...be(width), ...be(height), 8, 6, 0, 0, 0]),
    ...(pixelsPerMetre ? chunk('pHYs', [...be(pixelsPerMetre), ...be(pixelsPerMetre), 1]) : []),
    ...chunk('IDAT', [0]),
  ]);

describe('the head of a picture file', () => {
  it('tells size and resolution', () => {
    expect(readPictureHead(png(640, 480))).toEqual({
      kind: 'png',
      width: 640,
      height: 480,
      pxPerMm: null,
    });
    expect(readPictureHead(png(640, 480, 11_811)).pxPerMm).toBeCloseTo(11.811, 6);
    // 72 dpi is what programs write when they do not know.
    expect(readPictureHead(png(640, 480, 2835)).pxPerMm).toBeNull();
  });

  test.each([
    ['an empty file', new Uint8Array(), /empty/],
    ['text', new TextEncoder().encode('not a picture at all, just words'), /not a picture/],
    ['a head without a body', png(640, 480).subarray(0, 10), /not a picture/],
    ['100 megapixels', png(10_000, 10_000), /100 megapixels; up to 25/],
    ['a bomb of 4 gigapixels', png(65_500, 65_500), /megapixels/],
  ])('%s is refused in plain words', (_, bytes, message) => {
    expect(() => readPictureHead(bytes)).toThrow(message);
  });
});
