import { twistedPair } from '../../element';
import { distance, type Vec } from '../../geometry';
import { boundAt, bundleSpot } from '../bundle';
import { middleMm, moved, type FormedWires } from '../ground';
import type { Act, ActOf } from './act';
import {
  beadsAlong,
  beadsMm,
  layBeads,
  layCurl,
  layFolded,
  layWeave,
  layWrap,
  nothingAt,
  roundMm,
  type Placed,
  type Spot,
} from './lay';
import { middleOf, wayBetween, type Foot, type Way } from './way';

/** One act of a led wire as it lies. */
export interface LedStep extends Placed {
  readonly act: Act;
  /** how the wire comes here; null where it begins, and for beads that lie on a way */
  readonly way: Way | null;
  /** twisted on its way with another wire so thick */
  readonly otherMm?: number;
}

/** A wire led from place to place. */
export interface Led {
  readonly steps: readonly LedStep[];
  /** tails left out, mm */
  readonly lengthMm: number;
  /** of that, beads threaded beyond the first and the last place */
  readonly tailBeadsMm: number;
}

/** A place further than this from any wire is not the one that it was put on, mm. */
const LOST_MM = 4;

const isPlaced = (act: Act): boolean => act.do !== 'bead' || act.at !== null;

type WayBead = ActOf<'bead'>;

/** Lays one act after the other; what lies already is asked by those that come. */
class Leading {
  readonly steps: LedStep[] = [];
  private readonly ways = new Map<string, readonly Vec[]>();
  private readonly onWire = new Map<Act, Spot>();
  private hand: Foot | null;
  /** beads on the wire since the last place */
  private waiting: { readonly act: WayBead; readonly index: number }[] = [];
  tailBeadsMm = 0;

  constructor(
    private readonly wires: FormedWires,
    private readonly d: number,
    private readonly item: string,
    private readonly acts: readonly Act[],
    start: Vec | null,
  ) {
    this.hand = start && { at: start, run: null, mm: 0 };
  }

  /** The middle of the way to an act before; of what begins a wire of its own, its tail. */
  private hungOn(way: string): Vec | null {
    const points = this.ways.get(way);
    if (points) return middleOf(points);
    return this.steps.find((s) => s.act.id === way && isPlaced(s.act))?.enter.at ?? null;
  }

  private spotOf(act: Act): Spot {
    if (!('on' in act)) return nothingAt(act.at ?? { x: 0, y: 0 });
    const hung = act.do === 'weave' || act.way === null ? null : this.hungOn(act.way);
    if (hung) {
      const round = { strands: 1, there: 1, bundle: [this.d], taken: [] };
      return { at: hung, run: null, round, trouble: null };
    }
    const known = this.onWire.get(act);
    if (known) return known;
    const spot = this.spotOnWire(act);
    this.onWire.set(act, spot);
    return spot;
  }

  private spotOnWire(act: ActOf<'wrap' | 'weave'>): Spot {
    const run = this.wires.runAt({ ...act.on, lengthMm: 0 });
    if (!run) return { at: act.on, run, round: null, trouble: 'no-wire' };
    const here = run.spot(middleMm(run)).at;
    const lost = distance(here, act.on) > LOST_MM ? 'lost' : null;
    if (act.do === 'weave') return { at: here, run, round: null, trouble: lost };
    const round = boundAt(this.wires, run, act.strands);
    const trouble = act.way !== null ? 'way-gone' : lost;
    return { at: bundleSpot(round)?.at ?? here, run, round, trouble };
  }

  lay(act: Act, index: number): void {
    if (act.do === 'bead' && act.at === null) {
      const at = this.hand?.at ?? { x: 0, y: 0 };
      const hereMm = (act.passes - 1) * beadsMm(act.beads) + roundMm(act, this.d);
      this.waiting.push({ act, index: this.steps.length });
      this.steps.push({ ...nothingAt(at), act, hereMm, way: null });
      return;
    }
    const next = this.acts.slice(index + 1).find(isPlaced);
    const placed = this.place(act, next ?? null);
    const twisted = act.do === 'twist' && !act.folded;
    const otherMm = twisted ? (this.wires.twistedWith(this.item, act.id) ?? this.d) : null;
    const way = this.hand && this.wayTo(act, placed.enter, otherMm ?? this.d);
    if (way) this.ways.set(act.id, way.points);
    const astray = this.hand && act.comes === 'along' && way?.comes !== 'along';
    const alone = act.do === 'twist' && !this.hand ? 'nothing-before' : null;
    const trouble = placed.trouble ?? alone ?? (astray ? 'not-along' : null);
    this.thread(way?.points ?? null, placed.enter.at, -1);
    this.steps.push({ ...placed, act, trouble, way, ...(otherMm !== null && { otherMm }) });
    this.hand = placed.leave;
  }

  private place(act: Act, next: Act | null): Placed {
    const spot = this.spotOf(act);
    const from = this.hand?.at ?? null;
    // What hangs on the way that is being made has no place yet.
    const hung = next?.do === 'wrap' && next.way === act.id;
    const goes = next && { at: hung ? null : this.spotOf(next).at, comes: next.comes };
    if (act.do === 'wrap') {
      return layWrap(this.wires, act, spot, this.d, from, goes, this.steps);
    }
    switch (act.do) {
      case 'weave':
        return layWeave(this.wires, act, spot, this.d, from, goes?.at ?? null);
      case 'bead':
        return layBeads(act, spot.at, this.d, from, goes?.at ?? null);
      case 'twist':
        return act.folded && this.hand ? layFolded(act, this.hand, this.d) : nothingAt(spot.at);
      case 'curl':
        return layCurl(act, from, goes?.at ?? null, this.d);
      case 'pass':
        return nothingAt(spot.at);
    }
  }

  /** The way to a place; straight where it cannot go along a wire. Beads on it take up at least their length. */
  private wayTo(act: Act, enter: Foot, otherMm: number): Way | null {
    const { hand, wires, d } = this;
    if (!hand || (act.do === 'twist' && act.folded)) return null;
    const plain =
      wayBetween(wires, hand, enter, act.comes, act.sagMm, d) ??
      wayBetween(wires, hand, enter, 'front', 0, d)!;
    const way =
      act.do === 'twist'
        ? { ...plain, lengthMm: twistedPair(plain.lengthMm, act.turns, d, otherMm).strandMm }
        : plain;
    const beads = this.waiting.reduce((sum, w) => sum + beadsMm(w.act.beads), 0);
    return { ...way, lengthMm: Math.max(way.lengthMm, beads) };
  }

  /** Beads that wait lie in the middle of the way, or on the tail beyond a place. */
  private thread(points: readonly Vec[] | null, at: Vec, out: -1 | 1): void {
    const beads = this.waiting.flatMap((w) => w.act.beads);
    const long = beadsMm(beads);
    if (!points) this.tailBeadsMm += long;
    const tail = [at, moved(at, { x: out, y: 0 }, long)];
    const lying = beadsAlong(beads, points ?? (out < 0 ? tail.reverse() : tail));
    for (const { act, index } of this.waiting) {
      const own = lying.splice(0, act.beads.length);
      this.steps[index] = { ...this.steps[index]!, beads: own, at: own[0]!.at };
    }
    this.waiting = [];
  }

  finish(): Led {
    this.thread(null, this.hand?.at ?? { x: 0, y: 0 }, 1);
    const used = this.steps.reduce((sum, s) => sum + s.hereMm + (s.way?.lengthMm ?? 0), 0);
    return {
      steps: this.steps,
      lengthMm: used + this.tailBeadsMm,
      tailBeadsMm: this.tailBeadsMm,
    };
  }
}

/**
 * Lays a wire from place to place, in order: what it goes round at each, counted from all that lies there,
 * and between them the way across, straight, hanging through, or along the wire that both are on.
 * @param start where it comes from, if it is not a wire of its own
 */
export function leadOn(
  wires: FormedWires,
  diameterMm: number,
  { id, acts }: { readonly id: string; readonly acts: readonly Act[] },
  start: Vec | null = null,
): Led {
  const leading = new Leading(wires, diameterMm, id, acts, start);
  acts.forEach((act, index) => leading.lay(act, index));
  return leading.finish();
}
