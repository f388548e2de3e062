/** What is counted off at the bench, as it is called there. Records keep the key, never the words. */
export const COUNT_WORDS = {
  alike: 'alike',
  arms: 'arms',
  beads: 'beads',
  crossings: 'crossings',
  loops: 'loops',
  petals: 'petals',
  pieces: 'pieces',
  places: 'places',
  rounds: 'rounds',
  rows: 'rows',
  spots: 'places alike',
  strands: 'strands',
  turns: 'turns',
  wraps: 'wraps',
  'band-over': 'bands over the top',
  bound: 'crossings bound',
  bundle: 'wires together',
  'coil-turn': 'turns of the coil',
  girth: 'turns round the girth',
  'wrap-back': 'wraps at the back',
  'wrap-end': 'wraps at each end',
  'wrap-side': 'wraps on each side',
} as const;
export type CountKey = keyof typeof COUNT_WORDS;

/** Things that are counted at the bench, such as wraps. */
export interface Counted {
  readonly what: CountKey;
  readonly count: number;
}

/** Whether it is counted off one by one: wires that lie together are there at once. */
export const isCountedOff = ({ what, count }: Counted): boolean => what !== 'bundle' && count > 1;

const KEYS: ReadonlyMap<string, string> = new Map(
  Object.entries(COUNT_WORDS).map(([key, words]): [string, string] => [words, key]),
);

/** The key of what was once kept by its words; what is no such word stays. */
export const countKeyOf = (words: string): string => KEYS.get(words) ?? words;
