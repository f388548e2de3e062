import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { blur, closing, quantile, someOf } from './filters';
import { halfWidths } from './halfWidth';
import { dropSpecks, fillPinholes, inkMask, type Mask } from './mask';
import { brightness, enlarge, makeGrid, reduce, sample, spreadRow, type Grid } from './picture';
import { thin } from './thin';

const grid = (rows: readonly (readonly number[])[]): Grid => {
  const out = makeGrid(rows[0]!.length, rows.length);
  out.data.set(rows.flat());
  return out;
};
const gridOf = (width: number, height: number, f: (x: number, y: number) => number): Grid => {
  const out = makeGrid(width, height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) out.data[y * width + x] = f(x, y);
  return out;
};
const mask = (...rows: string[]): Mask => ({
  width: rows[0]!.length,
  height: rows.length,
  data: Uint8Array.from(rows.join(''), (c) => (c === '#' ? 1 : 0)),
});
const drawn = ({ width, height, data }: Mask): string[] =>
  Array.from({ length: height }, (_, y) =>
    Array.from(data.subarray(y * width, (y + 1) * width), (v) => (v ? '#' : '.')).join(''),
  );
const someGrid = fc
  .tuple(fc.integer({ min: 1, max: 14 }), fc.integer({ min: 1, max: 14 }))
  .chain(([w, h]) =>
    fc
      .array(fc.integer({ min: 0, max: 255 }), { minLength: w * h, maxLength: w * h })
      .map((values) => gridOf(w, h, (x, y) => values[y * w + x]! / 255)),
  );

describe('brightness', () => {
  const picture = (
    pixels: readonly (readonly [number, number, number, number])[],
    width: number,
  ) => ({
    width,
    height: pixels.length / width,
    data: Uint8ClampedArray.from(pixels.flat()),
  });

  it('weighs the colours and lays see-through pixels over white', () => {
    const colours = picture(
      [
        [255, 255, 255, 255],
        [0, 0, 0, 255],
        [255, 0, 0, 255],
        [0, 0, 0, 0],
      ],
      4,
    );
    const b = brightness(colours).data;
    expect(b[0]).toBeCloseTo(1, 6);
    expect(b[1]).toBeCloseTo(0, 6);
    expect(b[2]).toBeCloseTo(77 / 256, 6);
    expect(b[3]).toBeCloseTo(1, 6);
  });

  it('averages blocks, smaller ones at the right and bottom', () => {
    const grey = picture(
      [10, 30, 200, 50, 70, 100].map((v) => [v, v, v, 255] as const),
      3,
    );
    const b = brightness(grey, 2);
    expect([b.width, b.height]).toEqual([2, 1]);
    expect(b.data[0]! * 255).toBeCloseTo((10 + 30 + 50 + 70) / 4, 4);
    expect(b.data[1]! * 255).toBeCloseTo(150, 4);
  });

  it('large blocks are read in part, evenly about their middle', () => {
    // A slope: the mean of the rows read must be that of the whole block.
    const slope = picture(
      Array.from({ length: 64 }, (_, i) => {
        const v = 10 * Math.floor(i / 8);
        return [v, v, v, 255] as const;
      }),
      8,
    );
    for (const block of [2, 3, 4, 8]) {
      const b = brightness(slope, block);
      const rows = Math.min(block, 8);
      const mean = (10 * (rows - 1)) / 2;
      expect(b.data[0]! * 255).toBeCloseTo(mean, 4);
    }
  });
});

describe('grids', () => {
  it('are read between pixel centres', () => {
    const g = grid([
      [0, 1],
      [2, 3],
    ]);
    expect(sample(g, 0.5, 0.5)).toBe(0);
    expect(sample(g, 1, 0.5)).toBeCloseTo(0.5, 6);
    expect(sample(g, 1, 1)).toBeCloseTo(1.5, 6);
    expect(sample(g, -5, 9)).toBe(2);
  });

  it('enlarged and reduced again are what they were, inside', () => {
    const g = gridOf(9, 7, (x, y) => 2 * x + 3 * y);
    const back = reduce(enlarge(g, 3), 3);
    for (let y = 1; y < 6; y++) {
      for (let x = 1; x < 8; x++) expect(back.data[y * 9 + x]).toBeCloseTo(2 * x + 3 * y, 4);
    }
  });

  it('cells are spread to rows as they would be sampled', () => {
    fc.assert(
      fc.property(someGrid, fc.integer({ min: 1, max: 5 }), (cells, block) => {
        const row = new Float32Array(cells.width * block);
        const y = Math.floor((cells.height * block) / 2);
        spreadRow(cells, block, y, row);
        row.forEach((v, x) =>
          expect(v).toBeCloseTo(sample(cells, (x + 0.5) / block, (y + 0.5) / block), 5),
        );
      }),
    );
  });
});

describe('filters', () => {
  it('blur keeps evenly filled pictures and the sum of a point', () => {
    const even = blur(
      gridOf(12, 9, () => 0.7),
      1.3,
    );
    even.data.forEach((v) => expect(v).toBeCloseTo(0.7, 5));
    const point = blur(
      gridOf(21, 21, (x, y) => (x === 10 && y === 10 ? 1 : 0)),
      1.2,
    );
    expect(point.data.reduce((s, v) => s + v, 0)).toBeCloseTo(1, 5);
    expect(point.data[10 * 21 + 9]).toBeCloseTo(point.data[11 * 21 + 10]!, 6);
  });

  it('closing is what maxima and then minima over a square give', () => {
    const square = (g: Grid, r: number, pick: (...v: number[]) => number): Grid =>
      gridOf(g.width, g.height, (x, y) => {
        const near: number[] = [];
        for (let v = y - r; v <= y + r; v++) {
          for (let u = x - r; u <= x + r; u++) {
            const [a, b] = [
              Math.min(g.width - 1, Math.max(0, u)),
              Math.min(g.height - 1, Math.max(0, v)),
            ];
            near.push(g.data[b * g.width + a]!);
          }
        }
        return pick(...near);
      });
    fc.assert(
      fc.property(someGrid, fc.integer({ min: 1, max: 3 }), (g, r) => {
        // Widened by the window, so that the border goes on beyond the picture in both steps.
        const wide = gridOf(g.width + 2 * r, g.height + 2 * r, (x, y) => {
          const u = Math.min(g.width - 1, Math.max(0, x - r));
          const v = Math.min(g.height - 1, Math.max(0, y - r));
          return g.data[v * g.width + u]!;
        });
        const slow = square(square(wide, r, Math.max), r, Math.min);
        const quick = closing(g, r);
        for (let y = 0; y < g.height; y++) {
          for (let x = 0; x < g.width; x++) {
            expect(quick.data[y * g.width + x]).toBe(slow.data[(y + r) * wide.width + x + r]);
          }
        }
      }),
    );
  });

  it('closing fills a line and leaves an edge', () => {
    const line = closing(
      gridOf(30, 30, (x) => (x === 14 || x === 15 ? 0.1 : 0.9)),
      2,
    );
    line.data.forEach((v) => expect(v).toBeCloseTo(0.9, 6));
    const edge = gridOf(30, 30, (x) => (x < 14 ? 0.3 : 0.9));
    expect(closing(edge, 2).data).toEqual(edge.data);
  });

  it('quantiles and samples', () => {
    expect(quantile(Float32Array.from([5, 1, 4, 2, 3]), 0.5)).toBe(3);
    expect(quantile(new Float32Array(), 0.5)).toBe(0);
    const g = gridOf(100, 100, (x) => x);
    const some = someOf(g, 500);
    expect(some.length).toBeGreaterThan(400);
    expect(some.reduce((s, v) => s + v, 0) / some.length).toBeCloseTo(49.5, -1);
  });
});

describe('ink', () => {
  it('follows a pen that grows pale, without taking faint stains', () => {
    // A dark line whose far end has 60 % of its darkness, and a stain of a third of it.
    const g = gridOf(200, 40, (x, y) =>
      Math.abs(y - 20) < 3 ? (x < 100 ? 0.8 : 0.48) : Math.hypot(x - 50, y - 6) < 3 ? 0.15 : 0,
    );
    const found = inkMask(g, 0.5, 24);
    expect(found.data[20 * 200 + 20]).toBe(1);
    expect(found.data[20 * 200 + 180]).toBe(1);
    expect(found.data[6 * 200 + 50]).toBe(0);
  });

  it('small islands go, small holes are filled, larger ones stay', () => {
    const m = mask(
      '............',
      '.##....#####',
      '.##....#.#.#',
      '.......#####',
      '..........#.',
      '............',
    );
    expect(dropSpecks(m, 5)).toBe(1);
    fillPinholes(m, 2);
    expect(drawn(m)).toEqual([
      '............',
      '.......#####',
      '.......#####',
      '.......#####',
      '..........#.',
      '............',
    ]);
    const ring = mask('.....', '.###.', '.#.#.', '.###.', '.....');
    fillPinholes(ring, 1);
    expect(drawn(ring)[2]).toBe('.#.#.');
  });
});

describe('thinning', () => {
  const count = (m: Mask): number => m.data.reduce((s, v) => s + v, 0);
  const parts = (m: Mask): number => {
    const copy: Mask = { ...m, data: Uint8Array.from(m.data) };
    return dropSpecks(copy, Infinity);
  };

  it('makes lines one pixel wide along the middle', () => {
    const bar = mask(
      ...Array.from({ length: 15 }, (_, y) =>
        y >= 5 && y < 10 ? `..${'#'.repeat(30)}..` : '.'.repeat(34),
      ),
    );
    const line = thin(bar);
    for (let x = 8; x < 26; x++) {
      const column = drawn(line)
        .map((row) => row[x])
        .join('');
      expect(column.replaceAll('.', '')).toBe('#');
      expect(column.indexOf('#')).toBe(7);
    }
  });

  it('keeps every part in one piece and adds nothing', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.integer({ min: 4, max: 44 }),
            fc.integer({ min: 4, max: 44 }),
            fc.integer({ min: 2, max: 6 }),
          ),
          { minLength: 1, maxLength: 6 },
        ),
        (discs) => {
          const g = gridOf(50, 50, (x, y) =>
            discs.some(([u, v, r]) => Math.hypot(x - u, y - v) <= r) ? 1 : 0,
          );
          const ink: Mask = { width: 50, height: 50, data: Uint8Array.from(g.data) };
          const line = thin(ink);
          expect(parts(line)).toBe(parts(ink));
          expect(count(line)).toBeLessThanOrEqual(count(ink));
          line.data.forEach((v, i) => expect(v).toBeLessThanOrEqual(ink.data[i]!));
        },
      ),
    );
  });
});

describe('half widths', () => {
  it('are the distance to the nearest paper, less half a pixel', () => {
    fc.assert(
      fc.property(someGrid, (g) => {
        const ink: Mask = {
          width: g.width,
          height: g.height,
          data: Uint8Array.from(g.data, (v) => (v > 0.3 ? 1 : 0)),
        };
        const found = halfWidths(ink);
        for (let y = 0; y < g.height; y++) {
          for (let x = 0; x < g.width; x++) {
            if (!ink.data[y * g.width + x]) continue;
            let least = Infinity;
            for (let v = -1; v <= g.height; v++) {
              for (let u = -1; u <= g.width; u++) {
                const inside = u >= 0 && v >= 0 && u < g.width && v < g.height;
                if (inside && ink.data[v * g.width + u]) continue;
                least = Math.min(least, Math.hypot(u - x, v - y));
              }
            }
            expect(found[y * g.width + x]).toBeCloseTo(least - 0.5, 4);
          }
        }
      }),
    );
  });

  test.each([3, 5, 9])('a bar %i px wide has half of it in its middle', (width) => {
    const bar = gridOf(60, 40, (_, y) => (y >= 10 && y < 10 + width ? 1 : 0));
    const found = halfWidths({ width: 60, height: 40, data: Uint8Array.from(bar.data) });
    expect(found[(10 + (width >> 1)) * 60 + 30]).toBeCloseTo(width / 2, 6);
  });
});
