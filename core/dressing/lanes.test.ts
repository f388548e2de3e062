import { describe, expect, it } from 'vitest';
import { lanesOf, dressPiece } from '.';
import { wrapAct } from '../item';
import { newPath } from '../piece';
import { planPiece } from '../plan';
import { told } from '../words/told.support';
import { laneWords } from './lanes';
import { at, bar, made, pieceWith, place, thin } from './fixtures/ground';

const LOOP = { kind: 'loop', insideMm: 3, tailMm: 0 } as const;
const held = {
  ...newPath('a', [at(0, 0), at(60, 0)], false),
  start: LOOP,
  handling: { startMm: 20, endMm: 0 },
};

describe('wires as lanes', () => {
  const items = [
    made('own-loop', place(20, 0), { insideMm: 3 }),
    { ...made('coil', place(45, 0, 10), { thread: thin(0.5), tailMm: 8 }), id: 'c' },
  ];
  const piece = pieceWith([held, bar('b', 30, 20)], items, { reserveMm: 5 });
  const plan = planPiece(piece);
  const lanes = lanesOf(plan, dressPiece(piece, plan));

  it('are all of them, each as long as it is cut', () => {
    expect(lanes.map((l) => [l.wire, l.name])).toEqual([
      [0, ''],
      [1, ''],
      [null, 'Coil'],
    ]);
    for (const l of lanes) {
      for (const b of l.blocks) {
        expect(b.fromMm).toBeGreaterThanOrEqual(-1e-9);
        expect(b.toMm).toBeLessThanOrEqual(l.cutMm + 1e-9);
      }
    }
    expect(lanes[0]!.cutMm).toBe(plan.wires[0]!.cutMm);
  });

  it('have what lies on them where the marks say', () => {
    const loop = Math.PI * 4;
    const [hold, end, coil, way, reserve] = lanes[0]!.blocks;
    expect([hold!.kind, hold!.toMm]).toEqual(['hold', 20]);
    expect(end!.toMm).toBeCloseTo(20 + loop, 9);
    // 40 to 50 along the line, behind the end and the loop on the way.
    expect(coil!.fromMm).toBeCloseTo(20 + loop + 40 + loop, 9);
    expect(way!.fromMm).toBeCloseTo(20 + loop + 20, 9);
    expect(way!.toMm - way!.fromMm).toBeCloseTo(loop, 9);
    expect(reserve!.toMm - reserve!.fromMm).toBeCloseTo(5, 9);
    expect(lanes[0]!.blocks.map((b) => told(laneWords(b)))).toEqual([
      'To hold it by',
      'End',
      'Coil over 10.0 mm, 20.0 turns',
      'A loop of 3.0 mm on the way',
      'Reserve',
    ]);
  });

  it('of thin wires have their tails at both ends, and are one where they are alike', () => {
    expect(lanes[2]!.blocks.map((b) => b.kind)).toEqual(['tail', 'dressed', 'tail']);
    expect(lanes[2]!.blocks[0]!.toMm).toBe(8);
    const two = pieceWith(
      [bar('b', 60)],
      [15, 40].map((x) => ({
        ...made('coil', place(x, 0, 10), { thread: thin(0.5), tailMm: 8 }),
        id: `c${x}`,
      })),
    );
    const own = planPiece(two);
    const [, coil, more] = lanesOf(own, dressPiece(two, own));
    expect(coil!.count).toBe(2);
    expect(more).toBeUndefined();
  });

  it('of a led wire has its acts one after the other, as long as they are, with its own tails', () => {
    const acts = [wrapAct('a', place(20, 0), 3), wrapAct('b', place(40, 0), 3)];
    const led = made('led', place(20, 0), {
      acts,
      thread: thin(0.4),
      startTailMm: 10,
      endTailMm: 200,
    });
    const own = pieceWith([bar('b', 60)], [led]);
    const [, lane] = lanesOf(planPiece(own), dressPiece(own, planPiece(own)));
    // Three turns 1.2 wide at each, 18.8 between them.
    const wraps = 3 * Math.hypot(Math.PI * 1.4, 0.4);
    const ends = [10, 10 + wraps, 28.8 + wraps, 28.8 + 2 * wraps, 228.8 + 2 * wraps];
    expect(lane!.blocks.map((b) => b.kind)).toEqual([
      'tail',
      'dressed',
      'across',
      'dressed',
      'tail',
    ]);
    lane!.blocks.forEach((b, i) => expect(b.toMm).toBeCloseTo(ends[i]!, 6));
    expect(lane!.cutMm).toBeCloseTo(ends[4]!, 6);
  });

  it('are tied to where their wire goes: behind the end and all that is made before it', () => {
    const acts = [wrapAct('a', place(30, 0), 3), wrapAct('b', place(10, 30), 3)];
    const led = { ...made('led', place(30, 0), { acts, thread: thin(0.4) }), id: 'led' };
    const other = { ...made('coil', place(5, 30, 4), { thread: thin(0.5), tailMm: 8 }), id: 'o' };
    const own = pieceWith([held, bar('b', 30, 20)], [...items, led, other]);
    const all = lanesOf(planPiece(own), dressPiece(own, planPiece(own)));
    const lane = all.find((l) => l.wire === null && l.blocks.some((b) => b.itemId === 'led'))!;
    const loop = Math.PI * 4;
    const [first, second] = lane.blocks.filter((b) => b.kind === 'dressed');
    // Held by 20, the end's loop, 30 along the line and the loop on the way at 20.
    expect(first!.targets).toHaveLength(1);
    expect(first!.targets[0]!.wire).toBe(0);
    expect(first!.targets[0]!.mm).toBeCloseTo(20 + loop + 30 + loop, 6);
    expect(second!.targets).toEqual([{ wire: 1, mm: expect.closeTo(10, 6) as number }]);
    expect(lane.blocks.find((b) => b.kind === 'across')!.targets).toEqual([]);
    const coil = all.find((l) => l.blocks.some((b) => b.itemId === 'o' && b.targets.length > 0))!;
    expect(coil.blocks[1]!.targets).toEqual([{ wire: 1, mm: expect.closeTo(5, 6) as number }]);
  });

  it('of alike wires are tied to the places of all', () => {
    const two = pieceWith(
      [bar('b', 60)],
      [15, 40].map((x) => ({
        ...made('coil', place(x, 0, 10), { thread: thin(0.5), tailMm: 8 }),
        id: `c${x}`,
      })),
    );
    const [, coil] = lanesOf(planPiece(two), dressPiece(two, planPiece(two)));
    expect(coil!.blocks[1]!.targets.map((t) => t.mm)).toEqual([
      expect.closeTo(15, 6),
      expect.closeTo(40, 6),
    ]);
  });
});
