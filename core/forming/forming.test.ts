import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  flattenPath,
  flattenSegment,
  line,
  startOf,
  vec,
  type Path,
  type Primitive,
  type Vec,
} from '../geometry';
import { bendChain, fitChain, followPoints, type Chain, type Strip } from '../strip';
import { drawAs, knownFigure } from '../strip/knownFigures';
import { told } from '../words/told.support';
import {
  bendingMoment,
  DEFAULT_KIT,
  fixedTools,
  formingCurvature,
  inertia,
  insideFromTool,
  kitFileSchema,
  kitFromFile,
  kitSchema,
  loopTool,
  nearestTools,
  overbendFactor,
  readCoil,
  releasedCurvature,
  settleOnTools,
  stiffnessOf,
  toolForInside,
  toolRadii,
  toolsOf,
  type Kit,
  type Stiffness,
  type TestCoil,
  type Tool,
} from '.';

const copper = (flowMPa: number, diameterMm = 1): Stiffness => ({
  diameterMm,
  flowMPa,
  modulusMPa: 117_000,
});

describe('springback', () => {
  it('of 1.0 mm copper over R 10', () => {
    expect(1 / releasedCurvature(1 / 10, copper(70))).toBeCloseTo(10.207, 3);
    expect(1 / releasedCurvature(1 / 10, copper(220))).toBeCloseTo(10.681, 3);
    expect(1 / formingCurvature(1 / 10, copper(220))).toBeCloseTo(9.4, 3);
  });

  it('a wire that never yields springs back wholly', () => {
    expect(releasedCurvature(1 / 5000, copper(310))).toBe(0);
    expect(insideFromTool(10_000, copper(310))).toBe(Infinity);
  });

  it('the moment is continuous where yielding begins and ends at the plastic moment', () => {
    const wire = copper(100, 2);
    const yieldAt = 100 / (117_000 * 1);
    expect(bendingMoment(yieldAt * 1.0001, wire)).toBeCloseTo(
      bendingMoment(yieldAt * 0.9999, wire),
      1,
    );
    expect(bendingMoment(yieldAt, wire)).toBeCloseTo(117_000 * inertia(2) * yieldAt, 6);
    // Fully plastic: s d^3 / 6.
    expect(bendingMoment(10, wire)).toBeCloseTo((100 * 8) / 6, 1);
  });

  it('the moment is the integral of stress over the section', () => {
    const wire = copper(150, 1.2);
    for (const q of [0.001, 0.004, 0.02, 0.2]) {
      const a = 0.6;
      let sum = 0;
      const n = 40_000;
      for (let i = 0; i < n; i++) {
        const y = -a + ((i + 0.5) / n) * 2 * a;
        const stress = Math.max(-150, Math.min(150, 117_000 * q * y));
        sum += stress * y * 2 * Math.sqrt(a * a - y * y) * ((2 * a) / n);
      }
      expect(bendingMoment(q, wire) / sum).toBeCloseTo(1, 4);
    }
  });

  it('forming and releasing undo each other', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.6, max: 60, noNaN: true }),
        fc.double({ min: 35, max: 900, noNaN: true }),
        fc.double({ min: 0.3, max: 2.5, noNaN: true }),
        (radius, flow, d) => {
          fc.pre(radius > d / 2 + 0.1);
          const wire = copper(flow, d);
          expect(1 / releasedCurvature(formingCurvature(1 / radius, wire), wire)).toBeCloseTo(
            radius,
            6,
          );
          expect(overbendFactor(radius, wire)).toBeGreaterThanOrEqual(1);
          const inside = 2 * radius - d;
          const tool = toolForInside(inside, wire);
          fc.pre(tool > 0.05);
          expect(insideFromTool(tool, wire)).toBeCloseTo(inside, 5);
        },
      ),
    );
  });
});

const kitOf = (file: unknown): Kit => kitFromFile(kitFileSchema.parse(file));

/** A path bent over a kit's tools: the blank, and the tool of each of its pieces. */
function tooled(
  path: Path,
  kit: Kit,
  wire: Stiffness,
  toleranceMm: number,
): { strip: Strip; tools: (Tool | null)[]; chain: Chain } {
  const chain = fitChain(path, toleranceMm);
  const settled = settleOnTools(chain, followPoints(path, chain), kit, wire, toleranceMm);
  const strip = bendChain(settled.chain, wire.diameterMm);
  return { strip, tools: toolsOf(strip, settled.choices, wire), chain: settled.chain };
}

/** The largest distance of a drawn point from a line. */
function farthest(path: Path, shapes: readonly Primitive[]): number {
  const line = shapes.flatMap((s) => [startOf(s), ...flattenSegment(s, 0.002, 0.04)]);
  const off = (q: Vec): number => Math.min(...line.map((p) => Math.hypot(p.x - q.x, p.y - q.y)));
  return Math.max(...flattenPath(path, 0.02, 0.7).map(off));
}

describe('choosing tools', () => {
  const bow = (radius: number): Path => ({
    segments: [
      line(vec(0, 0), vec(15, 0)),
      {
        type: 'arc',
        center: vec(15, radius),
        radius,
        startAngle: -Math.PI / 2,
        sweep: Math.PI / 2,
      },
      line(vec(15 + radius, radius), vec(15 + radius, radius + 15)),
    ],
    closed: false,
  });
  const kit = kitOf({
    stepped_mm: [5, 7, 9],
    mandrels_mm: [13],
    round_nose: { tip_mm: 1, base_mm: 4, length_mm: 20 },
  });
  const wire = copper(70);
  const names = (tools: (Tool | null)[]): (string | null)[] =>
    tools.map((t) => (t ? told(t.name) : null));

  it('takes the step whose curve keeps within the tolerance', () => {
    const { strip, tools } = tooled(bow(4.1), kit, wire, 0.25);
    expect(names(tools)).toEqual([null, 'stepped pliers 7 mm', null]);
    expect(strip.pieces[1]!.insideRadiusMm).toBeCloseTo(insideFromTool(7, wire) / 2, 9);
    expect(
      farthest(
        bow(4.1),
        strip.pieces.flatMap((p) => p.shape),
      ),
    ).toBeLessThan(0.25);
  });

  it('leaves a curve free when no tool comes near', () => {
    expect(tooled(bow(9), kit, wire, 0.05).tools).toEqual([null, null, null]);
  });

  it('says where on the cone a small curve is turned', () => {
    const { tools } = tooled(bow(1.75), kit, wire, 0.02);
    // 2.49 mm thick is (2.49 - 1) / (4 - 1) of the way up the 20 mm jaw.
    expect(told(tools[1]?.name)).toMatch(/^round-nose pliers 2\.\d+ mm, 9\.\d mm from the tip$/);
    expect(tools[1]?.fromTipMm).toBeCloseTo(((tools[1]!.diameterMm - 1) / 3) * 20, 9);
  });

  it('names the smaller and the larger tool with the error each makes', () => {
    const { smaller, larger } = nearestTools(kit, wire, 5.4, Math.PI / 2);
    expect([told(smaller?.tool.name), told(larger?.tool.name)]).toEqual([
      'stepped pliers 9 mm',
      'mandrel 13 mm',
    ]);
    // The middle of a right angle moves by (sqrt 2 - 1) times the change of radius.
    const left = (insideFromTool(13, wire) + 1) / 2;
    expect(larger?.errorMm).toBeCloseTo((left - 5.4) * (Math.SQRT2 - 1), 9);
  });

  it('a loop is turned on a step that leaves its size, else at its place on the cone', () => {
    const left = insideFromTool(7, wire);
    expect(told(loopTool(kit, wire, left + 0.1)?.name)).toBe('stepped pliers 7 mm');
    const small = loopTool(kit, wire, 2.5)!;
    expect(insideFromTool(small.diameterMm, wire)).toBeCloseTo(2.5, 6);
    expect(small.fromTipMm).toBeCloseTo(((small.diameterMm - 1) / 3) * 20, 9);
    expect(loopTool(kit, wire, 40)).toBeNull();
  });

  it('a whole ring takes the mandrel that leaves nearly its size', () => {
    const ring: Path = {
      segments: [
        { type: 'arc', center: vec(0, 0), radius: 7.1, startAngle: 0, sweep: 2 * Math.PI },
      ],
      closed: true,
    };
    const { strip, tools } = tooled(ring, kit, wire, 0.25);
    expect(names(tools)).toEqual(['mandrel 13 mm']);
    expect(strip.developedMm).toBeCloseTo(Math.PI * (insideFromTool(13, wire) + 1), 9);
  });

  it('every tool is of the kit, leaves its curve, and no point strays beyond the tolerance', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5000 }),
        fc.constantFrom('exact', 'cubics', 'noisy'),
        fc.constantFrom(0.15, 0.25, 0.5),
        (seed, drawing, tolerance) => {
          const path = drawAs(knownFigure(seed, 1, 6), drawing, seed);
          const free = bendChain(fitChain(path, tolerance), 1);
          const { strip, tools, chain } = tooled(path, DEFAULT_KIT, wire, tolerance);
          const known = fixedTools(DEFAULT_KIT).map((t) => told(t.name));
          tools.forEach((tool, i) => {
            if (!tool) return;
            const piece = strip.pieces[i]!;
            expect(piece.insideRadiusMm).toBeCloseTo(insideFromTool(tool.diameterMm, wire) / 2, 6);
            if (tool.kind === 'round-nose') expect(told(tool.name)).toMatch(/from the tip$/);
            else expect(known).toContain(told(tool.name));
          });
          expect(farthest(path, chain.primitives)).toBeLessThan(tolerance + 0.01);
          expect(strip.pieces.filter((p) => p.kind !== 'run').length).toBe(
            free.pieces.filter((p) => p.kind !== 'run').length,
          );
        },
      ),
      {
        numRuns: 40,
        examples: [
          [1630, 'noisy', 0.15],
          [65, 'cubics', 0.15],
          [117, 'cubics', 0.25],
        ],
      },
    );
  });

  it('a kit of every radius leaves a figure of such radii as it is', () => {
    const figure = knownFigure(77, 1, 8);
    const path = drawAs(figure, 'exact');
    const free = bendChain(fitChain(path, 0.25), 1);
    const sizes = free.pieces
      .filter((p) => p.kind === 'curve')
      .map((p) => toolForInside(2 * p.insideRadiusMm, wire));
    const { strip, tools } = tooled(path, kitOf({ mandrels_mm: sizes }), wire, 0.25);
    expect(tools.filter(Boolean).length).toBe(sizes.length);
    expect(strip.developedMm).toBeCloseTo(free.developedMm, 3);
  });

  it('refuses a kit that cannot be', () => {
    expect(kitFileSchema.safeParse({ stepped_mm: [0] }).success).toBe(false);
    expect(
      kitFileSchema.safeParse({ round_nose: { tip_mm: 5, base_mm: 1, length_mm: 20 } }).success,
    ).toBe(false);
    expect(kitFileSchema.safeParse({ pliers: 3 }).success).toBe(false);
    const cone = DEFAULT_KIT.tools.find((t) => t.kind === 'round-nose')!;
    const upside = { ...DEFAULT_KIT, tools: [{ ...cone, tipMm: 6 }] };
    expect(kitSchema.safeParse(DEFAULT_KIT).success).toBe(true);
    expect(kitSchema.safeParse(upside).success).toBe(false);
  });

  it('leaves out tools over which a wire springs back wholly', () => {
    const springy = copper(310, 0.3);
    const radii = toolRadii(kitOf({ mandrels_mm: [5, 400] }), springy);
    expect(radii.map((r) => r.tool.diameterMm)).toEqual([5]);
  });
});

describe('a test coil', () => {
  const coil = (mandrelMm: number, freeInsideMm: number): TestCoil => ({
    id: 'c',
    metal: 'copper',
    temper: 'dead-soft',
    diameterMm: 1,
    mandrelMm,
    freeInsideMm,
    turns: 5,
    made: '2026-01-01',
  });

  it('wound at R 10 and free at 10.681 tells a flow stress of 220 MPa', () => {
    const read = readCoil(coil(19, 2 * 10.681 - 1));
    expect(read.ok && read.stiffness.flowMPa).toBeCloseTo(220, 0);
  });

  it('gives back the flow stress that its free size came from', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 40, max: 900, noNaN: true }),
        fc.double({ min: 6, max: 30, noNaN: true }),
        (flow, mandrel) => {
          const free = insideFromTool(mandrel, copper(flow));
          fc.pre(free > mandrel + 0.01 && free < 900);
          const read = readCoil(coil(mandrel, free));
          expect(read.ok && read.stiffness.flowMPa).toBeCloseTo(flow, 3);
        },
      ),
    );
  });

  it('says what is wrong with measures that cannot be', () => {
    const narrower = readCoil(coil(10, 9.8));
    expect(!narrower.ok && narrower.message).toMatch(/wider inside than the mandrel/);
    const wild = readCoil(coil(2, 900));
    expect(!wild.ok && wild.message).toMatch(/springs back that far/);
  });

  it('counts for its own wire only, the newest one', () => {
    const coils = [coil(19, 20.362), { ...coil(19, 19.8), id: 'd', made: '2026-02-01' }];
    const own = { metal: 'copper', temper: 'dead-soft', diameterMm: 1 } as const;
    const newest = readCoil(coils[1]!);
    expect(stiffnessOf(own, coils).flowMPa).toBe(newest.ok && newest.stiffness.flowMPa);
    expect(stiffnessOf({ ...own, diameterMm: 1.3 }, coils).flowMPa).toBe(70);
    expect(stiffnessOf({ ...own, temper: 'half-hard' }, coils).flowMPa).toBe(250);
  });
});
