import { coilLength, coverTurns } from '../../element';
import { lengthField } from '../../field';
import { asLength, asNumber, counted, say } from '../../words';
import { wireMark, wireUse } from '../draw';
import { tailField, threadField } from '../fields';
import { spanOf, turnStroke } from '../ground';
import { itemKind, TUCK } from '../kind';
import { BARE } from '../layout';
import { GRIP, sleeve, stiffer } from '../stiffness';

export const coil = itemKind({
  kind: 'coil',
  name: 'Coil over the wire',
  group: 'Wraps and strands',
  hint: 'Close or open turns along a stretch.',
  place: 'stretch',
  traits: { winds: true, fills: true, grips: true, holdsSeam: true },
  fields: {
    gapMm: lengthField('Gap between turns', 0, 50, { decimals: 2, scales: 'size' }),
    thread: threadField,
    tailMm: tailField,
  },
})({
  first: ({ thread }) => ({ gapMm: 0, thread, tailMm: 20 }),
  layout(ground, item) {
    const run = ground.runAt(item.on);
    if (!run) return null;
    const { thread, gapMm } = item;
    const d = thread.diameterMm;
    const pitch = d + gapMm;
    const turns = coverTurns(run.lengthMm, d, gapMm);
    const shown = Math.max(1, Math.floor(turns + 1e-6));
    const strokes = Array.from({ length: shown }, (_, i) =>
      turnStroke(
        run.spot(run.fromMm + ((i + 0.5) * run.lengthMm) / shown),
        (ground.frameMm + d) / 2,
        pitch / 2,
      ),
    );
    return {
      ...BARE,
      title: say`Coil over ${asLength(run.lengthMm)}, ${asNumber(turns, 1)} turns`,
      counts: [{ what: 'turns', count: Math.round(turns) }],
      wires: [
        wireUse(
          'binding',
          'Coil',
          thread,
          coilLength(turns, ground.frameMm, d, pitch),
          item.tailMm,
        ),
      ],
      spans: [spanOf(run)],
      marks: [wireMark(strokes, thread)],
    };
  },
  useUp(ground, item, lengthMm) {
    const pitch = item.thread.diameterMm + item.gapMm;
    const turns = lengthMm / coilLength(1, ground.frameMm, item.thread.diameterMm, pitch);
    return { ...item, on: { ...item.on, lengthMm: turns * pitch } };
  },
  orders(item, { cut, count }) {
    return [
      ...cut,
      say`Anchor the tail along the frame and wind ${counted(count('turns'), 'turn', 'turns')} over ${asLength(item.on.lengthMm)}${item.gapMm > 0 ? say`, ${asLength(item.gapMm)} open between` : ', each touching the last'}. Push the turns together with a nail as you go.`,
      TUCK,
    ];
  },
  stiffens(ground, { thread: { diameterMm: t }, gapMm }) {
    return stiffer(1 + GRIP * (t / (t + gapMm)) * sleeve(ground.frameMm, t));
  },
});
