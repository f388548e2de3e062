import { halfRoundBead, holeNeeded } from '../../element';
import { wholeField } from '../../field';
import { asLength, counted, say } from '../../words';
import { plainBead, type Bead } from '../bead';
import { beadMark, beadUses, oval, wireMark } from '../draw';
import { beadsField } from '../fields';
import { middleMm, moved, right, type FormedWires, type Run } from '../ground';
import { holeProblem } from '../holes';
import { itemKind, type FrameHole } from '../kind';
import type { OwnUse } from '../layout';
import type { StretchPlace } from '../place';

interface Taken {
  readonly on: StretchPlace;
  readonly beads: readonly Bead[];
  readonly passes: number;
  readonly halves: number;
}

/** Whether a run lies at the tip of its wire: what is taken up there lies beyond the figure. */
function isAtTip({ lines }: FormedWires, run: Run): boolean {
  const { s, closed } = lines[run.wire]!;
  const mm = middleMm(run);
  return !closed && (mm < 1e-6 || mm > (s.at(-1) ?? 0) - 1e-6);
}

/** The wire as it goes through a bead. */
const through = (diameterMm: number, passes: number): Parameters<typeof holeProblem>[2] => ({
  diameterMm,
  passes,
  sagMm: 0,
  frame: true,
});

const goesThrough = (bead: Bead, diameterMm: number, passes: number): boolean =>
  bead.holeMm >= holeNeeded(passes, diameterMm, bead.lengthMm, null) - 1e-9;

/** The first way through lies on the drawn line, unless the figure has ended; all else is added. */
function wireOf(wires: FormedWires, { on, beads, passes, halves }: Taken): OwnUse[] {
  const run = wires.runAt(on);
  if (!run) return [];
  const d = wires.thickMm[run.wire]!;
  if (!beads.every((b) => goesThrough(b, d, passes))) return [];
  const times = passes - (isAtTip(wires, run) ? 0 : 1);
  const lengthMm = beads.reduce(
    (sum, b) => sum + times * b.lengthMm + halves * halfRoundBead(b.lengthMm, b.acrossMm, d),
    0,
  );
  return [{ wire: run.wire, atMm: middleMm(run), lengthMm, name: 'Through and round beads' }];
}

export const ownBead = itemKind({
  kind: 'own-bead',
  name: 'Bead taken up',
  group: 'The wire itself, on its way',
  hint: 'The wire goes through it, and round it.',
  place: 'point',
  traits: { onTheWay: true, threaded: true },
  fields: {
    beads: beadsField(12),
    passes: wholeField('Times through the hole', 1, 7),
    halves: wholeField('Half turns round the bead', 0, 60),
  },
})({
  first: () => ({ beads: [plainBead()], passes: 1, halves: 0 }),
  takes: wireOf,
  layout(ground, item) {
    const run = ground.runAt(item.on);
    if (!run) return null;
    const [use] = wireOf(ground, item);
    const problems = item.beads.flatMap((bead) => {
      return holeProblem(item, bead, through(ground.frameMm, item.passes)) ?? [];
    });
    const refused = problems.length > 0;
    const total = item.beads.reduce((sum, b) => sum + b.lengthMm, 0);
    const { at, direction } = run.spot(middleMm(run));
    // At the tip they lie beyond the figure, elsewhere about the place.
    const { s } = ground.lines[run.wire]!;
    const atTip = isAtTip(ground, run);
    const out = atTip && middleMm(run) < (s.at(-1) ?? 0) / 2 ? -1 : 1;
    let from = atTip ? 0 : -total / 2;
    const placed = item.beads.map((bead) => {
      const middle = moved(at, direction, out * (from + bead.lengthMm / 2));
      from += bead.lengthMm;
      return { bead, at: middle, along: direction };
    });
    const d = ground.frameMm;
    const rounds = placed.flatMap(({ bead, at: middle }) =>
      Array.from({ length: Math.ceil(item.halves / 2) }, (_, i) =>
        oval(
          { x: 0, y: 0 },
          bead.lengthMm / 2 + (i + 0.5) * d,
          bead.acrossMm / 2 + (i + 0.5) * d,
        ).map((p) => moved(moved(middle, direction, p.x), right({ at, direction }), p.y)),
      ),
    );
    const again = item.passes > 1 ? say`, ${item.passes} times through` : '';
    return {
      title: say`${counted(item.beads.length, 'bead', 'beads')} taken up${again}`,
      counts: [{ what: 'beads', count: item.beads.length }],
      wires: [],
      beads: refused ? [] : beadUses(item.beads),
      findings: [],
      spans: [{ wire: run.wire, fromMm: middleMm(run), toMm: middleMm(run) }],
      marks: refused
        ? []
        : [...placed.map(beadMark), ...(rounds.length > 0 ? [wireMark(rounds, ground.wire)] : [])],
      notes:
        use && use.lengthMm > 0
          ? [say`${asLength(use.lengthMm)} of the wire itself, in its cut length.`]
          : [say`The way through lies on the drawn line.`],
      problems,
    };
  },
  orders: ({ passes, halves }, { beads }) => [
    say`Thread ${beads}${passes > 1 ? say`, the wire passing ${counted(passes, 'time', 'times')}` : ''}.`,
    ...(halves > 0
      ? [
          say`Lead the wire ${counted(halves, 'half turn', 'half turns')} round the bead, from hole to hole.`,
        ]
      : []),
  ],
  frameHoles: (_ground, { beads, passes }) =>
    beads.map((bead): FrameHole => ({ bead, passes, sagMm: 0 })),
});
