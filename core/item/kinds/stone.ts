import { gramsField, lengthField } from '../../field';
import { asLength, say } from '../../words';
import { itemKind } from '../kind';
import { BARE } from '../layout';

export const stone = itemKind({
  kind: 'stone',
  name: 'Stone, held by wires',
  group: 'Settings and findings',
  hint: 'Wires and tails are led over it, in front and behind.',
  place: 'free',
  traits: { turned: true, round: true, afterShaping: true, underWires: true },
  fields: {
    widthMm: lengthField('Wide', 1, 200, { scales: 'size' }),
    heightMm: lengthField('High', 1, 300, { scales: 'size' }),
    thickMm: lengthField('Thick', 0.5, 200, { scales: 'size' }),
    grams: gramsField('Weight', 500),
  },
})({
  first: () => ({ widthMm: 12, heightMm: 16, thickMm: 8, grams: 2 }),
  layout(_ground, { on, widthMm, heightMm, thickMm, grams }) {
    return {
      ...BARE,
      title: say`Stone of ${asLength(widthMm)} × ${asLength(heightMm)} × ${asLength(thickMm)}`,
      counts: [],
      wires: [],
      findings: [{ name: 'Stone', count: 1, grams }],
      spans: [],
      marks: [
        {
          kind: 'stone',
          at: { x: on.x, y: on.y },
          widthMm,
          heightMm,
          turnRad: on.headingRad ?? 0,
        },
      ],
      notes: [say`A wire that is led over it takes the way over its surface, in front or behind.`],
    };
  },
  orders: () => [
    say`Lay the stone in its place and hold it with a bit of putty until wires hold it.`,
  ],
  reachMm: ({ widthMm, heightMm }) => Math.max(widthMm, heightMm) / 2,
  stone: ({ on, widthMm, heightMm, thickMm }) => ({
    at: { x: on.x, y: on.y },
    turnRad: on.headingRad ?? 0,
    widthMm,
    heightMm,
    thickMm,
  }),
});
