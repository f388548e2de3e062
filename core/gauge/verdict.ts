import type { Dressing } from '../dressing';
import type { Vec } from '../geometry';
import { leadStock, type Piece } from '../piece';
import { placeOnWire, type Plan } from '../plan';
import { nominalAwg } from '../units';
import { asLength, asNumber, capital, joined, say, type Said } from '../words';
import { bindingFor, type BindingAdvice } from './binding';
import { checksAt, type Check } from './checks';
import { groundFor, type Ground } from './ground';
import type { HangState } from './hangDressed';
import { hardest, sharesOf, type Held, type Load } from './hold';
import { isDelicateRight, plasticMoment, type Limits } from './limits';
import { edgesOf, rate, type Edges, type Rated, type Rating } from './rating';
import { sizesFor, type Size } from './sizes';
import type { SeamHold } from './ties';
import { wearNotes, type WearNote } from './wear';

/** A thickness as it was tried. */
export interface Tried extends Size {
  readonly checks: readonly Check[];
  /** how it holds, and the number behind that */
  readonly rated: Rated;
  /** nothing speaks against it: it is not floppy, and not too thick for anything */
  readonly ok: boolean;
  /** how far it springs under its worst load, mm; that is no failure */
  readonly springMm: number;
  /** the frame's wire, g */
  readonly massG: number;
}

export interface Choice {
  readonly size: Size;
  readonly why: Said;
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
  /** from what thickness on it is rated how, mm */
  readonly edges: Edges;
  /** the thinnest sound size sold nearly everywhere; else a delicate one where that is right; else the one that misses least */
  readonly recommended: Choice & { readonly rating: Rating; readonly passes: boolean };
  /** thinner than that and delicate, where makers choose so on purpose */
  readonly delicate: Choice | null;
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
  const { plan } = ground;
  const d = size.diameterMm;
  return {
    ...size,
    checks,
    rated: rate(ground, d, standing),
    ok: checks.every((c) => c.ok),
    springMm: standing.give.mm,
    massG: plan.massG * (d / plan.diameterMm) ** 2,
  };
}

const worst = (checks: readonly Check[]): Check =>
  checks.reduce((a, b) => (b.used > a.used ? b : a));

/** Judges all sizes for a piece that was solved once. */
export function judge(ground: Ground): Judged {
  const d = ground.plan.diameterMm;
  const { all, row } = sizesFor(leadStock(ground.piece));
  const tried = all.map((s) => tryIt(ground, s));
  const now = tryIt(ground, { diameterMm: d, awg: nominalAwg(d), common: true });
  const inRow = row.map((s) => tried.find((t) => t.diameterMm === s.diameterMm)!);
  const first = (rating: Rating): number =>
    inRow.findIndex((t) => t.ok && t.rated.rating === rating);
  const { making } = ground.piece;
  const onPurpose = isDelicateRight(making.wornAs, ground.held.laced);
  const delicate = onPurpose ? first('delicate') : -1;
  const best =
    [first('sound'), delicate, first('stout'), first('delicate')].find((i) => i >= 0) ??
    inRow.reduce((a, t, i) => (worst(t.checks).used < worst(inRow[a]!.checks).used ? i : a), 0);
  const chosen = inRow[best]!;
  const sizeOf = ({ diameterMm, awg, common }: Tried): Size => ({ diameterMm, awg, common });
  const against = (t: Tried | undefined): Choice | null =>
    t ? { size: sizeOf(t), why: whyNot(t, chosen, ground) } : null;
  const lighter = delicate >= 0 && delicate < best ? inRow[delicate]! : null;
  return {
    tried,
    now,
    edges: edgesOf(ground),
    recommended: {
      size: sizeOf(chosen),
      rating: chosen.rated.rating,
      passes: chosen.ok,
      why: whyChosen(chosen),
    },
    delicate: lighter && { size: sizeOf(lighter), why: delicateWhy(lighter) },
    thinner: against(inRow[best - 1]),
    thicker: against(inRow[best + 1]),
  };
}

const percentOf = (share: number): Said => say`${asNumber(share * 100, 0)} %`;

const delicateWhy = ({ rated, springMm }: Tried): Said =>
  say`Keeps its shape when treated with care: it takes ${percentOf(rated.share)} of what leaves no set, and springs by ${asLength(springMm)}.`;

function whyChosen(t: Tried): Said {
  if (!t.ok) {
    const bad = t.checks.filter((c) => !c.ok);
    return say`No size suits in everything; this one misses least: ${joined(
      bad.map((c) => c.reason),
      '; ',
    )}.`;
  }
  const { rating, share, slender } = t.rated;
  if (rating === 'delicate') return say`The thinnest that can be worn. ${delicateWhy(t)}`;
  if (rating === 'stout') return say`No thinner one suits in everything.`;
  return slender
    ? say`The thinnest that keeps its shape: a thinner line would waver out of its plane.`
    : say`The thinnest that keeps its shape: it works with ${percentOf(share)} of what it bears, and springs by ${asLength(t.springMm)}.`;
}

function whyNot(t: Tried, chosen: Tried, { plan }: Ground): Said {
  const failing = t.checks.filter((c) => !c.ok);
  if (failing.length > 0) {
    const { reason, failsAs } = worst(failing);
    return say`${failsAs === 'thin' ? 'Floppy: ' : ''}${failsAs === 'thin' ? reason : capital(reason)}.`;
  }
  if (t.rated.rating === 'delicate') return say`Delicate. ${delicateWhy(t)}`;
  const harder =
    plasticMoment(plan.flowMPa, t.diameterMm) / plasticMoment(plan.flowMPa, chosen.diameterMm);
  return say`${capital(say`${t.rated.rating}`)}: it holds too, with more to spare, but takes ${asNumber(harder, 1)} times the force to bend and weighs ${asNumber(t.massG - chosen.massG, 1)} g more.`;
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
