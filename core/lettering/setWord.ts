import {
  corner,
  flattenPath,
  pathsBox,
  type Path,
  type Post,
  type Segment,
  type Vec,
} from '../geometry';
import { routeDrawing } from '../route';
import { bailOn, ringAt } from './bail';
import { footToFoot } from './footToFoot';
import { DOT_UNITS, layOut, type Layout } from './layOut';
import { LetterDrawer, UNITS, type Placed, type WordWire } from './letterDrawer';
import { readText, type Letter } from './readText';
import type { WordSettings } from './settings';

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

class Setting {
  private readonly draw: LetterDrawer;
  private readonly layout: Layout;

  constructor(
    private readonly settings: WordSettings,
    private readonly wire: WordWire,
    letters: readonly (Letter | null)[],
    private readonly xHeightMm: number,
  ) {
    this.layout = layOut(letters, settings, (wire.diameterMm * UNITS) / xHeightMm);
    this.draw = new LetterDrawer(settings, wire, xHeightMm, this.layout.extentUnits / 2);
  }

  word(missing: readonly string[]): Word {
    const { placed } = this.layout;
    const wires: WordWirePath[] = [
      ...(this.settings.join ? this.joined(placed) : this.apart(placed)).map(
        (path): WordWirePath => ({ path, role: 'word' }),
      ),
    ];
    const dots: Vec[] = [];
    for (const p of placed) {
      for (const stroke of this.draw.accentStrokes(p)) {
        if (this.settings.accents === 'wire') {
          wires.push({ path: this.draw.strokeAt(stroke, p), role: 'accent' });
        }
      }
      dots.push(...this.draw.dotsOf(p));
    }
    const radius = Math.max(this.wire.leastRadiusMm, (DOT_UNITS / 2) * this.draw.unit);
    if (this.settings.dots === 'ring') {
      for (const dot of dots) wires.push({ path: ringAt(dot, radius), role: 'ring' });
    }
    if (this.settings.ends === 'bail') {
      const { loopMm } = this.settings;
      const bail = bailOn(
        wires.map((w) => w.path),
        loopMm,
        this.wire.diameterMm,
        2 * this.draw.unit,
      );
      if (bail) wires.push({ path: bail, role: 'bail' });
    }
    const box = pathsBox(wires.map((w) => w.path));
    const d = this.wire.diameterMm;
    return {
      wires,
      beads: this.settings.dots === 'bead' ? dots : [],
      beadMm: Math.max(2, DOT_UNITS * this.draw.unit),
      missing,
      tight: [...this.draw.tight],
      xHeightMm: this.xHeightMm,
      widthMm: box ? box.maxX - box.minX + d : 0,
      heightMm: box ? box.maxY - box.minY + d : 0,
    };
  }

  /** Each letter as wires of its own: one for each part that hangs together. */
  private apart(placed: readonly Placed[]): Path[] {
    return placed.flatMap((p) => this.ownWires(p));
  }

  /** Strokes of a letter that hang together as one wire; those of marks stay wires of their own. */
  private ownWires(placed: Placed): Path[] {
    const strokes = this.draw.letterPaths(placed);
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
      if (pending.length > 1) done.push(...this.draw.laid(pending, false, signs[0] ?? '').segments);
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
        if (pending.length === 0) pending.push(this.draw.entry(p, 3));
        pending.push(...this.draw.posts(letter.glyph.strokes[0]!.posts, p));
        const ends = !next || this.standsApart(next.letter);
        if (ends) pending.push(this.draw.exit(p, 2.6));
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
    const map = this.draw.toMm(placed);
    const [origin, right] = [map(0, 0), map(1, 0)];
    const turn = Math.atan2(right.y - origin.y, right.x - origin.x);
    return footToFoot(this.draw.letterPaths(placed), origin, turn);
  }
}

/** Letters, digits and ornaments are joined; marks are not. */
const isJoinable = (letter: Letter): boolean => /[\p{L}\p{N}&♥★]/u.test(letter.sign);
