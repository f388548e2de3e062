import { scaling } from '../geometry';
import { endKindOf, type WireEnd } from '../end';
import { valueOf, withinControl, type Fields, type Scale } from '../field';
import { kindOf, type Bead, type PieceItem } from '../item';
import { mapBeads, mapFigure, type Piece, type Wire, type WireEnds } from '../piece';
import { awgToMm, mmToAwg } from '../units';
import { acrossFor, inThickness, strandMm } from '../wire';

/** How what is not the figure follows when a piece is made larger or smaller. */
export interface VariantRules {
  /**
   * The wire's thickness: as it is; in proportion; or as stiff for its size, by which it grows with
   * the 3/4 power. A frame of size L bends under a snag of the same force by L^3 / d^4, a share L^2 / d^4
   * of its size, which stays for d ~ L^(1/2); in proportion is d ~ L. Half way between is a rule of
   * thumb, not a law.
   */
  readonly wire: 'same' | 'proportional' | 'stiff';
  /** loops, bails, opening of spirals */
  readonly loops: 'same' | 'proportional';
  /** beads; in proportion they are rounded to half millimetres */
  readonly beads: 'same' | 'proportional';
  /** gauges that are sold, else any thickness */
  readonly wholeGauges: boolean;
}

export const DEFAULT_RULES: VariantRules = {
  wire: 'stiff',
  loops: 'same',
  beads: 'proportional',
  wholeGauges: true,
};

const POWER = { same: 0, proportional: 1, stiff: 0.75 } as const;

/** The thickness that follows a rule, mm. */
export function variantWire(diameterMm: number, factor: number, rules: VariantRules): number {
  const wished = diameterMm * factor ** POWER[rules.wire];
  if (rules.wire === 'same') return diameterMm;
  const clipped = Math.min(5, Math.max(0.08, wished));
  return rules.wholeGauges
    ? Number(awgToMm(Math.min(40, Math.max(-4, Math.round(mmToAwg(clipped))))).toFixed(3))
    : Number(clipped.toFixed(2));
}

const half = (mm: number): number => Math.max(0.5, Math.round(2 * mm) / 2);

function scaledBead(bead: Bead, factor: number): Bead {
  return {
    ...bead,
    lengthMm: half(bead.lengthMm * factor),
    acrossMm: half(bead.acrossMm * factor),
    holeMm: Math.max(0.1, Number((bead.holeMm * factor).toFixed(2))),
    grams: Number((bead.grams * factor ** 3).toFixed(3)),
  };
}

/** The piece larger or smaller by a factor, everything else by the rules; counts follow the stretches. */
export function variantOf(piece: Piece, factor: number, rules: VariantRules): Piece {
  const scaled = mapFigure(piece, scaling(factor));
  const larger =
    rules.beads === 'proportional' ? mapBeads(scaled, (b) => scaledBead(b, factor)) : scaled;
  // A rope is twisted of wire that follows the rules.
  const thicker = <T extends Readonly<Wire>>(wire: T): T =>
    inThickness(wire, acrossFor(wire, variantWire(strandMm(wire), factor, rules)));
  const times = (value: number, by: number): number => Number((value * by).toFixed(3));
  const by: Readonly<Record<Scale, number>> = {
    size: factor,
    loop: rules.loops === 'proportional' ? factor : 1,
    wire: thicker(piece.wire).diameterMm / piece.wire.diameterMm,
  };
  /** The numbers of fields that follow the piece, within what can be chosen. */
  const followed = (
    fields: Fields,
    valueOf: (key: string) => unknown,
  ): Readonly<Record<string, unknown>> =>
    Object.fromEntries(
      Object.entries(fields).flatMap(([key, { control, scales }]) => {
        const value = valueOf(key);
        if (!scales || by[scales] === 1) return [];
        const follows = (v: unknown): unknown => (typeof v === 'number' ? times(v, by[scales]) : v);
        const scaled: unknown = Array.isArray(value) ? value.map(follows) : follows(value);
        return scaled === value ? [] : [[key, withinControl(scaled, control)]];
      }),
    );
  const scaledItem = (item: PieceItem): PieceItem => {
    const changed = followed(kindOf(item).fields, (key) => valueOf(item, key));
    const larger = { ...item, ...changed };
    if ('thread' in larger && typeof larger.thread !== 'string') {
      Object.assign(larger, { thread: thicker(larger.thread) });
    }
    return larger;
  };
  const scaledEnd = (end: WireEnd): WireEnd => ({
    ...end,
    ...followed(endKindOf(end).fields, (key) => valueOf(end, key)),
  });
  const ends = <T extends WireEnds>(p: T): T => ({
    ...p,
    start: scaledEnd(p.start),
    end: scaledEnd(p.end),
    seam: {
      ...p.seam,
      overlapMm: times(p.seam.overlapMm, by.loop),
      loopInsideMm: times(p.seam.loopInsideMm, by.loop),
    },
  });
  return {
    ...larger,
    wire: thicker(piece.wire),
    stocks: piece.stocks.map(thicker),
    paths: larger.paths.map(ends),
    route: larger.route && { ...larger.route, ends: larger.route.ends.map(ends) },
    dressing: larger.dressing.map(scaledItem),
    // Wishes for single bends are for the tools of the former size.
    bendEdits: [],
  };
}

/** Share of a pendant's size at which its earrings are first proposed. */
export const EARRING_SHARE = 0.55;

/** An earring to a pendant: smaller, worn as a mirrored pair. */
export function earringOf(piece: Piece, share: number, rules: VariantRules): Piece {
  const smaller = variantOf(piece, share, rules);
  const dressing = smaller.dressing.filter((i) => !kindOf(i).nature?.(i).neck);
  return {
    ...smaller,
    dressing,
    making: { ...smaller.making, wornAs: 'earring', pair: 'one-by-one' },
  };
}
