import { lengthField } from '../../field';
import { line } from '../../geometry';
import { asLength, say } from '../../words';
import { at } from '../draw';
import { BARE, endKind, LOOP } from '../endKind';

/** A stud: the wire turns square to the figure, to the back, and goes on as a straight post. */
export const post = endKind({
  kind: 'post',
  name: 'Post, square to it',
  ear: true,
  even: true,
  sum: true,
  fields: { postMm: lengthField('post', 2, 60, LOOP) },
})({
  first: { postMm: 11 },
  form: (e, d) => ({
    ...BARE,
    parts: [
      // A right angle round the jaw's edge: its middle line has the wire's own thickness as radius.
      { name: 'Turn of the post', lengthMm: (Math.PI / 2) * d },
      { name: 'Post', lengthMm: e.postMm },
    ],
    // From the front only its turn is seen, end on.
    shape: [line(at(0, 0), at(d, 0))],
  }),
  order: (end, { where }) =>
    say`Turn the wire square to the figure at ${where}, to the back, and leave ${asLength(end.postMm)} straight as a post. Round its end with a file or cup burr.`,
});
