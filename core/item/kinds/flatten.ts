import { flattened } from '../../element';
import { flagField, lengthField, shareField } from '../../field';
import { asLength, asNumber, asThickness, say } from '../../words';
import { spanOf, spotsOf } from '../ground';
import { itemKind } from '../kind';
import { BARE } from '../layout';

/** Hammered thinner than this share of the wire it cracks at its edges if it is bent afterwards. */
const THIN_SHARE = 0.55;

export const flatten = itemKind({
  kind: 'flatten',
  name: 'Hammered stretch',
  group: 'Hammer',
  hint: 'Wider, a little longer, harder.',
  place: 'stretch',
  traits: { hammers: true, strip: 'flat' },
  tool: 'chasing hammer, bench block',
  fields: {
    ahead: flagField('Take what it gains off the cut length'),
    thickMm: lengthField('Hammered to', 0.2, 10, { decimals: 2, scales: 'wire' }),
    spread: shareField('Share into width', 0.3, 1),
  },
})({
  first: () => ({ thickMm: 0.7, spread: 0.8, ahead: false }),
  layout(ground, item) {
    const run = ground.runAt(item.on);
    if (!run) return null;
    const { lengthFactor, widthMm } = flattened(ground.frameMm, item.thickMm, item.spread);
    const gain = item.ahead
      ? run.lengthMm * (1 - 1 / lengthFactor)
      : run.lengthMm * (lengthFactor - 1);
    return {
      ...BARE,
      title: say`${asLength(run.lengthMm)} hammered to ${asThickness(Math.min(item.thickMm, ground.frameMm))}`,
      counts: [],
      wires: [],
      spans: [spanOf(run)],
      marks: [
        {
          kind: 'flat',
          points: spotsOf(run, 0.4).map((s) => s.at),
          widthMm,
          metal: ground.wire.metal,
        },
      ],
      notes: [
        say`${asThickness(widthMm)} wide then, ${asNumber((lengthFactor - 1) * 100, 1)} % longer (typical). ${item.ahead ? say`The cut length is ${asLength(gain)} shorter for it.` : say`It gains ${asLength(gain)}: trim afterwards.`}`,
      ],
      problems: ground.wire.rope
        ? [
            {
              message: say`A rope is not hammered: its strands would spread and crack. Open its end first.`,
              remedies: [],
              refused: true,
            },
          ]
        : item.thickMm > ground.frameMm - 1e-9
          ? [
              {
                message: say`The wire is ${asThickness(ground.frameMm)} thick: hammered flat it is thinner than that.`,
                remedies: [
                  {
                    kind: 'item',
                    label: say`To ${asThickness(ground.frameMm * 0.7)}`,
                    item: { ...item, thickMm: Number((ground.frameMm * 0.7).toFixed(2)) },
                  },
                ],
                refused: true,
              },
            ]
          : item.thickMm < ground.frameMm * 0.4
            ? [
                {
                  message: say`Thinner than two fifths of the wire it tears at its edges.`,
                  remedies: [
                    {
                      kind: 'item',
                      label: say`To ${asThickness(ground.frameMm * 0.5)}`,
                      item: { ...item, thickMm: Number((ground.frameMm * 0.5).toFixed(2)) },
                    },
                  ],
                  refused: false,
                },
              ]
            : [],
    };
  },
  orders(item, { notes }) {
    return [
      say`Hammer ${asLength(item.on.lengthMm)} to ${asThickness(item.thickMm)} on the bench block, in even overlapping blows from the middle outwards.`,
      ...notes,
    ];
  },
  hammered: ({ thickMm, spread, ahead }) => ({ thickMm, spread, ahead }),
  wear: (ground, { thickMm }) =>
    thickMm < THIN_SHARE * ground.frameMm
      ? {
          id: 'hammered',
          text: say`Hammered to ${asThickness(thickMm)} it is hard: bend first, hammer last, or it may crack at its edges.`,
        }
      : null,
  instead: () => [{ label: say`Leave the hammering out`, item: null }],
});
