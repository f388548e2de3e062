import { randomFrom } from '../geometry';
import type { StockLengths } from './lengths';
import { sumOf, type Choice } from './master';
import { patternOf, type Pattern } from './pattern';

/** Parts of a list that are cut anew have no more wires than this. */
const MOST_WIRES = 40;
/** So many of the wasteful offcuts, and of those that are whole, are among them. */
const MOST_WASTEFUL = 5;
const MOST_WHOLE = 6;
const ROUNDS = 12;

const inTurn = (choice: Choice): Pattern[] =>
  choice.flatMap(({ column, times }) =>
    column.is === 'pattern' ? Array.from({ length: times }, () => column.pattern) : [],
  );

const cutsOf = (patterns: readonly Pattern[]): number =>
  patterns.reduce((sum, p) => sum + p.cuts.reduce((n, [, count]) => n + count, 0), 0);

const withPatterns = (rest: Choice, patterns: readonly Pattern[]): Choice => {
  const once = patterns.map((pattern): Choice[number] => ({
    column: { is: 'pattern', pattern },
    times: 1,
  }));
  return [...rest.filter(({ column }) => column.is !== 'pattern'), ...once];
};

/**
 * A large list with less scrap, where there is time (large neighbourhood search): some offcuts of which scrap is
 * left are cut anew together with others, by the same means, for the wires that they have.
 * @param recut the best list for a part, beginning from how it is cut now; null where there is none
 */
export function lessScrap(
  lengths: StockLengths,
  choice: Choice,
  recut: (part: StockLengths, from: Choice) => Choice | null,
  left: () => number,
): Choice {
  const random = randomFrom(2);
  let patterns = inTurn(choice);
  for (let round = 0; round < ROUNDS && left() > 0; round++) {
    const wasteful = patterns.filter((p) => p.scrap > 0).slice(0, MOST_WASTEFUL);
    if (wasteful.length === 0) break;
    const picked = [...wasteful];
    const others = patterns.filter((p) => !picked.includes(p));
    while (others.length > 0 && cutsOf(picked) < MOST_WIRES) {
      picked.push(...others.splice(Math.floor(random() * others.length), 1));
    }
    const kept = patterns.filter((p) => !picked.includes(p));
    const { part, typeOf, classOf } = partOf(lengths, picked, kept);
    const toPart = picked.map((p) =>
      patternOf(
        part,
        classOf.indexOf(p.of),
        p.cuts.map(([t, n]) => [typeOf.indexOf(t), n]),
      ),
    );
    const from = withPatterns([], toPart);
    const found = recut(part, from);
    if (!found || sumOf('short', found, part) > 0) continue;
    if (sumOf('scrap', found, part) >= sumOf('scrap', from, part)) continue;
    const back = inTurn(found).map((p) =>
      patternOf(
        lengths,
        classOf[p.of]!,
        p.cuts.map(([t, n]) => [typeOf[t]!, n]),
      ),
    );
    patterns = [...kept, ...back];
  }
  return withPatterns(choice, patterns);
}

/** The wires of some patterns with their offcuts, and a few that are whole yet; and what its indices mean. */
function partOf(lengths: StockLengths, picked: readonly Pattern[], kept: readonly Pattern[]) {
  const counts = lengths.types.map(() => 0);
  for (const { cuts } of picked) for (const [t, n] of cuts) counts[t] = counts[t]! + n;
  const typeOf = counts.flatMap((n, t) => (n > 0 ? [t] : []));
  let whole = MOST_WHOLE;
  const classes = lengths.classes.map(({ units, offcuts }, of) => {
    const used = picked.filter((p) => p.of === of).length;
    const free = offcuts.length - used - kept.filter((p) => p.of === of).length;
    const more = Math.min(whole, free);
    whole -= more;
    return { units, offcuts: offcuts.slice(0, used + more) };
  });
  const classOf = classes.flatMap(({ offcuts }, of) => (offcuts.length > 0 ? [of] : []));
  const types = typeOf.map((t) => ({ ...lengths.types[t]!, count: counts[t]! }));
  const part: StockLengths = {
    ...lengths,
    types,
    classes: classOf.map((of) => classes[of]!),
    spools: [],
    total: types.reduce((sum, t) => sum + t.units * t.count, 0),
  };
  return { part, typeOf, classOf };
}
