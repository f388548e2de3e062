import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_KIT, insideFromTool, typicalStiffness, type Kit, type TestCoil } from '../forming';
import { distance, flattenSegment } from '../geometry';
import { newPath, newPiece, nodesOf, twinAxis, twinOf, type BendEdit, type Piece } from '../piece';
import { drawAs, knownFigure } from '../strip/knownFigures';
import { told } from '../words/told.support';
import { mirrorPlan, placeOnWire, planPiece, type Plan, type WirePlan } from '.';

const pieceOf = (seed: number, bends: number, change: Partial<Piece> = {}): Piece => ({
  ...newPiece('p', 'Test', ''),
  wire: { metal: 'copper', temper: 'half-hard', diameterMm: 1 },
  paths: [newPath('w', nodesOf(drawAs(knownFigure(seed, 1, bends), 'exact', seed)), false)],
  ...change,
});
const square = (side: number, change: Partial<Piece>): Piece => ({
  ...newPiece('p', 'Square', ''),
  paths: [
    newPath(
      'sq',
      [
        { x: 0, y: 0 },
        { x: side, y: 0 },
        { x: side, y: side },
        { x: 0, y: side },
      ],
      true,
    ),
  ],
  ...change,
});
const shapeLength = (w: WirePlan): number => w.strip.pieces.reduce((sum, p) => sum + p.lengthMm, 0);

describe('a closed square of 40 mm outside in 1.291 mm wire over a jaw edge of 0.4 mm', () => {
  // By hand. The wire's centre runs half a wire inside the outer edge: a square of
  //   40 - 1.291 = 38.709 mm.
  // Its corners have the radius R = 0.4 + 1.291 / 2 = 1.0455 mm, so each straight side is
  //   38.709 - 2 x 1.0455 = 36.618 mm
  // and each right-angle corner takes (pi / 2) x 1.0455 = 1.64227 mm of wire. In all
  //   4 x 36.618 + 4 x 1.64227 = 153.04108 mm.
  // Opened in the middle of the top side, the first corner begins after half a side, 18.309 mm,
  // the next ones 36.618 + 1.64227 = 38.26027 mm later each.
  const kit: Kit = {
    id: 'k',
    name: 'One jaw',
    tools: [{ id: 'j', kind: 'jaws', name: 'Chain-nose pliers', widthMm: 1.5, edgeMm: 0.4 }],
  };
  const piece = square(40, {
    basis: 'outside',
    wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1.291 },
    reserveMm: 0,
  });
  const [wire] = planPiece(piece, { kit }).wires;

  it('takes 153.04 mm', () => {
    expect(wire!.developedMm).toBeCloseTo(153.04108, 4);
    expect(wire!.cutMm).toBeCloseTo(153.04108, 4);
  });

  it('is gripped at 18.309 mm and every 38.260 mm after that', () => {
    const grips = wire!.bends.map((b) => b.fromEndMm);
    expect(grips.length).toBe(4);
    grips.forEach((g, i) => expect(g).toBeCloseTo(18.309 + i * 38.26027, 4));
    expect(wire!.bends.every((b) => b.kind === 'corner')).toBe(true);
    expect(wire!.bends[0]!.insideRadiusMm).toBeCloseTo(0.4, 9);
  });

  it('is 40 mm over the outside', () => {
    const points = wire!.strip.pieces.flatMap((p) =>
      p.shape.flatMap((s) => flattenSegment(s, 0.001)),
    );
    const xs = points.map((p) => p.x);
    expect(Math.max(...xs) - Math.min(...xs) + 1.291).toBeCloseTo(40, 3);
  });
});

describe('a plan with a kit', () => {
  it('has the radii that its tools leave, and strays no further than it may', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 3000 }), (seed) => {
        const piece = pieceOf(seed, 7);
        const [wire] = planPiece(piece, { kit: DEFAULT_KIT }).wires;
        const stiff = typicalStiffness('copper', 'half-hard', 1);
        for (const b of wire!.bends) {
          if (!b.tool) continue;
          expect(b.insideRadiusMm).toBeCloseTo(insideFromTool(b.tool.diameterMm, stiff) / 2, 6);
        }
        expect(wire!.stray!.elsewhere!.mm).toBeLessThan(piece.toleranceMm + 0.03);
        expect(shapeLength(wire!)).toBeCloseTo(wire!.developedMm, 9);
      }),
      { numRuns: 30 },
    );
  });

  it('grips at the edge where the tool is gripped so', () => {
    const edgy: Kit = {
      ...DEFAULT_KIT,
      tools: DEFAULT_KIT.tools.map((t) => ('grip' in t ? { ...t, grip: 'edge' as const } : t)),
    };
    const bends = planPiece(pieceOf(5, 6), { kit: edgy }).wires[0]!.bends;
    const onTools = bends.filter((b) => b.tool);
    expect(onTools.length).toBeGreaterThan(0);
    for (const b of onTools) expect(b.gripMm).toBe(b.startMm);
  });

  it('follows the test coil of its wire, and says so', () => {
    const coil: TestCoil = {
      id: 'c',
      metal: 'copper',
      temper: 'half-hard',
      diameterMm: 1,
      mandrelMm: 19,
      freeInsideMm: 19.414,
      turns: 5,
      made: '',
    };
    const piece = pieceOf(5, 6);
    const [typical, measured] = [planPiece(piece), planPiece(piece, { coils: [coil] })];
    expect([typical.measured, measured.measured]).toEqual([false, true]);
    // That coil is as soft as 70 MPa; the handbook's half-hard copper has 250.
    expect(measured.flowMPa).toBeCloseTo(70, 0);
    const curve = typical.wires[0]!.bends.findIndex((b) => b.kind === 'curve');
    const past = (p: Plan): number => {
      const b = p.wires[0]!.bends[curve]!;
      return b.formToRad / b.angleRad;
    };
    expect(past(measured)).toBeLessThan(past(typical));
  });
});

describe('bends wished otherwise', () => {
  const piece = pieceOf(11, 5);
  const plan = planPiece(piece, { kit: DEFAULT_KIT });
  const [wire] = plan.wires;
  const curve = wire!.bends.findIndex((b, i) => b.kind === 'curve' && i > 0);
  const bend = wire!.bends[curve]!;
  const withEdit = (change: Partial<BendEdit>): WirePlan => {
    const edit: BendEdit = { ...bend.spot, shiftMm: 0, angleRad: null, over: null, ...change };
    return planPiece({ ...piece, bendEdits: [edit] }, { kit: DEFAULT_KIT }).wires[0]!;
  };

  it('a bend shifted by 1.5 mm moves its mark and no length', () => {
    const moved = withEdit({ shiftMm: 1.5 });
    expect(moved.bends[curve]!.middleMm).toBeCloseTo(bend.middleMm + 1.5, 9);
    expect(moved.developedMm).toBeCloseTo(wire!.developedMm, 9);
    expect(moved.bends[curve]!.edit?.shiftMm).toBe(1.5);
    // What comes after is carried along in one piece.
    const [a, b] = [wire!, moved].map((w) => w.bends.slice(curve + 1).map((x) => x.place));
    if (a!.length > 1) {
      expect(distance(b![0]!, b![1]!)).toBeCloseTo(distance(a![0]!, a![1]!), 9);
    }
  });

  it('a bend cannot be shifted past its neighbours', () => {
    const moved = withEdit({ shiftMm: 500 });
    expect(moved.bends[curve]!.middleMm).toBeLessThan(wire!.developedMm);
    expect(moved.strip.pieces.every((p) => p.lengthMm >= 0)).toBe(true);
    expect(moved.developedMm).toBeCloseTo(wire!.developedMm, 9);
  });

  it('another angle turns all that follows by the difference', () => {
    const angleRad = Math.abs(bend.angleRad) + 0.3;
    const turned = withEdit({ angleRad });
    const heading = (w: WirePlan): number => {
      const { direction } = placeOnWire(w, w.developedMm)!;
      return Math.atan2(direction.y, direction.x);
    };
    const difference = heading(turned) - heading(wire!) - Math.sign(bend.angleRad) * 0.3;
    expect(Math.abs(Math.sin(difference))).toBeLessThan(1e-6);
    expect(turned.bends[curve]!.angleRad).toBeCloseTo(Math.sign(bend.angleRad) * angleRad, 9);
  });

  it('another tool leaves its radius, and the legs stay on their lines', () => {
    const over = { kind: 'tool', toolId: 'stepped', diameterMm: 9 } as const;
    const nine = withEdit({ over });
    const left = insideFromTool(9, typicalStiffness('copper', 'half-hard', 1)) / 2;
    expect(nine.bends[curve]!.insideRadiusMm).toBeCloseTo(left, 9);
    expect(told(nine.bends[curve]!.tool?.name)).toBe('stepped pliers 9 mm');
  });

  it('a wish for a bend that is gone changes nothing', () => {
    const edit: BendEdit = { x: 900, y: 900, shiftMm: 3, angleRad: null, over: null };
    const same = planPiece({ ...piece, bendEdits: [edit] }, { kit: DEFAULT_KIT });
    expect(same.wires[0]!.developedMm).toBe(wire!.developedMm);
  });
});

describe('the mirrored twin', () => {
  it('has the same marks and every turn the other way; its own twin is the piece', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 3000 }), (seed) => {
        const piece = pieceOf(seed, 6);
        const plan = planPiece(piece, { kit: DEFAULT_KIT });
        const axis = twinAxis(piece);
        const twin = mirrorPlan(plan, axis);
        const [a, b] = [plan.wires[0]!, twin.wires[0]!];
        b.bends.forEach((bend, i) => {
          expect(bend.fromEndMm).toBe(a.bends[i]!.fromEndMm);
          expect(bend.angleRad).toBe(-a.bends[i]!.angleRad);
          expect(distance(placeOnWire(b, bend.middleMm)!.at, bend.place)).toBeLessThan(1e-9);
        });
        const again = mirrorPlan(twin, axis).wires[0]!;
        again.bends.forEach((bend, i) => {
          expect(bend.angleRad).toBe(a.bends[i]!.angleRad);
          expect(distance(bend.place, a.bends[i]!.place)).toBeLessThan(1e-9);
        });
        const twice = twinOf(twinOf(piece));
        piece.paths[0]!.nodes.forEach((n, i) => {
          const m = twice.paths[0]!.nodes[i]!;
          expect(distance(m, n)).toBeLessThan(1e-9);
          expect(m.bulge ?? 0).toBeCloseTo(n.bulge ?? 0, 12);
        });
      }),
      { numRuns: 25 },
    );
  });

  it('is what planning the mirrored piece gives', () => {
    const piece = pieceOf(21, 6);
    const axis = twinAxis(piece);
    const [mirrored] = mirrorPlan(planPiece(piece), axis).wires;
    const [planned] = planPiece(twinOf(piece)).wires;
    expect(planned!.developedMm).toBeCloseTo(mirrored!.developedMm, 6);
    planned!.bends.forEach((b, i) => {
      expect(b.angleRad).toBeCloseTo(mirrored!.bends[i]!.angleRad, 6);
      expect(distance(b.place, mirrored!.bends[i]!.place)).toBeLessThan(1e-4);
    });
  });
});
