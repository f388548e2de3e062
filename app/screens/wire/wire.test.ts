import { describe, expect, it, test } from 'vitest';
import type { KeyboardEvent } from 'react';
import type { HangState } from '@core/gauge';
import { newPath, newPiece, type Piece } from '@core/piece';
import { planPiece, routeOverview } from '@core/plan';
import { arrowStep, BENCH_STEPS } from '~/components/arrowKeys';
import { hangWords } from './hangWords';
import { spotName, spotsOf } from './JunctionLayer';
import { withRoute, withWish } from './routeEdits';

const CROSS: Piece = {
  ...newPiece('p', 'Cross', '2026-01-01T00:00:00.000Z'),
  paths: [
    newPath(
      'a',
      [
        { x: 0, y: 10 },
        { x: 20, y: 10 },
      ],
      false,
    ),
    newPath(
      'b',
      [
        { x: 10, y: 0 },
        { x: 10, y: 20 },
      ],
      false,
    ),
  ],
};

describe('arrow keys', () => {
  const press = (key: string, held: Partial<KeyboardEvent> = {}) =>
    arrowStep({ key, altKey: false, shiftKey: false, ...held } as KeyboardEvent, BENCH_STEPS);

  test.each([
    ['ArrowLeft', {}, { x: -0.5, y: 0 }],
    ['ArrowRight', { shiftKey: true }, { x: 5, y: 0 }],
    ['ArrowUp', { altKey: true }, { x: 0, y: -0.1 }],
    ['ArrowDown', {}, { x: 0, y: 0.5 }],
  ])('%s moves', (key, held, step) => {
    expect(press(key, held)).toEqual(step);
  });

  it('other keys do not', () => {
    expect(press('a')).toBeNull();
    expect(press('Enter')).toBeNull();
  });
});

describe('places where something can be wished', () => {
  it('a junction takes in the crossings beside it', () => {
    const plan = planPiece(CROSS);
    const spots = spotsOf(plan, routeOverview(CROSS), 2);
    expect(spots.map((s) => s.degree).sort()).toEqual([1, 1, 1, 1, 4]);
    const middle = spots.find((s) => s.degree === 4)!;
    expect(middle.crossings).toHaveLength(1);
    expect(spotName(middle)).toBe('Junction of 4');
    expect(spotName(spots.find((s) => s.degree === 1)!)).toBe('Line’s end');
  });

  it('before the ways to run it are known there are crossings only', () => {
    const spots = spotsOf(planPiece(CROSS), null, 2);
    expect(spots).toHaveLength(1);
    expect(spotName(spots[0]!)).toBe('Crossing');
  });
});

describe('changes of a route', () => {
  const overview = routeOverview(CROSS);
  const middle = { x: 10, y: 10, degree: 4 };

  it('the first wish begins a route of the fewest wires', () => {
    expect(CROSS.route).toBeNull();
    const pinned = withRoute(CROSS, overview, { start: { x: 0, y: 10 } });
    expect(pinned.route).toMatchObject({ wires: 1, bridge: false, start: { x: 0, y: 10 } });
    expect(planPiece(pinned).wires).toHaveLength(1);
  });

  it('a wish for a junction takes the place of the one before, or is taken back', () => {
    const straight = withWish(CROSS, overview, middle, 'straight');
    const turn = withWish(straight, overview, { ...middle, x: 10.2 }, 'turn');
    expect(turn.route!.rules).toEqual([{ x: 10.2, y: 10, rule: 'turn' }]);
    expect(withWish(turn, overview, middle, null).route!.rules).toEqual([]);
  });

  it('a turn wished at the crossing changes how the wires go', () => {
    const ends = (piece: Piece): number[] => planPiece(piece).wires.map((w) => w.bends.length);
    const two = (rule: 'straight' | 'turn'): Piece =>
      withRoute(withWish(CROSS, overview, middle, rule), overview, { wires: 2 });
    expect(ends(two('straight'))).toEqual([0, 0]);
    expect(ends(two('turn'))).toEqual([1, 1]);
  });
});

describe('how it hangs, in words', () => {
  const hang = (tiltDeg: number, aside: number): HangState => {
    const pivot = { x: 20 - aside, y: 0 };
    return {
      places: [{ pivot, on: pivot, by: 'chosen', itemId: null }],
      center: { x: 20, y: 10 },
      massG: 2,
      tiltRad: (tiltDeg * Math.PI) / 180,
      bailX: 20,
      straightAt: { x: 20, y: 0 },
    };
  };

  test.each([
    [0.2, 0.1, 'It hangs straight.'],
    [
      12.4,
      3.2,
      'It swings 12° clockwise. To hang straight the point must lie 3.2 mm further right.',
    ],
    [
      -5,
      -1,
      'It swings 5° anticlockwise. To hang straight the point must lie 1.0 mm further left.',
    ],
  ])('%d°', (tilt, aside, words) => {
    expect(hangWords(hang(tilt, aside), 'mm')).toBe(`From the chosen point. ${words}`);
  });

  it('where no wire passes above its middle, it says so', () => {
    expect(hangWords({ ...hang(12, 3), straightAt: null }, 'mm')).toContain(
      'it takes a bail on a stem',
    );
  });

  it('between two points it lies level', () => {
    const one = hang(0, 0);
    const two = { ...one, places: [...one.places, ...one.places] };
    expect(hangWords(two, 'mm')).toContain('lies level');
  });
});
