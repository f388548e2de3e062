import { beltAround, corner, post, type Path, type Post } from '../geometry';

/**
 * How letters are written down here: each stroke is a row of posts that the wire is laid round, in
 * units of a tenth of the x-height, baseline at 0, y down. `x,y` is a corner or an end, `x,y,r` a
 * curve about x,y clockwise, `x,y,-r` anticlockwise, `+n` n whole turns more. `|` begins another
 * stroke, a stroke that starts with `o` is closed, one that starts with `=` is a bar: the cross of
 * a t, the slash of an ø, which may be left out or made of another wire like an accent. `*x,y` is a
 * dot.
 */
export interface Stroke {
  readonly posts: readonly Post[];
  readonly closed: boolean;
  readonly bar: boolean;
}

export interface Glyph {
  readonly strokes: readonly Stroke[];
  readonly dots: readonly { readonly x: number; readonly y: number }[];
  /** how far the next letter of a joined hand begins, if the hand sets its own pace */
  readonly advance: number | null;
  /** written in one go from its entry to its exit, so that letters join by posts alone */
  readonly flows: boolean;
}

/** Reads a letter. @param advance set for letters of a joined hand */
export function readGlyph(text: string, advance: number | null = null): Glyph {
  const strokes: Stroke[] = [];
  const dots: { x: number; y: number }[] = [];
  for (const part of text.split('|')) {
    const body = part.trim();
    const closed = body.startsWith('o');
    const bar = body.startsWith('=');
    const posts: Post[] = [];
    for (const token of body.replace(/^[o=]/, '').split(/\s+/)) {
      if (token === '') continue;
      if (token.startsWith('*')) {
        const [x, y] = token.slice(1).split(',').map(Number);
        dots.push({ x: x!, y: y! });
        continue;
      }
      const [place, loops] = token.split('+');
      const [x, y, r] = place!.split(',').map(Number);
      if (r === undefined) posts.push(corner(x!, y!));
      else posts.push(post(x!, y!, Math.abs(r), r < 0 ? -1 : 1, Number(loops ?? 0)));
    }
    if (posts.length > 0) strokes.push({ posts, closed, bar });
  }
  return { strokes, dots, advance, flows: advance !== null };
}

/** A stroke as a path; a closed stroke of one post is its circle. @throws BeltError */
export function strokePath({ posts, closed }: Pick<Stroke, 'posts' | 'closed'>): Path {
  const [only] = posts;
  if (closed && posts.length === 1 && only) {
    const half = { type: 'arc', center: only.at, radius: only.radius } as const;
    const sweep = Math.PI * only.turn;
    return {
      segments: [
        { ...half, startAngle: Math.PI / 2, sweep },
        { ...half, startAngle: Math.PI / 2 + sweep, sweep },
      ],
      closed: true,
    };
  }
  return beltAround(posts, closed);
}
