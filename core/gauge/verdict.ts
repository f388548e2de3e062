import type { Dressing } from '../dressing';
import type { Vec } from '../geometry';
import type { Piece } from '../piece';
import { placeOnWire, type Plan } from '../plan';
import { nominalAwg, printGauge, printNumber } from '../units';
import { wireMassG } from '../wire';
import { bindingFor, type BindingAdvice } from './binding';
import { checksAt, type Check } from './checks';
import { groundFor, type Ground } from './ground';
import type { HangState } from './hangDressed';
import { hardest, sharesOf, type Held, type Load } from './hold';
import { plasticMoment, type Limits } from './limits';
import { ALL_SIZES, seriesOf, type Size } from './sizes';
import type { SeamHold } from './ties';
import { wearNotes, type WearNote } from './wear';

/** A thickness as it was tried. */
export interface Tried extends Size {
  readonly checks: readonly Check[];
  readonly ok: boolean;
  /** share of what the wire bears, and of what it may give; over 1 is too much */
  readonly stressShare: number;
  readonly giveShare: number;
  /** the frame's wire, g */
  readonly massG: number;
}

export interface Choice {
  readonly size: Size;
  readonly why: string;
}

/** A stretch of wire and how hard it works: shares of what it bears, by load. */
export interface Stretch {
  readonly wire: number;
  readonly fromMm: number;
  readonly toMm: number;
  readonly shares: Readonly<Record<Load, number>>;
}

export interface WeakSpot {
  readonly wire: number;
  readonly mm: number;
  readonly at: Vec;
  readonly share: number;
  readonly by: Load;
}

export interface Judged {
  readonly tried: readonly Tried[];
  readonly now: Tried;
  /** the thinnest size sold nearly everywhere that passes all; else the one that misses least */
  readonly recommended: Choice & { readonly passes: boolean };
  readonly thinner: Choice | null;
  readonly thicker: Choice | null;
}

export interface Verdict extends Judged {
  readonly hang: HangState | null;
  readonly sizeMm: number;
  readonly along: readonly Stretch[];
  readonly weak: readonly WeakSpot[];
  readonly binding: BindingAdvice;
  readonly wear: readonly WearNote[];
  /** wires that nothing holds */
  readonly loose: readonly number[];
  /** for each wire how its seam holds; null for a wire with two ends of its own */
  readonly seams: readonly (SeamHold | null)[];
}

function tryIt(ground: Ground, size: Size): Tried {
  const { checks, standing } = checksAt(ground, size.diameterMm);
  const { plan, piece, limits, held } = ground;
  const { metal } = piece.wire;
  const d = size.diameterMm;
  return {
    ...size,
    checks,
    ok: checks.every((c) => c.ok),
    stressShare: standing.share,
    giveShare: standing.give.mm / (limits.giveShare * held.sizeMm),
    massG: (plan.massG * wireMassG(metal, d, 1)) / wireMassG(metal, plan.diameterMm, 1),
  };
}

const worst = (checks: readonly Check[]): Check =>
  checks.reduce((a, b) => (b.used > a.used ? b : a));

/** Judges all sizes for a piece that was solved once. */
export function judge(ground: Ground): Judged {
  const d = ground.plan.diameterMm;
  const tried = ALL_SIZES.map((s) => tryIt(ground, s));
  const now = tryIt(ground, { diameterMm: d, awg: nominalAwg(d), common: true });
  const row = seriesOf(d).filter((s) => s.common);
  const inRow = row.map((s) => tried.find((t) => t.diameterMm === s.diameterMm)!);
  const passing = inRow.findIndex((t) => t.ok);
  const best =
    passing >= 0
      ? passing
      : inRow.reduce((a, t, i) => (worst(t.checks).used < worst(inRow[a]!.checks).used ? i : a), 0);
  const chosen = inRow[best]!;
  const sizeOf = ({ diameterMm, awg, common }: Tried): Size => ({ diameterMm, awg, common });
  const against = (t: Tried | undefined): Choice | null =>
    t ? { size: sizeOf(t), why: whyNot(t, chosen, ground) } : null;
  return {
    tried,
    now,
    recommended: { size: sizeOf(chosen), passes: chosen.ok, why: whyChosen(chosen) },
    thinner: against(inRow[best - 1]),
    thicker: against(inRow[best + 1]),
  };
}

function whyChosen(t: Tried): string {
  const give = t.checks.find((c) => c.id === 'movement')!;
  if (!t.ok) {
    const bad = t.checks.filter((c) => !c.ok);
    return `No size passes everything; this one misses least: ${bad.map((c) => c.reason).join('; ')}.`;
  }
  return `The thinnest that holds: it works with ${printNumber(t.stressShare * 100, 0)} % of what it bears and gives by ${printNumber(give.value, 1)} of ${printNumber(give.limit, 1)} mm.`;
}

function whyNot(t: Tried, chosen: Tried, { plan }: Ground): string {
  const failing = t.checks.filter((c) => !c.ok);
  if (failing.length > 0) {
    const { reason } = worst(failing);
    return `${reason.charAt(0).toUpperCase()}${reason.slice(1)}.`;
  }
  const harder =
    plasticMoment(plan.flowMPa, t.diameterMm) / plasticMoment(plan.flowMPa, chosen.diameterMm);
  return `It holds too, with more to spare, but takes ${printNumber(harder, 1)} times the force to bend and weighs ${printNumber(t.massG - chosen.massG, 1)} g more.`;
}

/** Two weak spots are at least so far apart, mm. */
const APART_MM = 5;
const MOST_SPOTS = 3;
/** A spot that works with less than this share of the worst is not named. */
const WORTH = 0.5;

function weakSpots(held: Held, plan: Plan): WeakSpot[] {
  const d = plan.diameterMm;
  const all = held.mesh.beams.map((b, i) => {
    const shares = sharesOf(held, i, d);
    const by = hardest(shares);
    return { b, by, share: shares[by] };
  });
  all.sort((x, y) => y.share - x.share);
  const found: WeakSpot[] = [];
  for (const { b, by, share } of all) {
    if (found.length >= MOST_SPOTS || share < WORTH * all[0]!.share) break;
    const mm = (b.fromMm + b.toMm) / 2;
    const at = placeOnWire(plan.wires[b.wire]!, mm)?.at;
    if (!at || found.some((f) => Math.hypot(f.at.x - at.x, f.at.y - at.y) < APART_MM)) continue;
    found.push({ wire: b.wire, mm, at, share, by });
  }
  return found;
}

/**
 * The gauge verdict of a piece in its metal and temper: every size tried, the recommended one and why
 * not the next thinner and thicker, where it works hardest, how it hangs, and what goes with it.
 * @returns null while there is no wire to judge
 */
export function verdictOf(
  piece: Piece,
  plan: Plan,
  dressing: Dressing | null,
  limits: Limits,
): Verdict | null {
  const ground = groundFor(piece, plan, dressing, limits);
  return ground && verdictFrom(ground, dressing);
}

/** The verdict on ground that is solved already. */
export function verdictFrom(ground: Ground, dressing: Dressing | null): Verdict {
  const { piece, plan, held, hang } = ground;
  const judged = judge(ground);
  const d = plan.diameterMm;
  return {
    ...judged,
    hang,
    sizeMm: held.sizeMm,
    along: held.mesh.beams.map((b, i) => ({
      wire: b.wire,
      fromMm: b.fromMm,
      toMm: b.toMm,
      shares: sharesOf(held, i, d),
    })),
    weak: weakSpots(held, plan),
    binding: bindingFor(piece, dressing, judged.recommended.size, plan.flowMPa),
    wear: wearNotes(piece, plan, dressing),
    loose: held.mesh.loose,
    seams: held.mesh.seams,
  };
}

/** How a size is named in a sentence. */
export const sizeName = ({ diameterMm }: Size): string => printGauge(diameterMm);
