import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import {
  beadsOn,
  beadSpacing,
  cuppedWidth,
  eightLength,
  elementSchema,
  evenSpokes,
  flattened,
  holeNeeded,
  linkCount,
  mostTwist,
  mostTwistWith,
  netOf,
  ringInside,
  rolledWidth,
  sagOver,
  solveElement,
  spiralLength,
  spiralTurns,
  stoneWrap,
  TWIST_LIMIT_RAD,
  twistedPair,
  twistOf,
  twistRoundMm,
  weaveBetween,
} from '.';

/** Length of a curve in space by many short chords. */
function chords(at: (t: number) => readonly [number, number, number], steps = 60_000): number {
  let sum = 0;
  let before = at(0);
  for (let i = 1; i <= steps; i++) {
    const now = at(i / steps);
    sum += Math.hypot(now[0] - before[0], now[1] - before[1], now[2] - before[2]);
    before = now;
  }
  return sum;
}

const mm = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true });

describe('spiral', () => {
  const size = { openingMm: 2, gapMm: 0.4, diameterMm: 1 };

  it('is as long as its chords', () => {
    const turns = 3.3;
    const traced = chords((t) => {
      const angle = 2 * Math.PI * turns * t;
      const r = 1.5 + (1.4 * angle) / (2 * Math.PI);
      return [r * Math.cos(angle), r * Math.sin(angle), 0];
    });
    expect(spiralLength(size, turns)).toBeCloseTo(traced, 5);
  });

  it('goes backwards from a length', () => {
    fc.assert(
      fc.property(mm(5, 900), mm(0, 3), (length, gapMm) => {
        const own = { ...size, gapMm };
        expect(spiralLength(own, spiralTurns(own, length))).toBeCloseTo(length, 6);
      }),
    );
  });
});

describe('twist', () => {
  test.each([
    [2, 0.5],
    [3, 1 / Math.sqrt(3)],
    [4, Math.SQRT1_2],
  ])('%i strands are as long as a helix traced in space', (strands, rho) => {
    const [d, length, turns] = [0.6, 30, 9];
    const traced = chords((t) => {
      const angle = 2 * Math.PI * turns * t;
      return [rho * d * Math.cos(angle), rho * d * Math.sin(angle), length * t];
    });
    expect(twistOf(strands, length, turns, d).strandMm).toBeCloseTo(traced, 4);
    // Strands in a ring touch: neighbours are one thickness apart.
    expect(2 * rho * d * Math.sin(Math.PI / strands)).toBeCloseTo(d, 12);
  });

  it('reaches the limit at the most turns', () => {
    const turns = mostTwist(2, 40, 0.8);
    expect(twistOf(2, 40, turns, 0.8).angleRad).toBeCloseTo(TWIST_LIMIT_RAD, 12);
  });
});

describe('two wires twisted with each other', () => {
  const mm = fc.double({ min: 0.2, max: 2, noNaN: true });
  const many = fc.double({ min: 0.5, max: 30, noNaN: true });

  it('alike they are a twist of two', () => {
    const { strandMm, angleRad } = twistedPair(30, 9, 0.6, 0.6);
    expect(strandMm).toBeCloseTo(twistOf(2, 30, 9, 0.6).strandMm, 12);
    expect(angleRad).toBeCloseTo(twistOf(2, 30, 9, 0.6).angleRad, 12);
    expect(mostTwistWith(40, 0.8, 0.8)).toBeCloseTo(mostTwist(2, 40, 0.8), 12);
  });

  it('0.4 with 0.8: their middles 0.6 apart, four fifths of it on the thin side', () => {
    // 0.8^2 / (0.4^2 + 0.8^2) = 0.8 of 0.6 is 0.48: nine turns go round 9 x 2 pi x 0.48 = 27.14.
    expect(twistedPair(30, 9, 0.4, 0.8).strandMm).toBeCloseTo(Math.hypot(30, 27.143), 3);
    expect(twistedPair(30, 9, 0.8, 0.4).strandMm).toBeCloseTo(Math.hypot(30, 6.786), 3);
  });

  it('they touch, the thicker stays straighter, a thin one goes wholly round, and both grow with the size', () => {
    fc.assert(
      fc.property(mm, mm, many, (d, e, turns) => {
        const own = twistRoundMm(turns, d, e);
        const other = twistRoundMm(turns, e, d);
        expect(own + other).toBeCloseTo(Math.PI * (d + e) * turns, 8);
        if (d < e) expect(own).toBeGreaterThan(other);
        expect(twistRoundMm(turns, d, 1_000 * d)).toBeCloseTo(Math.PI * 1_001 * d * turns, 0);
        const { strandMm } = twistedPair(20, turns, d, e);
        expect(twistedPair(60, turns, 3 * d, 3 * e).strandMm).toBeCloseTo(3 * strandMm, 8);
        const most = mostTwistWith(20, d, e);
        expect(twistedPair(20, most, d, e).angleRad).toBeCloseTo(TWIST_LIMIT_RAD, 10);
      }),
    );
  });
});

describe('figure-eight weave', () => {
  /** A belt crossed between two circles, plus whole turns on each, traced point by point. */
  function traced(d: number, frame: number, gap: number, wraps: number): number {
    const b = (frame + d) / 2;
    const c = frame + gap;
    // The inner tangent leaves each circle where the radius stands square to it.
    const lean = Math.acos((2 * b) / c);
    const arc = 2 * Math.PI - 2 * lean + 2 * Math.PI * (wraps - 1);
    const turn = (x: number, from: number, sweep: number) =>
      chords((t) => [x + b * Math.cos(from + sweep * t), b * Math.sin(from + sweep * t), 0], 4000);
    const left = [b * Math.cos(lean), b * Math.sin(lean)] as const;
    const right = [c - b * Math.cos(lean), -b * Math.sin(lean)] as const;
    const straight = Math.hypot(right[0] - left[0], right[1] - left[1]);
    const plane = turn(0, lean, arc) + turn(c, Math.PI - lean, arc) + 2 * straight;
    return Math.hypot(plane, wraps * d);
  }

  it('is as long as a crossed belt', () => {
    fc.assert(
      fc.property(
        mm(0.2, 0.5),
        mm(0.6, 2),
        mm(0.6, 9),
        fc.integer({ min: 1, max: 4 }),
        (d, frame, gap, wraps) => {
          const eight = { diameterMm: d, frameMm: frame, wraps };
          expect(eightLength(eight, gap)).toBeCloseTo(traced(d, frame, gap, wraps), 3);
        },
      ),
      { numRuns: 30 },
    );
  });

  it('of one gap is rows times one eight; of a growing gap lies between', () => {
    const eight = { diameterMm: 0.3, frameMm: 1, wraps: 2 };
    const even = weaveBetween(eight, 12, () => 3);
    expect(even.rows).toBe(20);
    expect(even.lengthMm).toBeCloseTo(20 * eightLength(eight, 3), 9);
    const wedge = weaveBetween(eight, 12, (s) => 1 + s / 3);
    expect(wedge.lengthMm).toBeGreaterThan(20 * eightLength(eight, 1));
    expect(wedge.lengthMm).toBeLessThan(20 * eightLength(eight, 5));
    expect(weaveBetween(eight, 12, () => 3, 7).rows).toBe(7);
    expect(weaveBetween(eight, 12, () => 3, 99).rows).toBe(20);
  });
});

describe('net', () => {
  it('agrees with a net walked spoke by spoke in the plane', () => {
    const [d, frame, wraps, spokes, inner, outer] = [0.3, 1, 2, 7, 3, 9];
    const corners: [number, number][] = [];
    const reach = Array.from({ length: spokes }, () => inner);
    let [wrapped, i] = [0, 0];
    while (Math.min(...reach) < outer - 1e-9) {
      const angle = (2 * Math.PI * i) / spokes;
      const spoke = i % spokes;
      corners.push([reach[spoke]! * Math.cos(angle), reach[spoke]! * Math.sin(angle)]);
      wrapped += chords((t) => {
        const turn = 2 * Math.PI * wraps * t;
        const r = (frame + d) / 2;
        return [r * Math.cos(turn), r * Math.sin(turn), wraps * d * t];
      }, 400);
      reach[spoke]! += wraps * d;
      i++;
    }
    const last = (2 * Math.PI * i) / spokes;
    corners.push([reach[i % spokes]! * Math.cos(last), reach[i % spokes]! * Math.sin(last)]);
    const straight = corners
      .slice(1)
      .reduce((s, p, n) => s + Math.hypot(p[0] - corners[n]![0], p[1] - corners[n]![1]), 0);
    const net = netOf({
      diameterMm: d,
      frameMm: frame,
      wraps,
      spokesRad: evenSpokes(spokes),
      innerMm: inner,
      outerMm: outer,
    });
    expect(net.lengthMm / (straight + wrapped)).toBeCloseTo(1, 4);
    expect(net.rounds).toBe(10);
    expect(net.visits).toHaveLength(70);
  });
});

describe('beads', () => {
  it('on a circle close up to a polygon: n chords of length b in radius R', () => {
    const n = 12;
    const b = 4;
    const radius = b / (2 * Math.sin(Math.PI / n));
    expect(beadsOn(2 * Math.PI * radius, beadSpacing(b, radius)).count).toBe(n);
  });

  it('holes: three wires in a ring need 1 + 2/sqrt 3, and a curve its sag', () => {
    expect(holeNeeded(3, 0.5, 4, null)).toBeCloseTo(0.5 * 2.1547, 4);
    expect(sagOver(6, 5)).toBeCloseTo(1, 12);
    expect(holeNeeded(1, 0.5, 6, 5)).toBeCloseTo(1.5, 12);
  });
});

describe('hammering', () => {
  it('keeps the volume, and round wire stays round', () => {
    expect(flattened(1, 1)).toEqual({ lengthFactor: 1, widthMm: 1 });
    fc.assert(
      fc.property(mm(0.5, 2), mm(0.4, 0.95), mm(0.5, 1), (d, share, spread) => {
        const t = d * share;
        const { lengthFactor, widthMm } = flattened(d, t, spread);
        const area = t * (widthMm - t) + (Math.PI * t * t) / 4;
        expect(area * lengthFactor).toBeCloseTo((Math.PI * d * d) / 4, 9);
        expect(widthMm).toBeGreaterThanOrEqual(d - 1e-9);
      }),
    );
  });
});

describe('worn sizes', () => {
  it('rings: US 7, UK C and N, ISO 54', () => {
    expect(ringInside('us', '7')).toMatchObject({ ok: true, insideMm: 11.63 + 7 * 0.8128 });
    expect(ringInside('uk', 'C')).toMatchObject({ ok: true, insideMm: 40 / Math.PI });
    expect(ringInside('uk', 'n')).toMatchObject({ insideMm: 53.75 / Math.PI });
    expect(ringInside('uk', 'N½')).toMatchObject({ insideMm: 54.375 / Math.PI });
    expect(ringInside('iso', '54')).toMatchObject({ insideMm: 54 / Math.PI });
    expect(ringInside('us', '6 1/2')).toMatchObject({ insideMm: 11.63 + 6.5 * 0.8128 });
  });

  test.each([
    ['us', ''],
    ['us', 'N'],
    ['uk', '7'],
    ['iso', '7'],
    ['girth', 'wide'],
  ] as const)('refuses %s %j in words', (system, text) => {
    expect(ringInside(system, text)).toMatchObject({ ok: false });
    const read = ringInside(system, text);
    expect(!read.ok && read.message).toMatch(/size|letter/);
  });

  it('a bracelet counts its clasp and one joint more than links', () => {
    // 180 worn, 18 clasp: 162 less one joint of 4 over links of 14 and joints of 4.
    expect(linkCount({ wearMm: 180, turn: [{ linkMm: 14, jointMm: 4, claspMm: 18 }] })).toEqual({
      links: 9,
      joints: 10,
      lengthMm: 9 * 14 + 10 * 4 + 18,
    });
    expect(linkCount({ wearMm: 100, turn: [{ linkMm: 20, jointMm: 0, claspMm: 20 }] }).joints).toBe(
      0,
    );
  });

  it('rolled and cupped pieces look narrower', () => {
    // A quarter of the way round: 2 R sin(pi/4).
    expect(rolledWidth((Math.PI / 2) * 10.5, 20, 1)).toBeCloseTo(2 * 10.5 * Math.SQRT1_2, 9);
    expect(cuppedWidth(20, 0)).toBe(20);
    expect(cuppedWidth(20, 4)).toBeLessThan(20);
    // A half circle of length w is 2 w / pi across.
    expect(cuppedWidth(20, 20 / Math.PI)).toBeCloseTo(40 / Math.PI, 3);
  });
});

it('a stone takes its girth, bands, crossings and bail', () => {
  const s = stoneWrap({
    girthMm: 60,
    heightMm: 12,
    turns: 2,
    uprights: 2,
    diameterMm: 0.8,
    bailInsideMm: 4,
    bailTurns: 2,
  });
  expect(s.girthMm).toBeCloseTo(2 * Math.hypot(60 + 0.8 * Math.PI, 0.8), 9);
  expect(s.uprightsMm).toBeCloseTo(2 * (24 + 60 / Math.PI + 0.8 * Math.PI), 9);
  expect(s.crossingsMm).toBeCloseTo(8 * Math.hypot(1.6 * Math.PI, 0.8), 9);
  expect(s.bailMm).toBeCloseTo(2 * Math.PI * 4.8, 9);
});

describe('one element on the command line', () => {
  const solve = (element: object) => solveElement(elementSchema.parse(element));

  it('counts go both ways', () => {
    const rings = { kind: 'jump-rings', wire_mm: 0.8, inside_mm: 4, kerf_mm: 0.2 };
    const made = solve({ ...rings, count: 30 });
    expect(solve({ ...rings, length_mm: made['length_mm'] })['count']).toBe(30);
    const coil = { kind: 'coil', wire_mm: 0.3, core_mm: 1, pitch_mm: 0.3 };
    const wound = solve({ ...coil, turns: 25 });
    expect(solve({ ...coil, length_mm: wound['length_mm'] })['turns']).toBeCloseTo(25, 9);
    expect(wound['stretch_mm']).toBeCloseTo(7.5, 9);
  });

  test.each([
    [{ kind: 'spiral', wire_mm: 1, opening_mm: 1, turns: 2, length_mm: 30 }, /either turns/],
    [
      {
        kind: 'figure-eight-weave',
        wire_mm: 0.5,
        frame_mm: 1,
        gap_mm: 0.3,
        wraps_per_side: 1,
        rows: 3,
      },
      /let the wire pass/,
    ],
    [
      {
        kind: 'net',
        wire_mm: 0.3,
        frame_mm: 1,
        spokes: 5,
        wraps_per_spoke: 2,
        inner_radius_mm: 9,
        outer_radius_mm: 4,
      },
      /larger than/,
    ],
    [{ kind: 'twist', wire_mm: 0.3, strands: 5, length_mm: 20, turns: 3 }, /4/],
  ])('refuses %o', (element, why) => {
    expect(elementSchema.safeParse(element).error?.issues[0]?.message).toMatch(why);
  });
});
