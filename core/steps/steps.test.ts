import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_KIT, typicalStiffness } from '../forming';
import { distance, endOf, segmentLength, startOf, type Vec } from '../geometry';
import { newPath, newPiece, nodesOf, type FigureNode, type Piece } from '../piece';
import { formedLine, mirrorPlan, planPiece, type WirePlan } from '../plan';
import { drawAs, knownFigure } from '../strip/knownFigures';
import { isBend, type Strip } from '../strip';
import { told } from '../words/told.support';
import { armNames, armsOf, pegPlan, poseStrip, stepsOf, tailMoves, workMarks } from '.';
import { moveWords, troubleWords, beginWords, measureWords } from './words';

const piece = (nodes: FigureNode[], change: Partial<Piece> = {}, closed = false): Piece => ({
  ...newPiece('p', 'Test', ''),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
  paths: [newPath('w', nodes, closed)],
  ...change,
});
const known = (seed: number, bends: number, change: Partial<Piece> = {}): Piece =>
  piece(nodesOf(drawAs(knownFigure(seed, 1, bends), 'exact', seed)), change);
const at = (...points: [number, number][]): FigureNode[] => points.map(([x, y]) => ({ x, y }));
const stripLength = (s: Strip): number =>
  s.pieces.reduce((sum, p) => sum + p.shape.reduce((n, q) => n + segmentLength(q), 0), 0);
const seeds = fc.integer({ min: 1, max: 5000 });

describe('the wire while it is formed', () => {
  const progressOf = (strip: Strip, bent: number) => (i: number) => {
    const order = strip.pieces.slice(0, i).filter(isBend).length;
    return Math.min(1, Math.max(0, bent - order));
  };

  it('has the same length at every moment, and ends as the figure', () => {
    fc.assert(
      fc.property(seeds, fc.double({ min: 0, max: 1, noNaN: true }), (seed, anchor) => {
        const [wire] = planPiece(known(seed, 6)).wires;
        const { strip, developedMm, corrections } = wire!;
        // What lies beside another pass once it is formed is longer than the middle that is drawn of it.
        const beside = strip.pieces.map(
          (p) => p.lengthMm - p.shape.reduce((n, q) => n + segmentLength(q), 0),
        );
        expect(beside.reduce((sum, mm) => sum + mm, 0)).toBeCloseTo(
          corrections.find((c) => c.id === 'beside')!.mm,
          6,
        );
        for (const bent of [0, 0.4, 1, 2.7, 3, 5.5, 6]) {
          const progress = progressOf(strip, bent);
          const pose = poseStrip(strip, progress, anchor * developedMm);
          const lies = beside.reduce((sum, mm, i) => sum + (progress(i) >= 1 ? mm : 0), 0);
          expect(stripLength(pose)).toBeCloseTo(developedMm - lies, 6);
          // Unbroken: each piece begins where the one before it ends.
          const shapes = pose.pieces.flatMap((p) => p.shape);
          shapes.slice(1).forEach((s, i) => {
            expect(distance(startOf(s), endOf(shapes[i]!))).toBeLessThan(1e-6);
          });
        }
        const last = formedLine({
          strip: poseStrip(strip, () => 1, anchor * developedMm),
          asides: [],
        });
        const figure = formedLine({ strip, asides: [] });
        const worst = Math.max(...figure.points.map((p, i) => distance(p, last.points[i]!)));
        expect(worst).toBeLessThan(0.01);
        const straight = poseStrip(strip, () => 0, anchor * developedMm);
        const ends = formedLine({ strip: straight, asides: [] }).points;
        expect(distance(ends[0]!, ends.at(-1)!)).toBeCloseTo(developedMm, 6);
      }),
      { numRuns: 40 },
    );
  });

  it('keeps the place it is held at', () => {
    const [wire] = planPiece(known(8, 5)).wires;
    const { strip } = wire!;
    const held = strip.pieces.find((p) => p.kind === 'curve')!;
    const anchor = held.startMm + held.lengthMm / 2;
    const there = (s: Strip): Vec => {
      const line = formedLine({ strip: s, asides: [] });
      const i = line.s.findIndex((mm) => mm >= anchor - 1e-9);
      const [a, b] = [line.points[i - 1]!, line.points[i]!];
      const t = (anchor - line.s[i - 1]!) / (line.s[i]! - line.s[i - 1]!);
      return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
    };
    for (const p of [0, 0.3, 0.8]) {
      // Chords stay within 0.05 mm of their arcs.
      expect(distance(there(poseStrip(strip, () => p, anchor)), there(strip))).toBeLessThan(0.06);
    }
  });

  it('shows a squeezed fold as its pressed tip, shorter than its wire by (pi/2 - 1) d', () => {
    const [wire] = planPiece(piece(at([0, 0], [20, 0], [2, 0.1]))).wires;
    const fold = wire!.strip.pieces.find((p) => p.kind === 'fold')!;
    const drawn = fold.shape.reduce((n, q) => n + segmentLength(q), 0);
    const formed = stripLength(poseStrip(wire!.strip, () => 1, 0));
    expect(wire!.developedMm - formed).toBeCloseTo(fold.lengthMm - drawn, 9);
    expect(fold.lengthMm - drawn).toBeCloseTo((Math.abs(fold.angleRad) / 2 - 1) * 1, 2);
  });
});

describe('marks', () => {
  it('from both ends and from the middle are one set of grips', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const plan = planPiece(known(seed, 6, { reserveMm: 4 }), { kit: DEFAULT_KIT });
        const wire = plan.wires[0]!;
        const used = wire.cutMm - wire.reserveMm;
        const [first, last, middle] = (['first', 'last', 'middle'] as const).map((from) =>
          workMarks(wire, from),
        );
        for (const m of first!.marks) {
          const b = wire.bends[m.bend]!;
          expect(m.atMm).toBeCloseTo(b.fromEndMm, 9);
          const other = last!.marks.find((n) => n.bend === m.bend)!;
          // An edge grip moves to the bend's other edge when it is worked from the other end.
          const across = m.grip === 'edge' ? b.endMm - b.startMm : 0;
          expect(m.atMm + other.atMm).toBeCloseTo(used - across, 9);
          expect(other.turnRad).toBe(-m.turnRad);
          const mid = middle!.marks.find((n) => n.bend === m.bend)!;
          const out = mid.arm === 'towards-last' ? 1 : -1;
          expect(wire.developedMm / 2 + out * mid.atMm).toBeCloseTo(mid.placeMm, 9);
          expect(mid.turnRad).toBe(out * b.angleRad);
        }
        for (const marks of [first!, last!, middle!]) {
          for (const arm of ['towards-first', 'towards-last'] as const) {
            let sum = 0;
            for (const m of marks.marks.filter((n) => n.arm === arm)) {
              sum += m.stepMm;
              expect(sum).toBeCloseTo(m.atMm, 9);
              expect(m.stepMm).toBeGreaterThanOrEqual(-1e-9);
            }
          }
        }
      }),
      { numRuns: 40 },
    );
  });

  it('the middle mark stands where half the reserve is left at each end', () => {
    const wire = planPiece(known(3, 4, { reserveMm: 6 })).wires[0]!;
    const { middleMarkMm } = workMarks(wire, 'middle');
    expect(middleMarkMm).toBeCloseTo(wire.cutMm / 2, 9);
  });
});

/** A heart-like figure alike on both sides, from the middle of its foot. */
const twoArms = (change: Partial<Piece> = {}, lean = 0): Piece =>
  piece(
    [
      { x: -4 - lean, y: -30 },
      { x: -16 - lean, y: -22, bulge: 0.3 },
      { x: -12, y: -6 },
      { x: 0, y: 6 },
      { x: 12, y: -6, bulge: 0.3 },
      { x: 16, y: -22 },
      { x: 4, y: -30 },
    ],
    change,
  );

describe('two arms', () => {
  it('of a figure alike on both sides pair up, the tip between them', () => {
    const wire = planPiece(twoArms()).wires[0]!;
    const arms = armsOf(wire, 0.4)!;
    expect(arms.central).not.toBeNull();
    expect(wire.bends[arms.central!]!.kind).toBe('corner');
    expect(arms.pairs.length).toBe((wire.bends.length - 1) / 2);
    expect(arms.single).toEqual([]);
    expect(arms.middleMm).toBeCloseTo(wire.developedMm / 2, 6);
    expect(armNames(wire, arms)).toEqual({ first: 'Left arm', last: 'Right arm' });
    expect(armNames(mirrorPlan(planPiece(twoArms()), 0).wires[0]!, arms)).toEqual({
      first: 'Right arm',
      last: 'Left arm',
    });
  });

  it('are bent together from the middle, the one to the left when the other goes to the right', () => {
    const p = twoArms({ from: 'middle' });
    const plan = planPiece(p);
    const { steps } = stepsOf(p, plan, 0, DEFAULT_KIT)!;
    const pairs = steps.filter((s) => s.kind === 'pair');
    expect(pairs.length).toBeGreaterThan(2);
    for (const s of pairs) {
      expect(s.marks[0]!.turnRad).toBeCloseTo(-s.marks[1]!.turnRad, 6);
      expect(s.marks[0]!.atMm).toBeCloseTo(s.marks[1]!.atMm, 6);
      expect(s.measure?.level).toBe(true);
      const [low, high] = s.formed;
      expect(low + high).toBeCloseTo(plan.wires[0]!.developedMm, 6);
    }
    expect(beginWords(stepsOf(twoArms(), planPiece(twoArms()), 0, null)!)?.from).toBe('middle');
  });

  it('a figure that is not alike has none', () => {
    expect(armsOf(planPiece(known(4, 7)).wires[0]!, 0.4)).toBeNull();
    expect(armsOf(planPiece(twoArms({}, 9)).wires[0]!, 0.4)?.pairs.length ?? 0).toBeLessThan(3);
  });
});

describe('the order of the steps', () => {
  it('forms every bend once, outwards, and never lets go of what is formed', () => {
    fc.assert(
      fc.property(seeds, fc.constantFrom('first', 'last', 'middle'), (seed, from) => {
        const p = known(seed, 7, { from });
        const plan = planPiece(p, { kit: DEFAULT_KIT });
        const { steps } = stepsOf(p, plan, 0, DEFAULT_KIT)!;
        const bends = steps.flatMap((s) => s.marks.map((m) => m.bend));
        expect([...bends].sort((a, b) => a - b)).toEqual(plan.wires[0]!.bends.map((_, i) => i));
        steps.slice(1).forEach((s, i) => {
          expect(s.formed[0]).toBeLessThanOrEqual(steps[i]!.formed[0] + 1e-9);
          expect(s.formed[1]).toBeGreaterThanOrEqual(steps[i]!.formed[1] - 1e-9);
        });
        expect(steps.at(-1)!.formed).toEqual([0, plan.wires[0]!.developedMm]);
        const { widthMm, heightMm } = steps.at(-1)!.measure!;
        const points = formedLine(plan.wires[0]!).points;
        const span = (of: (q: Vec) => number): number =>
          Math.max(...points.map(of)) - Math.min(...points.map(of)) + 1;
        expect(Math.abs(widthMm - span((q) => q.x))).toBeLessThan(0.1);
        expect(Math.abs(heightMm - span((q) => q.y))).toBeLessThan(0.1);
      }),
      { numRuns: 30 },
    );
  });

  it('says what to measure in words', () => {
    const words = told(measureWords({ widthMm: 23.5, heightMm: 12, level: true }));
    expect(words).toMatch(/width so far 23\.5 mm.*, height 12\.0 mm.*, both arms level/);
  });
});

/** A square ring and then a bar across it, to the right through both its sides. */
const barThroughRing = (over: Piece['over'], overAt: Piece['overAt'] = []): Piece =>
  piece(at([0, 0], [20, 0], [20, 20], [0, 20], [0, -8], [-12, -8], [-12, 10], [34, 10]), {
    over,
    overAt,
  });

describe('the tail', () => {
  it('stays on its side as long as all passes are on one side', () => {
    for (const [over, kind] of [
      ['later', 'over'],
      ['earlier', 'behind'],
    ] as const) {
      const plan = planPiece(barThroughRing(over));
      const moves = tailMoves(plan, 0, 0);
      expect(moves.length).toBe(plan.crossings.length);
      expect(new Set(moves.map((m) => m.kind))).toEqual(new Set([kind]));
    }
  });

  it('is threaded where it goes under one side of a ring and over the other', () => {
    // The bar crosses the ring's left side under it and its right side over it.
    const plan = planPiece(barThroughRing('later', [{ x: 0, y: 10, top: 'earlier' }]));
    const wire = plan.wires[0]!;
    const moves = tailMoves(plan, 0, 0);
    const threads = moves.filter((m) => m.kind === 'thread');
    expect(threads.length).toBe(1);
    expect(threads[0]!.towards).toBe('front');
    expect(threads[0]!.narrow).toBe(false);
    // It comes out at the right side: what is left from there on is pulled through.
    const right = plan.crossings.find(
      (c) => Math.abs(c.at.x - 20) < 0.1 && Math.abs(c.at.y - 10) < 0.1,
    )!;
    expect(threads[0]!.pullMm).toBeCloseTo(wire.developedMm - right.secondMm, 6);
    expect(told(moveWords(threads[0]!))).toMatch(/from behind to the front, and pull 14\.\d mm/);
  });

  it('is swung round, not threaded, where the space is open', () => {
    // A bracket open to the right: under its left side, over a bar that stands apart.
    const open = piece(
      at(
        [20, 0],
        [0, 0],
        [0, 20],
        [20, 20],
        [20, 26],
        [-12, 26],
        [-12, 10],
        [34, 10],
        [34, -6],
        [10, -6],
        [10, 30],
      ),
      { over: 'later', overAt: [{ x: 0, y: 10, top: 'earlier' }] },
    );
    const moves = tailMoves(planPiece(open), 0, 0);
    expect(moves.length).toBeGreaterThan(1);
    const across = moves.filter((m) => m.kind === 'thread');
    expect(across.every((m) => m.towards !== null)).toBe(true);
    const first = moves[0]!;
    expect(first.kind).toBe('behind');
  });

  it('asks for less threading from one end, and the plan says which', () => {
    const p = barThroughRing('later', [{ x: 0, y: 10, top: 'earlier' }]);
    const steps = stepsOf(p, planPiece(p), 0, null)!;
    const [best] = steps.threading;
    const now = steps.threading.find((t) => t.from === 'first')!;
    expect(best!.times < now.times || best!.pullMm <= now.pullMm).toBe(true);
  });

  it('cannot go through a space narrower than the wire, and says what helps', () => {
    // The ring is a slit 1.6 mm wide between its middles: 0.6 mm are free.
    const slit = piece(
      at([0, 0], [1.6, 0], [1.6, 20], [0, 20], [0, -8], [-12, -8], [-12, 10], [34, 10]),
      { overAt: [{ x: 0, y: 10, top: 'earlier' }] },
    );
    const plan = planPiece(slit);
    const { steps } = stepsOf(slit, plan, 0, null)!;
    const troubles = steps.flatMap((s) => s.troubles).filter((t) => t.kind === 'narrow');
    expect(troubles.length).toBe(1);
    expect(told(troubleWords(troubles[0]!, plan.wires[0]!))).toMatch(/narrower than the wire/);
  });
});

describe('room for tools', () => {
  it('a wide curve round wire formed before has no room for its mandrel', () => {
    // A small hook first, then a half circle of 20 mm round it.
    const p = piece([
      { x: 6, y: -2 },
      { x: 2, y: -2, bulge: -1 },
      { x: 2, y: 3 },
      { x: 10.72, y: 3 },
      { x: 10.72, y: -1, bulge: -1 },
      { x: -10.72, y: -1 },
      { x: -10.72, y: 8 },
    ]);
    const plan = planPiece(p, { kit: DEFAULT_KIT });
    const wide = plan.wires[0]!.bends.findIndex((b) => b.insideRadiusMm > 8);
    expect(told(plan.wires[0]!.bends[wide]!.tool?.name)).toBe('mandrel 20 mm');
    const { steps } = stepsOf(p, plan, 0, DEFAULT_KIT)!;
    const troubles = steps.flatMap((s) => s.troubles);
    const clash = troubles.find((t) => t.kind === 'tool-room' && t.bend === wide);
    expect(clash).toBeDefined();
    expect(told(troubleWords(clash!, plan.wires[0]!))).toContain('No room for mandrel 20 mm');
    // From the other end the curve comes first, and there is room.
    const other = { ...p, from: 'last' as const };
    const free = stepsOf(other, planPiece(other, { kit: DEFAULT_KIT }), 0, DEFAULT_KIT)!;
    expect(
      free.steps.flatMap((s) => s.troubles).some((t) => t.kind === 'tool-room' && t.bend === wide),
    ).toBe(false);
  });

  it('two corners nearer than the narrowest jaw are told', () => {
    const p = piece(at([0, 0], [15, 0], [15, 2.4], [30, 2.4]));
    const { steps } = stepsOf(p, planPiece(p), 0, DEFAULT_KIT)!;
    const [trouble] = steps.flatMap((s) => s.troubles);
    // 2.4 mm less two setbacks of (0.25 + 0.5) tan 45.
    expect(trouble).toMatchObject({ kind: 'jaw-room', bend: 1, needMm: 1.5 });
    expect(trouble?.kind === 'jaw-room' && trouble.haveMm).toBeCloseTo(0.9, 6);
  });
});

describe('pegs', () => {
  const stiff = typicalStiffness('copper', 'dead-soft', 1);
  const zigzag = piece(at([0, 0], [10, 0], [10, 10], [20, 10], [20, 0], [30, 0]));
  const wireOf = (p: Piece): WirePlan => planPiece(p).wires[0]!;

  it('as pins touch the wire from inside each bend', () => {
    const wire = wireOf(known(12, 5));
    const answer = pegPlan(wire, { kind: 'pins', pinMm: 1.2 }, stiff, 0.5);
    expect(answer.ok).toBe(true);
    if (!answer.ok) return;
    const line = formedLine(wire).points;
    for (const peg of answer.plan.pegs) {
      const gap = Math.min(
        ...line.slice(1).map((b, i) => {
          const a = line[i]!;
          const d = distance(a, b) || 1;
          const t = Math.min(
            1,
            Math.max(0, ((peg.at.x - a.x) * (b.x - a.x) + (peg.at.y - a.y) * (b.y - a.y)) / d ** 2),
          );
          return distance(peg.at, { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });
        }),
      );
      // Half the wire and half the pin; pins in a hook may lie near another leg.
      expect(gap).toBeGreaterThan(0.6);
      expect(gap).toBeLessThan(1.15);
    }
    const turns = answer.plan.pegs.map((p) => wire.bends[p.bend]!.angleRad > 0);
    expect(answer.plan.pegs.map((p) => p.round === 'clockwise')).toEqual(turns);
  });

  it('stand in the holes of a board when its pitch suits the figure', () => {
    const wire = wireOf(zigzag);
    const fits = pegPlan(wire, { kind: 'holes', pitchMm: 2.5, pegsMm: [1, 2, 3] }, stiff, 0.7);
    expect(fits.ok).toBe(true);
    if (!fits.ok) return;
    expect(fits.plan.pegs.length).toBe(4);
    for (const peg of fits.plan.pegs) expect(peg.offMm).toBeLessThan(0.7);
    // All holes are on one grid: places differ by whole pitches in the board's directions.
    const [a, ...rest] = fits.plan.pegs;
    for (const b of rest) {
      const [dx, dy] = [b.at.x - a!.at.x, b.at.y - a!.at.y];
      const t = fits.plan.turnRad;
      const along = dx * Math.cos(t) - dy * Math.sin(t);
      expect(along / 2.5 - Math.round(along / 2.5)).toBeCloseTo(0, 6);
      expect(along / 2.5).toBeCloseTo(b.hole!.column - a!.hole!.column, 6);
    }
  });

  it('says why a figure does not suit', () => {
    const coarse = pegPlan(wireOf(zigzag), { kind: 'holes', pitchMm: 17, pegsMm: [2] }, stiff, 0.5);
    expect(!coarse.ok && told(coarse.message)).toMatch(/pins on the printed pattern/);
    const folded = wireOf(piece(at([0, 0], [20, 0], [2, 0.1])));
    const fold = pegPlan(folded, { kind: 'pins', pinMm: 1 }, stiff, 0.5);
    expect(!fold.ok && told(fold.message)).toMatch(/Folds cannot be wound/);
    const bare = pegPlan(wireOf(zigzag), { kind: 'holes', pitchMm: 5, pegsMm: [] }, stiff, 0.5);
    expect(!bare.ok && told(bare.message)).toMatch(/no pegs yet/);
  });
});
