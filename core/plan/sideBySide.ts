import { cross, distance, dot, sub, type AlongsideWish, type Stretch, type Vec } from '../geometry';
import type { DoubledLie, Piece } from '../piece';
import type { Strip, StripPiece } from '../strip';
import { placeOnWire } from './places';

/** A stretch of the blank that lies beside its line because another pass lies on the same line. */
export interface Aside {
  readonly fromMm: number;
  readonly toMm: number;
  /** how far the wire's middle lies to the right of its way if positive, to the left if not, mm */
  readonly asideMm: number;
}

/** Such a stretch along one other pass, with where that is. */
export interface AsidePass extends Aside {
  readonly other: Doubled['other'];
  /** both run the same way, or against each other */
  readonly sameWay: boolean;
}

/** One place along a formed wire. */
interface Sample {
  readonly wire: number;
  readonly mm: number;
  readonly at: Vec;
  readonly along: Vec;
}

/** A stretch of a wire that lies on another one, and where that is. */
interface Doubled {
  readonly wire: number;
  readonly fromMm: number;
  readonly toMm: number;
  readonly other: { readonly wire: number; readonly fromMm: number; readonly toMm: number };
  /** both run the same way, or against each other */
  readonly sameWay: boolean;
  /** how far the other pass lies to the right, mm */
  readonly apartMm: number;
}

/** Passes that turn apart by less than this lie along each other. */
const PARALLEL_RAD = (5 * Math.PI) / 180;
const PARALLEL = Math.sin(PARALLEL_RAD);
const CHORD_MM = 0.1;
const STEP_MM = 0.4;
const MOST_SAMPLES = 60_000;

/** A stretch of one wire on which another pass lies. */
export interface DoubledStretch {
  readonly wire: number;
  readonly fromMm: number;
  readonly toMm: number;
  /** its middle, by which a wish for it is kept */
  readonly at: Vec;
  readonly lie: DoubledLie;
  /** of two that lie over each other: whether it is the one in front */
  readonly inFront: boolean;
  /** how many passes lie over each other here, and how thick that is; 1 of its own where they lie side by side */
  readonly passes: number;
  readonly thickMm: number;
}

/** Where passes lie along each other, and how far aside that brings them. */
export interface Doubling {
  /** of each wire, as it is laid: those that follow each other on one side are one */
  readonly asides: readonly (readonly Aside[])[];
  /** of each wire, each along one other pass */
  readonly found: readonly (readonly AsidePass[])[];
  readonly stretches: readonly DoubledStretch[];
}

/** How passes lie where they run along one line. */
type LieAt = (along: readonly Vec[]) => DoubledLie;

/** A wish for a doubled stretch is meant by a place this near to it, mm. */
const WISH_MM = 0.6;

/** What a maker wishes of doubled stretches: for all, and for single ones by a place of each. */
export const lieWished =
  ({ doubled, doubledAt }: Pick<Piece, 'doubled' | 'doubledAt'>): LieAt =>
  (along) => {
    const off = (p: Vec): number => Math.min(...along.map((q) => distance(p, q)));
    const near = doubledAt.filter((w) => off(w) <= WISH_MM);
    return near.sort((a, b) => off(a) - off(b))[0]?.lie ?? doubled;
  };

/**
 * Where wires lie side by side: of two passes on one line each lies half a wire aside, on the side
 * that it comes from and goes to, or on the other where that is wished. Passes that lie over each other stay where they are.
 * @param thickMm the thickness of each wire
 */
export function doublingOf(
  strips: readonly Strip[],
  alongside: readonly Stretch[],
  thickMm: readonly number[],
  lieAt: LieAt,
): Doubling {
  if (alongside.length === 0) {
    const none = strips.map(() => []);
    return { asides: none, found: none, stretches: [] };
  }
  const all = doubledStretches(strips, alongside, thickMm);
  const along = new Map(all.map((d) => [d, placesAlong(strips[d.wire]!, d)]));
  const wished = new Map(all.map((d) => [d, lieAt(along.get(d)!)]));
  // Both of two passes lie alike: over each other where either is wished so, the first of them says how.
  const agreed = (d: Doubled): DoubledLie => {
    const both = all.filter((e) => e === d || isPartner(d, e)).map((e) => wished.get(e)!);
    return both.find(isStack) ?? both.find((lie) => lie === 'swapped') ?? 'beside';
  };
  const lies = new Map(all.map((d) => [d, agreed(d)]));
  const over = new Set(all.filter((d) => isStack(lies.get(d)!)));
  const found = all.filter((d) => !over.has(d) && all.some((e) => isPartner(d, e)));
  const sides = new Map<Doubled, number>();
  const whole = wholeStretches(strips, found, thickMm);
  const asideOf = new Map<Doubled, number>();
  for (const d of found) {
    const partner = [...sides].find(([e]) => isPartner(d, e));
    const side = partner
      ? partner[1] * (d.sameWay ? -1 : 1)
      : firstSide(whole.get(d) ?? d, strips, thickMm[d.wire]!) *
        (lies.get(d) === 'swapped' ? -1 : 1);
    sides.set(d, side);
    // Two wires touch where their middles are half of each apart.
    const touchMm = (thickMm[d.wire]! + thickMm[d.other.wire]!) / 2;
    asideOf.set(d, (side * Math.max(0, touchMm - Math.abs(d.apartMm))) / 2);
  }
  const ended = strips.map(({ developedMm }, wire) => {
    const own = found.filter((d) => d.wire === wire).sort((a, b) => a.fromMm - b.fromMm);
    return toEnds(alongPasses(own, whole, asideOf), developedMm);
  });
  return {
    asides: ended.map((list, i) => bridged(list, 5 * thickMm[i]!)),
    found: ended,
    stretches: [...over, ...found].map((d): DoubledStretch => {
      const { wire, fromMm, toMm } = d;
      const bare = { strip: strips[wire]!, asides: [] };
      const at = placeOnWire(bare, (fromMm + toMm) / 2)?.at ?? { x: 0, y: 0 };
      const here = Math.max(WISH_MM, reachOf(thickMm[wire]!));
      const stack = over.has(d)
        ? thickest(along.get(d)!, (p) =>
            [...over].flatMap((e) =>
              Array.from({ length: passesNear(along.get(e)!, p, here) }, () => thickMm[e.wire]!),
            ),
          )
        : [thickMm[wire]!];
      return {
        wire,
        fromMm,
        toMm,
        at,
        lie: lies.get(d)!,
        inFront: over.has(d) && isLater(d) === (lies.get(d) === 'over'),
        passes: stack.length,
        thickMm: stack.reduce((sum, mm) => sum + mm, 0),
      };
    }),
  };
}

const isStack = (lie: DoubledLie): boolean => lie === 'over' || lie === 'under';

/** Whether a pass comes after the one that it lies on, as the wires are drawn. */
const isLater = ({ wire, fromMm, other }: Doubled): boolean =>
  wire === other.wire ? fromMm > other.fromMm : wire > other.wire;

/** How often a row of places comes near to one, without a break between. */
function passesNear(along: readonly Vec[], to: Vec, withinMm: number): number {
  const near = along.map((p) => distance(p, to) <= withinMm);
  return near.filter((n, i) => n && !near[i - 1]).length;
}

/** Where along a stretch most lies over each other: the thickness of each pass there. */
function thickest(along: readonly Vec[], at: (place: Vec) => readonly number[]): readonly number[] {
  const places = [0.1, 0.3, 0.5, 0.7, 0.9].map((t) => along[Math.floor(t * along.length)]!);
  return places.map(at).reduce((a, b) => (b.length > a.length ? b : a));
}

/** Places along a doubled stretch, some close enough to every place of it. */
function placesAlong(strip: Strip, { fromMm, toMm }: Doubled): Vec[] {
  const count = Math.max(2, Math.ceil((toMm - fromMm) / WISH_MM));
  return Array.from({ length: count + 1 }, (_, i) =>
    placeOnWire({ strip, asides: [] }, fromMm + ((toMm - fromMm) * i) / count),
  ).flatMap((p) => (p ? [p.at] : []));
}

/** Stretches that begin or end close to a wire's end reach it. */
const toEnds = (list: readonly AsidePass[], lengthMm: number): AsidePass[] =>
  list.map((a) => ({
    ...a,
    fromMm: a.fromMm <= 3 * STEP_MM ? 0 : a.fromMm,
    toMm: a.toMm >= lengthMm - 3 * STEP_MM ? lengthMm : a.toMm,
  }));

const overlap = (a0: number, a1: number, b0: number, b1: number): number =>
  Math.min(a1, b1) - Math.max(a0, b0);

const isPartner = (d: Doubled, e: Doubled): boolean =>
  d.other.wire === e.wire &&
  e.other.wire === d.wire &&
  overlap(d.other.fromMm, d.other.toMm, e.fromMm, e.toMm) > 0 &&
  overlap(e.other.fromMm, e.other.toMm, d.fromMm, d.toMm) > 0;

/** The stretches of one wire, those as one in which it goes on beside the same pass on one side. */
function alongPasses(
  own: readonly Doubled[],
  whole: ReadonlyMap<Doubled, Doubled>,
  asideOf: ReadonlyMap<Doubled, number>,
): AsidePass[] {
  const out: AsidePass[] = [];
  let before: Doubled | null = null;
  for (const d of own) {
    const { fromMm, toMm, other, sameWay } = d;
    const next = { fromMm, toMm, asideMm: asideOf.get(d) ?? 0, other, sameWay };
    const last = out.at(-1);
    const goesOn = before && whole.get(before) === whole.get(d);
    if (last && goesOn && last.asideMm * next.asideMm > 0) {
      const [a, b] = [last.toMm - last.fromMm, next.toMm - next.fromMm];
      out[out.length - 1] = {
        ...last,
        toMm: next.toMm,
        asideMm: (last.asideMm * a + next.asideMm * b) / (a + b),
        other: joinedRange(last.other, next.other),
      };
    } else out.push(next);
    before = d;
  }
  return out;
}

const joinedRange = (a: Doubled['other'], b: Doubled['other']): Doubled['other'] => ({
  wire: a.wire,
  fromMm: Math.min(a.fromMm, b.fromMm),
  toMm: Math.max(a.toMm, b.toMm),
});

/** Round a corner two passes go on beside each other over gaps that differ by no more than so many wires. */
const ALIKE = 3;
/** Where tools bring them apart they still go on beside each other no further apart than this share of a wire. */
const NEARLY = 0.8;
const LOOKED_AT = 12;

/**
 * For each doubled stretch all that it goes on in with the same other pass, round corners: they lie on one side of
 * each other all along.
 */
function wholeStretches(
  strips: readonly Strip[],
  found: readonly Doubled[],
  thickMm: readonly number[],
): ReadonlyMap<Doubled, Doubled> {
  const whole = new Map<Doubled, Doubled>();
  let open: Doubled[] = [];
  const close = (): void => {
    const [first, last] = [open[0], open.at(-1)];
    if (!first || !last) return;
    const apartMm = open.reduce((sum, d) => sum + d.apartMm, 0) / open.length;
    const other = open.map((d) => d.other).reduce(joinedRange);
    const all = { ...first, toMm: last.toMm, other, apartMm };
    for (const d of open) whole.set(d, all);
  };
  const inOrder = [...found].sort((a, b) => a.wire - b.wire || a.fromMm - b.fromMm);
  for (const d of inOrder) {
    const last = open.at(-1);
    const gapMm = last ? d.fromMm - last.toMm : Infinity;
    const otherMm = !last
      ? Infinity
      : d.sameWay
        ? d.other.fromMm - last.other.toMm
        : last.other.fromMm - d.other.toMm;
    const thick = thickMm[d.wire] ?? 0;
    const goesOn =
      last?.wire === d.wire &&
      last.other.wire === d.other.wire &&
      last.sameWay === d.sameWay &&
      !isPartner(last, d) &&
      Math.abs(gapMm - otherMm) < ALIKE * thick &&
      (gapMm < ALIKE * thick || areNear(strips, last, d, NEARLY * thick));
    if (!goesOn) {
      close();
      open = [];
    }
    open.push(d);
  }
  close();
  return whole;
}

/** Whether two passes stay near each other from one doubled stretch to the next. */
function areNear(strips: readonly Strip[], from: Doubled, to: Doubled, mostMm: number): boolean {
  const place = (wire: number, mm: number): Vec | undefined =>
    placeOnWire({ strip: strips[wire]!, asides: [] }, mm)?.at;
  const [begin, end] = from.sameWay
    ? [from.other.toMm, to.other.fromMm]
    : [from.other.fromMm, to.other.toMm];
  return Array.from({ length: LOOKED_AT }, (_, i) => (i + 0.5) / LOOKED_AT).every((t) => {
    const a = place(from.wire, from.toMm + t * (to.fromMm - from.toMm));
    const b = place(from.other.wire, begin + t * (end - begin));
    return a && b && distance(a, b) <= mostMm;
  });
}

/** The side of the first of two passes: 1 to the right of its way, -1 to the left. */
function firstSide(d: Doubled, strips: readonly Strip[], diameterMm: number): number {
  // Lines drawn a little apart stay on the sides where they are.
  if (Math.abs(d.apartMm) > 0.05 * diameterMm) return d.apartMm > 0 ? -1 : 1;
  const reach = 2.5 * diameterMm;
  const { other, sameWay } = d;
  const before = (wire: number, mm: number): number => asideOf(strips, wire, mm, mm - reach);
  const after = (wire: number, mm: number): number => asideOf(strips, wire, mm, mm + reach);
  const mine = before(d.wire, d.fromMm) + after(d.wire, d.toMm);
  const theirs = before(other.wire, other.fromMm) + after(other.wire, other.toMm);
  // Of a line run there and back each end is seen from the other pass's own way.
  const lean = sameWay ? mine - theirs : mine + theirs;
  if (Math.abs(lean) > EVEN * diameterMm) return lean > 0 ? 1 : -1;
  return turnedSide(d, strips[d.wire]!);
}

/** Passes lean to neither side where they do by less than this share of a wire. */
const EVEN = 0.02;

/**
 * The side of the first of two passes that lean to neither, told by turns alone so that a figure turned or mirrored
 * has the same, or the mirrored one: away from where a fold between both turns back, else outside of what both go round.
 */
function turnedSide({ wire, other, fromMm, toMm, sameWay }: Doubled, strip: Strip): number {
  const [from, to] = fromMm < other.fromMm ? [toMm, other.fromMm] : [other.toMm, fromMm];
  const isWithin = ({ startMm, lengthMm }: StripPiece, a: number, b: number): boolean =>
    startMm + lengthMm / 2 >= a && startMm + lengthMm / 2 <= b;
  const folds = strip.pieces.filter((p) => p.kind === 'fold' && isWithin(p, from, to));
  const fold = other.wire === wire && !sameWay && folds.length % 2 === 1 ? folds[0] : null;
  if (fold) return (fold.angleRad > 0 ? -1 : 1) * (fromMm < other.fromMm ? 1 : -1);
  const turn = (pieces: readonly StripPiece[]): number =>
    pieces.reduce((sum, p) => sum + p.angleRad, 0);
  const along = turn(strip.pieces.filter((p) => isWithin(p, fromMm, toMm)));
  return (Math.abs(along) > PARALLEL_RAD ? along : turn(strip.pieces)) > 0 ? -1 : 1;
}

/** How far to the right of a stretch's end the wire lies a little beyond it; 0 beyond a wire's end. */
function asideOf(strips: readonly Strip[], wire: number, endMm: number, beyondMm: number): number {
  const strip = strips[wire]!;
  if (beyondMm < 0 || beyondMm > strip.developedMm) return 0;
  const bare = { strip, asides: [] };
  const [end, beyond] = [placeOnWire(bare, endMm), placeOnWire(bare, beyondMm)];
  return end && beyond ? cross(end.direction, sub(beyond.at, end.at)) : 0;
}

/** Stretches on the same side with a short gap, such as a fold, between them are one. */
function bridged(list: readonly Aside[], gapMm: number): Aside[] {
  const out: Aside[] = [];
  for (const { fromMm, toMm, asideMm } of [...list].sort((a, b) => a.fromMm - b.fromMm)) {
    const next = { fromMm, toMm, asideMm };
    const last = out[out.length - 1];
    const alike = last && Math.abs(last.asideMm - next.asideMm) < 0.2 * Math.abs(last.asideMm);
    if (last && alike && next.fromMm - last.toMm <= gapMm) {
      out[out.length - 1] = { ...last, toMm: Math.max(last.toMm, next.toMm) };
    } else out.push(next);
  }
  return out;
}

/** Stretches shorter than this between two doubled ones are looked at too, mm. */
const MARGIN_MM = 1;

/** What to look for among the chords of wires so thick before it is looked at more closely. */
export const alongsideWish = (thickMm: readonly number[]): AlongsideWish => ({
  reachMm: reachOf(Math.max(...thickMm)) + CHORD_MM,
  angleRad: PARALLEL_RAD,
  apartMm: 2.5 * Math.min(...thickMm),
});

const reachOf = (diameterMm: number): number => Math.max(0.15, 0.35 * diameterMm);

/** Places along the wires where some other pass may lie on the same line. */
function samplesOf(
  strips: readonly Strip[],
  alongside: readonly Stretch[],
  thickMm: readonly number[],
): Sample[] {
  const candidates = alongside.filter(
    (c) => c.toMm - c.fromMm >= 2.5 * thickMm[c.line]! - MARGIN_MM,
  );
  const total = candidates.reduce((sum, c) => sum + c.toMm - c.fromMm, 0);
  const step = Math.max(STEP_MM, total / MOST_SAMPLES);
  let last = { line: -1, index: -1 };
  return candidates.flatMap(({ line, fromMm, toMm }) => {
    const strip = strips[line]!;
    const bare = { strip, asides: [] };
    const count = Math.max(1, Math.ceil(strip.developedMm / step));
    const index = (mm: number): number => (mm / strip.developedMm) * count;
    const from = Math.max(0, Math.floor(index(fromMm - MARGIN_MM)));
    const first = last.line === line ? Math.max(from, last.index + 1) : from;
    const end = Math.min(count, Math.ceil(index(toMm + MARGIN_MM)));
    last = { line, index: end };
    const samples: Sample[] = [];
    for (let i = first; i <= end; i++) {
      const mm = (strip.developedMm * i) / count;
      const place = placeOnWire(bare, mm);
      if (place) samples.push({ wire: line, mm, at: place.at, along: place.direction });
    }
    return samples;
  });
}

function doubledStretches(
  strips: readonly Strip[],
  alongside: readonly Stretch[],
  thickMm: readonly number[],
): Doubled[] {
  const samples = samplesOf(strips, alongside, thickMm);
  const cell = Math.max(2 * STEP_MM, reachOf(Math.max(...thickMm)));
  const key = (x: number, y: number): number => x * 73_856_093 + y * 19_349_663;
  const grid = new Map<number, number[]>();
  samples.forEach((s, i) => {
    const k = key(Math.floor(s.at.x / cell), Math.floor(s.at.y / cell));
    const list = grid.get(k);
    if (list) list.push(i);
    else grid.set(k, [i]);
  });
  const partnerOf = (s: Sample): { other: Sample; apart: number } | null => {
    let best: { other: Sample; apart: number } | null = null;
    const [cx, cy] = [Math.floor(s.at.x / cell), Math.floor(s.at.y / cell)];
    for (let x = cx - 1; x <= cx + 1; x++) {
      for (let y = cy - 1; y <= cy + 1; y++) {
        for (const i of grid.get(key(x, y)) ?? []) {
          const o = samples[i]!;
          if (o.wire === s.wire && Math.abs(o.mm - s.mm) < 2.5 * thickMm[s.wire]!) continue;
          if (Math.abs(cross(s.along, o.along)) > PARALLEL) continue;
          const to = sub(o.at, s.at);
          const apart = cross(s.along, to);
          const reach = reachOf((thickMm[s.wire]! + thickMm[o.wire]!) / 2);
          if (Math.abs(apart) > reach || Math.abs(dot(s.along, to)) > 2 * STEP_MM) continue;
          if (!best || Math.abs(apart) < Math.abs(best.apart) - 1e-6) best = { other: o, apart };
        }
      }
    }
    return best;
  };
  const out: Doubled[] = [];
  let open: { s: Sample; other: Sample; apart: number }[] = [];
  const close = (): void => {
    const [first, last] = [open[0], open[open.length - 1]];
    if (first && last && last.s.mm - first.s.mm >= 2.5 * thickMm[first.s.wire]!) {
      const others = open.map((o) => o.other.mm);
      out.push({
        wire: first.s.wire,
        fromMm: first.s.mm,
        toMm: last.s.mm,
        other: {
          wire: first.other.wire,
          fromMm: Math.min(...others),
          toMm: Math.max(...others),
        },
        sameWay: dot(first.s.along, first.other.along) > 0,
        apartMm: open.reduce((sum, o) => sum + o.apart, 0) / open.length,
      });
    }
    open = [];
  };
  for (const s of samples) {
    const found = partnerOf(s);
    const last = open[open.length - 1];
    const goesOn =
      found &&
      last?.s.wire === s.wire &&
      last.other.wire === found.other.wire &&
      Math.abs(found.other.mm - last.other.mm) < 6 * STEP_MM &&
      s.mm - last.s.mm < 3 * STEP_MM;
    if (!goesOn) close();
    if (found) open.push({ s, ...found });
  }
  close();
  return out;
}
