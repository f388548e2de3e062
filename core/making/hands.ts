import { say, type Said } from '../words';

/** The hand that a maker works with. */
export const HANDS = ['right', 'left'] as const;
export type Hand = (typeof HANDS)[number];

/** Work whose direction hangs on the hand. */
export type Handed = 'wind' | 'twist';

/** What is held with which hand, and which way it goes, so that the turns come towards nobody. */
export const HAND_WORDS: Readonly<Record<Handed, Readonly<Record<Hand, Said>>>> = {
  wind: {
    right: say`Hold the figure in the left hand and wind with the right, over the top and away from you, from left to right.`,
    left: say`Hold the figure in the right hand and wind with the left, over the top and away from you, from right to left.`,
  },
  twist: {
    right: say`The vise on your left, the hook in the right hand: turn it to the right.`,
    left: say`The vise on your right, the hook in the left hand: turn it to the left.`,
  },
};
