import { asLength, asThickness, counted, say } from '../../words';
import { guideWires, wireMark, wireUse } from '../draw';
import { tailField, threadField } from '../fields';
import { outside, right, spanOf, type Run } from '../ground';
import {
  bandFields,
  bandLength,
  bandProblems,
  guideOrders,
  loopLines,
  outerGuides,
  widestMm,
} from '../guides';
import { itemKind } from '../kind';
import { BARE } from '../layout';

/** The band has to slide on the wire that takes the inner guide's place, mm. */
const PLAY_MM = 0.1;
/** A stretch that is so near to all of a closed wire goes round it, mm. */
const ROUND_MM = 0.5;

const pitchOf = ({ lengthMm }: Run, loops: number): number => lengthMm / loops;

export const garland = itemKind({
  kind: 'garland',
  name: 'Band of loops on the wire',
  group: 'Wraps and strands',
  hint: 'Wound on guides, with high points; threaded on in the place of the inner one.',
  place: 'stretch',
  traits: { threaded: true, winds: true, strip: 'turns' },
  tool: 'guide wires',
  fields: { ...bandFields, thread: threadField, tailMm: tailField },
})({
  first: ({ thread, frameMm, lengthMm }) => {
    const guideMm = Math.max(1, Math.ceil(10 * (frameMm + PLAY_MM)) / 10);
    return {
      loops: Math.min(400, Math.max(4, 4 * Math.round(lengthMm / 4 / 1.2))),
      guideMm,
      spreadsMm: [2, 2, 2, 4],
      thread: { ...thread, diameterMm: 0.405 },
      tailMm: 15,
    };
  },
  layout(ground, item) {
    const run = ground.runAt(item.on);
    if (!run) return null;
    const { thread, loops, guideMm } = item;
    const d = thread.diameterMm;
    const pitchMm = pitchOf(run, loops);
    const line = ground.lines[run.wire]!;
    const round = line.closed && run.lengthMm > (line.s.at(-1) ?? 0) - ROUND_MM;
    const rows = loopLines(item, d, pitchMm, (i) => {
      const spot = run.spot(run.fromMm + (i + 0.5) * pitchMm);
      const side = right(spot);
      const sign = outside(ground, spot);
      return { at: spot.at, out: { x: sign * side.x, y: sign * side.y } };
    });
    const fit = Math.min(400, Math.floor(run.lengthMm / d + 1e-9));
    const problems = bandProblems(item, d, pitchMm, {
      closed: round,
      wider:
        fit >= 3
          ? {
              kind: 'item',
              label: say`${counted(fit, 'loop', 'loops')}`,
              item: { ...item, loops: fit },
            }
          : null,
    });
    if (guideMm < ground.frameMm + PLAY_MM - 1e-9) {
      const wider = Math.ceil(10 * (ground.frameMm + PLAY_MM) - 1e-9) / 10;
      problems.push({
        message: say`Loops wound on ${asThickness(guideMm)} do not go over wire of ${asThickness(ground.frameMm)}.`,
        remedies: [
          {
            kind: 'item',
            label: say`Guides of ${asThickness(wider)}`,
            item: { ...item, guideMm: wider },
          },
        ],
        refused: true,
      });
    }
    const refused = problems.some((p) => p.refused);
    return {
      ...BARE,
      title: say`Band of ${loops} loops on ${asLength(run.lengthMm)}`,
      counts: [{ what: 'loops', count: loops }],
      wires: [
        wireUse('binding', 'Wire of the band', thread, bandLength(item, d, pitchMm), item.tailMm),
        guideWires(thread, guideMm, run.lengthMm, 1 + outerGuides(item).length),
      ],
      spans: [spanOf(run)],
      marks: refused ? [] : [wireMark(rows, thread)],
      notes: [
        say`${asThickness(pitchMm)} from loop to loop; it stands out by ${asLength(widestMm(item) + d - guideMm / 2)} from the middle of the wire. The guides are used again.`,
      ],
      problems,
    };
  },
  orders(item, { cut, notes }) {
    return [
      ...cut,
      ...guideOrders(item, null),
      ...notes,
      say`Pull the guides out, the inner one last, and thread the wire through all ${counted(item.loops, 'loop', 'loops')} in its place.`,
      say`Spread the band evenly; where it closes, one gap like all others lies between its last loop and its first. Trim both tails inside it.`,
    ];
  },
});
