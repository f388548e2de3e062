import { z } from 'zod';
import { WORN_AS, type WornAs } from '../piece';
import { METAL_FACTS, type Metal, type Temper } from '../wire';

/** What a piece has to stand, by how it is worn. */
export interface Duty {
  /** caught somewhere and pulled away from where it hangs, N */
  readonly snagN: number;
  /** pressed across its width between finger and thumb, N */
  readonly squeezeN: number;
}

const force = z.number().min(0.05).max(100);
const dutySchema = z.strictObject({ snagN: force, squeezeN: force });
const duties = Object.fromEntries(WORN_AS.map((w) => [w, dutySchema])) as Record<
  WornAs,
  typeof dutySchema
>;

/** Where the verdict draws its lines. Typical values, open to change. */
export const limitsSchema = z.strictObject({
  /** the most that a hand with pliers bends again and again, N mm */
  handNmm: z.number().min(20).max(2_000),
  /** thickest soft copper that the cutter takes, mm */
  cutterMm: z.number().min(0.5).max(5),
  /** an earring heavier than this is felt, g */
  earG: z.number().min(0.5).max(50),
  /** a piece may give by this share of its size */
  giveShare: z.number().min(0.005).max(0.5),
  duty: z.strictObject(duties),
});
export type Limits = z.infer<typeof limitsSchema>;

/**
 * Typical values from bench practice, not laws: a sleeve's thread pulls with the weight of an egg,
 * finger and thumb press with that of a small apple. They are set so that closed frames come out as
 * makers choose them (30 to 50 mm in soft copper near 1.0 mm), and are open to change.
 */
export const DEFAULT_LIMITS: Limits = {
  handNmm: 200,
  cutterMm: 2.1,
  earG: 7,
  giveShare: 0.1,
  duty: {
    pendant: { snagN: 0.5, squeezeN: 1.4 },
    earring: { snagN: 0.4, squeezeN: 1.2 },
    charm: { snagN: 0.4, squeezeN: 1 },
    ring: { snagN: 2, squeezeN: 8 },
    'ear-cuff': { snagN: 0.5, squeezeN: 2 },
    bracelet: { snagN: 2, squeezeN: 5 },
    ornament: { snagN: 0.3, squeezeN: 1 },
  },
};

/** Pieces that are not hung from a point. */
export const isHung = (wornAs: WornAs): boolean =>
  wornAs !== 'ring' && wornAs !== 'ear-cuff' && wornAs !== 'bracelet';

/** A jolt while walking makes a hanging piece this many times as heavy (typical). */
export const JOLT = 3;

/** Least inside radius of a bend in wire diameters (handbook bend ratings of strip, taken for wire). */
const LEAST_BEND: Readonly<Record<Metal, Readonly<Record<Temper, number>>>> = {
  copper: { 'dead-soft': 0, 'half-hard': 0, hard: 0.5 },
  brass: { 'dead-soft': 0, 'half-hard': 0, hard: 0.75 },
  bronze: { 'dead-soft': 0, 'half-hard': 0, hard: 1 },
  'fine-silver': { 'dead-soft': 0, 'half-hard': 0, hard: 0.25 },
  'sterling-silver': { 'dead-soft': 0, 'half-hard': 0, hard: 0.5 },
  'gold-filled': { 'dead-soft': 0, 'half-hard': 0, hard: 0.5 },
  aluminium: { 'dead-soft': 0, 'half-hard': 0, hard: 0.5 },
  'stainless-steel': { 'dead-soft': 0, 'half-hard': 0.5, hard: 1.5 },
  steel: { 'dead-soft': 0, 'half-hard': 0.5, hard: 1.5 },
  niobium: { 'dead-soft': 0, 'half-hard': 0.25, hard: 0.5 },
  titanium: { 'dead-soft': 0.5, 'half-hard': 1.5, hard: 2.5 },
};
export const leastBend = (metal: Metal, temper: Temper): number => LEAST_BEND[metal][temper];

/**
 * The thickest wire of a metal that a cutter takes, if it takes soft copper of so many mm. A cut
 * strains the wire past hard, so what counts is the hard flow stress times the cross-section.
 */
export const thickestCut = (metal: Metal, cutterMm: number): number =>
  cutterMm * Math.sqrt(METAL_FACTS.copper.flowMPa.hard / METAL_FACTS[metal].flowMPa.hard);

/** Fully plastic moment of round wire, s d^3 / 6, N mm: what it takes to bend it at all. */
export const plasticMoment = (flowMPa: number, diameterMm: number): number =>
  (flowMPa * diameterMm ** 3) / 6;

/** Ear wires go through a piercing up to this thick, mm (usual: 0.6 to 1.0). */
export const PIERCING_MM = 1.05;
/** A line thinner or thicker than these shares of the figure's size looks spidery or clumsy. */
export const LINE_SHARE = { least: 1 / 50, most: 1 / 9 } as const;
