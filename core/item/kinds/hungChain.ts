import { catenary } from '../../element';
import { gramsField, lengthField } from '../../field';
import { distance, type Vec } from '../../geometry';
import { asLength, say } from '../../words';
import { oval } from '../draw';
import { alongPoints, middleMm, moved, right, spotAlong } from '../ground';
import { itemKind } from '../kind';
import type { DressMark, Problem } from '../layout';
import type { Metal } from '../../wire';

/** Links that are drawn of a chain, at the most. */
const MOST_LINKS = 160;

/** Links one after the other along points, lying and standing in turn. */
function linkMarks(points: readonly Vec[], linkMm: number, metal: Metal): DressMark[] {
  const all = alongPoints(points).at(-1) ?? 0;
  const count = Math.min(MOST_LINKS, Math.max(1, Math.round(all / (0.8 * linkMm))));
  const d = linkMm / 5;
  const runs = Array.from({ length: count }, (_, n) => {
    const spot = spotAlong(points, (all * (n + 0.5)) / count);
    const wide = n % 2 === 0 ? linkMm * 0.3 : d / 4;
    return oval({ x: 0, y: 0 }, linkMm / 2, wide).map((p) =>
      moved(moved(spot.at, spot.direction, p.x), right(spot), p.y),
    );
  });
  return [{ kind: 'wire', runs, diameterMm: d, metal, under: false }];
}

export const hungChain = itemKind({
  kind: 'hung-chain',
  name: 'Chain between two places',
  group: 'Settings and findings',
  hint: 'It hangs between them as it falls.',
  place: 'points',
  traits: { swings: true, afterShaping: true, stands: true },
  tool: 'two flat pliers',
  fields: {
    lengthMm: lengthField('Length of the chain', 2, 1_000, { scales: 'size' }),
    linkMm: lengthField('Its links, long', 1, 30),
    grams: gramsField('Weight of the chain', 200),
  },
})({
  first: () => ({ lengthMm: 40, linkMm: 2.5, grams: 0.6 }),
  layout(ground, item) {
    const [a, b] = [ground.runAt(item.on), ground.runAt(item.to)];
    if (!a || !b) return null;
    const [from, to] = [a.spot(middleMm(a)).at, b.spot(middleMm(b)).at];
    const points = catenary(from, to, item.lengthMm);
    const straight = distance(from, to);
    const problems: Problem[] = points
      ? []
      : [
          {
            message: say`The chain is ${asLength(item.lengthMm)} long and does not reach: its places are ${asLength(straight)} apart.`,
            remedies: [
              {
                kind: 'item',
                label: say`Make it long enough to hang`,
                item: { ...item, lengthMm: Number((1.15 * straight).toFixed(1)) },
              },
            ],
            refused: true,
          },
        ];
    const low = points ? Math.max(...points.map((p) => p.y)) - Math.max(from.y, to.y) : 0;
    return {
      title: say`Chain of ${asLength(item.lengthMm)} between two places`,
      counts: [],
      wires: [],
      beads: [],
      findings: points
        ? [{ name: 'Chain', lengthMm: item.lengthMm, count: 1, grams: item.grams }]
        : [],
      spans: [a, b].map((run) => ({ wire: run.wire, fromMm: middleMm(run), toMm: middleMm(run) })),
      marks: points ? linkMarks(points, item.linkMm, ground.wire.metal) : [],
      pulls: [from, to],
      notes: points ? [say`It hangs ${asLength(low)} below the lower of its places.`] : [],
      problems,
    };
  },
  orders: ({ lengthMm }) => [
    say`Open a link at each end of ${asLength(lengthMm)} of chain, hang them in at the two places, close them flush.`,
    say`Let it hang: it must fall freely, without a twist.`,
  ],
});
