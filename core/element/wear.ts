/** Ways in which the size of a ring is given. */
export const RING_SYSTEMS = ['us', 'uk', 'iso', 'girth'] as const;
export type RingSystem = (typeof RING_SYSTEMS)[number];

export type RingSize =
  | { readonly ok: true; readonly insideMm: number }
  | { readonly ok: false; readonly message: string };

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/**
 * Inside diameter of a ring. US n: 11.63 + 0.8128 n mm. UK letter: C is a girth of 40 mm and each
 * letter 1.25 mm more, half sizes between (BS 6820). ISO 8653: the girth in mm.
 */
export function ringInside(system: RingSystem, text: string): RingSize {
  const typed = text.trim().toUpperCase().replace(',', '.').replace('½', '.5');
  if (system === 'uk') {
    const read = /^([A-Z])\s*(\.5|1\/2)?(?:\+(\d))?$/.exec(typed);
    if (!read) return { ok: false, message: `“${text}” is not a letter from A to Z.` };
    const steps = LETTERS.indexOf(read[1]!) - 2 + (read[2] ? 0.5 : 0) + Number(read[3] ?? 0);
    return { ok: true, insideMm: (40 + 1.25 * steps) / Math.PI };
  }
  const whole = /^(\d+)\s+(\d)\/(\d)$/.exec(typed);
  const value = whole ? Number(whole[1]) + Number(whole[2]) / Number(whole[3]) : Number(typed);
  const [low, high] = system === 'us' ? [0, 20] : [30, 100];
  if (typed === '' || !(value >= low && value <= high)) {
    return { ok: false, message: `Give a size from ${low} to ${high}.` };
  }
  return { ok: true, insideMm: system === 'us' ? 11.63 + 0.8128 * value : value / Math.PI };
}

/** One place in the turn of a row: a link with the joint behind it. */
export interface ChainPlace {
  /** from the middle of one joint to the middle of the next */
  readonly linkMm: number;
  /** inside length of a joint ring; 0 when links hang in each other */
  readonly jointMm: number;
  /** clasp closed, end to end, where this is the last link */
  readonly claspMm: number;
}

export interface LinkChain {
  readonly wearMm: number;
  /** links in turn, and again from the first */
  readonly turn: readonly ChainPlace[];
  /** how many joints there are more than links: one with a clasp between two joints, one fewer without */
  readonly more?: -1 | 0 | 1;
}

export interface LinkRow {
  readonly links: number;
  readonly joints: number;
  readonly lengthMm: number;
}

/** The joints of a row of so many links, by their places in its turn; before the first link hangs that of the last place. */
export const jointsOfRow = (turn: number, links: number, more: -1 | 0 | 1): number[] =>
  Array.from({ length: links + more }, (_, i) => (more === 1 ? i + turn - 1 : i) % turn);

/** A row of so many links: as long as they and the joints between them are. */
export function linkRow({ turn, more = 1 }: LinkChain, links: number): LinkRow {
  const joints = jointsOfRow(turn.length, links, more).filter((i) => turn[i]!.jointMm > 0);
  const own = Array.from({ length: links }, (_, i) => turn[i % turn.length]!);
  const lengthMm =
    own.reduce((sum, l) => sum + l.linkMm, own.at(-1)?.claspMm ?? 0) +
    joints.reduce((sum, i) => sum + turn[i]!.jointMm, 0);
  return { links, joints: joints.length, lengthMm };
}

/** How many links a row may have; a row that is joined round has whole turns only. */
export interface LinkRange {
  readonly least: number;
  readonly most: number;
  readonly step: number;
}

/** Links for a worn length, the clasp counted: the number whose length comes nearest to it. */
export function linkCount(
  chain: LinkChain,
  { least, most, step }: LinkRange = { least: 1, most: 1000, step: 1 },
): LinkRow {
  const { turn, wearMm } = chain;
  // A turn more is longer by the same each time: all but the last before the wished length are passed over.
  const turnMm = turn.reduce((sum, l) => sum + l.linkMm + l.jointMm, 0);
  // How much the clasp's share may differ with the link that comes last.
  const clasps = turn.map((l) => l.claspMm);
  const spreadMm = Math.max(...clasps) - Math.min(...clasps);
  const shortMm = wearMm - linkRow(chain, least).lengthMm;
  const turns = Math.floor((shortMm - spreadMm) / turnMm) - 1;
  const room = Math.floor((most - least) / turn.length);
  const from = least + turn.length * Math.max(0, Math.min(turns, room));
  let best = linkRow(chain, from);
  // Past it by a turn no longer row comes nearer, whatever link comes last.
  const past = wearMm + turnMm + spreadMm;
  for (let n = from + step; n <= most; n += step) {
    const row = linkRow(chain, n);
    const off = Math.abs(row.lengthMm - chain.wearMm);
    if (off < Math.abs(best.lengthMm - chain.wearMm)) best = row;
    else if (row.lengthMm > past) break;
  }
  return best;
}

/** Comfortable length of a worn piece: the girth of wrist or neck and what it hangs loose, mm. */
export const wornLength = (girthMm: number, easeMm: number): number => girthMm + easeMm;

/** The width seen of a flat piece rolled round a mandrel: chord of its arc; the wire's length stays. */
export function rolledWidth(widthMm: number, mandrelMm: number, diameterMm: number): number {
  const radius = (mandrelMm + diameterMm) / 2;
  const half = widthMm / (2 * radius);
  return half >= Math.PI / 2 ? 2 * radius : 2 * radius * Math.sin(half);
}

/** The width seen of a flat rosette cupped into a hollow: chord of an arc with that rise, mm. */
export function cuppedWidth(widthMm: number, riseMm: number): number {
  if (riseMm <= 0) return widthMm;
  // Arc of length w and rise h: w = 2 R t, h = R (1 - cos t); t by halving.
  const reach = (t: number): number => (widthMm / (2 * t)) * (1 - Math.cos(t));
  let [low, high] = [1e-6, Math.PI / 2];
  if (reach(high) <= riseMm) return (widthMm / Math.PI) * 2;
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (reach(middle) < riseMm) low = middle;
    else high = middle;
  }
  return (widthMm / high) * Math.sin(high);
}
