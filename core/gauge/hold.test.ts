import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newDressItem, type DressItem } from '../item';
import { DEFAULT_MAKING, mapFigure, newPath, type Piece } from '../piece';
import { METAL_FACTS, twistedOf } from '../wire';
import { circleNodes, openPath, pieceOf, planned, ringPiece } from './fixtures/pieces';
import { hangDressed } from './hangDressed';
import { holdOf, sharesOf, standing, type Held } from './hold';
import { DEFAULT_LIMITS, type Limits } from './limits';

const limits = (snagN: number, squeezeN: number, touchN = 0): Limits => ({
  ...DEFAULT_LIMITS,
  duty: { ...DEFAULT_LIMITS.duty, pendant: { touchN, snagN, squeezeN } },
});

function held(piece: Piece, wish: Limits = limits(1, 1)): Held {
  const { plan, dressing } = planned(piece);
  const found = holdOf(piece, plan, dressing, hangDressed(piece, plan, dressing), wish);
  if (!found) throw new Error('not held');
  return found;
}

const withD = (piece: Piece, diameterMm: number): Piece => ({
  ...piece,
  wire: { ...piece.wire, diameterMm },
});
const E = METAL_FACTS.copper.modulusMPa;
const inertia = (d: number): number => (Math.PI * d ** 4) / 64;
const section = (d: number): number => (Math.PI * d ** 3) / 32;

describe('a ring of wire', () => {
  const [R, d] = [20, 1.024];
  const ring = held(ringPiece(R));

  it('pulled from where it hangs it grows by 0.1488 P R^3 / (E I)', () => {
    const wanted = ((Math.PI / 4 - 2 / Math.PI) * R ** 3) / (E * inertia(d));
    expect(ring.gives.snag.mm / wanted).toBeCloseTo(1, 2);
    expect(ring.gives.snag.at.y).toBeCloseTo(70, 1);
  });

  it('pressed across it gives as much, and works hardest where it is pressed: P R / pi', () => {
    const wanted = ((Math.PI / 4 - 2 / Math.PI) * R ** 3) / (E * inertia(d));
    expect(ring.gives.squeeze.mm / wanted).toBeCloseTo(1, 2);
    const most = Math.max(...ring.worked.squeeze);
    expect(most / (R / Math.PI / section(d))).toBeCloseTo(1, 1.7);
  });

  it('bears what wire bent to its radius bears', () => {
    const stands = standing(ring, d);
    // 70 + 240 (ln(1 + d/2R) / 0.9276)^0.415
    const strain = Math.log(1 + d / (2 * R));
    const power = Math.log(180 / 240) / Math.log(0.5);
    expect(stands.flowMPa).toBeCloseTo(70 + 240 * (strain / 0.92757) ** power, 0);
    expect(stands.share).toBeCloseTo(stands.stressMPa / stands.flowMPa, 9);
  });

  it('a seam that is only held together where it hangs is a hinge, one elsewhere is open', () => {
    const hung = held(ringPiece(R, { making: DEFAULT_MAKING }));
    const path = newPath('ring', circleNodes(50, 50, R), true);
    const away = { ...path, seam: { ...path.seam, at: 0.5 } };
    const open = held(pieceOf([away], { making: DEFAULT_MAKING }));
    expect([ring, hung, open].map((h) => h.mesh.seams[0])).toEqual(['fast', 'hung', 'open']);
    // Cut at the hinge, where only a force H along is left: H = P (1 + pi/4) / (3 pi/2), and M = H R
    // where it is pressed.
    const moment = ((1 + Math.PI / 4) / (1.5 * Math.PI)) * R;
    expect(Math.max(...hung.worked.squeeze) / (moment / section(d))).toBeCloseTo(1, 1.5);
    const gives = [ring, hung].map((h) => h.gives.squeeze.mm);
    expect(gives[1]!).toBeGreaterThan(1.2 * gives[0]!);
    // What is open is no cell to close a hand round; a touch opens it further than any.
    expect(open.gives.squeeze.mm).toBe(0);
    expect(open.gives.touch.mm).toBeGreaterThan(5 * hung.gives.touch.mm);
  });
});

describe('other thicknesses from one solved', () => {
  const figure = pieceOf([openPath('w', [0, 20], [10, 0], [22, 25], [34, 4], [40, 30], [12, 34])]);

  it.each([0.644, 0.812, 1.291, 1.628])('agrees with the frame solved in %f mm', (d) => {
    const from = standing(held(figure), d);
    const solved = standing(held(withD(figure, d)), d);
    expect(from.give.mm / solved.give.mm).toBeGreaterThan(0.97);
    expect(from.give.mm / solved.give.mm).toBeLessThan(1.03);
    expect(from.stressMPa / solved.stressMPa).toBeGreaterThan(0.95);
    expect(from.stressMPa / solved.stressMPa).toBeLessThan(1.05);
  });

  it('the weight of its own wire goes with its square', () => {
    const only = limits(0.001, 0.001);
    const [thin, thick] = [held(figure, only), held(withD(figure, 2), only)];
    const most = (h: Held): number =>
      Math.max(...h.mesh.beams.map((_, i) => sharesOf(h, i, 2).weight));
    expect(most(thin) / most(thick)).toBeCloseTo(1, 1);
  });
});

describe('laws', () => {
  const corner = fc.tuple(fc.integer({ min: 0, max: 14 }), fc.integer({ min: 0, max: 14 }));
  const figures = fc
    .uniqueArray(corner, { minLength: 4, maxLength: 7, selector: ([x, y]) => `${x},${y}` })
    .map((c) => c.map(([x, y]): [number, number] => [3 * x, 3 * y]))
    .filter((c) => new Set(c.map(([, y]) => y)).size > 2 && new Set(c.map(([x]) => x)).size > 2);

  /** Nowhere does the wire fold back beside itself: on which side it then lies is a choice. */
  const bends = (points: readonly [number, number][]): boolean =>
    points.slice(2).every(([x, y], i) => {
      const [[ax, ay], [bx, by]] = [points[i]!, points[i + 1]!];
      const along = (bx - ax) * (x - bx) + (by - ay) * (y - by);
      return along > -0.8 * Math.hypot(bx - ax, by - ay) * Math.hypot(x - bx, y - by);
    });

  it('a mirrored figure works as hard', () => {
    fc.assert(
      fc.property(figures.filter(bends), (points) => {
        const piece = pieceOf([openPath('w', ...points)]);
        const mirrored = mapFigure(piece, { a: -1, b: 0, c: 0, d: 1, e: 40, f: 0 });
        const [a, b] = [standing(held(piece), 1), standing(held(mirrored), 1)];
        expect(b.share / a.share).toBeCloseTo(1, 2);
        expect(b.give.mm / a.give.mm).toBeCloseTo(1, 2);
      }),
      {
        numRuns: 25,
        // Held in the middle of a corner, with a joint of beams as near to one side as to the other.
        examples: [
          [
            [
              [6, 24],
              [24, 15],
              [39, 21],
              [6, 30],
            ],
          ],
          [
            [
              [24, 33],
              [6, 6],
              [3, 30],
              [24, 9],
            ],
          ],
        ],
      },
    );
  });

  it('twice the force works it twice as hard, thicker wire less', () => {
    fc.assert(
      fc.property(figures, (points) => {
        const piece = pieceOf([openPath('w', ...points)]);
        const [one, two] = [held(piece, limits(1, 1)), held(piece, limits(2, 2))];
        expect(two.gives.snag.mm / one.gives.snag.mm).toBeCloseTo(2, 6);
        expect(Math.max(...two.worked.snag) / Math.max(...one.worked.snag)).toBeCloseTo(2, 6);
        const [touch, twice] = [held(piece, limits(0, 0, 1)), held(piece, limits(0, 0, 2))];
        // A touch comes to what the wire itself weighs.
        const shareOf = (h: Held): number =>
          Math.max(...h.mesh.beams.map((_, i) => sharesOf(h, i, h.diameterMm).touch));
        const { wire } = touch.touchN;
        expect(shareOf(twice) / shareOf(touch)).toBeCloseTo((2 + wire) / (1 + wire), 6);
        expect(standing(one, 1.2).share).toBeLessThan(standing(one, 1).share);
        expect(standing(one, 1.2).give.mm).toBeLessThan(standing(one, 1).give.mm);
      }),
      { numRuns: 25 },
    );
  });
});

describe('what holds a frame together', () => {
  // A loop whose two legs cross below, like a ribbon.
  const ribbon = pieceOf([openPath('w', [0, 40], [24, 10], [15, 0], [6, 10], [30, 40])]);
  const bound = (piece: Piece): Piece => {
    const { plan } = planned(piece);
    const { at } = plan.crossings[0]!;
    const on = { ...at, lengthMm: 0 };
    return { ...piece, dressing: [newDressItem('bind', 'b', on, on)] };
  };

  it('a seam is shut by what is wound over it, not by what is wound beside it', () => {
    const path = newPath('r', circleNodes(50, 50, 20), true);
    const seamAt = (coilAt: number, join: 'butt' | 'overlap') => {
      const seam = { ...path.seam, at: 0.5, join, overlapMm: 8 };
      // Half way round from the top is the bottom; from there on the wire goes to the left.
      const on = {
        x: 50 - 20 * Math.sin(coilAt / 20),
        y: 50 + 20 * Math.cos(coilAt / 20),
        lengthMm: 4,
      };
      const coil = newDressItem('coil', 'c', on, on);
      const piece = pieceOf([{ ...path, seam }], { making: DEFAULT_MAKING, dressing: [coil] });
      return held(piece).mesh.seams[0];
    };
    expect(seamAt(0, 'butt')).toBe('fast');
    expect(seamAt(5, 'butt')).toBe('open');
    expect(seamAt(5, 'overlap')).toBe('fast');
    expect(seamAt(20, 'overlap')).toBe('open');
  });

  it('a crossing holds once it is bound', () => {
    const [free, tied] = [held(ribbon), held(bound(ribbon))];
    // Lying on each other the passes turn; wrapped they do not.
    expect(free.mesh.model.pins).toHaveLength(1);
    expect(tied.mesh.model.pins).toHaveLength(0);
    expect(tied.gives.touch.mm).toBeLessThan(free.gives.touch.mm);
  });

  it('a weave and a bead across tie two stretches by thin wire', () => {
    const two = pieceOf([openPath('w', [0, 30], [0, 0], [8, 0], [8, 30])]);
    const a = { x: 0, y: 18, lengthMm: 14 };
    const b = { x: 8, y: 18, lengthMm: 14 };
    const plain = held(two);
    for (const kind of ['weave', 'lacing', 'bridge'] as const) {
      const woven = held({ ...two, dressing: [newDressItem(kind, 'k', a, b)] });
      expect(woven.mesh.model.beams.length).toBeGreaterThan(plain.mesh.model.beams.length);
      expect(woven.gives.touch.mm).toBeLessThan(0.9 * plain.gives.touch.mm);
    }
  });

  it('a crossing beside an end holds nothing: the end slips out', () => {
    const crossed = (tail: number) =>
      held(pieceOf([openPath('w', [0, 0], [30, 0], [30, 20], [10, 20], [10, -tail])]));
    expect(crossed(2).mesh.model.pins).toHaveLength(0);
    expect(crossed(12).mesh.model.pins).toHaveLength(1);
  });

  it('two wires that cross once slide on each other, twice they do not', () => {
    const long = openPath('a', [0, 10], [40, 10]);
    const once = held(pieceOf([long, openPath('b', [20, 0], [20, 30])]));
    const twice = held(pieceOf([long, openPath('b', [10, 0], [10, 30], [30, 30], [30, 0])]));
    expect(once.mesh.loose).toHaveLength(1);
    expect(once.mesh.model.pins).toHaveLength(0);
    expect(twice.mesh.loose).toHaveLength(0);
    expect(twice.mesh.model.pins).toHaveLength(2);
  });

  it('ends hooked into each other hold, and so does a loop closed round another wire', () => {
    const gap = openPath('w', [1, 30], [20, 20], [20, 0], [-20, 0], [-20, 20], [-1, 30]);
    const hook = { kind: 'hook' as const, insideMm: 3, legMm: 4, tailMm: 0 };
    const [open, hooked] = [
      held(pieceOf([gap])),
      held(pieceOf([{ ...gap, start: hook, end: hook }])),
    ];
    expect(hooked.gives.touch.mm).toBeLessThan(0.5 * open.gives.touch.mm);
    const back = openPath('w', [0, 0], [0, 40], [30, 40], [1.6, 8]);
    const loop = { kind: 'loop' as const, insideMm: 2, tailMm: 0 };
    const [free, closed] = [held(pieceOf([back])), held(pieceOf([{ ...back, end: loop }]))];
    expect(closed.gives.touch.mm).toBeLessThan(0.8 * free.gives.touch.mm);
  });

  it('is held just where it hangs, not at a joint of beams beside it', () => {
    const bar = pieceOf([openPath('w', [0, 0], [40, 0], [40, 30])], { hang: { x: 13.37, y: 0 } });
    const { mesh } = held(bar);
    const [hold] = mesh.held;
    expect(mesh.model.nodes[hold!]!.x).toBeCloseTo(13.37, 6);
  });

  it('thin wire from a wire to the same place of it holds nothing more', () => {
    const straight = pieceOf([openPath('w', [23, 8], [16, 0])], {
      wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 0.08 },
    });
    const a = { x: 12, y: 4, lengthMm: 8 };
    const b = { x: 0, y: 0, lengthMm: 8 };
    const woven = held({ ...straight, dressing: [newDressItem('weave', 'k', a, b)] });
    expect(standing(woven, 0.08).share).toBeCloseTo(standing(held(straight), 0.08).share, 6);
  });

  it('a wire that nothing holds is named, and judged as joined where it comes nearest', () => {
    const loose = held(
      pieceOf([openPath('a', [0, 0], [30, 0], [30, 30]), openPath('b', [29, 32], [0, 32])]),
    );
    expect(loose.mesh.loose).toEqual([1]);
    const apart = held(
      pieceOf([openPath('a', [0, 0], [30, 0], [30, 30]), openPath('b', [10, 60], [0, 62])]),
    );
    expect(apart.mesh.loose).toEqual([1]);
    expect(apart.mesh.held).toHaveLength(2);
  });

  it('between two points it may turn at both; from one it is kept from turning', () => {
    const bow = pieceOf([openPath('w', [0, 0], [20, 12], [40, 0])]);
    const chain = (id: string, x: number) => {
      const on = { x, y: 0, lengthMm: 0 };
      return { ...newDressItem('finding', id, on, on), what: 'chain' as const };
    };
    const turns = (h: Held): boolean[] => h.mesh.model.supports.map((s) => s.turn);
    expect(turns(held(bow))).toEqual([true]);
    expect(turns(held({ ...bow, dressing: [chain('a', 0), chain('b', 40)] }))).toEqual([
      false,
      false,
    ]);
  });

  it('parts that hang in a loop are joined to the rest', () => {
    const paths = [openPath('a', [0, 0], [30, 0], [30, 30]), openPath('b', [29, 32], [0, 32])];
    const part = {
      id: 'leg',
      name: 'leg',
      paths: ['b'],
      count: 1,
      join: 'loop' as const,
      to: null,
      spots: [],
      hangs: true,
    };
    expect(held(pieceOf(paths, { parts: [part] })).mesh.loose).toEqual([]);
  });

  it('hammered flat it is stiffer and harder there', () => {
    const bar = pieceOf([openPath('w', [0, 0], [0, 40])]);
    const on = { x: 0, y: 20, lengthMm: 10 };
    const flat = held({
      ...bar,
      dressing: [newDressItem('flatten', 'f', on, on, { frameMm: 1.024 })],
    });
    const inside = flat.mesh.beams.find((b) => b.fromMm > 17 && b.toMm < 23)!;
    const outside = flat.mesh.beams[0]!;
    expect(inside.section.inertiaMm4).toBeGreaterThan(outside.section.inertiaMm4);
    expect(flat.flow(inside, 1.024)).toBeGreaterThan(flat.flow(outside, 1.024) + 30);
  });

  it('a dressing weighs on it', () => {
    const bar = pieceOf([openPath('w', [0, 0], [20, 5], [40, 0])], { hang: { x: 20, y: 5 } });
    const drops = [1, 39].map((x) => {
      const on = { x, y: 0, lengthMm: 0 };
      return newDressItem('drop', `d${x}`, on, on);
    });
    const only = limits(0.001, 0.001);
    const [bare, dressed] = [held(bar, only), held({ ...bar, dressing: drops }, only)];
    const most = (h: Held): number =>
      Math.max(...h.mesh.beams.map((_, i) => sharesOf(h, i, 1.024).weight));
    expect(most(dressed)).toBeGreaterThan(1.3 * most(bare));
  });
});

describe('a rope', () => {
  // Hardly twisted, strands of 0.7 mm that slide are so many wires of 0.7 mm side by side.
  const wire = { metal: 'copper', temper: 'dead-soft', diameterMm: 0.7 } as const;
  const one = held(ringPiece(20, { wire }));
  const ropeOf = (strands: 2 | 4): Held => {
    const rope = { strands, turnMm: 500, folded: false };
    return held(ringPiece(20, { wire: { ...twistedOf(wire, strands), rope } }));
  };

  it.each([2, 4] as const)('of %i strands bends as little as so many wires', (strands) => {
    const rope = ropeOf(strands);
    expect(one.gives.snag.mm / rope.gives.snag.mm / strands).toBeCloseTo(1, 2);
    const [a, b] = [Math.max(...one.worked.snag), Math.max(...rope.worked.snag)];
    expect(a / b / strands).toBeCloseTo(1, 2);
  });

  it('gives under its own weight what one of its strands gives', () => {
    expect(ropeOf(4).gives.weight.mm / one.gives.weight.mm).toBeCloseTo(1, 2);
  });

  it('keeps its shape as so many wires do: each strand is strained by its own thickness', () => {
    const [rope, d] = [ropeOf(4), 0.7 * (1 + Math.SQRT2)];
    // 70 + 240 (e / 0.9276)^0.415, e of its bend over 0.7 mm, and of the shear by 2 pi 0.495 / 500.
    const strain = Math.log(1 + 0.7 / 40) + (2 * Math.PI * 0.495) / 500 / Math.sqrt(3);
    const power = Math.log(180 / 240) / Math.log(0.5);
    const wanted = 70 + 240 * (strain / 0.92757) ** power;
    expect(standing(rope, d).flowMPa / wanted).toBeCloseTo(1, 2);
  });
});

describe('a touch', () => {
  // A bar of 40 mm, held in its middle: each half a cantilever of 20.
  const d = 1.024;
  const bar = pieceOf([openPath('w', [0, 0], [40, 0])], { hang: { x: 0, y: 0 } });

  it('bends a cantilever by P L^3 / (3 E I), with the moment P L where it is held', () => {
    const { gives, worked } = held(bar, limits(0, 0, 1));
    expect(gives.touch.mm / (20 ** 3 / (3 * E * inertia(d)))).toBeCloseTo(1, 2);
    expect(Math.max(...worked.touch) / (20 / section(d))).toBeCloseTo(1, 1.7);
  });

  it('comes to what the piece itself weighs, in each thickness', () => {
    const touched = held(bar, limits(0, 0, 0.1));
    // 40 mm of copper: pi/4 d^2 40 8.94 / 1000 g.
    const newtons = (mm: number): number => 0.1 + (Math.PI / 4) * mm ** 2 * 0.04 * 8.94 * 9.81e-3;
    for (const mm of [0.644, 1.024, 2.053]) {
      const most = Math.max(...touched.mesh.beams.map((_, i) => sharesOf(touched, i, mm).touch));
      expect((most * 70 * section(mm)) / (20 * newtons(mm))).toBeCloseTo(1, 1.7);
    }
  });

  it('does not reach the tails of a knot, which hang as they will', () => {
    const knot = pieceOf([
      openPath(
        'w',
        [-1, 60],
        [-1, 20],
        [-14, 12],
        [-14, 4],
        [14, -6],
        [14, 4],
        [-5, 14],
        [-5, -20],
        [1, -20],
        [1, 60],
      ),
    ]);
    const { laced, gives } = held(knot, limits(0, 0, 1));
    expect(laced).toBe(true);
    expect(gives.touch.at.y).toBeLessThan(30);
    expect(held(bar).laced).toBe(false);
  });
});

describe('what stiffens a wire', () => {
  const bar = pieceOf([openPath('w', [0, 0], [60, 0])], { hang: { x: 0, y: 0 } });
  const on = { x: 30, y: 0, lengthMm: 56 };
  const gives = (change: Partial<Piece>): number =>
    held({ ...bar, ...change }, limits(0, 0, 1)).gives.touch.mm;
  const bare = gives({});

  it.each([
    ['a close coil', newDressItem('coil', 'k', on, on)],
    ['strands beside it', newDressItem('strands', 'k', on, on)],
    ['a twist', { ...newDressItem('twist', 'k', on, on), turns: 12, strands: 4 } as DressItem],
    ['a row of beads', newDressItem('beads', 'k', on, on)],
  ])('%s', (_, item) => {
    expect(gives({ dressing: [item] })).toBeLessThan(0.95 * bare);
  });

  it('a weave on both of its stretches', () => {
    const pair = pieceOf([openPath('w', [0, 30], [0, 0], [8, 0], [8, 30])]);
    const [a, b] = [
      { x: 0, y: 18, lengthMm: 20 },
      { x: 8, y: 18, lengthMm: 20 },
    ];
    const { mesh } = held({ ...pair, dressing: [newDressItem('weave', 'k', a, b)] });
    const at = (mm: number) => mesh.beams.find((m) => m.fromMm <= mm && m.toMm > mm)!.section;
    expect(at(12).inertiaMm4).toBeGreaterThan(1.2 * at(35).inertiaMm4);
  });

  it('a net: the frame that its spokes go round gives less, and bears no more', () => {
    const ring = ringPiece(20);
    const bare = held(ring, limits(1, 1, 1));
    const net = (at: { x: number; y: number }): DressItem => {
      const on = { ...at, lengthMm: 0 };
      return { ...newDressItem('net', 'k', on, on), spokes: 7, outerMm: 12 } as DressItem;
    };
    const netted = held({ ...ring, dressing: [net({ x: 50, y: 50 })] }, limits(1, 1, 1));
    // All but what the wire is drawn and pressed along itself.
    expect(netted.gives.squeeze.mm / bare.gives.squeeze.mm).toBeCloseTo(1 / 1.3, 3);
    expect(netted.gives.touch.mm).toBeLessThan(bare.gives.touch.mm);
    const most = (h: Held): number => Math.max(...h.worked.squeeze);
    expect(most(netted) / most(bare)).toBeCloseTo(1, 3);
    // One that does not go on as it is holds nothing.
    const beside = held({ ...ring, dressing: [net({ x: 90, y: 50 })] }, limits(1, 1, 1));
    expect(beside.gives.squeeze.mm).toBeCloseTo(bare.gives.squeeze.mm, 9);
  });

  it('what it is rolled or cupped to', () => {
    expect(gives({ outOfPlane: { kind: 'cup', riseMm: 5 } })).toBeCloseTo(bare / 1.5, 2);
    expect(gives({ outOfPlane: { kind: 'roll', mandrelMm: 17, as: 'other' } })).toBeLessThan(bare);
  });

  it('twisting hardens it by the shear of its strands', () => {
    const twist = { ...newDressItem('twist', 'k', on, on), turns: 24 } as DressItem;
    const { mesh, flow } = held({ ...bar, dressing: [twist] });
    const [inside, plain] = [mesh.beams[mesh.beams.length >> 1]!, held(bar).mesh.beams[0]!];
    expect(flow(inside, 1.024)).toBeGreaterThan(flow(plain, 1.024) + 20);
  });

  it('bound along much of its length a frame of silver holds as well one to two gauges thinner', () => {
    const ring = ringPiece(18, {
      wire: { metal: 'sterling-silver', temper: 'dead-soft', diameterMm: 0.812 },
    });
    const thread = { metal: 'fine-silver' as const, temper: 'dead-soft' as const, diameterMm: 0.3 };
    const round = { x: 50, y: 68, lengthMm: 90 };
    const coil = newDressItem('coil', 'k', round, round, { thread });
    const bears = (piece: Piece): number => {
      const h = held(piece, limits(0, 1.2, 0.15));
      // The thickness that just holds, by halving.
      let [thin, thick] = [0.2, 3];
      for (let i = 0; i < 30; i++) {
        const middle = (thin + thick) / 2;
        if (standing(h, middle).share > 1) thin = middle;
        else thick = middle;
      }
      return thick;
    };
    const ratio = bears({ ...ring, dressing: [coil] }) / bears(ring);
    // One step of the even gauges is 0.79 in thickness, two are 0.63.
    expect(ratio).toBeLessThan(0.82);
    expect(ratio).toBeGreaterThan(0.61);
  });
});

describe('large and odd figures', () => {
  it('thousands of points become no more than some three thousand beams', () => {
    const points = Array.from({ length: 3_000 }, (_, i): [number, number] => [
      (i % 100) * 2 + (Math.floor(i / 100) % 2),
      Math.floor(i / 100) * 6 + (i % 2) * 3,
    ]);
    const large = held(pieceOf([openPath('w', ...points)]));
    expect(large.mesh.beams.length).toBeLessThan(9_500);
    expect(standing(large, 1).share).toBeGreaterThan(0);
  });

  it('one straight wire, hung from its middle, is judged too', () => {
    const bar = held(pieceOf([openPath('w', [0, 0], [40, 0])], { hang: { x: 20, y: 0 } }));
    expect(Number.isFinite(standing(bar, 1).share)).toBe(true);
  });

  it('without a wire there is nothing to judge', () => {
    const piece = pieceOf([]);
    const { plan, dressing } = planned(piece);
    expect(holdOf(piece, plan, dressing, null, DEFAULT_LIMITS)).toBeNull();
  });
});
