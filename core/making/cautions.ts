import type { Thread } from '../item';
import type { Piece } from '../piece';
import { strandMm, strandsIn, type Round } from '../wire';
import { say, type Said } from '../words';

/** A short caution at the step where it applies. */
export interface Caution {
  readonly id: string;
  readonly text: Said;
}

const CAUTIONS = {
  cut: say`Wear eye protection; hold the offcut or point it down.`,
  whip: say`A long springy wire whips round: keep its end in the hand.`,
  drill: say`Straightening in a drill: low speed, short lengths, hair and sleeves tied back.`,
  hammer: say`Mind fingers, ears and eyes; never hammer over thin binding wire or beads.`,
  file: say`Round every end that can touch skin with a file or cup burr; feel for points.`,
  nylon: say`Plated or coated wire: nylon jaws or taped jaws. Ridges and edges scratch it; filing and hammering take the colour off.`,
  coat: say`A coated wire keeps its colour only where nothing scratches or heats it: no patina takes, a flame burns the coat, and cut ends show the metal.`,
  pierced: say`Worn in a pierced ear: choose the metal with care for nickel allergy and follow your local rules on nickel release. Piercing is for a professional.`,
  patina: say`Patina chemicals: ventilation, gloves, and the product’s safety sheet.`,
  solder: say`Torch: ventilation, eye protection, a fireproof surface, your local fire rules.`,
  epoxy: say`Epoxy: gloves, ventilation, and the product’s safety sheet.`,
  choking: say`Small parts and cords are a choking and strangling hazard to children.`,
  twist: say`Twisted beyond 45° soft wire is near snapping: stop when it begins to feel stiff, and keep the face away.`,
  strain: say`Thick hard wire strains the hands: rest between bends.`,
} as const;
export type CautionId = keyof typeof CAUTIONS;

/** A wire that is to be worked without scratching it. */
export const needsNylon = (
  { making }: Pick<Piece, 'making'>,
  { coat }: Pick<Thread, 'coat'>,
): boolean => making.finish !== 'bare' || coat !== undefined;

export const caution = (id: CautionId): Caution => ({ id, text: CAUTIONS[id] });

/** Metals that many who have reactions in pierced ears choose; typical advice, no promise. */
const KIND_TO_EARS = new Set(['titanium', 'niobium', 'fine-silver', 'gold-filled']);

/** What to say of the metal that goes through an ear. */
export const earMetal = (metal: Piece['wire']['metal'], name: string): Said =>
  KIND_TO_EARS.has(metal)
    ? say`${name} is often chosen for pierced ears; ask how the wire was made.`
    : say`${name} in a pierced ear can irritate: many makers take niobium, titanium or fine silver for the ear wire.`;

/** Beyond this plastic moment, N mm, bending by hand is hard work (typical). */
const STRAIN_NMM = 90;

/** Whether it is hard to bend by hand; the strands of a rope are bent each by itself. */
export const strains = (wire: Round & { readonly flowMPa: number }): boolean =>
  (strandsIn(wire) * wire.flowMPa * strandMm(wire) ** 3) / 6 > STRAIN_NMM;
