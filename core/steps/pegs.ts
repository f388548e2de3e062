import { toolForInside, type Stiffness } from '../forming';
import { perp, scale, type Vec } from '../geometry';
import { placeOnWire, type PlannedBend, type WirePlan } from '../plan';
import { isBend } from '../strip';
import { asLength, say, type Said } from '../words';

/** Where pegs can stand: anywhere, as pins on the printed pattern, or in the holes of a board. */
export type PegBoard =
  | { readonly kind: 'pins'; readonly pinMm: number }
  | { readonly kind: 'holes'; readonly pitchMm: number; readonly pegsMm: readonly number[] };

export interface Peg {
  /** in the order of winding, from 1 */
  readonly number: number;
  readonly bend: number;
  /** on the figure, mm */
  readonly at: Vec;
  readonly diameterMm: number;
  /** the way the wire goes round it as seen from the front, working from the first end */
  readonly round: 'clockwise' | 'anticlockwise';
  /** how far it stands from where it should, and how much thicker or thinner it is than wished, mm */
  readonly offMm: number;
  readonly thickerMm: number;
  /** column and row of its hole, from the upper left of those used */
  readonly hole: { readonly column: number; readonly row: number } | null;
}

export interface PegPlan {
  readonly pegs: readonly Peg[];
  /** holes of a board: how the figure lies on it, clockwise, and its upper left hole's place on the figure */
  readonly turnRad: number;
  readonly worstMm: number;
}

export type PegAnswer =
  { readonly ok: true; readonly plan: PegPlan } | { readonly ok: false; readonly message: Said };

/** Turns smaller than this need no peg. */
const LEAST_TURN = (20 * Math.PI) / 180;
/** One pin holds a curve over about this much of its turn. */
const PER_PIN = (60 * Math.PI) / 180;
const WIDEST_RADIUS_MM = 60;
export const MOST_PEGS = 80;

/** A peg as it should be: its middle, and its thickness so that the wire springs back to its curve. */
interface Wish {
  readonly bend: number;
  readonly at: Vec;
  readonly diameterMm: number;
  readonly clockwise: boolean;
}

/**
 * Where pegs stand inside the bends of a wire, and which way it is wound round each.
 * @param looseMm how far a peg in a hole may be off, mm
 */
export function pegPlan(
  wire: WirePlan,
  board: PegBoard,
  stiffness: Stiffness,
  looseMm: number,
): PegAnswer {
  if (wire.bends.some((b) => b.kind === 'fold')) {
    return {
      ok: false,
      message: say`Folds cannot be wound round pegs: bend this figure step by step.`,
    };
  }
  const pieces = wire.strip.pieces.filter(isBend);
  const bends = wire.bends
    .map((bend, index) => ({ bend, index, shape: pieces[index]?.shape[0] }))
    .filter(
      ({ bend }) =>
        Math.abs(bend.angleRad) >= LEAST_TURN && radiusOf(bend, stiffness) <= WIDEST_RADIUS_MM,
    );
  if (bends.length < 2) {
    return {
      ok: false,
      message: say`There is too little to wind: fewer than two bends need a peg.`,
    };
  }
  const wishes = bends.flatMap(({ bend, index, shape }): Wish[] => {
    const clockwise = bend.angleRad > 0;
    if (board.kind === 'pins') return pinsFor(wire, bend, index, board.pinMm, stiffness);
    const center = shape?.type === 'arc' ? shape.center : insideOf(wire, bend, stiffness);
    const diameterMm = Math.max(0.1, toolForInside(2 * bend.insideRadiusMm, stiffness));
    return center ? [{ bend: index, at: center, diameterMm, clockwise }] : [];
  });
  if (wishes.length > MOST_PEGS) {
    return {
      ok: false,
      message: say`This figure would take ${wishes.length} pegs; up to ${MOST_PEGS} can be planned.`,
    };
  }
  if (board.kind === 'pins') return { ok: true, plan: standing(wishes) };
  return onHoles(wishes, board, looseMm);
}

const radiusOf = (bend: PlannedBend, { diameterMm }: Stiffness): number =>
  bend.insideRadiusMm + diameterMm / 2;

/** A place just inside a bend whose circle is not drawn. */
function insideOf(wire: WirePlan, bend: PlannedBend, stiffness: Stiffness): Vec | null {
  const place = placeOnWire(wire, bend.middleMm);
  if (!place) return null;
  const inwards = scale(
    perp(place.direction),
    Math.sign(bend.angleRad) * radiusOf(bend, stiffness),
  );
  return { x: place.at.x + inwards.x, y: place.at.y + inwards.y };
}

/** Pins along the inside of a curve, touching the wire; one where the legs of a corner close in. */
function pinsFor(
  wire: WirePlan,
  bend: PlannedBend,
  index: number,
  pinMm: number,
  { diameterMm }: Stiffness,
): Wish[] {
  const clockwise = bend.angleRad > 0;
  const wide = bend.insideRadiusMm > pinMm;
  const count = wide ? Math.max(1, Math.round(Math.abs(bend.angleRad) / PER_PIN)) : 1;
  const apart = (diameterMm + pinMm) / 2;
  // In a bend tighter than the pin it stands back until it touches both legs.
  const half = (Math.PI - Math.min(Math.abs(bend.angleRad), 3)) / 2;
  const back = wide ? apart : Math.max(apart, apart / Math.sin(half) - legGap(bend, diameterMm));
  return Array.from({ length: count }, (_, k): Wish[] => {
    const share = count === 1 ? 0.5 : (k + 0.5) / count;
    const place = placeOnWire(wire, bend.startMm + share * (bend.endMm - bend.startMm));
    if (!place) return [];
    const inwards = scale(perp(place.direction), Math.sign(bend.angleRad) * back);
    const at = { x: place.at.x + inwards.x, y: place.at.y + inwards.y };
    return [{ bend: index, at, diameterMm: pinMm, clockwise }];
  }).flat();
}

/** How far a rounded corner stays inside the tip where its legs' lines meet. */
const legGap = (bend: PlannedBend, d: number): number => {
  const half = Math.min(Math.abs(bend.angleRad), 3) / 2;
  return (bend.insideRadiusMm + d / 2) * (1 / Math.cos(half) - 1);
};

const standing = (wishes: readonly Wish[]): PegPlan => ({
  pegs: wishes.map((w, i) => ({
    number: i + 1,
    bend: w.bend,
    at: w.at,
    diameterMm: w.diameterMm,
    round: w.clockwise ? 'clockwise' : 'anticlockwise',
    offMm: 0,
    thickerMm: 0,
    hole: null,
  })),
  turnRad: 0,
  worstMm: 0,
});

interface Lie {
  readonly turnRad: number;
  readonly shift: Vec;
  readonly worstMm: number;
}

const turned = (p: Vec, rad: number): Vec => ({
  x: p.x * Math.cos(rad) - p.y * Math.sin(rad),
  y: p.x * Math.sin(rad) + p.y * Math.cos(rad),
});

/** The lie of the figure on the board's holes at which the worst peg is least off. */
function bestLie(wishes: readonly Wish[], pitchMm: number): Lie {
  const off = (v: number): number => Math.abs(v - Math.round(v / pitchMm) * pitchMm);
  const worst = (turnRad: number, shift: Vec, stop: number): number => {
    let most = 0;
    for (const w of wishes) {
      const p = turned(w.at, turnRad);
      most = Math.max(most, Math.hypot(off(p.x + shift.x), off(p.y + shift.y)));
      if (most >= stop) return most;
    }
    return most;
  };
  let best: Lie = { turnRad: 0, shift: { x: 0, y: 0 }, worstMm: Infinity };
  const look = (turnRad: number, x: number, y: number): void => {
    const worstMm = worst(turnRad, { x, y }, best.worstMm);
    if (worstMm < best.worstMm) best = { turnRad, shift: { x, y }, worstMm };
  };
  const parts = 10;
  for (let degree = -45; degree < 45; degree += 1.5) {
    for (let i = 0; i < parts; i++) {
      for (let j = 0; j < parts; j++) {
        look((degree * Math.PI) / 180, (i * pitchMm) / parts, (j * pitchMm) / parts);
      }
    }
  }
  let [turn, step] = [(0.75 * Math.PI) / 180, pitchMm / parts / 2];
  for (let round = 0; round < 12; round++) {
    const from = best;
    for (const dt of [-turn, 0, turn]) {
      for (const dx of [-step, 0, step]) {
        for (const dy of [-step, 0, step])
          look(from.turnRad + dt, from.shift.x + dx, from.shift.y + dy);
      }
    }
    if (best === from) [turn, step] = [turn / 2, step / 2];
  }
  return best;
}

function onHoles(
  wishes: readonly Wish[],
  board: PegBoard & { kind: 'holes' },
  looseMm: number,
): PegAnswer {
  if (board.pegsMm.length === 0)
    return { ok: false, message: say`This board has no pegs yet: enter their sizes in the kit.` };
  const { pitchMm } = board;
  const lie = bestLie(wishes, pitchMm);
  const holes = wishes.map((w) => {
    const p = turned(w.at, lie.turnRad);
    return {
      x: Math.round((p.x + lie.shift.x) / pitchMm),
      y: Math.round((p.y + lie.shift.y) / pitchMm),
    };
  });
  const [left, top] = [Math.min(...holes.map((h) => h.x)), Math.min(...holes.map((h) => h.y))];
  const pegs = wishes.map((w, i): Peg => {
    const hole = holes[i]!;
    const place = turned(
      { x: hole.x * pitchMm - lie.shift.x, y: hole.y * pitchMm - lie.shift.y },
      -lie.turnRad,
    );
    const diameterMm = board.pegsMm.reduce((a, b) =>
      Math.abs(b - w.diameterMm) < Math.abs(a - w.diameterMm) ? b : a,
    );
    return {
      number: i + 1,
      bend: w.bend,
      at: place,
      diameterMm,
      round: w.clockwise ? 'clockwise' : 'anticlockwise',
      offMm: Math.hypot(place.x - w.at.x, place.y - w.at.y),
      thickerMm: diameterMm - w.diameterMm,
      hole: { column: hole.x - left + 1, row: hole.y - top + 1 },
    };
  });
  const shared = pegs.find((p, i) =>
    pegs.some((q, k) => k < i && q.hole?.column === p.hole?.column && q.hole?.row === p.hole?.row),
  );
  if (shared) {
    return {
      ok: false,
      message: say`Bends ${shared.bend + 1} and another would share a hole: the holes are too far apart for this figure. Take pins on the printed pattern.`,
    };
  }
  const worst = pegs.reduce((a, b) => (b.offMm > a.offMm ? b : a));
  if (worst.offMm > looseMm) {
    return {
      ok: false,
      message: say`The holes do not suit this figure: the peg of bend ${worst.bend + 1} would stand ${asLength(worst.offMm)} off. Take pins on the printed pattern, or a board with closer holes.`,
    };
  }
  return { ok: true, plan: { pegs, turnRad: lie.turnRad, worstMm: worst.offMm } };
}
