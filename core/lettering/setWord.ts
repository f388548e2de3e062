import {
  BeltError,
  corner,
  flattenPath,
  pathsBox,
  type Path,
  type Post,
  type Segment,
  type Vec,
} from '../geometry';
import { routeDrawing } from '../route';
import { FACES, type Face } from './faces';
import { bailOn, ringAt } from './bail';
import { footToFoot } from './footToFoot';
import { strokePath, type Stroke } from './glyph';
import { kern, type Profile } from './kern';
import { readText, type Letter } from './readText';
import type { WordSettings } from './settings';

/** What the wire allows. */
export interface WordWire {
  readonly diameterMm: number;
  /** smallest radius of the wire's centre that the tools leave, mm */
  readonly leastRadiusMm: number;
}

export interface WordWirePath {
  readonly path: Path;
  /** `word`: the letters themselves; the others are wires of their own */
  readonly role: 'word' | 'accent' | 'ring' | 'bail';
}

export interface Word {
  readonly wires: readonly WordWirePath[];
  /** middles of beads that stand for dots, and their size across, mm */
  readonly beads: readonly Vec[];
  readonly beadMm: number;
  /** signs the face does not have */
  readonly missing: readonly string[];
  /** signs with curves that had to be widened for this wire, or that find no room at this size */
  readonly tight: readonly string[];
  readonly xHeightMm: number;
  /** from edge to edge of the wire, mm */
  readonly widthMm: number;
  readonly heightMm: number;
}

const UNITS = 10;
const SPACE_UNITS = 6;
/** Room between letters that are not joined, in tenths of the x-height, the wire left out. */
const GAP_UNITS = 2.2;
/** Dots stand for beads or rings of this size across, in tenths of the x-height. */
const DOT_UNITS = 2.4;
const SMALL_CURVE_UNITS = 2.5;
const ACCENT_ABOVE = { small: -12, tall: -17.4 };

/**
 * A word in wire: letters set along a baseline, each a wire of its own or all joined in one.
 * @throws LetteringError as {@link readText} does
 */
export function setWord(settings: WordSettings, wire: WordWire): Word {
  const { letters, missing } = readText(settings);
  const at = (xHeightMm: number): Word =>
    new Setting(settings, wire, letters, xHeightMm).word(missing);
  if (settings.size.by === 'x-height') return at(settings.size.mm);
  // The wire's thickness and widened curves do not grow with the letters: the size is searched for.
  let [low, high] = [0.2, 600];
  for (let i = 0; i < 50 && high / low > 1 + 1e-7; i++) {
    const middle = Math.sqrt(low * high);
    if (at(middle).widthMm < settings.size.mm) low = middle;
    else high = middle;
  }
  return at(Math.sqrt(low * high));
}

/** A letter at its place: x of its origin along the baseline, in units. */
interface Placed {
  readonly letter: Letter;
  readonly x: number;
}

class Setting {
  private readonly face: Face;
  private readonly unit: number;
  private readonly slant: number;
  private readonly tight = new Set<string>();

  constructor(
    private readonly settings: WordSettings,
    private readonly wire: WordWire,
    private readonly letters: readonly (Letter | null)[],
    private readonly xHeightMm: number,
  ) {
    this.face = FACES[settings.face];
    this.unit = xHeightMm / UNITS;
    this.slant = Math.tan(((this.face.slantDeg + settings.slantDeg) * Math.PI) / 180);
  }

  word(missing: readonly string[]): Word {
    const placed = this.place();
    const wires: WordWirePath[] = [
      ...(this.settings.join ? this.joined(placed) : this.apart(placed)).map(
        (path): WordWirePath => ({ path, role: 'word' }),
      ),
    ];
    const dots: Vec[] = [];
    for (const p of placed) {
      for (const stroke of this.accentStrokes(p)) {
        if (this.settings.accents === 'wire') {
          wires.push({ path: this.strokeAt(stroke, p), role: 'accent' });
        }
      }
      dots.push(...this.dotsOf(p));
    }
    const radius = Math.max(this.wire.leastRadiusMm, (DOT_UNITS / 2) * this.unit);
    if (this.settings.dots === 'ring') {
      for (const dot of dots) wires.push({ path: ringAt(dot, radius), role: 'ring' });
    }
    if (this.settings.ends === 'bail') {
      const { loopMm } = this.settings;
      const bail = bailOn(
        wires.map((w) => w.path),
        loopMm,
        this.wire.diameterMm,
        2 * this.unit,
      );
      if (bail) wires.push({ path: bail, role: 'bail' });
    }
    const box = pathsBox(wires.map((w) => w.path));
    const d = this.wire.diameterMm;
    return {
      wires,
      beads: this.settings.dots === 'bead' ? dots : [],
      beadMm: Math.max(2, DOT_UNITS * this.unit),
      missing,
      tight: [...this.tight],
      xHeightMm: this.xHeightMm,
      widthMm: box ? box.maxX - box.minX + d : 0,
      heightMm: box ? box.maxY - box.minY + d : 0,
    };
  }

  /** Where the letters stand: at the hand's own pace where it joins, else by the room between them. */
  private place(): Placed[] {
    const out: Placed[] = [];
    const { space } = this.settings;
    // The pen is where the next letter's origin would stand without kerning.
    let pen = 0;
    let before: { profile: Profile; x: number; paced: boolean } | null = null;
    for (const letter of this.letters) {
      if (!letter) {
        pen += SPACE_UNITS + space;
        before = null;
        continue;
      }
      const paced = this.paced(letter);
      const profile = this.profile(letter);
      let x = pen - (paced || out.length === 0 ? 0 : profile.left);
      if (before && !(before.paced && paced)) {
        const gap = GAP_UNITS + space + this.wire.diameterMm / this.unit;
        x = before.x + kern(before.profile, profile, gap);
      }
      out.push({ letter, x });
      pen = x + (paced ? letter.glyph.advance! * this.face.width : profile.right) + space;
      before = { profile, x, paced };
    }
    return out;
  }

  /** Whether the hand's own advance holds for a letter. */
  private paced(letter: Letter): boolean {
    return letter.glyph.advance !== null && this.settings.join;
  }

  private profile(letter: Letter): Profile {
    const bands = new Map<number, [number, number]>();
    let [left, right] = [Infinity, -Infinity];
    const put = (x: number, y: number): void => {
      const band = Math.round(y / 2);
      const now = bands.get(band) ?? [Infinity, -Infinity];
      bands.set(band, [Math.min(now[0], x), Math.max(now[1], x)]);
      left = Math.min(left, x);
      right = Math.max(right, x);
    };
    const home = { letter, x: 0 };
    const straight = new Setting(
      { ...this.settings, baseline: { kind: 'straight' }, letters: [] },
      { diameterMm: 0, leastRadiusMm: 0 },
      [],
      UNITS,
    );
    for (const path of straight.letterPaths(home)) {
      for (const p of flattenPath(path, 0.1, 1)) put(p.x, p.y);
    }
    for (const d of straight.dotsOf(home)) {
      put(d.x - DOT_UNITS / 2, d.y);
      put(d.x + DOT_UNITS / 2, d.y);
    }
    return { bands, left, right };
  }

  /** From letter units to mm on the baseline; letters stand upright on it and keep their shape. */
  private toMm({ letter, x: origin }: Placed): (x: number, y: number) => Vec {
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
    const middle = ((this.letters.length > 0 ? this.extent : 0) / 2) * this.unit;
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

  private extentUnits: number | null = null;
  /** Length of the set text along the baseline, in units. */
  private get extent(): number {
    if (this.extentUnits === null) {
      const placed = this.place();
      const last = placed[placed.length - 1];
      this.extentUnits = last
        ? last.x + (last.letter.glyph.advance ?? this.profile(last.letter).right)
        : 0;
    }
    return this.extentUnits;
  }

  private posts(posts: readonly Post[], placed: Placed): Post[] {
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

  private strokeAt(stroke: Stroke, placed: Placed): Path {
    return this.laid(this.posts(stroke.posts, placed), stroke.closed, placed.letter.sign);
  }

  /** The line round posts; where they stand too close it is laid round smaller ones, and that is noted. */
  private laid(posts: readonly Post[], closed: boolean, sign: string): Path {
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

  private entry(placed: Placed, reach: number): Post {
    const first = placed.letter.glyph.strokes[0]!.posts[0]!;
    const p = this.toMm(placed)(first.at.x - first.radius - reach, -0.8);
    return corner(p.x, p.y);
  }

  private exit(placed: Placed, reach: number): Post {
    const { posts } = placed.letter.glyph.strokes[0]!;
    const last = posts[posts.length - 1]!;
    const p = this.toMm(placed)(last.at.x + last.radius + reach, last.at.y - 1.6);
    return corner(p.x, p.y);
  }

  /** Each letter as wires of its own: one for each part that hangs together. */
  private apart(placed: readonly Placed[]): Path[] {
    return placed.flatMap((p) => this.ownWires(p));
  }

  /** Strokes of a letter that hang together as one wire; those of marks stay wires of their own. */
  private ownWires(placed: Placed): Path[] {
    const strokes = this.letterPaths(placed);
    if (strokes.length < 2 || !isJoinable(placed.letter)) return strokes;
    return routeDrawing(strokes).wires.map((w) => w.path);
  }

  /** All letters in one line: posts of flowing letters in a row, others run from foot to foot. */
  private joined(placed: readonly Placed[]): Path[] {
    const out: Path[] = [];
    let done: Segment[] = [];
    let pending: Post[] = [];
    let signs: string[] = [];
    const flush = (): void => {
      if (pending.length > 1) done.push(...this.laid(pending, false, signs[0] ?? '').segments);
      pending = [];
    };
    const finish = (): void => {
      flush();
      if (done.length > 0) out.push({ segments: done, closed: false });
      done = [];
    };
    placed.forEach((p, i) => {
      const { letter } = p;
      signs = [letter.sign];
      if (this.standsApart(letter) && (placed.length > 1 || !isJoinable(letter))) {
        finish();
        out.push(...this.ownWires(p));
        return;
      }
      const next = placed[i + 1];
      if (letter.glyph.flows) {
        if (pending.length === 0) pending.push(this.entry(p, 3));
        pending.push(...this.posts(letter.glyph.strokes[0]!.posts, p));
        const ends = !next || this.standsApart(next.letter);
        if (ends) pending.push(this.exit(p, 2.6));
        return;
      }
      for (const wire of this.footToFoot(p)) {
        const points = flattenPath(wire, 1);
        const [from, to] = [points[0]!, points[points.length - 1]!];
        pending.push(corner(from.x, from.y));
        flush();
        done.push(...wire.segments);
        pending = [corner(to.x, to.y)];
      }
    });
    finish();
    return out;
  }

  /** Marks, and capitals if so chosen, are not joined. */
  private standsApart(letter: Letter): boolean {
    if (letter.capital) return this.settings.capitals === 'apart';
    return !isJoinable(letter);
  }

  /** A letter run in one wire from its left foot to its right foot. */
  private footToFoot(placed: Placed): Path[] {
    const map = this.toMm(placed);
    const [origin, right] = [map(0, 0), map(1, 0)];
    const turn = Math.atan2(right.y - origin.y, right.x - origin.x);
    return footToFoot(this.letterPaths(placed), origin, turn);
  }

  /** Bars of the letter and its accents, in the letter's units. */
  private accentStrokes({ letter }: Placed): Stroke[] {
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

  private dotsOf(placed: Placed): Vec[] {
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

/** Letters, digits and ornaments are joined; marks are not. */
const isJoinable = (letter: Letter): boolean => /[\p{L}\p{N}&♥★]/u.test(letter.sign);
/** Ornaments stand upright and wide in every face. */
const isOrnament = (letter: Letter): boolean => /[♥★]/u.test(letter.sign);
