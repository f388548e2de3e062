import { BeltError, corner, type Path, type Post, type Vec } from '../geometry';
import { FACES, type Face } from './faces';
import { strokePath, type Stroke } from './glyph';
import type { Letter } from './readText';
import type { WordSettings } from './settings';

/** What the wire allows. */
export interface WordWire {
  readonly diameterMm: number;
  /** smallest radius of the wire's centre that the tools leave, mm */
  readonly leastRadiusMm: number;
}

/** Units of the letters' own posts in the height of an x. */
export const UNITS = 10;
const SMALL_CURVE_UNITS = 2.5;
const ACCENT_ABOVE = { small: -12, tall: -17.4 };

/** A letter at its place: x of its origin along the baseline, in units. */
export interface Placed {
  readonly letter: Letter;
  readonly x: number;
}

/** Draws letters at their places in mm, and notes those whose curves this wire does not take. */
export class LetterDrawer {
  readonly face: Face;
  readonly unit: number;
  readonly tight = new Set<string>();
  private readonly slant: number;

  /** @param middleUnits where along the baseline the word has its middle: there the circle is upright */
  constructor(
    private readonly settings: WordSettings,
    private readonly wire: WordWire,
    xHeightMm: number,
    private readonly middleUnits: number,
  ) {
    this.face = FACES[settings.face];
    this.unit = xHeightMm / UNITS;
    this.slant = Math.tan(((this.face.slantDeg + settings.slantDeg) * Math.PI) / 180);
  }

  /** From letter units to mm on the baseline; letters stand upright on it and keep their shape. */
  toMm({ letter, x: origin }: Placed): (x: number, y: number) => Vec {
    const { baseline, letters } = this.settings;
    const own = letters.find((l) => l.at === letter.at);
    const [dx, dy] = [own?.dx ?? 0, own?.dy ?? 0];
    const [width, slant] = isOrnament(letter) ? [1, 0] : [this.face.width, this.slant];
    const flat = (x: number, y: number): Vec => ({
      x: (x * width - y * slant) * this.unit,
      y: y * this.unit,
    });
    if (baseline.kind === 'straight') {
      return (x, y) => {
        const p = flat(x, y);
        return { x: origin * this.unit + p.x + dx, y: p.y + dy };
      };
    }
    const side = baseline.kind === 'arch' ? 1 : -1;
    // Letters stand round the middle of the word, each turned as the circle is at its foot.
    const middle = this.middleUnits * this.unit;
    const half = (letter.glyph.advance ?? 8) * 0.5 * this.face.width * this.unit;
    const angle = (side * (origin * this.unit + half - middle)) / baseline.radiusMm;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    return (x, y) => {
      const p = flat(x, y);
      const [u, v] = [p.x - half, p.y - side * baseline.radiusMm];
      return {
        x: cos * u - sin * v + dx,
        y: sin * u + cos * v + side * baseline.radiusMm + dy,
      };
    };
  }

  posts(posts: readonly Post[], placed: Placed): Post[] {
    const map = this.toMm(placed);
    return posts.map((p) => {
      const at = map(p.at.x, p.at.y);
      if (p.radius === 0) return { ...p, at };
      // Small curves are at what tools leave already: a narrow face does not narrow them.
      const narrow = p.radius > SMALL_CURVE_UNITS && !isOrnament(placed.letter);
      const width = narrow ? this.face.width : 1;
      const wanted = p.radius * this.unit * width;
      if (wanted < this.wire.leastRadiusMm - 0.01) this.tight.add(placed.letter.sign);
      return { ...p, at, radius: Math.max(wanted, this.wire.leastRadiusMm) };
    });
  }

  strokeAt(stroke: Stroke, placed: Placed): Path {
    return this.laid(this.posts(stroke.posts, placed), stroke.closed, placed.letter.sign);
  }

  /** The line round posts; where they stand too close it is laid round smaller ones, and that is noted. */
  laid(posts: readonly Post[], closed: boolean, sign: string): Path {
    for (const share of [1, 0.85, 0.7, 0.5, 0.3, 0]) {
      try {
        const smaller = posts.map((p) => ({ ...p, radius: p.radius * share }));
        return strokePath({ posts: smaller, closed });
      } catch (error) {
        if (!(error instanceof BeltError)) throw error;
        this.tight.add(sign);
      }
    }
    return { segments: [], closed: false };
  }

  /** Strokes of the letter itself, without bars, dots and accents. */
  private letterStrokes({ letter }: Placed): Stroke[] {
    return letter.glyph.strokes.filter((s) => !s.bar);
  }

  /** A letter's own strokes as paths; a flowing letter with a short entry and exit. */
  letterPaths(placed: Placed): Path[] {
    const { letter } = placed;
    return this.letterStrokes(placed).map((stroke) => {
      if (!letter.glyph.flows) return this.strokeAt(stroke, placed);
      const posts = this.posts(stroke.posts, placed);
      return this.laid(
        [this.entry(placed, 1.6), ...posts, this.exit(placed, 1.6)],
        false,
        letter.sign,
      );
    });
  }

  /** Where a flowing letter begins, and ends, `reach` units beside its own curves. */
  entry(placed: Placed, reach: number): Post {
    const first = placed.letter.glyph.strokes[0]!.posts[0]!;
    const p = this.toMm(placed)(first.at.x - first.radius - reach, -0.8);
    return corner(p.x, p.y);
  }

  exit(placed: Placed, reach: number): Post {
    const { posts } = placed.letter.glyph.strokes[0]!;
    const last = posts[posts.length - 1]!;
    const p = this.toMm(placed)(last.at.x + last.radius + reach, last.at.y - 1.6);
    return corner(p.x, p.y);
  }

  /** Bars of the letter and its accents, in the letter's units. */
  accentStrokes({ letter }: Placed): Stroke[] {
    const bars = letter.glyph.strokes.filter((s) => s.bar);
    return [...bars, ...this.raised(letter, (g) => g.strokes)];
  }

  private raised(letter: Letter, of: (g: Letter['glyph']) => readonly Stroke[]): Stroke[] {
    const { middle, tall } = this.body(letter);
    return letter.accents.flatMap(({ where, glyph }) => {
      const y = where === 'below' ? 0.6 : ACCENT_ABOVE[tall ? 'tall' : 'small'];
      return of(glyph).map((s) => ({
        ...s,
        posts: s.posts.map((p) => ({ ...p, at: { x: p.at.x + middle, y: p.at.y + y } })),
      }));
    });
  }

  private body({ glyph }: Letter): { middle: number; tall: boolean } {
    const posts = glyph.strokes.flatMap((s) => (s.bar ? [] : s.posts));
    const xs = posts.flatMap((p) => [p.at.x - p.radius, p.at.x + p.radius]);
    const top = Math.min(...posts.map((p) => p.at.y - p.radius));
    // A joined letter's last post is its way out; its body lies before it.
    const most = glyph.flows && posts.length > 1 ? xs.slice(0, -2) : xs;
    return { middle: (Math.min(...most) + Math.max(...most)) / 2, tall: top < -11.5 };
  }

  /** Middles of a letter's dots, its accents' among them. */
  dotsOf(placed: Placed): Vec[] {
    const { letter } = placed;
    const map = this.toMm(placed);
    const { middle, tall } = this.body(letter);
    const own = letter.glyph.dots.map((d) => map(d.x, d.y));
    const above = letter.accents.flatMap(({ glyph }) =>
      glyph.dots.map((d) => map(d.x + middle, d.y + ACCENT_ABOVE[tall ? 'tall' : 'small'])),
    );
    return [...own, ...above];
  }
}

/** Ornaments stand upright and wide in every face. */
const isOrnament = (letter: Letter): boolean => /[♥★]/u.test(letter.sign);
