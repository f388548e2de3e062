import { groundOf, stretchPlace } from '@core/dressing';
import { dot, type Vec } from '@core/geometry';
import { figureBox, type Piece } from '@core/piece';
import { kindOf, type Beside, type DressKind, type StretchPlace } from '@core/item';
import { placeOnWire, type Plan } from '@core/plan';

/** Two stretches between which something is woven are first proposed this long, and this near, mm. */
const LONGEST_MM = 24;
const WIDEST_GAP_MM = 8;
const STEP_MM = 1;
/** An end that is led on first goes back so far, mm. */
const BACK_MM = 12;
/** What goes on is proposed at the middle of the wire, or as near to it as is free. */
const SHARES = [0.5, 0.45, 0.55, 0.4, 0.6, 0.35, 0.65, 0.3, 0.7, 0.2, 0.8];
/** So far from a loop that the piece hangs by, mm. */
const CLEAR_MM = 5;
/** They lie along each other within this angle. */
const ALONG = Math.cos((20 * Math.PI) / 180);

interface Face {
  readonly mm: number;
  readonly other: Beside;
}

/** The stretch of a wire that lies nearest along another pass, and that pass: what one would sew together. */
function facing(
  piece: Piece,
  plan: Plan,
  wire: number,
): { on: StretchPlace; to: StretchPlace } | null {
  const ground = groundOf(piece, plan);
  const own = plan.wires[wire]!;
  const count = Math.min(200, Math.floor(own.developedMm / STEP_MM));
  const step = own.developedMm / Math.max(1, count);
  const isAlong = (b: Beside, here: { direction: Vec }): boolean => {
    const there = placeOnWire(plan.wires[b.wire]!, b.mm);
    const touching = (ground.thickMm[wire]! + ground.thickMm[b.wire]!) / 2;
    return (
      there !== null &&
      b.farMm > 1.1 * touching &&
      Math.abs(dot(there.direction, here.direction)) > ALONG
    );
  };
  const faces = Array.from({ length: count + 1 }, (_, i): Face | null => {
    const mm = i * step;
    const here = placeOnWire(own, mm);
    const run = here && { wire, fromMm: mm, toMm: mm, lengthMm: 0, spot: () => here };
    const other = run && ground.passesBeside(run, WIDEST_GAP_MM).find((b) => isAlong(b, here));
    return other ? { mm, other } : null;
  });
  const best = faces.reduce<number>(
    (a, f, i) => (f && (a < 0 || f.other.farMm < faces[a]!.other.farMm - 1e-6) ? i : a),
    -1,
  );
  if (best < 0) return null;
  const nearest = faces[best]!.other;
  const goesOn = (i: number): boolean => {
    const other = faces[i]?.other;
    return other?.wire === nearest.wire && other.farMm <= 1.5 * nearest.farMm;
  };
  let [from, to] = [best, best];
  while ((to - from) * step < LONGEST_MM && (goesOn(from - 1) || goesOn(to + 1))) {
    if (goesOn(to + 1)) to++;
    if (goesOn(from - 1) && (to - from) * step < LONGEST_MM) from--;
  }
  const [first, last] = [faces[from]!, faces[to]!];
  const on = stretchPlace(plan, { wire, fromMm: first.mm, toMm: last.mm });
  const there = [first.other.mm, last.other.mm];
  const beside = stretchPlace(plan, {
    wire: nearest.wire,
    fromMm: Math.min(...there),
    toMm: Math.max(...there),
  });
  return on && beside && on.lengthMm > 0 && beside.lengthMm > 0 ? { on, to: beside } : null;
}

/** An end of an open wire, and some way back from it, where it first wraps its own wire; null on a closed one. */
export function endPlaces(
  plan: Plan,
  wire: number,
  which: 'start' | 'end',
): { on: StretchPlace; to: StretchPlace } | null {
  const { developedMm, closed } = plan.wires[wire]!;
  const back = Math.min(BACK_MM, developedMm / 2);
  const at = (mm: number): StretchPlace | null =>
    stretchPlace(plan, { wire, fromMm: mm, toMm: mm });
  const [on, to] =
    which === 'start' ? [at(0), at(back)] : [at(developedMm), at(developedMm - back)];
  return closed || !on || !to ? null : { on, to };
}

/** Where a new item first lies: on the wire in the strip, at its middle, at a crossing, or inside. */
export function firstPlace(
  piece: Piece,
  plan: Plan,
  wire: number,
  kind: DressKind,
): { on: StretchPlace; to: StretchPlace } {
  const box = figureBox(piece.paths);
  const inside: StretchPlace = box
    ? { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2, lengthMm: 0 }
    : { x: 0, y: 0, lengthMm: 0 };
  const own = plan.wires[wire];
  const { place, traits } = kindOf({ kind });
  if (!own || place === 'free') return { on: inside, to: inside };
  const total = own.developedMm;
  const at = (share: number, lengthMm: number): StretchPlace =>
    stretchPlace(plan, {
      wire,
      fromMm: total * share - lengthMm / 2,
      toMm: total * share + lengthMm / 2,
    }) ?? inside;
  const length = Math.min(24, total * 0.25);
  if (place === 'stretches') {
    return facing(piece, plan, wire) ?? { on: at(0.3, length), to: at(0.7, length) };
  }
  if (place === 'points') return { on: at(0.25, 0), to: at(0.75, 0) };
  // Not in the loop that the piece hangs by.
  const hangers = piece.dressing.filter((i) => kindOf(i).nature?.(i).carries);
  const middle = (lengthMm: number): StretchPlace => {
    const free = SHARES.map((share) => at(share, lengthMm)).find((on) =>
      hangers.every((h) => Math.hypot(on.x - h.on.x, on.y - h.on.y) > lengthMm / 2 + CLEAR_MM),
    );
    return free ?? at(0.5, lengthMm);
  };
  if (place === 'stretch') return { on: middle(length), to: inside };
  if (traits.begins === 'end') return endPlaces(plan, wire, 'end') ?? { on: inside, to: inside };
  const spot = (mm: number): StretchPlace => at(mm / total, 0);
  const crossing = plan.crossings.find((c) => c.firstWire === wire || c.secondWire === wire);
  if (traits.begins === 'crossing' && crossing) {
    // Of two passes of one wire the later one goes round the one that is there.
    const on = spot(crossing.secondWire === wire ? crossing.secondMm : crossing.firstMm);
    return { on, to: on };
  }
  const fold = own.bends.find((b) => b.kind === 'fold');
  if (traits.begins === 'fold' && fold) return { on: spot(fold.middleMm), to: inside };
  const hangs = traits.begins === 'hang' ? plan.hang?.from : null;
  const on = hangs ? { x: hangs.x, y: hangs.y, lengthMm: 0 } : middle(0);
  return { on, to: on };
}
