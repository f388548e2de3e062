import {
  groundOf,
  hostWires,
  isRefused,
  nearestPlaces,
  partWires,
  type Dressing,
  type FormedGround,
} from '../dressing';
import { kindOf, type Thread } from '../item';
import { distance, type Vec } from '../geometry';
import type { Piece } from '../piece';
import { endForm, endKindOf, type WireEnd } from '../end';
import type { Plan, WireCrossing } from '../plan';

/** A place on a wire: its index and mm on its blank. */
export interface WirePlace {
  readonly wire: number;
  readonly mm: number;
}

/** Two places of the frame that hold each other. */
export interface Tie {
  readonly a: WirePlace;
  readonly b: WirePlace;
  /** a pin lets both turn; fast does not; a thread is a thin wire from one to the other */
  readonly how: 'pin' | 'fast' | { readonly thread: Thread };
}

/**
 * How the two ends of a closed wire hold each other: fast; together but free to turn, because the
 * piece hangs there and what it hangs from goes round both; or not at all.
 */
export type SeamHold = 'fast' | 'hung' | 'open';

export interface Ties {
  readonly ties: readonly Tie[];
  /** for each wire its seam; null for a wire with two ends of its own */
  readonly seams: readonly (SeamHold | null)[];
}

/** A seam is held by a binding of several wires, or by what the piece hangs from, this near to it, mm. */
const SEAM_MM = 3;
/** Ends this near to another pass, in wire diameters, are soldered or glued to it. */
const TOUCH = 1.3;

const itemTies = (ground: FormedGround, { items }: Dressing): Tie[] =>
  items.flatMap((d): readonly Tie[] =>
    isRefused(d) ? [] : (kindOf(d.item).ties?.(ground.at(d.item.on), d.item) ?? []),
  );

/** Wires of parts that are joined to the rest: a loop or ring swings, a binding holds. */
function partTies(ground: FormedGround): Tie[] {
  const { piece, plan } = ground;
  return piece.parts.flatMap((part): Tie[] => {
    const own = partWires(plan, part);
    const near = nearestPlaces(ground, own, hostWires(piece, plan, part));
    return near ? [{ a: near.a, b: near.b, how: 'pin' }] : [];
  });
}

/** How far from its end a loop or hook goes round another wire, mm; 0 for an end that goes round none. */
const loopReach = (end: WireEnd): number =>
  (endForm(end, { diameterMm: 1 }).eye?.insideMm ?? 0) / 2;

/** A crossing nearer to an end than so many diameters is one that the end slips out of. */
const SLIPS = 4;

/** Of more crossings than this only so many are taken into the frame, evenly spread. */
const MOST_CROSSINGS = 100;

/**
 * Passes that lie on each other where they cross do not part in the plane: not those of one wire, nor
 * those of two wires that cross more than once; but they turn.
 */
function crossingTies({ crossings, wires, diameterMm }: Plan): Tie[] {
  const pair = (c: WireCrossing): string =>
    [c.firstWire, c.secondWire].sort((a, b) => a - b).join(' ');
  const count = new Map<string, number>();
  for (const c of crossings) count.set(pair(c), (count.get(pair(c)) ?? 0) + 1);
  const slips = (w: number, mm: number): boolean => {
    const { closed, developedMm } = wires[w]!;
    return !closed && Math.min(mm, developedMm - mm) < SLIPS * diameterMm;
  };
  const step = Math.ceil(crossings.length / MOST_CROSSINGS);
  return crossings.flatMap((c, i): Tie[] => {
    if (i % step !== 0) return [];
    if (c.firstWire !== c.secondWire && count.get(pair(c))! < 2) return [];
    if (slips(c.firstWire, c.firstMm) || slips(c.secondWire, c.secondMm)) return [];
    const a = { wire: c.firstWire, mm: c.firstMm };
    return [{ a, b: { wire: c.secondWire, mm: c.secondMm }, how: 'pin' }];
  });
}

/** Ends further apart than this are not hooked into each other, mm beside their hooks. */
const HOOKED_MM = 2;

/** Ends with a hook or loop that meet another such end: hooked into each other. */
function hookedTies({ plan, lines }: FormedGround): Tie[] {
  const ends = plan.wires.flatMap((wire, w) =>
    wire.closed
      ? []
      : (['start', 'end'] as const).flatMap((which) => {
          const reach = loopReach(wire.ends[which]);
          const { points } = lines[w]!;
          const at = which === 'start' ? points[0]! : points[points.length - 1]!;
          return reach > 0 ? [{ w, mm: which === 'start' ? 0 : wire.developedMm, at, reach }] : [];
        }),
  );
  return ends.flatMap((a, i) =>
    ends
      .slice(i + 1)
      .flatMap((b): Tie[] =>
        distance(a.at, b.at) <= a.reach + b.reach + HOOKED_MM
          ? [{ a: { wire: a.w, mm: a.mm }, b: { wire: b.w, mm: b.mm }, how: 'pin' }]
          : [],
      ),
  );
}

/** What holds a frame together: crossings, hooked ends, bindings, weaves, beads across, joined parts, tucked ends, closed seams. */
export function tiesOf(
  piece: Piece,
  plan: Plan,
  dressing: Dressing | null,
  holds: readonly Vec[],
): Ties {
  const ground = groundOf(piece, plan);
  const bonded = piece.making.closing !== 'mechanical';
  const d = plan.diameterMm;
  const ties: Tie[] = dressing ? itemTies(ground, dressing) : [];
  const bound = ties.filter((t) => typeof t.how === 'string');
  ties.push(...partTies(ground), ...crossingTies(plan), ...hookedTies(ground));
  const seams = plan.wires.map((wire, w): SeamHold | null => {
    if (!wire.closed) {
      (['start', 'end'] as const).forEach((which) => {
        const end = wire.ends[which];
        const loop = loopReach(end);
        if (!bonded && !endKindOf(end).winds && loop === 0) return;
        const mm = which === 'start' ? 0 : wire.developedMm;
        const run = ground.runAt({ ...endPoint(ground, w, which), lengthMm: 0 });
        const reach = TOUCH * d + (bonded ? 0 : loop);
        const other =
          run && ground.passesBeside({ ...run, wire: w, fromMm: mm, toMm: mm }, reach)[0];
        if (!other) return;
        const how = bonded ? 'fast' : 'pin';
        ties.push({ a: { wire: w, mm }, b: { wire: other.wire, mm: other.mm }, how });
      });
      return null;
    }
    if (bonded || wire.ends.seam.join === 'loops') return 'fast';
    const isSeam = ({ wire: own, mm }: WirePlace): boolean =>
      own === w && (mm <= SEAM_MM || mm >= wire.developedMm - SEAM_MM);
    const bindsSeam = bound.some((t) => isSeam(t.a) || isSeam(t.b));
    // An overlap lies beside the wire's first stretch; ends that butt are wrapped only right over them.
    const { join, overlapMm } = wire.ends.seam;
    const reach = join === 'overlap' ? overlapMm : 0;
    const wrapped = (dressing?.items ?? []).some((d) => {
      if (isRefused(d)) return false;
      const kind = kindOf(d.item);
      const covers = d.spans.some(
        ({ wire: own, fromMm, toMm }) =>
          own === w && [0, wire.developedMm].some((seam) => fromMm < seam + reach && toMm > seam),
      );
      if (kind.traits.holdsSeam && covers) return true;
      if (kind.traits.crosses && bindsSeam) return true;
      // Such as a bail made from wire, wound on both sides of it.
      const seam = wire.seamPlace;
      return (
        seam !== null &&
        distance(d.item.on, seam) < 2 * SEAM_MM &&
        (kind.nature?.(d.item).holdsSeam ?? false)
      );
    });
    if (wrapped) return 'fast';
    const { seamPlace } = wire;
    return seamPlace && holds.some((h) => distance(h, seamPlace) < SEAM_MM) ? 'hung' : 'open';
  });
  return { ties, seams };
}

function endPoint(ground: FormedGround, wire: number, which: 'start' | 'end'): Vec {
  const { points } = ground.lines[wire]!;
  return which === 'start' ? points[0]! : points[points.length - 1]!;
}
