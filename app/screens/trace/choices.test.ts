import { describe, expect, it, test } from 'vitest';
import { isConvex } from '@core/trace';
import { pictureSizeSchema } from '@core/piece';
import { firstSize, SHEETS } from './choices';

const upright = { width: 3000, height: 4000, pxPerMm: null };
const lying = { width: 4000, height: 3000, pxPerMm: 11.811 };
const now = { by: 'height' as const, mm: 35 };

describe('the first guess of a size', () => {
  test.each(['height', 'width', 'points', 'dpi', 'sheet'] as const)('%s is a size', (by) => {
    for (const picture of [upright, lying]) {
      const size = firstSize(by, picture, now);
      expect(pictureSizeSchema.safeParse(size).success).toBe(true);
      expect(size.by).toBe(by);
    }
  });

  it('keeps the number typed when height becomes width', () => {
    expect(firstSize('width', upright, now)).toEqual({ by: 'width', mm: 35 });
  });

  it('takes the resolution that the file states, else a scanner’s', () => {
    expect(firstSize('dpi', lying, now)).toEqual({ by: 'dpi', dpi: 300 });
    expect(firstSize('dpi', { ...upright, pxPerMm: 600 / 25.4 }, now)).toEqual({
      by: 'dpi',
      dpi: 600,
    });
  });

  it('lays the sheet as the picture stands, its corners inside', () => {
    const a4 = SHEETS[0];
    const standing = firstSize('sheet', upright, now);
    const flat = firstSize('sheet', lying, now);
    expect(standing).toMatchObject({ widthMm: a4.widthMm, heightMm: a4.heightMm });
    expect(flat).toMatchObject({ widthMm: a4.heightMm, heightMm: a4.widthMm });
    if (flat.by === 'sheet') expect(isConvex(flat.corners)).toBe(true);
  });
});
