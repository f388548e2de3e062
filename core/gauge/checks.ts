import type { WireHole } from '../dressing';
import { holeNeeded } from '../element';
import { METAL_FACTS, strandMm } from '../wire';
import { asGauge, asLength, asNumber, asThickness, say, type Said } from '../words';
import type { Ground } from './ground';
import { standing, type Standing } from './hold';
import {
  easing,
  LACE_MM,
  LEAST_FRAME_MM,
  leastBend,
  PIERCING_MM,
  momentOf,
  SLENDER,
  THICKEST_SHARE,
  thickestCut,
  toleranceOf,
} from './limits';

export const CHECKS = [
  'stress',
  'line',
  'lace',
  'bend',
  'room',
  'hands',
  'cutter',
  'holes',
  'piercing',
  'ear',
] as const;
export type CheckId = (typeof CHECKS)[number];

/** One thing that a thickness of wire must stand, with the number behind it. */
export interface Check {
  readonly id: CheckId;
  readonly name: string;
  readonly ok: boolean;
  readonly value: number;
  readonly limit: number;
  readonly unit: '%' | 'mm' | 'N mm' | 'g';
  /** by how much the limit is used up; over 1 fails */
  readonly used: number;
  /** whether failing means too thin or too thick */
  readonly failsAs: 'thin' | 'thick';
  readonly reason: Said;
  readonly source: string;
}

/** A corner may take this much more than its leg before it is said: the plan then bends it sharper. */
const ROOM_SLACK = 1.02;
const LOAD_WORDS = {
  weight: 'under its own weight and a jolt',
  touch: 'touched where it gives most, as it is put on or laid down,',
  snag: 'when it is caught and pulled',
  squeeze: 'when it is pressed across',
} as const;

type Verdict = Omit<Check, 'ok' | 'used' | 'id'>;
const check = (id: CheckId, used: number, rest: Verdict): Check => ({
  id,
  used,
  ok: used <= 1 + 1e-9,
  ...rest,
});

/** Everything a thickness of wire is judged by, for one piece in its metal and temper. */
export function checksAt(ground: Ground, d: number): { checks: Check[]; standing: Standing } {
  const stands = standing(ground.held, d);
  const checks = [
    stressCheck(stands, ground),
    ...lineChecks(ground, d),
    ...laceChecks(ground, d),
    ...bendChecks(ground, d),
    handsCheck(ground, d),
    cutterCheck(ground, d),
    ...holeChecks(ground, d),
    ...earChecks(ground, d),
  ];
  return { checks, standing: stands };
}

function stressCheck({ share, stressMPa, flowMPa, by }: Standing, ground: Ground): Check {
  const { limits, held, piece } = ground;
  const mayBe = toleranceOf(piece.making.wornAs, held.laced);
  const asked = share * easing(limits);
  return check('stress', asked / mayBe, {
    name: 'Keeps its shape',
    value: asked * 100,
    limit: mayBe * 100,
    unit: '%',
    failsAs: 'thin',
    reason: say`${LOAD_WORDS[by]} it works with ${asNumber(stressMPa, 0)} MPa; at ${asNumber(flowMPa, 0)} MPa it stays bent`,
    source:
      'plane frame of beams; flow stress of the worked wire (handbook, Ludwik’s law); the loads are set by practice',
  });
}

function lineChecks({ held: { sizeMm, laced }, piece, solid }: Ground, d: number): Check[] {
  const most = sizeMm * THICKEST_SHARE;
  if (d > most) {
    return [
      check('line', d / most, {
        name: 'Line against size',
        value: d,
        limit: most,
        unit: 'mm',
        failsAs: 'thick',
        reason: say`thicker than a ninth of its size it looks clumsy`,
        source: 'look; from experience',
      }),
    ];
  }
  const frame = Math.max(sizeMm / SLENDER, LEAST_FRAME_MM);
  const least = frame / Math.cbrt(toleranceOf(piece.making.wornAs, laced));
  return [
    check('line', least / (d * solid), {
      name: 'Line against size',
      value: d * solid,
      limit: least,
      unit: 'mm',
      failsAs: 'thin',
      reason:
        frame > LEAST_FRAME_MM
          ? say`a line of ${asThickness(d)} is 1/${asNumber(sizeMm / d, 0)} of its size: it wavers out of its plane`
          : say`wire of ${asThickness(d)} binds; a frame of it gives in the fingers`,
      source: 'set by practice',
    }),
  ];
}

function laceChecks({ held }: Ground, d: number): Check[] {
  if (!held.laced) return [];
  return [
    check('lace', d / LACE_MM, {
      name: 'Laced by hand',
      value: d,
      limit: LACE_MM,
      unit: 'mm',
      failsAs: 'thick',
      reason: say`wire of ${asThickness(d)} is too stiff to be laced`,
      source: 'set by practice',
    }),
  ];
}

function bendChecks({ piece, plan, tightest, rooms }: Ground, lead: number): Check[] {
  const out: Check[] = [];
  if (tightest) {
    const { kind, radiusMm, insideMm, stock } = tightest;
    const { metal, temper, diameterMm } = stock;
    const thick = lead / plan.diameterMm;
    const d = diameterMm * thick;
    // A curve keeps the radius of its line; corners and folds are as sharp as the jaws make them.
    const ofCurve = {
      inside: insideMm,
      centre: radiusMm - d / 2,
      outside: radiusMm + diameterMm / 2 - d,
    };
    const at = kind === 'curve' ? ofCurve[piece.basis] : insideMm;
    const least = leastBend(metal, temper) * strandMm(stock) * thick;
    const used =
      at < 0 ? 1 + (d / 2 - radiusMm) / d + 0.01 : least === 0 ? 0 : least / Math.max(at, 1e-3);
    out.push(
      check('bend', used, {
        name: 'Tightest bend',
        value: Math.max(0, at),
        limit: least,
        unit: 'mm',
        failsAs: 'thick',
        reason:
          at < 0
            ? say`its tightest curve is tighter than the wire is thick`
            : say`the tightest bend is ${asThickness(at)} inside; the metal takes ${asThickness(least)}`,
        source: 'handbook bend ratings',
      }),
    );
  }
  let worst = { used: 0, need: 0, have: 0 };
  for (const { thick, halfTan, haveMm } of rooms) {
    const d = lead * thick;
    const inside = Math.max(0.25 * d, 0.2);
    const need = (inside + d / 2) * halfTan;
    const used = need / Math.max(haveMm, 1e-6) / ROOM_SLACK;
    if (used > worst.used) worst = { used, need, have: haveMm };
  }
  if (rooms.length > 0 || plan.wires.some((w) => w.strip.problems.length > 0)) {
    out.push(
      check('room', worst.used, {
        name: 'Room for corners',
        value: worst.need,
        limit: worst.have,
        unit: 'mm',
        failsAs: 'thick',
        reason: say`a corner needs ${asThickness(worst.need)} of leg and has ${asThickness(worst.have)}`,
        source: 'geometry of a bend',
      }),
    );
  }
  return out;
}

function handsCheck({ plan, limits, stocks }: Ground, d: number): Check {
  const moment = Math.max(...stocks.map((s) => momentOf(s, d * (s.diameterMm / plan.diameterMm))));
  return check('hands', moment / limits.handNmm, {
    name: 'Hand strength',
    value: moment,
    limit: limits.handNmm,
    unit: 'N mm',
    failsAs: 'thick',
    reason: say`bending it takes ${asNumber(moment, 0)} N mm at the pliers`,
    source: 'plastic moment s d³/6; the hand’s limit is typical',
  });
}

function cutterCheck({ plan, limits, stocks }: Ground, lead: number): Check {
  const cuts = stocks.map((stock) => {
    const { metal } = stock;
    const most = thickestCut(metal, limits.cutterMm);
    // Strands are cut one by one.
    const d = lead * (strandMm(stock) / plan.diameterMm);
    return { metal, most, d, used: d / most };
  });
  const { metal, most, d, used } = cuts.reduce((a, b) => (b.used > a.used ? b : a));
  return check('cutter', used, {
    name: 'Cutter',
    value: d,
    limit: most,
    unit: 'mm',
    failsAs: 'thick',
    reason: say`a cutter for ${asLength(limits.cutterMm)} copper takes ${METAL_FACTS[metal].name.toLowerCase()} up to ${asThickness(most)}`,
    source: 'cross-section times hard flow stress, against your cutter',
  });
}

function holeChecks({ holes, plan }: Ground, lead: number): Check[] {
  let worst: { used: number; need: number; hole: WireHole; d: number } | null = null;
  for (const hole of holes) {
    const d = lead * (hole.wireMm / plan.diameterMm);
    const need = holeNeeded(hole.passes, d, hole.bead.lengthMm, null) + hole.sagMm;
    const used = need / hole.bead.holeMm;
    if (!worst || used > worst.used) worst = { used, need, hole, d };
  }
  if (!worst) return [];
  const { used, need, hole, d } = worst;
  return [
    check('holes', used, {
      name: 'Bead holes',
      value: need,
      limit: hole.bead.holeMm,
      unit: 'mm',
      failsAs: 'thick',
      reason: say`${hole.bead.name} has a hole of ${asThickness(hole.bead.holeMm)}; ${hole.passes > 1 ? say`${hole.passes} passes of ` : ''}${asGauge(d)} need ${asThickness(need)}`,
      source: 'packed circles and the bow of the wire',
    }),
  ];
}

function earChecks({ piece, plan, hang, limits, pierces }: Ground, d: number): Check[] {
  const out: Check[] = [];
  if (pierces !== null) {
    const ear = d * pierces;
    out.push(
      check('piercing', ear / PIERCING_MM, {
        name: 'Ear wire',
        value: ear,
        limit: PIERCING_MM,
        unit: 'mm',
        failsAs: 'thick',
        reason: say`the ear hook is the frame’s own wire, and piercings take up to ${asThickness(PIERCING_MM)}`,
        source: 'usual ear wires, 0.6 to 1.0 mm',
      }),
    );
  }
  if (piece.making.wornAs === 'earring' && hang) {
    const frame = plan.massG;
    const other = Math.max(0, hang.massG - frame);
    // All wires grow in proportion.
    const grams = other + frame * (d / plan.diameterMm) ** 2;
    out.push(
      check('ear', grams / limits.earG, {
        name: 'Weight on the ear',
        value: grams,
        limit: limits.earG,
        unit: 'g',
        failsAs: 'thick',
        reason: say`one earring weighs ${asNumber(grams, 1)} g`,
        source: 'comfort; from experience',
      }),
    );
  }
  return out;
}
