import { asNumber, asThickness, counted, say, type Said } from '../words';
import type { Learnt, LearntId } from './learn';

/** What plans can take of a hand. */
export type OwnId = LearntId;

/** A hand is thought to differ when that is at least so likely. */
const LIKELY = 0.5;

const from = ({ makings, wires }: Learnt): Said =>
  say`from ${counted(makings, 'making', 'makings')} and ${counted(wires, 'wire', 'wires')}`;

const NOTHING: Readonly<Record<OwnId, Said>> = {
  bend: say`Not known yet. Note at the end of a making what was left over of each wire.`,
  hammer: say`Not known yet. No wire whose leftover was noted was hammered longer.`,
  loop: say`Not known yet. No wire whose leftover was noted ends in a loop.`,
};

/** What is learnt of one value, for the maker. */
export function learntWords(id: OwnId, learnt: Learnt): Said {
  const { mean, spread, differs, wires } = learnt;
  if (wires === 0) return NOTHING[id];
  if (differs < LIKELY) {
    return say`As the handbook says, as far as can be told ${from(learnt)}.`;
  }
  const more = mean > 0 ? 'more' : 'less';
  const size = Math.abs(mean);
  switch (id) {
    case 'bend':
      return say`A right angle in wire of ${asThickness(1)} takes ${asThickness(rightAngle(size))} ${more} than the handbook says, give or take ${asThickness(rightAngle(spread))}, ${from(learnt)}.`;
    case 'hammer':
      return say`Hammering gives ${asNumber(size * 100, 0)} % ${more} than reckoned, give or take ${asNumber(spread * 100, 0)} %, ${from(learnt)}.`;
    case 'loop':
      return say`A loop at an end takes ${asThickness(Math.PI * size)} ${more} than the handbook says, give or take ${asThickness(Math.PI * spread)}, ${from(learnt)}.`;
  }
}

/** What a right angle takes in wire of 1 mm, mm. */
const rightAngle = (bend: number): number => (Math.PI / 2) * bend;

/** What plans take now. */
export function ownWords(id: OwnId, value: number): Said {
  if (Math.abs(value) < 1e-4) return say`Plans go by the handbook.`;
  const more = value > 0 ? 'more' : 'less';
  const size = Math.abs(value);
  switch (id) {
    case 'bend':
      return say`Plans give each right angle in wire of ${asThickness(1)} now ${asThickness(rightAngle(size))} ${more}.`;
    case 'hammer':
      return say`Plans reckon ${asNumber(size * 100, 0)} % ${more} from hammering now.`;
    case 'loop':
      return say`Plans give each loop at an end ${asThickness(Math.PI * size)} ${more} now.`;
  }
}
