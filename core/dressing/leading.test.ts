import { describe, expect, it } from 'vitest';
import { hangingLength } from '../element';
import { beadAct, plainBead, wrapAct, type Act, type DressOf } from '../item';
import { newPath, type FigurePath } from '../piece';
import { planPiece } from '../plan';
import { told } from '../words/told.support';
import {
  actAgain,
  actsAlike,
  drawnTogether,
  groundOf,
  handTowards,
  beadedWays,
  hungRounds,
  leadSpot,
  leadSpots,
  newAct,
  roundsOut,
  spotAlong,
  withAct,
  withActAlike,
  withActMoved,
  withActs,
  withActsAfter,
  withoutAct,
  type LedItem,
} from '.';
import { at, bar, dressingOf, made, pieceWith, place, ring, thin } from './fixtures/ground';

const D = 0.4;
const led = (acts: Act[]): DressOf<'led'> =>
  made('led', place(0, 0), { acts, thread: thin(D), startTailMm: 0, endTailMm: 0 });
const groundWith = (paths: FigurePath[], item: LedItem) => {
  const piece = pieceWith(paths, [item as DressOf<'led'>]);
  return groundOf(piece, planPiece(piece));
};
const laidOf = (paths: FigurePath[], item: LedItem) =>
  dressingOf(pieceWith(paths, [item as DressOf<'led'>])).items[0]!;
const idsOf = (item: LedItem): string[] => item.acts.map((a) => a.id);
const onOf = (a: Act | undefined) => (a?.do === 'wrap' ? a.on : null);

/** An upright cross of two bars that meet in the origin. */
const CROSS = [bar('a', 40), newPath('b', [at(20, -20), at(20, 20)], false)];

describe('places to lead a wire to', () => {
  const item = led([wrapAct('a', place(5, 0)), wrapAct('b', place(35, 0))]);
  const ground = groundWith(CROSS, item);
  const spots = leadSpots(ground.plan, laidOf(CROSS, item).acts!);

  it('have names: crossings, ends, bends and ways', () => {
    expect(spots.map((s) => told(s.name))).toEqual([
      'crossing 1',
      'first end of wire 1',
      'last end of wire 1',
      'first end of wire 2',
      'last end of wire 2',
      'middle of the way to 2',
    ]);
  });

  it('are the named ones nearby, else on the wire, and none far from any', () => {
    expect(told(leadSpot(ground, spots, at(20.4, 0.5), 1)!.name)).toBe('crossing 1');
    const on = leadSpot(ground, spots, at(12, 1.5), 1)!;
    expect(on.at).toEqual({
      x: expect.closeTo(12, 6) as number,
      y: expect.closeTo(0, 6) as number,
    });
    expect(leadSpot(ground, spots, at(12, 9), 1)).toBeNull();
  });

  it('lie so far from the first end as the strip is marked, its loop counted', () => {
    const looped: FigurePath = {
      ...bar('a', 40),
      start: { kind: 'loop', insideMm: 3, tailMm: 0 },
    };
    const plan = planPiece(pieceWith([looped], []));
    // The loop takes pi (3 + 1) before the figure begins.
    const on = spotAlong(plan, 0, 4 * Math.PI + 10)!;
    expect(on.at.x).toBeCloseTo(10, 6);
    expect(spotAlong(plan, 0, 0)!.at.x).toBeCloseTo(0, 6);
    expect(spotAlong(plan, 0, 999)!.at.x).toBeCloseTo(40, 6);
    expect(spotAlong(plan, 7, 1)).toBeNull();
  });

  it('are gone to as the last place was', () => {
    const spot = leadSpot(ground, spots, at(12, 0), 0.5)!;
    const three = withAct(item, { ...item.acts[1]!, wraps: 5 } as Act);
    expect(newAct(three, 'wrap', spot.at, spot)).toMatchObject({ do: 'wrap', wraps: 5, way: null });
    expect(newAct(three, 'wrap', at(0, 0), null)).toBeNull();
    expect(newAct(three, 'pass', at(3, 4), null)).toMatchObject({ do: 'pass', at: at(3, 4) });
  });
});

describe('acts in their order', () => {
  const item = led([
    wrapAct('a', place(5, 0)),
    wrapAct('b', place(15, 0)),
    wrapAct('c', place(25, 0)),
  ]);

  it('are put in, moved and taken out; the item is where its first is', () => {
    const more = withActsAfter(item, [wrapAct('x', place(9, 0))], 'a');
    expect(idsOf(more)).toEqual(['a', 'x', 'b', 'c']);
    expect(idsOf(withActsAfter(item, [wrapAct('x', place(9, 0))], null))).toEqual([
      'a',
      'b',
      'c',
      'x',
    ]);
    expect(idsOf(withActMoved(item, 'b', -1))).toEqual(['b', 'a', 'c']);
    expect(withActMoved(item, 'a', -1)).toBe(item);
    expect(withoutAct(item, 'a').on).toEqual(place(15, 0));
    expect(withActs(item, []).on).toEqual(item.on);
  });

  it('that are alike are changed at once, each at its place', () => {
    const other = withAct(item, { ...item.acts[2]!, wraps: 7 } as Act);
    const [a] = other.acts;
    expect(actsAlike(other, a!).map((x) => x.id)).toEqual(['a', 'b']);
    const next = withActAlike(other, a!, { ...a!, comes: 'behind' });
    expect(next.acts.map((x) => x.comes)).toEqual(['behind', 'behind', 'front']);
    expect(next.acts.map((x) => onOf(x)!.x)).toEqual([5, 15, 25]);
  });
});

describe('the same again', () => {
  it('along a wire, onward from where it lies and round a closed one', () => {
    const hoop = [ring('r', 20)];
    const item = led([wrapAct('a', place(0, 20), 3)]);
    const spacingMm = (2 * Math.PI * 20) / 7;
    const { item: next, added } = actAgain(groundWith(hoop, item), item, 'a', {
      by: 'spacing',
      count: 6,
      spacingMm,
    });
    expect(added).toBe(6);
    const turns = next.acts.map((a) => Math.atan2(onOf(a)!.y, onOf(a)!.x));
    turns.slice(1).forEach((t, i) => {
      const by = Math.abs(t - turns[i]!) % (2 * Math.PI);
      expect(Math.min(by, 2 * Math.PI - by)).toBeCloseTo((2 * Math.PI) / 7, 3);
    });
    // Again it adds none: all are there.
    expect(
      actAgain(groundWith(hoop, next), next, 'a', { by: 'spacing', count: 6, spacingMm }).added,
    ).toBe(0);
  });

  it('at every bend like it, but both corners at the foot of a folded ray are one place', () => {
    // Four rays that leave a line 5 mm apart and come back to it.
    const rays = newPath(
      'r',
      [at(0, 0), ...[5, 10, 15, 20].flatMap((x) => [at(x, 0), at(x, -12), at(x, 0)]), at(25, 0)],
      false,
    );
    const item = led([wrapAct('a', place(5, 0))]);
    const { item: next } = actAgain(groundWith([rays], item), item, 'a', { by: 'bends' });
    expect(next.acts.map((a) => Math.round(onOf(a)!.x / 5))).toEqual([1, 2, 3, 4]);
  });

  it('mirrored goes back from the middle outwards: its ways are the same, the other way round', () => {
    // Ways of 10 that hangs 3 through, and of 8 straight behind; 20 is the middle.
    const item = led([
      wrapAct('a', place(2, 0)),
      { ...wrapAct('b', place(12, 0)), sagMm: 3 },
      { ...wrapAct('c', place(20, 0)), comes: 'behind' },
    ]);
    const line = [bar('a', 40)];
    const { item: next } = actAgain(groundWith(line, item), item, 'a', { by: 'mirror' });
    expect(next.acts.map((a) => onOf(a)!.x)).toEqual([2, 12, 20, 28, 38]);
    expect(next.acts.map((a) => [a.comes, a.sagMm])).toEqual([
      ['front', 0],
      ['front', 3],
      ['behind', 0],
      ['behind', 0],
      ['front', 3],
    ]);
    expect(new Set(idsOf(next)).size).toBe(5);
    const { acts } = laidOf(line, next);
    const ways = acts!.slice(1).map((a) => a.wayMm);
    expect(ways[3]).toBeCloseTo(ways[0]!, 6);
    expect(ways[2]).toBeCloseTo(ways[1]!, 6);
    // Both hang to one side of the bar.
    const low = (i: number): number => Math.max(...acts![i]!.way.map((p) => p.y));
    expect(low(4)).toBeCloseTo(low(1), 6);
    expect(low(1)).toBeGreaterThan(2.9);
  });
});

describe('rounds', () => {
  it('are no more than a wire can do', () => {
    const many = led(Array.from({ length: 398 }, (_, i) => wrapAct(`a${i}`, place(i / 10, 0))));
    const ground = groundWith(CROSS, many);
    expect(roundsOut(ground, many, 6, 5, 0.5, null).added).toBe(2);
    const full = withActsAfter(many, [wrapAct('x', place(1, 0)), wrapAct('y', place(2, 0))], null);
    expect(newAct(full, 'pass', at(0, 0), null)).toBeNull();
  });

  it('on spokes go further out: a net, by hand', () => {
    // Once round each of four arms 4 mm from the middle, then two rounds further out by 3 each.
    const arms = [place(24, 0), place(20, 4), place(16, 0), place(20, -4)];
    const item = led(arms.map((on, i) => wrapAct(`a${i}`, on, 1)));
    const ground = groundWith(CROSS, item);
    const { item: next, added } = roundsOut(ground, item, 4, 2, 3, 2);
    expect(added).toBe(8);
    expect(
      next.acts.slice(4, 8).map((a) => [Math.round(onOf(a)!.x), Math.round(onOf(a)!.y) + 0]),
    ).toEqual([
      [27, 0],
      [20, 7],
      [13, 0],
      [20, -7],
    ]);
    expect(next.acts.slice(4).every((a) => a.do === 'wrap' && a.wraps === 2)).toBe(true);
    const d = laidOf(CROSS, next);
    // A turn of 0.4 round 1; a way from arm to arm at 7 and at 10, less what the turns cover of it.
    const turn = Math.hypot(Math.PI * 1.4, D);
    expect(d.acts![5]!.hereMm).toBeCloseTo(2 * turn, 6);
    const way = (r: number) => Math.SQRT2 * r;
    expect(Math.abs(d.acts![5]!.wayMm - way(7))).toBeLessThan(2 * D);
    expect(Math.abs(d.acts![9]!.wayMm - way(10))).toBeLessThan(2 * D);
    // No further than the arms reach: 20 from the middle.
    expect(roundsOut(ground, item, 4, 9, 3, null).added).toBe(4 * 5);
  });

  it('of a web hang in the ways of the round before, the last in the way to its own first', () => {
    const hoop = [ring('r', 20)];
    const anchors = Array.from({ length: 5 }, (_, i) => {
      const t = (2 * Math.PI * i) / 5;
      return { ...wrapAct(`a${i}`, place(20 * Math.cos(t), 20 * Math.sin(t)), 2), sagMm: 4 };
    });
    const item = led(anchors);
    const { item: next } = hungRounds(item, laidOf(hoop, item).acts!, 5, 1, 1, 2);
    const own = next.acts.slice(5);
    expect(own.map((a) => a.do === 'wrap' && a.way)).toEqual(['a1', 'a2', 'a3', 'a4', own[0]!.id]);
    const d = laidOf(hoop, next);
    expect(d.problems).toEqual([]);
    // Each hangs where the way before it is lowest: 4 inside the chord between two anchors.
    const chordMm = 2 * 20 * Math.sin(Math.PI / 5);
    const middle = 20 * Math.cos(Math.PI / 5) - 4;
    for (const a of d.acts!.slice(5, 9)) {
      expect(Math.abs(Math.hypot(a.at.x, a.at.y) - middle)).toBeLessThan(0.3);
    }
    expect(Math.abs(d.acts![1]!.wayMm - hangingLength(chordMm, 4))).toBeLessThan(1);
    // All of them towards the middle.
    d.acts!.slice(6, 9).forEach((a, i) => {
      const [from, to] = [d.acts![5 + i]!.at, a.at];
      expect(Math.sign(own[i + 1]!.sagMm)).toBe(handTowards(from, to, at(0, 0)));
    });
  });

  it('several at once are as many one by one', () => {
    const hoop = [ring('r', 20)];
    const anchors = Array.from({ length: 5 }, (_, i): Act => {
      const t = (2 * Math.PI * i) / 5;
      return { ...wrapAct(`a${i}`, place(20 * Math.cos(t), 20 * Math.sin(t)), 2), sagMm: 4 };
    });
    const first = led(anchors);
    const one = hungRounds(first, laidOf(hoop, first).acts!, 5, 1, 1, 2).item;
    const two = hungRounds(one, laidOf(hoop, one).acts!, 5, 1, 1, 2).item;
    const both = hungRounds(first, laidOf(hoop, first).acts!, 5, 2, 1, 2);
    expect(both.added).toBe(10);
    const [a, b] = [laidOf(hoop, two), laidOf(hoop, both.item)];
    expect(b.problems).toEqual([]);
    b.acts!.forEach((act, i) => {
      expect(act.wayMm).toBeCloseTo(a.acts![i]!.wayMm, 6);
      expect(Math.hypot(act.at.x - a.acts![i]!.at.x, act.at.y - a.acts![i]!.at.y)).toBeLessThan(
        1e-6,
      );
    });
  });

  it('have beads on as many of their ways as is said, none twice', () => {
    const hoop = [ring('r', 20)];
    const anchors = Array.from({ length: 5 }, (_, i): Act => {
      const t = (2 * Math.PI * i) / 5;
      return { ...wrapAct(`a${i}`, place(20 * Math.cos(t), 20 * Math.sin(t)), 2), sagMm: 4 };
    });
    const [first, ...others] = anchors;
    const web = led([first!, beadAct('b', null, [plainBead('Drop', 2)]), ...others]);
    const one = beadedWays(web, 'b', 2);
    expect(one.added).toBe(2);
    expect(one.item.acts.map((a) => a.do).join(' ')).toBe(
      'wrap bead wrap wrap bead wrap bead wrap',
    );
    const all = beadedWays(one.item, 'b', 99);
    expect(all.added).toBe(1);
    const d = laidOf(hoop, all.item);
    expect(d.problems).toEqual([]);
    expect(d.beads.map((b) => b.count)).toEqual([4]);
    // Beads on a way leave it as long as it was: they hang in its middle.
    const bare = laidOf(hoop, led(anchors)).wires[0]!.cutMm;
    expect(Math.abs(d.wires[0]!.cutMm - bare)).toBeLessThan(0.5);
    expect(beadedWays(web, 'a0', 3).added).toBe(0);
    // Drawn together beside the beads, not through their holes.
    const drawn = drawnTogether(all.item, d.acts!, 9);
    expect(drawn.added).toBe(5);
    expect(laidOf(hoop, drawn.item).problems).toEqual([]);
  });

  it('drawn together, it goes once round through the ways of the last round', () => {
    const hoop = [ring('r', 20)];
    const anchors = Array.from({ length: 5 }, (_, i): Act => {
      const t = (2 * Math.PI * i) / 5;
      return { ...wrapAct(`a${i}`, place(20 * Math.cos(t), 20 * Math.sin(t)), 2), sagMm: 4 };
    });
    const web = hungRounds(led(anchors), laidOf(hoop, led(anchors)).acts!, 5, 1, 1, 2).item;
    const { item, added } = drawnTogether(web, laidOf(hoop, web).acts!, 5);
    expect(added).toBe(6);
    const own = laidOf(hoop, item);
    expect(own.problems).toEqual([]);
    const last = own.acts!.slice(10);
    // Each within its way of the last round, and the first of them again.
    expect(last[5]!.at).toEqual(last[0]!.at);
    const far = last.map((a) => Math.hypot(a.at.x, a.at.y));
    for (const r of far.slice(1, 5)) expect(r).toBeLessThan(12.2);
    expect(drawnTogether(led(anchors.slice(0, 1)), [], 5).added).toBe(0);
  });
});
