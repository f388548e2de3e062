import { describe, expect, it, test } from 'vitest';
import { endOf, pathLength, pathsBox, startOf, type Path } from '../geometry';
import { FileError, pieceFromDrawing, readSvg, SVG_LIMITS } from '.';

const svg = (inside: string, head = 'width="100mm" height="100mm" viewBox="0 0 100 100"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${head}>${inside}</svg>`;
const path = (d: string, more = ''): string => svg(`<path d="${d}" ${more}/>`);
const only = (text: string): Path => {
  const { paths } = readSvg(text);
  expect(paths).toHaveLength(1);
  return paths[0]!;
};
const lengthIn = (text: string): number => pathLength(only(text));

describe('physical size', () => {
  test.each([
    ['width="100mm" height="100mm" viewBox="0 0 100 100"', 10],
    ['width="100mm" height="100mm" viewBox="0 0 200 200"', 5],
    ['width="10cm" viewBox="0 0 50 50"', 20],
    ['width="1in" height="1in" viewBox="0 0 10 10"', 25.4],
    ['width="72pt" height="72pt" viewBox="0 0 10 10"', 25.4],
    ['width="96" height="96" viewBox="0 0 10 10"', 25.4],
    ['width="96px" height="96px"', 10 * (25.4 / 96)],
    ['viewBox="0 0 96 96"', 10 * (25.4 / 96)],
    ['width="100%" height="100%" viewBox="0 0 96 96"', 10 * (25.4 / 96)],
    ['width="200mm" height="100mm" viewBox="0 0 100 100"', 10],
    ['width="200mm" height="100mm" viewBox="0 0 100 100" preserveAspectRatio="none"', 20],
  ])('a line of 10 units in %s', (head, expected) => {
    expect(lengthIn(svg('<line x1="0" y1="5" x2="10" y2="5"/>', head))).toBeCloseTo(expected, 9);
  });

  it('starts at the drawing’s top left', () => {
    const line = only(
      svg(
        '<line x1="-3" y1="7" x2="5" y2="7"/>',
        'width="20mm" height="20mm" viewBox="-10 -10 20 20"',
      ),
    );
    expect(startOf(line.segments[0]!)).toEqual({
      x: expect.closeTo(7, 9) as number,
      y: expect.closeTo(17, 9) as number,
    });
  });
});

describe('path commands', () => {
  test.each([
    ['M0 0H30V40', 70],
    ['m5 5 h30 v40 z', 120],
    ['M0 0 10 0 10 10', 20],
    ['M0,0l3,4l-3-4', 10],
    ['M0 0A5 5 0 0 1 10 0', 5 * Math.PI],
    ['M0 0A5 5 0 0 0 10 0', 5 * Math.PI],
    ['M0 0a5 5 0 1 1 5 5', 7.5 * Math.PI],
    ['M0 0A1 1 0 0 1 10 0', 5 * Math.PI],
    ['M0 0C10 0 20 0 30 0', 30],
    ['M0 0C0 0 10 0 10 0S20 0 20 0', 20],
    ['M0 0Q5 0 10 0T20 0', 20],
    ['M0 0A0 5 0 0 1 10 0', 10],
  ])('%s', (d, expected) => {
    expect(lengthIn(path(d))).toBeCloseTo(expected, 5);
  });

  it('a quadratic is the parabola it says', () => {
    // y = x^2/10 from 0 to 10, control (5, 0): 10 (2 sqrt5 + asinh 2) / 4.
    expect(lengthIn(path('M0 0Q5 0 10 10'))).toBeCloseTo(
      (10 * (2 * Math.sqrt(5) + Math.asinh(2))) / 4,
      4,
    );
  });

  it('an elliptical arc ends where it should and has an ellipse’s length', () => {
    const half = only(path('M0 0A6 4 30 0 1 9 2'));
    expect(endOf(half.segments[half.segments.length - 1]!)).toEqual({
      x: expect.closeTo(9, 6) as number,
      y: expect.closeTo(2, 6) as number,
    });
    const whole = only(svg('<ellipse cx="30" cy="30" rx="6" ry="4"/>'));
    const h = 0.04;
    expect(pathLength(whole)).toBeCloseTo(
      Math.PI * 10 * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h))),
      3,
    );
  });

  it('several subpaths are several wires', () => {
    expect(readSvg(path('M0 0h10M0 5h10z m3 3h4')).paths.map((p) => p.closed)).toEqual([
      false,
      true,
      false,
    ]);
  });
});

describe('shapes and transforms', () => {
  test.each([
    ['<rect width="40" height="20"/>', 120],
    ['<rect width="40" height="20" rx="5"/>', 80 + 10 * Math.PI],
    ['<rect width="40" height="20" rx="50" ry="5"/>', undefined],
    ['<circle cx="9" cy="9" r="15"/>', 30 * Math.PI],
    ['<polyline points="0,0 3,4 6,0"/>', 10],
    ['<polygon points="0,0 30,0 30,40"/>', 120],
    ['<g transform="scale(2)"><line x2="10"/></g>', 20],
    [
      '<g transform="translate(5 5) rotate(30)"><g transform="scale(.5,.5)"><line x2="10"/></g></g>',
      5,
    ],
    ['<circle r="3" transform="matrix(0 2 -2 0 7 7)"/>', 12 * Math.PI],
    ['<line x2="10" transform="skewX(45)"/>', 10],
    ['<line y2="10" transform="skewX(45)"/>', 10 * Math.SQRT2],
    ['<line x2="10" transform="rotate(90 5 5)"/>', 10],
    ['<defs><path id="a" d="M0 0h7"/></defs><use href="#a" x="3"/>', 7],
    [
      '<symbol id="s" viewBox="0 0 10 10"><path d="M0 0h10"/></symbol><use xlink:href="#s" width="20" height="20"/>',
      20,
    ],
    ['<svg x="5" y="5" width="50" height="50" viewBox="0 0 10 10"><line x2="10"/></svg>', 50],
  ])('%s', (inside, expected) => {
    const length = lengthIn(svg(inside));
    if (expected !== undefined) expect(length).toBeCloseTo(expected, 4);
    else expect(length).toBeLessThan(120);
  });

  it('a circle stretched unevenly is an ellipse of the right box', () => {
    const box = pathsBox([only(svg('<circle cx="10" cy="10" r="5" transform="scale(2 1)"/>'))])!;
    expect(box.maxX - box.minX).toBeCloseTo(20, 1);
    expect(box.maxY - box.minY).toBeCloseTo(10, 1);
  });

  it('leaves out what is not drawn', () => {
    const drawing = readSvg(
      svg(
        '<g display="none"><rect width="9" height="9"/></g><g style="visibility:hidden"><circle r="3"/></g><clipPath><rect width="5" height="5"/></clipPath><line x2="8"/>',
      ),
    );
    expect(drawing.paths).toHaveLength(1);
  });
});

describe('bad drawings', () => {
  test.each([
    ['', /not a whole SVG|not an SVG/],
    ['hello', /not a whole SVG|not an SVG/],
    ['<html><body/></html>', /not an SVG/],
    ['<svg xmlns="http://www.w3.org/2000/svg"></svg>', /no lines to follow/],
    [svg('<g><path d="M0 0h9"/>').replace('</svg>', ''), /not a whole SVG/],
    [path('M0 0 L banana'), /cannot be read/],
    [path('M0 0 L NaN 4'), /cannot be read/],
    [path('M0 0 L1e400 4'), /cannot be read|far beyond/],
    [path('M0 0 L9e8 4'), /far beyond/],
    [svg('<rect width="wide" height="3"/>'), /cannot be read/],
    [svg('<line x2="5"/>', 'width="0" height="10mm" viewBox="0 0 10 10"'), /size above zero/],
    [svg('<polyline points="0,0 1,x"/>'), /cannot be read/],
  ])('%j', (text, message) => {
    expect(() => readSvg(text)).toThrow(FileError);
    expect(() => readSvg(text)).toThrow(message);
  });

  it('scripts are not run and nothing outside is fetched', () => {
    const drawing = readSvg(
      svg(
        '<script>globalThis.hurt = true</script><image href="http://127.0.0.1:9/x.png"/><use href="http://127.0.0.1:9/y.svg#a"/><text>hello</text><line x2="8" onload="globalThis.hurt = true"/>',
      ),
    );
    expect(drawing.paths).toHaveLength(1);
    expect(drawing.notes).toHaveLength(4);
    expect((globalThis as { hurt?: boolean }).hurt).toBeUndefined();
  });

  it('a shape that uses itself ends', () => {
    expect(readSvg(svg('<g id="a"><use href="#a"/><line x2="5"/></g>')).paths.length).toBeLessThan(
      50,
    );
  });

  it('too many paths are refused, not cut short', () => {
    const many = svg('<path d="M0 0h5"/>'.repeat(SVG_LIMITS.paths + 1));
    expect(() => readSvg(many)).toThrow(/more than 2000 paths/);
    expect(() =>
      pieceFromDrawing(readSvg(svg('<path d="M0 0h5"/>'.repeat(600))), 'p', 'x', ''),
    ).toThrow(/600 separate lines/);
  });

  it('a huge file is refused before it is parsed', () => {
    expect(() => readSvg(' '.repeat(SVG_LIMITS.bytes + 1))).toThrow(/25 MB can be read/);
  });

  it('an open line whose ends meet is closed', () => {
    const piece = pieceFromDrawing(readSvg(path('M0 0h10v10h-10v-10')), 'p', 'Square', '');
    expect(piece.paths[0]!.closed).toBe(true);
    expect(piece.paths[0]!.nodes).toHaveLength(4);
  });
});
