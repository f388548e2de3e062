import { z } from 'zod';
import { WORN_AS, type WornAs } from '../piece';
import { METAL_FACTS, strandMm, strandsIn, type Metal, type Round, type Temper } from '../wire';

/** What a piece has to stand, by how it is worn. */
export interface Duty {
  /** touched at any of its places while it is held by its middle: put on, dressed, laid down, N */
  readonly touchN: number;
  /** caught somewhere and pulled away from where it is held, N: what is worn where sleeves pass */
  readonly snagN: number;
  /** a closed cell of it pressed across between finger and thumb, N */
  readonly squeezeN: number;
}

const force = z.number().min(0).max(100);
const dutySchema = z.strictObject({ touchN: force, snagN: force, squeezeN: force });
const duties = Object.fromEntries(WORN_AS.map((w) => [w, dutySchema])) as Record<
  WornAs,
  typeof dutySchema
>;

/** How a finished piece turned out in the maker's hands. */
export const FELT = ['floppy', 'right', 'stiff'] as const;
export type Felt = (typeof FELT)[number];

/** A share beyond this says nothing more. */
export const MOST_SHARE = 1e6;

const feltSchema = z.strictObject({
  id: z.string().min(1).max(80),
  name: z.string().max(120),
  /** what it took of what it may when that was said, and up to what it was still delicate */
  share: z.number().min(0).max(MOST_SHARE),
  mayBe: z.number().min(1).max(100),
  felt: z.enum(FELT),
  said: z.string().max(40),
});
export type Experience = z.infer<typeof feltSchema>;

/** So many pieces that were felt are kept; the oldest go. */
export const MOST_FELT = 200;

const limitsShape = z.strictObject({
  /** the most that a hand with pliers bends again and again, N mm */
  handNmm: z.number().min(20).max(2_000),
  /** thickest soft copper that the cutter takes, mm */
  cutterMm: z.number().min(0.5).max(5),
  /** an earring heavier than this is felt, g */
  earG: z.number().min(0.5).max(50),
  duty: z.strictObject(duties),
  /** what the maker found of pieces in hand */
  experience: z.array(feltSchema).max(MOST_FELT).default([]),
});
export type Limits = z.infer<typeof limitsShape>;

/**
 * Forces and allowances, set by practice: fitted by `npm run fit` to wire that makers have settled on.
 * A piece for the ear is taken in the fingers at each wearing, one on a chain hardly. Caught and
 * pressed: typical values.
 */
export const DEFAULT_LIMITS: Limits = {
  handNmm: 200,
  cutterMm: 2.1,
  earG: 7,
  duty: {
    pendant: { touchN: 0.15, snagN: 0, squeezeN: 0.8 },
    earring: { touchN: 0.42, snagN: 0, squeezeN: 0.8 },
    charm: { touchN: 0.3, snagN: 0, squeezeN: 0.8 },
    ring: { touchN: 0.5, snagN: 2, squeezeN: 8 },
    'ear-cuff': { touchN: 0.42, snagN: 0, squeezeN: 0.8 },
    bracelet: { touchN: 0.5, snagN: 2, squeezeN: 10 },
    ornament: { touchN: 0.22, snagN: 0, squeezeN: 0.6 },
  },
  experience: [],
};

/** Limits as they were kept before a touch was among the loads: its own numbers stay, the forces are new. */
function upgraded(raw: unknown): unknown {
  if (typeof raw !== 'object' || raw === null || !('giveShare' in raw)) return raw;
  const { handNmm, cutterMm, earG } = raw as Record<string, unknown>;
  return { handNmm, cutterMm, earG, duty: DEFAULT_LIMITS.duty };
}

/** Where the verdict draws its lines. Typical values, open to change. */
export const limitsSchema = z.preprocess(upgraded, limitsShape);

/**
 * Up to what share of what keeps its shape a piece is delicate: it takes a set, and is worn all the
 * same. Ears treat it with care; laced work is pressed back into shape (all set by practice).
 */
const DELICATE = { ear: 2.5, laced: 2.5, lacedEar: 8, else: 1.1 } as const;

/** Up to what share of what it may a piece is delicate; the duty allows it where that is well above 1. */
export function toleranceOf(wornAs: WornAs, laced: boolean): number {
  const ear = wornAs === 'earring' || wornAs === 'ear-cuff';
  if (laced) return ear ? DELICATE.lacedEar : DELICATE.laced;
  return ear ? DELICATE.ear : DELICATE.else;
}

/** Whether makers choose a delicate wire on purpose. */
export const isDelicateRight = (wornAs: WornAs, laced: boolean): boolean =>
  toleranceOf(wornAs, laced) > DELICATE.else;

/** Thicker wire is too stiff to be laced by hand, mm (practice). */
export const LACE_MM = 0.65;
/** A line thinner than this part of its size wavers out of its plane and reads as thread (practice). */
export const SLENDER = 87;
/** Frames are not made of thinner wire that is to keep its shape by itself, mm (practice). */
export const LEAST_FRAME_MM = 0.6;

/** What a maker felt counts as if it stood beside so many pieces that agreed with the numbers. */
const PRIOR = 3;
/** A piece that felt stiff should have had this share or less: a gauge to spare. */
const STIFF_SHARE = 0.5;
const MOST_EASING = 4;

/** By how much one piece contradicts the numbers: log of what its share should have been over what it was. */
function surprise({ share, mayBe, felt }: Experience): number {
  const s = Math.max(share, 1e-3);
  if (felt === 'floppy') return Math.max(0, Math.log((1.2 * mayBe) / s));
  if (felt === 'stiff') return Math.min(0, Math.log(STIFF_SHARE / s));
  return Math.min(0, Math.log(1 / s));
}

/**
 * How many times as much this maker asks of a wire: the mean of what pieces in hand said against the
 * numbers, shrunk towards none while they are few.
 */
export function easing({ experience }: Limits): number {
  const sum = experience.reduce((all, e) => all + surprise(e), 0);
  const factor = Math.exp(sum / (experience.length + PRIOR));
  return Math.min(MOST_EASING, Math.max(1 / MOST_EASING, factor));
}

/** Pieces that are not hung from a point. */
export const isHung = (wornAs: WornAs): boolean =>
  wornAs !== 'ring' && wornAs !== 'ear-cuff' && wornAs !== 'bracelet';

/** Pieces that go round a finger or a wrist. */
export const isRoundLimb = (wornAs: WornAs): boolean => wornAs === 'ring' || wornAs === 'bracelet';

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

/** The thickness of one wire that bends as little as a wire or a rope: the strands' stiffness, d^4, adds up. */
export const solidMm = (wire: Round): number => strandMm(wire) * strandsIn(wire) ** (1 / 4);

/** What it takes to bend a wire or a rope in any thickness over everything, N mm. */
export const momentOf = (wire: Round & { readonly flowMPa: number }, diameterMm: number): number =>
  strandsIn(wire) * plasticMoment(wire.flowMPa, diameterMm * (strandMm(wire) / wire.diameterMm));

/** Ear wires go through a piercing up to this thick, mm (usual: 0.6 to 1.0). */
export const PIERCING_MM = 1.05;
/** A line thicker than this share of the figure's size looks clumsy. */
export const THICKEST_SHARE = 1 / 9;
