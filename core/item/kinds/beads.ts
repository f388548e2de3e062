import { lengthField, wholeField, wholeOrField, type ValuesOf } from '../../field';
import { distance, mix, sub, unit } from '../../geometry';
import { asLength, asThickness, counted, say } from '../../words';
import { plainBead, type Bead } from '../bead';
import { beadMark, beadUses, type PlacedBead } from '../draw';
import { beadsField } from '../fields';
import { spanOf, type Run } from '../ground';
import { gaugeNotOver, holeProblem } from '../holes';
import { itemKind, type FrameHole, type ItemOf } from '../kind';
import type { Problem, Remedy } from '../layout';
import { BEADED, stiffer } from '../stiffness';
import { THIN_COPPER } from '../thread';
import { drop } from './drop';
import { woundBeads } from './woundBeads';

const fields = {
  beads: beadsField(),
  count: wholeOrField('How many', 0, 2_000, 'fills the stretch'),
  gapMm: lengthField('Gap between', 0, 200, { decimals: 2, scales: 'size' }),
  passes: wholeField('Passes of wire in the hole', 1, 7),
};
type BeadsItem = ItemOf<'beads', 'stretch', ValuesOf<typeof fields>>;

interface Threaded extends PlacedBead {
  /** how far the wire stands off the straight hole, mm */
  readonly sagMm: number;
}

/** The place further along at which a chord from `fromMm` is as long as a bead; null past the end. */
function chordEnd(run: Run, fromMm: number, chordMm: number): number | null {
  const from = run.spot(fromMm).at;
  let mm = fromMm + chordMm;
  for (let i = 0; i < 60; i++) {
    if (mm > run.toMm + 1e-6) return null;
    const short = chordMm - distance(from, run.spot(mm).at);
    if (short < 1e-7) return mm;
    mm += short;
  }
  return mm > run.toMm + 1e-6 ? null : mm;
}

function sagOf(run: Run, fromMm: number, toMm: number): number {
  const [a, b] = [run.spot(fromMm).at, run.spot(toMm).at];
  const along = unit(sub(b, a));
  let most = 0;
  for (let i = 1; i < 8; i++) {
    const p = sub(run.spot(fromMm + ((toMm - fromMm) * i) / 8).at, a);
    most = Math.max(most, Math.abs(p.x * along.y - p.y * along.x));
  }
  return most;
}

/**
 * Beads threaded along a stretch one after the other, each a chord of the wire, until the stretch or
 * the count is full.
 */
function threadAlong(
  run: Run,
  pattern: readonly Bead[],
  gapMm: number,
  count: number | null,
): { beads: Threaded[]; usedMm: number; leftMm: number } {
  const beads: Threaded[] = [];
  let mm = run.fromMm;
  let end = run.fromMm;
  while (beads.length < (count ?? 2_000)) {
    const bead = pattern[beads.length % pattern.length]!;
    const to = chordEnd(run, mm, bead.lengthMm);
    if (to === null) break;
    const [a, b] = [run.spot(mm).at, run.spot(to).at];
    beads.push({
      bead,
      at: mix(a, b, 0.5),
      along: unit(sub(b, a)),
      sagMm: sagOf(run, mm, to),
    });
    end = to;
    mm = to + gapMm;
  }
  return { beads, usedMm: end - run.fromMm, leftMm: run.toMm - end };
}

/** What is left over of a stretch, and how it comes out even. */
function evenly(item: BeadsItem, lengthMm: number, count: number, left: number): Problem | null {
  if (item.count !== null || count === 0 || left < 0.3) return null;
  const remedies: Remedy[] = [];
  if (count > 1) {
    const gapMm = item.gapMm + left / (count - 1);
    remedies.push({
      kind: 'item',
      label: say`Gaps of ${asThickness(gapMm)}`,
      item: { ...item, gapMm: Number(gapMm.toFixed(3)) },
    });
  }
  remedies.push({
    kind: 'item',
    label: say`A stretch of ${asLength(lengthMm - left)}`,
    item: { ...item, on: { ...item.on, lengthMm: lengthMm - left } },
  });
  return {
    message: say`${asLength(left)} of the stretch stay bare after ${counted(count, 'bead', 'beads')}.`,
    remedies,
    refused: false,
  };
}

function holesOn(run: Run, item: BeadsItem): FrameHole[] {
  const { beads } = threadAlong(run, item.beads, item.gapMm, item.count);
  return item.beads.map((bead) => {
    const own = beads.filter((t) => t.bead === bead);
    const sagMm = Math.max(0, ...own.map((t) => t.sagMm));
    return { bead, passes: item.passes, sagMm: sagMm < 0.005 ? 0 : sagMm };
  });
}

/** One pass of wire less in each hole. */
function fewerPasses(item: BeadsItem): Remedy[] {
  if (item.passes < 2) return [];
  const passes = item.passes - 1;
  const label = say`Pass ${passes === 1 ? 'once' : say`${passes} times`}`;
  return [{ kind: 'item', label, item: { ...item, passes } }];
}

/** A bead whose hole is too narrow for the frame, on a pin that it takes. */
function hungInstead(item: BeadsItem, bead: Bead, frameMm: number): Remedy {
  const on = { ...item.on, lengthMm: 0 };
  const given = { thread: THIN_COPPER, frameMm, lengthMm: 0 };
  const pinMm = Math.min(gaugeNotOver(bead.holeMm * 0.95), frameMm);
  const pin = { ...THIN_COPPER, diameterMm: pinMm };
  const hung = { ...drop.create(item.id, on, on, given), beads: [bead], thread: pin };
  return { kind: 'item', label: say`Hang it from a head pin instead`, item: hung };
}

export const beads = itemKind({
  kind: 'beads',
  name: 'Beads on the wire',
  group: 'Beads',
  hint: 'Threaded along a stretch of the frame.',
  place: 'stretch',
  traits: { threaded: true, strip: 'beads' },
  fields,
})({
  first: ({ frameMm }) => ({
    beads: [plainBead('Round bead', 4, 'sea', frameMm)],
    gapMm: 0,
    count: null,
    passes: 1,
  }),
  layout(ground, item) {
    const run = ground.runAt(item.on);
    if (!run) return null;
    const { beads, usedMm, leftMm } = threadAlong(run, item.beads, item.gapMm, item.count);
    const problems: Problem[] = [];
    for (const { bead, passes, sagMm } of holesOn(run, item)) {
      const wire = { diameterMm: ground.frameMm, passes, sagMm, frame: true };
      const found = holeProblem(item, bead, wire, {
        fewer: fewerPasses(item),
        last: [hungInstead(item, bead, ground.frameMm)],
      });
      if (found) problems.push(found);
    }
    const refused = problems.length > 0;
    if (!refused) {
      const rest = evenly(item, run.lengthMm, beads.length, leftMm);
      if (rest) problems.push(rest);
      if (beads.length === 0 || (item.count !== null && beads.length < item.count)) {
        problems.push({
          message: say`There is room for ${beads.length} on ${asLength(run.lengthMm)}.`,
          remedies: [],
          refused: beads.length === 0,
        });
      }
    }
    const on = refused ? [] : beads;
    const bare = Math.max(0, leftMm);
    return {
      title: say`${counted(on.length, 'bead', 'beads')} on ${asLength(run.lengthMm)}`,
      counts: on.length > 0 ? [{ what: 'beads', count: on.length }] : [],
      wires: [],
      beads: beadUses(on.map((t) => t.bead)),
      findings: [],
      spans: [spanOf(run)],
      marks: on.map(beadMark),
      notes: refused
        ? []
        : [
            say`They take ${asLength(usedMm)} of ${asLength(run.lengthMm)}; ${asLength(bare)} left.`,
          ],
      problems,
    };
  },
  orders(item, { beads }) {
    return [
      say`Thread ${beads}${item.passes > 1 ? say`, the wire passing ${counted(item.passes, 'time', 'times')}` : ''}.`,
      item.gapMm > 0 ? say`Leave ${asLength(item.gapMm)} between.` : say`Push them together.`,
    ];
  },
  frameHoles(ground, item) {
    const run = ground.runAt(item.on);
    return run ? holesOn(run, item) : [];
  },
  stiffens: () => stiffer(BEADED),
  instead: (item, frame) => [
    {
      label: say`Wind these beads on afterwards`,
      item: {
        ...woundBeads.create(item.id, item.on, item.on, {
          thread: { ...THIN_COPPER, metal: frame.metal },
          frameMm: frame.diameterMm,
          lengthMm: item.on.lengthMm,
        }),
        beads: item.beads,
      },
    },
  ],
});
