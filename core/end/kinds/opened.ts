import { spiralLength } from '../../element';
import { lengthField, turnsField } from '../../field';
import {
  compose,
  line,
  rotation,
  scaling,
  transformSegment,
  translation,
  type Primitive,
} from '../../geometry';
import { layOf, strandMm, strandsIn, type Round } from '../../wire';
import { asLength, counted, say } from '../../words';
import { at, spiralShape } from '../draw';
import { BARE, endKind, LOOP, type EndOf } from '../endKind';

type Opened = EndOf<'opened', { openMm: number; openingMm: number; gapMm: number; turns: number }>;

/** The outermost strands of an opened end lie at this angle to it. */
const FAN_RAD = 1;

const curlOf = ({ openingMm, gapMm }: Opened, wire: Round) => ({
  openingMm,
  gapMm,
  diameterMm: strandMm(wire),
});

/** What each strand takes, as wire, mm. */
const strandLength = (e: Opened, wire: Round): number =>
  e.openMm + (e.turns > 0 ? spiralLength(curlOf(e, wire), e.turns) : 0);

/** Strands fanned out, each with its curl, the outer ones rolled outwards. */
function fanned(e: Opened, wire: Round): Primitive[][] {
  const strands = strandsIn(wire);
  const d = strandMm(wire);
  return Array.from({ length: strands }, (_, j) => {
    const from = j - (strands - 1) / 2;
    const share = strands > 1 ? (2 * from) / (strands - 1) : 0;
    const side = from < 0 ? -1 : 1;
    const map = compose(
      translation(0, Math.min(1, (wire.diameterMm - d) / d / Math.max(1, strands - 1)) * from * d),
      compose(rotation(share * FAN_RAD), scaling(1, side)),
    );
    const curl = e.turns > 0 ? spiralShape(curlOf(e, wire), e.turns) : [];
    const own: Primitive[] = [
      line(at(0, 0), at(e.openMm, 0)),
      ...curl.flatMap((s) => transformSegment(s, translation(e.openMm, 0)) as Primitive[]),
    ];
    return own.flatMap((s) => transformSegment(s, map) as Primitive[]);
  });
}

export const opened = endKind({
  kind: 'opened',
  name: 'Opened strands',
  even: true,
  rope: true,
  fields: {
    openMm: lengthField('strands left straight over', 0, 500, LOOP),
    turns: turnsField('turns of the curl of each', 0, 20, 2),
    openingMm: lengthField('opening of the curl', 0, 100, LOOP),
    gapMm: lengthField('gap in the curl', 0, 50, LOOP),
  },
})({
  first: { openMm: 6, turns: 1.5, openingMm: 1.5, gapMm: 0.3 },
  // So much of the rope is untwisted that its strands are as long as they must be.
  form: (e, _, wire) => ({
    ...BARE,
    parts: [{ name: 'Opened strands', lengthMm: strandLength(e, wire) / layOf(wire).longer }],
    shape: [],
    strands: fanned(e, wire),
  }),
  order: (end, { where, wire }) =>
    say`Untwist ${where} over ${asLength(strandLength(end, wire) / layOf(wire).longer)} of the rope, cut a fold there open, and straighten each strand: ${asLength(strandLength(end, wire))}.${
      end.turns > 0
        ? say` Curl each ${counted(end.turns, 'turn', 'turns')}, opening ${asLength(end.openingMm)}, gap ${asLength(end.gapMm)}, the outer ones outwards.`
        : ''
    }`,
});
