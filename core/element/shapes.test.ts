import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  bundleRound,
  bundleWrap,
  coilLength,
  strandsRound,
  coilTurn,
  coverTurns,
  cuppedWidth,
  eightLength,
  evenSpokes,
  flattened,
  guidedTurn,
  linkCount,
  linkRow,
  netOf,
  ringInside,
  ringsFrom,
  ringsLength,
  rolledWidth,
  spiralLength,
  spiralOutside,
  stemWraps,
  stoneWrap,
  wornLength,
  wrappedLoop,
  bailLength,
} from '.';

const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const count = (min: number, max: number) => fc.integer({ min, max });

/** Length of a closed outline of points. */
function round(points: readonly (readonly [number, number])[]): number {
  return points.reduce((sum, p, i) => {
    const q = points[(i + 1) % points.length]!;
    return sum + Math.hypot(q[0] - p[0], q[1] - p[1]);
  }, 0);
}

/** Outline half a wire outside a row of circles, as a taut thread lies. */
function taut(circleMm: number, middlesApart: number, wireMm: number): number {
  const r = (circleMm + wireMm) / 2;
  const points: [number, number][] = [];
  for (let i = 0; i <= 4000; i++) {
    const t = -Math.PI / 2 + (Math.PI * i) / 4000;
    points.push([middlesApart + r * Math.cos(t), r * Math.sin(t)]);
  }
  for (let i = 0; i <= 4000; i++) {
    const t = Math.PI / 2 + (Math.PI * i) / 4000;
    points.push([r * Math.cos(t), r * Math.sin(t)]);
  }
  return round(points);
}

describe('round several things at once', () => {
  it('a flat bundle is gone round as a taut thread', () => {
    fc.assert(
      fc.property(mm(0.3, 3), count(1, 8), mm(0.1, 1), (strand, k, d) => {
        expect(bundleRound(strand, k, d)).toBeCloseTo(taut(strand, (k - 1) * strand, d), 4);
      }),
      { numRuns: 30 },
    );
  });

  it('two guides too, wherever they stand', () => {
    fc.assert(
      fc.property(mm(0.5, 4), mm(0, 12), mm(0.1, 1), (guide, spread, d) => {
        expect(guidedTurn(guide, spread, d, 0)).toBeCloseTo(taut(guide, spread, d), 4);
      }),
      { numRuns: 30 },
    );
  });

  it('round two unlike strands is two straight sides and two unlike arcs', () => {
    fc.assert(
      fc.property(mm(0.3, 3), mm(0.3, 3), mm(0.1, 1), (a, b, d) => {
        const [r, s, apart] = [(a + d) / 2, (b + d) / 2, (a + b) / 2];
        const lean = Math.asin((r - s) / apart);
        const arcs = r * (Math.PI + 2 * lean) + s * (Math.PI - 2 * lean);
        const whole = 2 * Math.sqrt(apart ** 2 - (r - s) ** 2) + arcs;
        expect(strandsRound([a, b], d)).toBeCloseTo(whole, 3);
        expect(strandsRound([b, a], d)).toBeCloseTo(whole, 3);
      }),
    );
  });

  it('round alike strands is the bundle, and one more strand takes more', () => {
    fc.assert(
      fc.property(mm(0.3, 3), count(1, 8), mm(0.1, 1), mm(0.3, 3), (strand, n, d, more) => {
        const alike = Array.from({ length: n }, () => strand);
        expect(strandsRound(alike, d)).toBe(bundleRound(strand, n, d));
        expect(strandsRound([...alike, more], d)).toBeGreaterThan(strandsRound(alike, d));
        // A hair thicker is no leap.
        expect(strandsRound([...alike, strand + 1e-7], d)).toBeCloseTo(
          bundleRound(strand, n + 1, d),
          3,
        );
      }),
    );
  });

  it('one strand alone is a coil', () => {
    fc.assert(
      fc.property(mm(0.3, 3), mm(0.1, 1), count(1, 50), (strand, d, turns) => {
        expect(bundleWrap(turns, strand, 1, d)).toBeCloseTo(coilLength(turns, strand, d, d), 9);
      }),
    );
  });
});

describe('turns', () => {
  it('a close coil of rings and a bail are the same turns', () => {
    fc.assert(
      fc.property(mm(1, 20), mm(0.3, 2), count(1, 60), (inside, d, n) => {
        expect(ringsLength(n, inside, d, 0)).toBeCloseTo(bailLength(inside, n, d), 9);
        expect(coilTurn(inside, d)).toBeGreaterThan(Math.PI * (inside + d));
      }),
    );
  });

  it('rings from a length: never more than it gives, and not one fewer', () => {
    fc.assert(
      fc.property(mm(1, 20), mm(0.3, 2), mm(0, 0.5), mm(10, 4000), (inside, d, kerf, length) => {
        const n = ringsFrom(length, inside, d, kerf);
        expect(ringsLength(n, inside, d, kerf)).toBeLessThanOrEqual(length + 1e-6);
        expect(ringsLength(n + 1, inside, d, kerf)).toBeGreaterThan(length - 1e-6);
      }),
    );
  });

  it('wraps on a stem are turns on a core of the same wire', () => {
    expect(stemWraps(4, 0.7)).toBeCloseTo(coilLength(4, 0.7, 0.7, 0.7), 12);
    expect(wrappedLoop(3, 4, 0.7) - wrappedLoop(3, 0, 0.7)).toBeCloseTo(stemWraps(4, 0.7), 12);
  });

  it('covering a stretch: turns times pitch is the stretch', () => {
    fc.assert(
      fc.property(mm(1, 200), mm(0.1, 2), mm(0, 3), (stretch, d, gap) => {
        expect(coverTurns(stretch, d, gap) * (d + gap)).toBeCloseTo(stretch, 9);
      }),
    );
  });
});

describe('spirals', () => {
  it('grow with every turn, and a part and the rest make the whole', () => {
    fc.assert(
      fc.property(mm(0, 5), mm(0, 2), mm(0.4, 2), mm(0.5, 4), mm(0.5, 4), (o, g, d, a, b) => {
        const size = { openingMm: o, gapMm: g, diameterMm: d };
        const whole = spiralLength(size, a + b);
        expect(whole).toBeGreaterThan(spiralLength(size, a));
        // The rest begins where the first part ends.
        const inner = spiralOutside(size, a) - 2 * d;
        const rest = spiralLength({ ...size, openingMm: inner }, b);
        expect(spiralLength(size, a) + rest).toBeCloseTo(whole, 6);
      }),
    );
  });

  it('a closed one of two turns by hand: outside is opening, four wires on each side', () => {
    expect(spiralOutside({ openingMm: 2, gapMm: 0, diameterMm: 1 }, 2)).toBeCloseTo(8, 12);
  });
});

describe('weave and net', () => {
  it('an eight grows with the gap and with each wrap by a turn', () => {
    const eight = { diameterMm: 0.3, frameMm: 1, wraps: 1 };
    fc.assert(
      fc.property(mm(0.3, 10), mm(0.01, 5), (gap, more) => {
        expect(eightLength(eight, gap + more)).toBeGreaterThan(eightLength(eight, gap));
      }),
    );
    // In the plane one more wrap on each side is two more turns of 2 pi B.
    const [one, two] = [1, 2].map((wraps) => {
      const whole = eightLength({ ...eight, wraps }, 4);
      return Math.sqrt(whole ** 2 - (wraps * 0.3) ** 2);
    });
    expect(two! - one!).toBeCloseTo(2 * Math.PI * 1.3, 9);
  });

  it('at the narrowest gap it hugs both wires: no straight way between', () => {
    // c = D + d: a = 0, two full circles of 2 pi B.
    const hug = eightLength({ diameterMm: 0.3, frameMm: 1, wraps: 1 }, 0.3);
    expect(Math.sqrt(hug ** 2 - 0.09)).toBeCloseTo(2 * Math.PI * 1.3, 9);
  });

  it('a net of many spokes nears circles of growing radius', () => {
    const size = { diameterMm: 0.2, frameMm: 0.0001, wraps: 1, innerMm: 5, outerMm: 5.2 };
    const net = netOf({ ...size, spokesRad: evenSpokes(400) });
    const wraps = 400 * Math.hypot(Math.PI * 0.2001, 0.2);
    expect(net.visits).toHaveLength(400);
    expect((net.lengthMm - wraps) / (2 * Math.PI * 5)).toBeCloseTo(1, 2);
  });

  it('spokes of one round are each visited once, in turn', () => {
    const net = netOf({
      diameterMm: 0.3,
      frameMm: 1,
      wraps: 2,
      spokesRad: evenSpokes(6),
      innerMm: 2,
      outerMm: 5,
    });
    net.visits.forEach((v, i) => {
      expect(v.spoke).toBe(i % 6);
      expect(v.radiusMm).toBeCloseTo(2 + 0.6 * Math.floor(i / 6), 9);
    });
  });
});

describe('flat and round', () => {
  it('the flatter the longer and the wider', () => {
    fc.assert(
      fc.property(mm(0.5, 3), mm(0.4, 0.7), mm(0.75, 1), (d, thin, thick) => {
        const [a, b] = [flattened(d, d * thin), flattened(d, d * thick)];
        expect(a.lengthFactor).toBeGreaterThan(b.lengthFactor);
        expect(a.widthMm).toBeGreaterThan(b.widthMm);
      }),
    );
  });

  it('a stone: twice the girth takes twice the turns, less one wire’s way', () => {
    const stone = (girthMm: number) =>
      stoneWrap({
        girthMm,
        heightMm: 10,
        turns: 1,
        uprights: 0,
        diameterMm: 0.8,
        bailInsideMm: 3,
        bailTurns: 1,
      }).girthMm;
    const plane = (girth: number): number => Math.sqrt(stone(girth) ** 2 - 0.64);
    expect(plane(80)).toBeCloseTo(2 * plane(40) - 0.8 * Math.PI, 9);
  });
});

describe('worn', () => {
  it('letters go up by 1.25 mm of girth, half sizes between', () => {
    const girth = (text: string): number => {
      const size = ringInside('uk', text);
      return size.ok ? size.insideMm * Math.PI : NaN;
    };
    const letters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'.split('');
    letters.slice(1).forEach((letter, i) => {
      expect(girth(letter) - girth(letters[i]!)).toBeCloseTo(1.25, 9);
      expect(girth(`${letters[i]!} 1/2`) - girth(letters[i]!)).toBeCloseTo(0.625, 9);
    });
    expect(girth('Z+2') - girth('Z')).toBeCloseTo(2.5, 9);
  });

  it('US halves and girths agree with their formulas', () => {
    fc.assert(
      fc.property(count(0, 40), (halves) => {
        const size = ringInside('us', String(halves / 2));
        expect(size.ok && size.insideMm).toBeCloseTo(11.63 + 0.4064 * halves, 9);
      }),
    );
    expect(ringInside('girth', '60,5')).toMatchObject({ insideMm: 60.5 / Math.PI });
  });

  it('of links in turn, hooks that differ and all, no other number comes nearer', () => {
    const place = fc.record({
      linkMm: mm(3, 40),
      jointMm: fc.oneof(fc.constant(0), mm(1, 60)),
      claspMm: mm(-10, 90),
    });
    fc.assert(
      fc.property(
        fc.array(place, { minLength: 1, maxLength: 5 }),
        mm(20, 1500),
        fc.constantFrom<-1 | 0 | 1>(-1, 0, 1),
        fc.boolean(),
        (turn, wearMm, more, whole) => {
          const chain = { wearMm, turn, more };
          const range = { least: turn.length, most: 300, step: whole ? turn.length : 1 };
          const off = ({ lengthMm }: { lengthMm: number }): number => Math.abs(lengthMm - wearMm);
          const found = linkCount(chain, range);
          expect((found.links - range.least) % range.step).toBe(0);
          for (let n = range.least; n <= range.most; n += range.step) {
            expect(off(found)).toBeLessThanOrEqual(off(linkRow(chain, n)) + 1e-9);
          }
        },
      ),
      { numRuns: 150 },
    );
  });

  it('a chain of links is nearest to the worn length', () => {
    fc.assert(
      fc.property(
        mm(120, 500),
        mm(5, 40),
        mm(1, 8),
        mm(5, 30),
        (wearMm, linkMm, jointMm, claspMm) => {
          const chain = { wearMm, turn: [{ linkMm, jointMm, claspMm }] };
          const { links, joints, lengthMm } = linkCount(chain);
          expect(joints).toBe(links + 1);
          expect(lengthMm).toBeCloseTo(links * linkMm + joints * jointMm + claspMm, 9);
          expect(Math.abs(lengthMm - wearMm)).toBeLessThanOrEqual((linkMm + jointMm) / 2 + 1e-6);
        },
      ),
    );
    expect(wornLength(165, 12)).toBe(177);
  });

  it('rolled or cupped nothing looks wider, and a small roll hardly narrower', () => {
    fc.assert(
      fc.property(mm(5, 60), mm(8, 80), mm(0.1, 15), (width, mandrel, rise) => {
        expect(rolledWidth(width, mandrel, 1)).toBeLessThanOrEqual(width + 1e-9);
        expect(cuppedWidth(width, rise)).toBeLessThanOrEqual(width + 1e-9);
        expect(rolledWidth(width, mandrel, 1)).toBeLessThanOrEqual(mandrel + 1 + 1e-9);
      }),
    );
    expect(rolledWidth(5, 500, 1)).toBeCloseTo(5, 2);
    expect(cuppedWidth(30, 2)).toBeGreaterThan(cuppedWidth(30, 5));
  });
});
