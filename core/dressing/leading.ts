import { add, distance, norm, scale, sub, unit, type Vec } from '../geometry';
import {
  ACT_LIMITS,
  beadAct,
  freshActId,
  middleMm,
  middleOfWay,
  pastMiddleOfWay,
  chosenPlace,
  curlAct,
  passAct,
  plainBead,
  twistAct,
  weaveAct,
  withPlaces,
  wrapAct,
  type Act,
  type ActOf,
  type LaidAct,
  type PieceItem,
  type Run,
  type StretchPlace,
} from '../item';
import type { Piece } from '../piece';
import { alongFigure, nearestWire, type Plan } from '../plan';
import { say, type Said } from '../words';
import { overMiddle, placesOf, type Again } from './again';
import { stretchPlace } from './edit';
import type { FormedGround } from './ground';

/** A wire that is led from place to place. */
export type LedItem = Extract<PieceItem, { acts: Act[] }>;
export const isLed = (item: PieceItem): item is LedItem => 'acts' in item;

/** A place that a wire can be led to. */
export interface LeadSpot {
  readonly at: Vec;
  readonly on: StretchPlace;
  /** what hangs there already: the way to an act */
  readonly way: string | null;
  readonly name: Said;
}

/** What is done at a place that is pressed. */
export type LeadTool = Act['do'];

/** A bend that turns less than this is no place of its own, radians. */
const BEND_RAD = Math.PI / 9;
/** Places this near to each other are one, mm, or in thicknesses of the wire that they are on. */
const ONE_PLACE_MM = 0.5;
const SAME_PLACE = 1.5;

const spotAt = (plan: Plan, wire: number, mm: number, name: Said): LeadSpot[] => {
  const on = stretchPlace(plan, { wire, fromMm: mm, toMm: mm });
  return on ? [{ at: { x: on.x, y: on.y }, on, way: null, name }] : [];
};

/** A place so far from a wire's first end, as its strip is marked: its end and what it takes on its way count. */
export function spotAlong(plan: Plan, wire: number, blankMm: number): LeadSpot | null {
  const own = plan.wires[wire];
  if (!own) return null;
  const mm = Math.min(own.developedMm, Math.max(0, alongFigure(own, blankMm)));
  return spotAt(plan, wire, mm, say`along wire ${wire + 1}`)[0] ?? null;
}

/** The places of a figure that have a name: ends, bends, crossings, and ways of the wire itself. */
export function leadSpots(plan: Plan, acts: readonly LaidAct[]): LeadSpot[] {
  const several = plan.wires.length > 1;
  const of = (wire: number): Said => (several ? say` of wire ${wire + 1}` : say``);
  const crossings = plan.crossings.flatMap((c, i) =>
    spotAt(plan, c.secondWire, c.secondMm, say`crossing ${i + 1}`),
  );
  const onWires = plan.wires.flatMap((wire, w) => [
    ...(wire.closed ? [] : spotAt(plan, w, 0, say`first end${of(w)}`)),
    ...wire.bends.flatMap((b, i) =>
      Math.abs(b.angleRad) < BEND_RAD
        ? []
        : spotAt(plan, w, b.middleMm, say`bend ${i + 1}${of(w)}`),
    ),
    ...(wire.closed ? [] : spotAt(plan, w, wire.developedMm, say`last end${of(w)}`)),
  ]);
  const ways = acts.flatMap((act, i): LeadSpot[] => {
    if (act.way.length < 2) return [];
    const at = middleOfWay(act.way);
    const on = { ...at, lengthMm: 0 };
    return [{ at, on, way: act.id, name: say`middle of the way to ${i + 1}` }];
  });
  return [...crossings, ...onWires, ...ways];
}

/** The place that is meant by a point: a named one if it is near, else on the wire; null far from any. */
export function leadSpot(
  ground: FormedGround,
  spots: readonly LeadSpot[],
  to: Vec,
  nearMm: number,
): LeadSpot | null {
  const near = spots
    .filter((s) => distance(s.at, to) <= nearMm)
    .sort((a, b) => distance(a.at, to) - distance(b.at, to));
  if (near[0]) return near[0];
  const foot = nearestWire(ground.lines, to);
  if (!foot || foot.farMm > 2 * nearMm) return null;
  return spotAt(ground.plan, foot.wire, foot.mm, say`on wire ${foot.wire + 1}`)[0] ?? null;
}

/** The item with other acts; it is where the first of them is. */
export function withActs(item: LedItem, acts: Act[]): LedItem {
  const first = acts.find(
    (a): a is ActOf<'wrap' | 'weave'> => a.do === 'weave' || (a.do === 'wrap' && a.way === null),
  );
  const on = item.kind === 'led' && first ? first.on : item.on;
  return { ...item, acts, on };
}

/** The item with acts put in after another; null puts them last. */
export function withActsAfter(item: LedItem, added: readonly Act[], after: string | null): LedItem {
  const at = item.acts.findIndex((a) => a.id === after);
  const cut = at < 0 ? item.acts.length : at + 1;
  return withActs(item, [...item.acts.slice(0, cut), ...added, ...item.acts.slice(cut)]);
}

export const withAct = (item: LedItem, act: Act): LedItem =>
  withActs(
    item,
    item.acts.map((a) => (a.id === act.id ? act : a)),
  );

/** What is chosen about an act, its place left out. */
function choicesOf(act: Act): string {
  const { id: _id, ...own } = act;
  const placed =
    own.do === 'wrap'
      ? { on: own.on.lengthMm, way: own.way !== null }
      : own.do === 'weave'
        ? { on: own.on.lengthMm, to: null }
        : { at: null };
  return JSON.stringify({ ...own, sagMm: Math.abs(own.sagMm), ...placed });
}

/** Acts of which all is chosen alike but their places, itself among them. */
export function actsAlike(item: LedItem, act: Act): Act[] {
  const wanted = choicesOf(act);
  return item.acts.filter((a) => choicesOf(a) === wanted);
}

/** An act changed, and what is chosen about it in all that are alike; places stay, and so does the side it hangs to. */
export function withActAlike(item: LedItem, act: Act, next: Act): LedItem {
  const alike = new Set(actsAlike(item, act).map((a) => a.id));
  return withActs(
    item,
    item.acts.map((a): Act => {
      if (a.id === act.id || !alike.has(a.id)) return a.id === act.id ? next : a;
      const sagMm = a.sagMm === 0 ? next.sagMm : Math.sign(a.sagMm) * Math.abs(next.sagMm);
      if (a.do === 'wrap' && next.do === 'wrap') {
        const on = { ...a.on, lengthMm: next.on.lengthMm };
        return { ...next, id: a.id, on, way: a.way, sagMm };
      }
      if (a.do === 'weave' && next.do === 'weave') {
        return { ...next, id: a.id, on: { ...a.on, lengthMm: next.on.lengthMm }, to: a.to, sagMm };
      }
      if ('on' in a || 'on' in next || a.do !== next.do) return a;
      return { ...next, id: a.id, at: a.at, sagMm } as Act;
    }),
  );
}

export const withoutAct = (item: LedItem, id: string): LedItem =>
  withActs(
    item,
    item.acts.filter((a) => a.id !== id),
  );

/** An act earlier or later by one. */
export function withActMoved(item: LedItem, id: string, by: 1 | -1): LedItem {
  const from = item.acts.findIndex((a) => a.id === id);
  const to = from + by;
  if (from < 0 || to < 0 || to >= item.acts.length) return item;
  const acts = [...item.acts];
  [acts[from], acts[to]] = [acts[to]!, acts[from]!];
  return withActs(item, acts);
}

/** What is done at a place, like the act before it of that kind. */
export function newAct(item: LedItem, tool: LeadTool, at: Vec, spot: LeadSpot | null): Act | null {
  if (item.acts.length >= ACT_LIMITS.acts) return null;
  const id = freshActId(item.acts);
  const last = item.acts.findLast((a) => a.do === tool);
  if (tool === 'pass') return passAct(id, at);
  if (tool === 'twist') return last?.do === tool ? { ...last, id, at } : twistAct(id, at);
  if (tool === 'curl') return last?.do === tool ? { ...last, id, at } : curlAct(id, at);
  if (tool === 'bead') {
    const beads = last?.do === 'bead' ? last.beads : [plainBead()];
    return beadAct(id, at, beads);
  }
  if (!spot) return null;
  if (tool === 'weave') {
    return last?.do === tool
      ? { ...last, id, on: { ...spot.on, lengthMm: last.on.lengthMm }, to: null }
      : weaveAct(id, spot.on);
  }
  const wraps = last?.do === 'wrap' ? last.wraps : 2;
  return { ...wrapAct(id, spot.on, wraps), way: spot.way };
}

/** Acts of which each has a free id, as many as a wire can do. */
function numbered(item: LedItem, acts: readonly Act[]): Act[] {
  const all: Act[] = [...item.acts];
  return acts.slice(0, ACT_LIMITS.acts - item.acts.length).map((act) => {
    const own = { ...act, id: freshActId(all) };
    all.push(own);
    return own;
  });
}

/** Whether an act is at a place already, or so near to it. */
const isTaken = (acts: readonly Act[], at: Vec, withinMm: number): boolean =>
  acts.some((a) => a.do === 'wrap' && a.way === null && distance(a.on, at) < withinMm);

/** Where an act is put; null for what hangs on a way, or lies on one. */
const placeOf = (act: Act): Vec | null =>
  act.do === 'wrap' && act.way !== null ? null : chosenPlace(act);

const isOnTheWay = (act: Act): boolean => act.do === 'bead' && act.at === null;

/**
 * Acts on the other side, in the opposite order, so that the wire goes on from the middle outwards. Each way is
 * gone the other way round: it leads to the place that it came from, and hangs to the same hand, turned
 * about by both.
 */
function mirroredOver(piece: Piece, item: LedItem): Act[] {
  const other = withPlaces(item, overMiddle(piece), 1);
  return other.acts
    .map((act, i): Act => {
      const after = isOnTheWay(act)
        ? undefined
        : item.acts.slice(i + 1).find((a) => !isOnTheWay(a));
      return after ? { ...act, comes: after.comes, sagMm: after.sagMm } : { ...act, sagMm: 0 };
    })
    .filter((act, i) => {
      const [there, here] = [placeOf(act), placeOf(item.acts[i]!)];
      if (isOnTheWay(act)) return true;
      return there !== null && here !== null && distance(there, here) > ONE_PLACE_MM;
    })
    .toReversed();
}

/**
 * The same as one act at other places, put in after it in the order in which the wire comes by.
 * @returns how many were added
 */
export function actAgain(
  ground: FormedGround,
  item: LedItem,
  id: string,
  how: Again,
): { readonly item: LedItem; readonly added: number } {
  const { piece, plan } = ground;
  const act = item.acts.find((a) => a.id === id);
  const nothing = { item, added: 0 };
  if (how.by === 'mirror') {
    const acts = numbered(item, mirroredOver(piece, item));
    return { item: withActsAfter(item, acts, null), added: acts.length };
  }
  if (!act || !('on' in act) || (act.do === 'wrap' && act.way !== null)) return nothing;
  const run = ground.runAt({ ...act.on, lengthMm: 0 });
  if (!run) return nothing;
  const from = middleMm(run);
  // Both corners at the foot of a folded ray are one place; what is spaced by a length is placed by it.
  const thickMm = how.by === 'spacing' ? 0 : ground.thickMm[run.wire]!;
  const nearMm = Math.max(ONE_PLACE_MM, SAME_PLACE * thickMm);
  // On its own wire onward from here, round a closed one; then on the others.
  const { developedMm, closed } = plan.wires[run.wire]!;
  const onward = ({ wire, mm }: { wire: number; mm: number }): number => {
    if (wire !== run.wire) return (1 + wire) * 1e6 + mm;
    const by = mm - from;
    return by >= 0 ? by : by + (closed ? developedMm : 1e5);
  };
  const places = placesOf(plan, run, how).sort((a, b) => onward(a) - onward(b));
  const acts: Act[] = [];
  for (const { wire, mm } of places) {
    const on = stretchPlace(plan, { wire, fromMm: mm, toMm: mm });
    if (!on || isTaken([...item.acts, ...acts], on, nearMm)) continue;
    acts.push({ ...act, on: { ...on, lengthMm: act.on.lengthMm } });
  }
  const own = numbered(item, acts);
  return { item: withActsAfter(item, own, id), added: own.length };
}

/** Beside a bead is so far from its edge, mm. */
const BESIDE_MM = 0.3;

const lastOf = (item: LedItem, count: number): Act[] => item.acts.slice(-count);

/** The beads of an act on each way of the last acts that has none yet. */
export function beadedWays(
  item: LedItem,
  id: string,
  count: number,
): { readonly item: LedItem; readonly added: number } {
  const bead = item.acts.find((a) => a.id === id);
  if (!bead || !isOnTheWay(bead)) return { item, added: 0 };
  const last = new Set(lastOf(item, count));
  const bare = item.acts.filter((a, i) => {
    const before = item.acts[i - 1];
    return before && last.has(a) && !isOnTheWay(a) && !isOnTheWay(before);
  });
  const added = numbered(
    item,
    bare.map(() => bead),
  );
  const acts = item.acts.flatMap((a) => {
    const own = added[bare.indexOf(a)];
    return own ? [own, a] : [a];
  });
  return { item: withActs(item, acts), added: added.length };
}

const middleOf = (points: readonly Vec[]): Vec =>
  scale(
    points.reduce((sum, p) => add(sum, p), { x: 0, y: 0 }),
    1 / points.length,
  );

/** A place further along the wire that it is on, away from a point; null beyond the wire's end. */
function furtherOut(
  { plan }: FormedGround,
  run: Run,
  from: Vec,
  outMm: number,
): StretchPlace | null {
  const mm = middleMm(run);
  const far = (by: number): number => distance(run.spot(mm + by).at, from);
  const to = mm + (far(0.2) >= far(-0.2) ? 1 : -1) * outMm;
  const { developedMm, closed } = plan.wires[run.wire]!;
  const within = closed || (to >= 0 && to <= developedMm);
  return within ? stretchPlace(plan, { wire: run.wire, fromMm: to, toMm: to }) : null;
}

/** An act further out from a point, on its wire or straight away from it; null where it would leave its wire. */
function actFurtherOut(ground: FormedGround, act: Act, from: Vec, outMm: number): Act | null {
  if (!('on' in act)) {
    if (act.at === null) return act;
    const off = sub(act.at, from);
    return norm(off) < 1e-9 ? act : { ...act, at: add(act.at, scale(unit(off), outMm)) };
  }
  const run =
    act.do === 'weave' || act.way === null ? ground.runAt({ ...act.on, lengthMm: 0 }) : null;
  const on = run && furtherOut(ground, run, from, outMm);
  return on && { ...act, on: { ...on, lengthMm: act.on.lengthMm } };
}

/**
 * The last acts again, so many times, each time further out from their middle along the wires that they are
 * on: rounds of a net on spokes.
 * @param wraps other turns than theirs; null keeps them
 */
export function roundsOut(
  ground: FormedGround,
  item: LedItem,
  count: number,
  times: number,
  outMm: number,
  wraps: number | null,
): { readonly item: LedItem; readonly added: number } {
  const own = lastOf(item, count);
  const ats = own.flatMap((a) => (a.do === 'wrap' ? [a.on] : []));
  if (ats.length === 0) return { item, added: 0 };
  const middle = middleOf(ats);
  const acts = Array.from({ length: times }, (_, k) =>
    own.flatMap((a) => actFurtherOut(ground, a, middle, (k + 1) * outMm) ?? []),
  ).flat();
  const added = numbered(
    item,
    acts.map((a): Act => (a.do === 'wrap' && wraps !== null ? { ...a, wraps } : a)),
  );
  return { item: withActsAfter(item, added, null), added: added.length };
}

/** The hand to which a way hangs towards a point: 1 to the right of someone going along it. */
export function handTowards(from: Vec, to: Vec, middle: Vec): 1 | -1 {
  const [along, off] = [sub(to, from), sub(middle, from)];
  return along.x * off.y - along.y * off.x >= 0 ? 1 : -1;
}

/**
 * Rounds more of a web: the wire goes on to the middle of the way after the first of the last acts, and so on
 * round, each time hanging through; the next round hangs in that.
 * @param sagMm how far, towards the middle of the last round
 */
export function hungRounds(
  item: LedItem,
  laid: readonly LaidAct[],
  count: number,
  rounds: number,
  wraps: number,
  sagMm: number,
): { readonly item: LedItem; readonly added: number } {
  const own = lastOf(item, count);
  const ats = laid.filter((l) => own.some((a) => a.id === l.id)).map((l) => l.at);
  if (own.length < 2 || ats.length < 2) return { item, added: 0 };
  const sag = sagMm * handTowards(ats[0]!, ats[1]!, middleOf(ats));
  const places = new Map<string, Vec>(laid.map((l) => [l.id, l.at]));
  let next = item;
  for (let round = 0; round < rounds; round++) {
    next = withHungRound(next, places, own.length, wraps, sag);
  }
  return { item: next, added: rounds * own.length };
}

/** A web with one round more; the places of its acts are written down. */
function withHungRound(
  item: LedItem,
  places: Map<string, Vec>,
  count: number,
  wraps: number,
  sag: number,
): LedItem {
  const own = lastOf(item, count);
  const ids = numbered(item, own).map((a) => a.id);
  // The last of the round hangs on the way that leads to its own first.
  const ways = [...own.slice(1).map((a) => a.id), ids[0]!];
  const added = ids.map((id, i): Act => {
    const at = places.get(ways[i]!)!;
    places.set(id, at);
    return {
      ...wrapAct(id, { x: at.x, y: at.y, lengthMm: 0 }, wraps),
      sagMm: sag,
      way: ways[i]!,
    };
  });
  return withActsAfter(item, added, null);
}

/** How far from the middle of a way the beads on it reach, mm; 0 where it has none. */
function beadsReach(act: Act | undefined): number {
  if (act?.do !== 'bead' || !isOnTheWay(act)) return 0;
  const long = act.beads.reduce((sum, b) => sum + b.lengthMm, 0);
  const last = act.beads.at(-1)!;
  return long / 2 - last.lengthMm / 2 + Math.max(last.lengthMm, last.acrossMm) / 2 + BESIDE_MM;
}

/**
 * The last round of a web drawn together: the wire goes through the middles of the ways of the last acts, once
 * round and through the first again. Where beads lie in the middle it goes through beside them.
 */
export function drawnTogether(
  item: LedItem,
  laid: readonly LaidAct[],
  count: number,
): { readonly item: LedItem; readonly added: number } {
  const own = lastOf(item, count);
  const middles = own.flatMap((a) => {
    const way = laid.find((l) => l.id === a.id)?.way ?? [];
    const before = item.acts[item.acts.indexOf(a) - 1];
    return way.length > 1 ? [pastMiddleOfWay(way, beadsReach(before))] : [];
  });
  const [first] = middles;
  if (middles.length < 2 || !first) return { item, added: 0 };
  const added = numbered(
    item,
    [...middles, first].map((at) => passAct('', at)),
  );
  return { item: withActsAfter(item, added, null), added: added.length };
}
