import { asCount, asLength, capital, counted, joined, say, type Said } from '../../words';
import type { LaidAct } from '../layout';
import type { Act } from './act';

/** An act, and how it lies. */
interface Done {
  readonly act: Act;
  readonly laid: LaidAct;
  /** a twist that waits for the other wire: this one is only laid there */
  readonly loose: boolean;
}

/** Which acts of a led wire are done in one go, and which of them are twists that wait for the other wire. */
export interface OrderPart {
  readonly from: number;
  /** the act after the last */
  readonly to: number;
  readonly loose: readonly number[];
}

/** Runs of acts that are said once may come in turn, so many together. */
const MOST_IN_TURN = 4;

const timesOf = (n: number): Said =>
  n === 1 ? say`once` : n === 2 ? say`twice` : say`${asCount(n)} times`;

const beadNames = ({ act }: Done): Said => {
  const names = new Map<string, number>();
  if (act.do === 'bead') for (const b of act.beads) names.set(b.name, (names.get(b.name) ?? 0) + 1);
  return joined(
    [...names].map(([name, n]) => say`${n} × ${name}`),
    ', ',
  );
};

function wrapWords({ act, laid: { turns, strands, layers } }: Done): Said {
  if (act.do !== 'wrap') return say``;
  if (turns === 0) return say`lay it past`;
  const what =
    act.way !== null
      ? say`what hangs there`
      : strands === 1
        ? say`the wire`
        : say`the ${asCount(strands)} wires`;
  const apart = act.on.lengthMm > 0 ? say`, spread over ${asLength(act.on.lengthMm)}` : say``;
  const over = layers > 0 ? say`, over the turns that are there` : say``;
  return say`wrap ${timesOf(turns)} round ${what}${apart}${over}`;
}

function beadWords(step: Done): Said {
  const { act } = step;
  if (act.do !== 'bead') return say``;
  const through = act.passes > 1 ? say`, ${timesOf(act.passes)} through` : say``;
  const round =
    act.halves > 0
      ? say`, then ${counted(act.halves, 'half turn', 'half turns')} round it from hole to hole`
      : say``;
  return say`take up ${beadNames(step)}${through}${round}`;
}

/** What the hands do at its place. */
function actWords(step: Done): Said {
  const { act, laid } = step;
  switch (act.do) {
    case 'wrap':
      return wrapWords(step);
    case 'bead':
      return beadWords(step);
    case 'pass':
      return say`go through there`;
    case 'twist':
      return act.folded
        ? say`fold it back there, ${asLength(laid.hereMm)} for both ways, and twist them ${timesOf(act.turns)}`
        : step.loose
          ? say`leave it there: it is twisted ${timesOf(act.turns)} when the other has come`
          : say`twist it ${timesOf(act.turns)} with the other on the way`;
    case 'weave':
      if (act.laced)
        return say`lace to and fro through ${counted(laid.turns, 'place', 'places')} a side, drawn evenly`;
      return say`weave ${counted(laid.turns, 'row', 'rows')} of eights between both wires, ${counted(act.wraps, 'wrap', 'wraps')} a side`;
    case 'curl':
      return say`roll ${asCount(act.turns)} turns of spiral to the ${act.left ? 'left' : 'right'}, opening ${asLength(act.openingMm)}, gap ${asLength(act.gapMm)}`;
  }
}

const COMES_WORDS = {
  front: say`across in front`,
  behind: say`across behind`,
  along: say`along the wire`,
} as const;

/** How the wire comes there, by ways of these lengths. */
function wayWords({ act }: Done, lengthsMm: readonly number[]): Said {
  const [least, most] = [Math.min(...lengthsMm), Math.max(...lengthsMm)];
  const long =
    most - least < 0.1 ? say`${asLength(least)}` : say`${asLength(least)} to ${asLength(most)}`;
  const hangs = act.sagMm === 0 ? say`` : say`, hanging ${asLength(Math.abs(act.sagMm))} through`;
  return say`lead it ${COMES_WORDS[act.comes]}, ${long}${hangs}`;
}

/** What makes two acts alike to the hands; places and lengths of ways may differ. */
const keyOf = ({ act, loose, laid: { turns, strands, layers, way } }: Done): string => {
  const own = act.do === 'bead' ? [act.beads.map((b) => b.name), act.passes, act.halves] : [];
  const wrap = act.do === 'wrap' ? [act.way !== null, act.on.lengthMm.toFixed(1)] : [];
  const more =
    act.do === 'twist'
      ? [act.turns, act.folded, loose]
      : act.do === 'curl'
        ? [act.turns, act.openingMm, act.gapMm, act.left]
        : act.do === 'weave'
          ? [act.wraps, act.laced === true]
          : [];
  const came = way.length > 0 ? [act.comes, act.sagMm.toFixed(2)] : [];
  return JSON.stringify([act.do, own, more, wrap, turns, strands, layers, came]);
};

/** Acts that come several times over, so many of them in turn. */
interface Repeat {
  readonly from: number;
  readonly inTurn: number;
  readonly times: number;
}

/** Splits acts into what is said once; the longest repeat wins, of those alike that of the fewest in turn. */
function repeatsIn(keys: readonly string[]): Repeat[] {
  const found: Repeat[] = [];
  let from = 0;
  while (from < keys.length) {
    let best: Repeat = { from, inTurn: 1, times: 1 };
    for (let inTurn = 1; inTurn <= MOST_IN_TURN; inTurn++) {
      let end = from + inTurn;
      while (end < keys.length && keys[end] === keys[end - inTurn]) end++;
      const times = Math.floor((end - from) / inTurn);
      if (times >= 2 && times * inTurn > best.times * best.inTurn) best = { from, inTurn, times };
    }
    found.push(best);
    from += best.inTurn * best.times;
  }
  return found;
}

/** What the hands do for one place, or for places in turn, with the ways of all of them. */
function partWords(steps: readonly Done[], inTurn: number, offset: number): Said {
  const own = steps.filter((_, i) => i % inTurn === offset);
  const step = own[0]!;
  const ways = own.flatMap(({ laid }) => (laid.way.length > 0 ? [laid.wayMm] : []));
  const way = ways.length > 0 ? say`${wayWords(step, ways)}; ` : say``;
  return say`${way}${actWords(step)}`;
}

/** What the hands do for one act. */
export const actOrder = (act: Act, laid: LaidAct, loose = false): Said =>
  say`${capital(partWords([{ act, laid, loose }], 1, 0))}.`;

/**
 * What the hands do with a led wire, line by line: alike acts that follow each other once, with how often.
 * @param part what of it is done in one go; all of it if nothing is said
 */
export function ledOrders(
  acts: readonly Act[],
  laid: readonly LaidAct[],
  part: OrderPart = { from: 0, to: laid.length, loose: [] },
): Said[] {
  const steps = laid.slice(part.from, part.to).map((own, i): Done => {
    const at = part.from + i;
    return { act: acts[at]!, laid: own, loose: part.loose.includes(at) };
  });
  return repeatsIn(steps.map(keyOf)).map((repeat) => {
    const { inTurn, times } = repeat;
    const own = steps.slice(repeat.from, repeat.from + inTurn * times);
    const from = part.from + repeat.from;
    const said = joined(
      Array.from({ length: inTurn }, (_, i) => partWords(own, inTurn, i)),
      '; ',
    );
    if (own.length === 1) return say`${from + 1}: ${said}.`;
    const often = inTurn === 1 ? say`each` : say`${timesOf(times)} in turn`;
    return say`${from + 1} to ${from + own.length}, ${often}: ${said}.`;
  });
}

/** Whether what is done in one go begins, and ends, a led wire. */
export const beginsLed = (part: OrderPart | undefined): boolean => !part || part.from === 0;
export const endsLed = (part: OrderPart | undefined, acts: readonly Act[]): boolean =>
  !part || part.to === acts.length;

/** An act in a few words, for lists. */
export function actTitle(act: Act, { turns, strands }: LaidAct): Said {
  if (act.do === 'pass') return say`through`;
  if (act.do === 'twist') {
    const turns = say`${counted(act.turns, 'twist', 'twists')}`;
    return act.folded ? say`folded back, ${turns}` : turns;
  }
  if (act.do === 'curl') return say`curl, ${counted(act.turns, 'turn', 'turns')}`;
  if (act.do === 'weave') {
    return act.laced
      ? say`laced, ${counted(turns, 'place', 'places')} a side`
      : say`woven, ${counted(turns, 'row', 'rows')}`;
  }
  if (act.do === 'bead') return say`${counted(act.beads.length, 'bead', 'beads')}`;
  const on =
    act.way !== null ? say`, hung` : strands > 1 ? say`, ${asCount(strands)} wires` : say``;
  return say`${asCount(turns)} ${turns === 1 ? 'wrap' : 'wraps'}${on}`;
}
