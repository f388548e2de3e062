import type { Ground } from './ground';
import { standing, type Standing } from './hold';
import { easing, LACE_MM, LEAST_FRAME_MM, plasticMoment, SLENDER, toleranceOf } from './limits';

/** What a thickness of wire is to a figure, from too thin to thicker than it need be. */
export const RATINGS = ['floppy', 'delicate', 'sound', 'stout'] as const;
export type Rating = (typeof RATINGS)[number];

/** What a rating means in wearing and handling. */
export const RATING_MEANS: Readonly<Record<Rating, string>> = {
  floppy: 'it loses its shape in wearing or handling as usual',
  delicate: 'it keeps its shape when treated with care; right for ears and for laced work',
  sound: 'it keeps its shape',
  stout: 'it keeps its shape, thicker than it need be, and is hard on the hands',
};

/** A wire this many times as thick as one that just holds is thicker than it need be (practice)... */
const STOUT = 1.28;
/** ...where it also takes more than this to bend, N mm: thinner wire is never hard on the hands (practice). */
const STOUT_NMM = 45;

export interface Rated {
  readonly rating: Rating;
  /** what it takes of what it may: at 1 it just keeps its shape, above it keeps a set */
  readonly share: number;
  /** that number without what the maker found of other pieces */
  readonly bareShare: number;
  /** up to this share it is delicate and not floppy */
  readonly mayBe: number;
  /** the share is that of its line, thin against its size, and not of a load */
  readonly slender: boolean;
  /** too stiff to be laced */
  readonly stiffToLace: boolean;
}

/** From what thickness on a piece is rated each, mm; the same as the one before where a rating is left out. */
export type Edges = Readonly<Record<Exclude<Rating, 'floppy'>, number>>;

const THINNEST_MM = 0.05;
const THICKEST_MM = 6;
/** Halvings by which an edge is found to a hundredth. */
const HALVINGS = 10;

function shareAt(
  { held, limits }: Ground,
  d: number,
  stands: Standing,
): { share: number; slender: boolean } {
  const load = stands.share * easing(limits);
  const line = (Math.max(held.sizeMm / SLENDER, LEAST_FRAME_MM) / d) ** 3;
  return line > load ? { share: line, slender: true } : { share: load, slender: false };
}

/** How a thickness is rated for a piece that was solved. */
export function rate(ground: Ground, d: number, stands = standing(ground.held, d)): Rated {
  const { held, piece, plan } = ground;
  const mayBe = toleranceOf(piece.making.wornAs, held.laced);
  const { share, slender } = shareAt(ground, d, stands);
  const stiffToLace = held.laced && d > LACE_MM;
  const rated = {
    share,
    bareShare: Math.max(stands.share, slender ? share : 0),
    mayBe,
    slender,
    stiffToLace,
  };
  if (stiffToLace) return { ...rated, rating: 'stout' };
  if (share > mayBe) return { ...rated, rating: 'floppy' };
  if (share > 1) return { ...rated, rating: 'delicate' };
  const thinner = d / STOUT;
  const spare = shareAt(ground, thinner, standing(held, thinner)).share <= 1;
  const stout = spare && plasticMoment(plan.flowMPa, d) > STOUT_NMM;
  return { ...rated, rating: stout ? 'stout' : 'sound' };
}

/** Where one rating becomes the next, by halving: thicker wire is never rated less. */
export function edgesOf(ground: Ground): Edges {
  const from = (rating: Rating): number => {
    let [thin, thick] = [THINNEST_MM, THICKEST_MM];
    for (let i = 0; i < HALVINGS; i++) {
      const middle = Math.sqrt(thin * thick);
      const there = RATINGS.indexOf(rate(ground, middle).rating) >= RATINGS.indexOf(rating);
      if (there) thick = middle;
      else thin = middle;
    }
    return thick;
  };
  return { delicate: from('delicate'), sound: from('sound'), stout: from('stout') };
}
