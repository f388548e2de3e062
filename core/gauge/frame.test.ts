import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Vec } from '../geometry';
import { frameOf, type Beam, type Frame, type FrameModel, type Support } from './frame';

const E = 110_000;
const D = 1.2;
const AREA = (Math.PI * D ** 2) / 4;
const I = (Math.PI * D ** 4) / 64;
/** So stiff along that bending alone is seen, as the closed forms take it. */
const STIFF_AREA = 1e4;

const chain = (nodes: readonly Vec[], closed = false, areaMm2 = STIFF_AREA): Beam[] =>
  nodes
    .map((_, i) => ({ a: i, b: (i + 1) % nodes.length, modulusMPa: E, areaMm2, inertiaMm4: I }))
    .slice(0, closed ? nodes.length : nodes.length - 1);
const held = (node: number, what = 'xyt'): Support => ({
  node,
  x: what.includes('x'),
  y: what.includes('y'),
  turn: what.includes('t'),
});
const straight = (length: number, n: number): Vec[] =>
  Array.from({ length: n + 1 }, (_, i) => ({ x: (length * i) / n, y: 0 }));
const arc = (radius: number, from: number, sweep: number, n: number): Vec[] =>
  Array.from({ length: n + 1 }, (_, i) => ({
    x: radius * Math.cos(from + (sweep * i) / n),
    y: radius * Math.sin(from + (sweep * i) / n),
  }));
const sound = (model: FrameModel): Frame => {
  const frame = frameOf(model);
  if (!frame) throw new Error('not held');
  return frame;
};
const load = (nodes: number, ...forces: [node: number, x: number, y: number][]): Float64Array => {
  const out = new Float64Array(3 * nodes);
  for (const [node, x, y] of forces) out.set([x, y], 3 * node);
  return out;
};
const off = (value: number, wanted: number): number => Math.abs(value / wanted - 1);

describe('frames against closed forms', () => {
  it.each([1, 2, 7, 100])('a cantilever of %i beams sinks by P L^3 / (3 E I)', (n) => {
    const nodes = straight(40, n);
    const frame = sound({ nodes, beams: chain(nodes), pins: [], supports: [held(0)] });
    const u = frame.solve(load(n + 1, [n, 0, 1.5]));
    expect(off(u[3 * n + 1]!, (1.5 * 40 ** 3) / (3 * E * I))).toBeLessThan(1e-6);
    expect(off(u[3 * n + 2]!, (1.5 * 40 ** 2) / (2 * E * I))).toBeLessThan(1e-6);
    expect(Math.abs(frame.forces(u, 0).momentA)).toBeCloseTo(60, 4);
  });

  it('three thousand beams in a row are still as exact as that', () => {
    const n = 3000;
    const nodes = straight(3000, n);
    const beams = chain(nodes, false, AREA);
    const frame = sound({ nodes, beams, pins: [], supports: [held(0)] });
    const u = frame.solve(load(n + 1, [n, 0, 0.001]));
    expect(off(u[3 * n + 1]!, (0.001 * 3000 ** 3) / (3 * E * I))).toBeLessThan(2e-3);
  });

  it('a beam on two supports sinks by P L^3 / (48 E I) in its middle', () => {
    const nodes = straight(30, 10);
    const frame = sound({
      nodes,
      beams: chain(nodes),
      pins: [],
      supports: [held(0, 'xy'), held(10, 'y')],
    });
    const u = frame.solve(load(11, [5, 0, 2]));
    expect(off(u[16]!, (2 * 30 ** 3) / (48 * E * I))).toBeLessThan(1e-6);
  });

  it('a fixed portal of equal legs and beam sways by 5 H h^3 / (84 E I)', () => {
    // Slope and deflection: 2 legs and a beam of one length, feet fixed, H along the beam.
    const h = 20;
    const nodes = [
      { x: 0, y: h },
      { x: 0, y: 0 },
      { x: h, y: 0 },
      { x: h, y: h },
    ];
    const frame = sound({ nodes, beams: chain(nodes), pins: [], supports: [held(0), held(3)] });
    const u = frame.solve(load(4, [1, 3, 0]));
    expect(off(u[3]!, (5 * 3 * h ** 3) / (84 * E * I))).toBeLessThan(1e-4);
  });

  it('a portal with pinned feet sways by H h^3 / (4 E I)', () => {
    // Each leg is a cantilever from a corner that turns: H h^3/6 + H h^3/12.
    const h = 20;
    const nodes = [
      { x: 0, y: h },
      { x: 0, y: 0 },
      { x: h, y: 0 },
      { x: h, y: h },
    ];
    const supports = [held(0, 'xy'), held(3, 'xy')];
    const frame = sound({ nodes, beams: chain(nodes), pins: [], supports });
    const u = frame.solve(load(4, [1, 3, 0]));
    expect(off(u[3]!, (3 * h ** 3) / (4 * E * I))).toBeLessThan(1e-4);
  });

  it('a quarter circle fixed at its foot gives by pi/4, 1/2 and 3 pi/4 - 2 of P R^3 / (E I)', () => {
    const nodes = arc(15, 0, Math.PI / 2, 200);
    const frame = sound({ nodes, beams: chain(nodes), pins: [], supports: [held(0)] });
    const unit = (2 * 15 ** 3) / (E * I);
    // A force towards the foot's side: M = P R cos, so it gives by pi/4 and aside by 1/2.
    const towards = frame.solve(load(201, [200, 0, 2]));
    expect(off(Math.abs(towards[601]!), (unit * Math.PI) / 4)).toBeLessThan(1e-3);
    expect(off(Math.abs(towards[600]!), unit / 2)).toBeLessThan(1e-3);
    // Across it: M = P R (1 - sin), so it gives by 3 pi/4 - 2.
    const across = frame.solve(load(201, [200, 2, 0]));
    expect(off(Math.abs(across[600]!), unit * ((3 * Math.PI) / 4 - 2))).toBeLessThan(1e-3);
  });

  const ring = (n: number): { frame: Frame; nodes: Vec[] } => {
    const nodes = arc(20, -Math.PI / 2, 2 * Math.PI, n).slice(0, n);
    return {
      nodes,
      frame: sound({ nodes, beams: chain(nodes, true), pins: [], supports: [held(0)] }),
    };
  };

  it('a ring under opposite forces grows by 0.1488 P R^3 / (E I) along and shrinks by 0.1366 across', () => {
    const n = 240;
    const { frame } = ring(n);
    const u = frame.solve(load(n, [n / 2, 0, 2]));
    const unit = (2 * 20 ** 3) / (E * I);
    expect(off(u[(3 * n) / 2 + 1]!, (Math.PI / 4 - 2 / Math.PI) * unit)).toBeLessThan(5e-4);
    const across = u[(3 * n) / 4]! - u[(9 * n) / 4]!;
    expect(off(across, (2 / Math.PI - 0.5) * -unit)).toBeLessThan(1e-3);
    // The largest moment stands under the forces: P R / pi.
    expect(off(Math.abs(frame.forces(u, n / 2).momentA), (2 * 20) / Math.PI)).toBeLessThan(1e-3);
  });

  it('comes nearer with finer beams, by the square of their length', () => {
    const wanted = (Math.PI / 4 - 2 / Math.PI) * ((2 * 20 ** 3) / (E * I));
    const errors = [16, 32, 64, 128].map((n) => {
      const { frame } = ring(n);
      return off(frame.solve(load(n, [n / 2, 0, 2]))[(3 * n) / 2 + 1]!, wanted);
    });
    errors.slice(1).forEach((error, i) => {
      expect(errors[i]! / error).toBeGreaterThan(3.5);
      expect(errors[i]! / error).toBeLessThan(4.5);
    });
  });

  it('a pin turns a stiff cross into two beams that share their middle', () => {
    // Two crossed cantilevers, pinned at their tips: each carries half.
    const nodes = [
      { x: 0, y: 0 },
      { x: 30, y: 0 },
      { x: 60, y: 0 },
      { x: 30, y: 0 },
    ];
    const beams = [
      { a: 0, b: 1 },
      { a: 2, b: 3 },
    ].map((b) => ({ ...b, modulusMPa: E, areaMm2: STIFF_AREA, inertiaMm4: I }));
    const frame = sound({ nodes, beams, pins: [[1, 3]], supports: [held(0), held(2)] });
    const u = frame.solve(load(4, [1, 0, 2]));
    expect(off(u[4]!, 30 ** 3 / (3 * E * I))).toBeLessThan(1e-6);
    expect(u[10]).toBeCloseTo(u[4]!, 9);
    expect(u[5]).toBeCloseTo(-u[11]!, 9);
  });
});

describe('laws of frames', () => {
  const wild = fc.array(
    fc.record({
      x: fc.double({ min: -9, max: 9, noNaN: true }),
      y: fc.double({ min: 1, max: 9, noNaN: true }),
    }),
    { minLength: 3, maxLength: 30 },
  );
  const walked = (steps: readonly Vec[]): Vec[] => {
    const out: Vec[] = [{ x: 0, y: 0 }];
    for (const s of steps) out.push({ x: out.at(-1)!.x + s.x, y: out.at(-1)!.y + s.y });
    return out;
  };
  const forces = fc.tuple(
    fc.double({ min: -3, max: 3, noNaN: true }),
    fc.double({ min: -3, max: 3, noNaN: true }),
  );

  it('what the supports give balances the loads, in both directions and in turning', () => {
    fc.assert(
      fc.property(wild, forces, (steps, [fx, fy]) => {
        const nodes = walked(steps);
        const last = nodes.length - 1;
        const frame = sound({
          nodes,
          beams: chain(nodes, false, AREA),
          pins: [],
          supports: [held(0), held(last, 'xy')],
        });
        const at = Math.floor(last / 2);
        const l = load(nodes.length, [at, fx, fy]);
        const r = frame.reactions(frame.solve(l), l);
        const sum = (k: number): number => r.reduce((s, v, i) => (i % 3 === k ? s + v : s), 0);
        const size = Math.abs(fx) + Math.abs(fy) + 1e-3;
        expect(Math.abs(sum(0) + fx) / size).toBeLessThan(1e-6);
        expect(Math.abs(sum(1) + fy) / size).toBeLessThan(1e-6);
        const turning = nodes.reduce(
          (s, p, i) => s + r[3 * i + 2]! + p.x * r[3 * i + 1]! - p.y * r[3 * i]!,
          nodes[at]!.x * fy - nodes[at]!.y * fx,
        );
        expect(Math.abs(turning) / (size * 300)).toBeLessThan(1e-6);
      }),
    );
  });

  it('turns with the frame and the force', () => {
    fc.assert(
      fc.property(
        wild,
        forces,
        fc.double({ min: 0, max: 6, noNaN: true }),
        (steps, [fx, fy], by) => {
          const turn = ({ x, y }: Vec): Vec => ({
            x: x * Math.cos(by) - y * Math.sin(by),
            y: x * Math.sin(by) + y * Math.cos(by),
          });
          const tip = (nodes: readonly Vec[], f: Vec): Vec => {
            const n = nodes.length - 1;
            const frame = sound({
              nodes,
              beams: chain(nodes, false, AREA),
              pins: [],
              supports: [held(0)],
            });
            const u = frame.solve(load(n + 1, [n, f.x, f.y]));
            return { x: u[3 * n]!, y: u[3 * n + 1]! };
          };
          const nodes = walked(steps);
          const plain = turn(tip(nodes, { x: fx, y: fy }));
          const turned = tip(nodes.map(turn), turn({ x: fx, y: fy }));
          const size = Math.hypot(plain.x, plain.y) + 1e-6;
          expect(Math.hypot(plain.x - turned.x, plain.y - turned.y) / size).toBeLessThan(1e-5);
        },
      ),
    );
  });

  it('what one force does where another acts, that one does where the first acts', () => {
    fc.assert(
      fc.property(wild, (steps) => {
        const nodes = walked(steps);
        const n = nodes.length - 1;
        const frame = sound({
          nodes,
          beams: chain(nodes, false, AREA),
          pins: [],
          supports: [held(0)],
        });
        const a = frame.solve(load(n + 1, [n, 1, 0]))[3 * 2 + 1]!;
        const b = frame.solve(load(n + 1, [2, 0, 1]))[3 * n]!;
        const whole = Math.abs(frame.solve(load(n + 1, [n, 1, 0]))[3 * n]!) + 1e-9;
        expect(Math.abs(a - b) / whole).toBeLessThan(1e-5);
      }),
    );
  });

  it('says when something is not held', () => {
    const nodes = straight(10, 3);
    const two = [
      { a: 0, b: 1, modulusMPa: E, areaMm2: 1, inertiaMm4: I },
      { a: 2, b: 3, modulusMPa: E, areaMm2: 1, inertiaMm4: I },
    ];
    expect(frameOf({ nodes, beams: two, pins: [], supports: [held(0)] })).toBeNull();
    expect(frameOf({ nodes, beams: chain(nodes), pins: [], supports: [held(0, 'xy')] })).toBeNull();
  });
});
