import { coilTurn, evenSpokes, netOf } from '../../element';
import { lengthField, wholeField } from '../../field';
import { sub, type Vec } from '../../geometry';
import { asLength, counted, say } from '../../words';
import { wireMark, wireUse } from '../draw';
import { tailField, threadField } from '../fields';
import { middleMm, turnStroke, type Ground, type Span } from '../ground';
import { itemKind, TUCK } from '../kind';
import { BARE, type Problem } from '../layout';
import { NETTED } from '../stiffness';
import { strandOf } from '../thread';

/** How far the frame is from a point in a direction, to the wire's middle; null if there is none. */
function frameTowards(ground: Ground, from: Vec, angle: number): number | null {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  let best: number | null = null;
  for (const { points } of ground.lines) {
    for (let i = 0; i + 1 < points.length; i++) {
      const [p, q] = [sub(points[i]!, from), sub(points[i + 1]!, from)];
      const [y1, y2] = [p.y * c - p.x * s, q.y * c - q.x * s];
      if (y1 > 0 === y2 > 0) continue;
      const t = y1 / (y1 - y2);
      const x = p.x * c + p.y * s + t * ((q.x - p.x) * c + (q.y - p.y) * s);
      if (x > 1e-6 && (best === null || x < best)) best = x;
    }
  }
  return best;
}

/** Lengths that are the same to a tenth, together. */
function grouped(lengths: readonly number[]): { lengthMm: number; count: number }[] {
  const found = new Map<string, { lengthMm: number; count: number }>();
  for (const lengthMm of lengths) {
    const key = lengthMm.toFixed(1);
    const before = found.get(key);
    found.set(key, {
      lengthMm: Math.max(lengthMm, before?.lengthMm ?? 0),
      count: (before?.count ?? 0) + 1,
    });
  }
  return [...found.values()];
}

export const net = itemKind({
  kind: 'net',
  name: 'Net over spokes',
  group: 'Weaves',
  hint: 'Round and round inside a frame.',
  place: 'free',
  traits: { winds: true, fills: true, round: true, afterShaping: true, pulled: true },
  fields: {
    spokes: wholeField('Spokes', 3, 60),
    spokeMm: lengthField('Spoke wire', 0.2, 4, { decimals: 2, scales: 'wire' }),
    wraps: wholeField('Wraps a spoke', 1, 20),
    innerMm: lengthField('Begins at', 0.3, 100, { scales: 'size' }),
    outerMm: lengthField('Ends at', 1, 200, { scales: 'size' }),
    thread: threadField,
    tailMm: tailField,
  },
})({
  first: ({ thread }) => ({
    spokes: 7,
    spokeMm: 0.812,
    wraps: 1,
    innerMm: 2,
    outerMm: 8,
    thread,
    tailMm: 20,
  }),
  layout(ground, item) {
    const { thread, wraps, spokes, spokeMm } = item;
    const d = thread.diameterMm;
    const center: Vec = { x: item.on.x, y: item.on.y };
    const spokesRad = evenSpokes(spokes);
    const reaches = spokesRad.map((angle) => frameTowards(ground, center, angle));
    const clear = Math.min(...reaches.map((r) => (r === null ? Infinity : r - ground.frameMm / 2)));
    const net = netOf({
      diameterMm: d,
      frameMm: spokeMm,
      wraps,
      spokesRad,
      innerMm: item.innerMm,
      outerMm: Math.max(item.innerMm, item.outerMm),
    });
    const runs: Vec[][] = [];
    const at = (spoke: number, radius: number): Vec => ({
      x: center.x + radius * Math.cos(spokesRad[spoke]!),
      y: center.y + radius * Math.sin(spokesRad[spoke]!),
    });
    net.visits.forEach((v, i) => {
      const angle = spokesRad[v.spoke]!;
      const direction = { x: Math.cos(angle), y: Math.sin(angle) };
      for (let w = 0; w < wraps; w++) {
        const spot = { at: at(v.spoke, v.radiusMm + (w + 0.5) * d), direction };
        runs.push(turnStroke(spot, (spokeMm + d) / 2, d));
      }
      const next = net.visits[i + 1];
      if (next) {
        runs.push([
          at(v.spoke, v.radiusMm + wraps * d - d / 2),
          at(next.spoke, next.radiusMm + d / 2),
        ]);
      }
    });
    const ends = reaches.map((r) => r ?? item.outerMm);
    const spoke = { ...strandOf(ground.wire), diameterMm: spokeMm };
    const problems: Problem[] = [];
    if (reaches.some((r) => r === null)) {
      problems.push({
        message: say`Some spokes meet no frame: the middle of the net must lie inside the figure.`,
        remedies: [],
        refused: true,
      });
    } else if (item.outerMm > clear + 1e-6) {
      const fits = Number((clear - 0.01).toFixed(2));
      problems.push({
        message: say`The net reaches ${asLength(item.outerMm)} and the frame stands ${asLength(clear)} from its middle.`,
        remedies:
          fits > item.innerMm
            ? [
                {
                  kind: 'item',
                  label: say`Stop at ${asLength(fits)}`,
                  item: { ...item, outerMm: fits },
                },
              ]
            : [],
        refused: true,
      });
    }
    if (item.outerMm <= item.innerMm) {
      problems.push({
        message: say`The outside of the net must be larger than its inside.`,
        remedies: [],
        refused: true,
      });
    }
    const refused = problems.some((p) => p.refused);
    return {
      ...BARE,
      title: say`Net over ${spokes} spokes, ${counted(Math.round(net.rounds), 'round', 'rounds')}`,
      counts: [{ what: 'rounds', count: Math.ceil(net.rounds) }],
      wires: [
        wireUse('binding', 'Netting wire', thread, net.lengthMm, item.tailMm),
        ...grouped(ends).map(({ lengthMm, count }) =>
          wireUse(
            'spoke',
            'Spoke, one turn round the frame with it',
            spoke,
            lengthMm + coilTurn(ground.frameMm, spokeMm),
            0,
            count,
          ),
        ),
      ],
      spans: [],
      marks: refused
        ? []
        : [
            wireMark(
              ends.map((r, i) => [center, at(i, r)]),
              spoke,
            ),
            wireMark(runs, thread),
          ],
      notes: [say`${counted(wraps, 'wrap', 'wraps')} on each spoke, every round alike.`],
      problems,
    };
  },
  orders(item, { cut, count }) {
    return [
      ...cut,
      say`Fix the spokes, then begin ${asLength(item.innerMm)} from the middle: ${counted(item.wraps, 'wrap', 'wraps')} on a spoke, straight to the next, ${counted(count('rounds'), 'round', 'rounds')}.`,
      TUCK,
    ];
  },
  reachMm: (item) => item.outerMm,
  stiffens(ground, { on, spokes }) {
    const at: Vec = { x: on.x, y: on.y };
    const feet = evenSpokes(spokes).flatMap((angle) => {
      const reach = frameTowards(ground, at, angle);
      if (reach === null) return [];
      const [x, y] = [at.x + reach * Math.cos(angle), at.y + reach * Math.sin(angle)];
      return ground.runAt({ x, y, lengthMm: 0 }) ?? [];
    });
    // Of each wire that spokes go round what lies between them; all of one that is closed.
    const spans = ground.lines.flatMap(({ s, closed }, wire): Span[] => {
      const own = feet.filter((f) => f.wire === wire).map(middleMm);
      if (own.length < 2) return [];
      const all = { fromMm: 0, toMm: s.at(-1) ?? 0 };
      return [{ wire, ...(closed ? all : { fromMm: Math.min(...own), toMm: Math.max(...own) }) }];
    });
    return { ...NETTED, spans };
  },
});
