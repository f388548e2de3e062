import {
  arcToCubics,
  line,
  primitiveFrom,
  randomFrom,
  startOf,
  endOf,
  pointAt,
  segmentLength,
  type Path,
  type Primitive,
  type Segment,
  type Vec,
} from '../geometry';

/** One thing a drawn line does next: mm and radians, clockwise positive. */
export type Move =
  | { readonly run: number }
  | { readonly radius: number; readonly turn: number }
  | { readonly corner: number };

export const FORMS = ['arcs', 'cubics', 'rows', 'coarse', 'noisy'] as const;
export type Form = (typeof FORMS)[number];

export const FAMILIES = [
  'corners beside curves',
  'gentle curves',
  'nearly one radius',
  'slight joints',
  'more than half a turn',
  'mixed',
  'full turns between corners',
  'petals',
  'curls',
  'keyholes',
  'retraced',
  'stars',
  'spirals',
] as const;
export type Family = (typeof FAMILIES)[number];

const DEG = Math.PI / 180;

/** A random figure of a family, as moves. Its total turn and length are sums over these. */
export function drawFigure(seed: number, family: Family): Move[] {
  const random = randomFrom(seed * 7919 + FAMILIES.indexOf(family));
  const between = (low: number, high: number): number => low + (high - low) * random();
  const side = (): number => (random() < 0.5 ? -1 : 1);
  const moves: Move[] = [{ run: between(5, 15) }];
  const corner = (low: number, high: number): void => {
    moves.push({ corner: side() * between(low, high) * DEG });
  };
  const curve = (r0: number, r1: number, low: number, high: number, way = side()): void => {
    moves.push({ radius: between(r0, r1), turn: way * between(low, high) * DEG });
  };
  const run = (low: number, high: number): void => {
    moves.push({ run: between(low, high) });
  };
  const repeat = 3 + Math.floor(random() * 5);
  switch (family) {
    case 'corners beside curves':
      for (let i = 0; i < repeat; i++) {
        corner(30, 120);
        curve(3, 9, 60, 200);
      }
      break;
    case 'gentle curves':
      for (let i = 0; i < repeat; i++) {
        curve(20, 80, 3, 12);
        run(4, 9);
      }
      break;
    case 'nearly one radius':
      for (let i = 0; i < repeat; i++) {
        const radius = between(6, 30);
        const share = [0.97, 1.03, 1.06][Math.floor(random() * 3)]!;
        moves.push({ radius, turn: between(40, 90) * DEG });
        moves.push({ radius: radius * share, turn: between(40, 90) * DEG });
      }
      break;
    case 'slight joints':
      for (let i = 0; i < repeat; i++) {
        corner(1, 4);
        run(6, 12);
      }
      break;
    case 'more than half a turn':
      for (let i = 0; i < repeat; i++) {
        curve(2.5, 6, 200, 520);
        run(4, 10);
      }
      break;
    case 'mixed':
      for (let i = 0; i < repeat; i++) {
        curve(1.2, 5, 60, 220);
        if (random() < 0.5) {
          corner(60, 140);
          run(5, 9);
        }
      }
      break;
    case 'full turns between corners':
      for (let i = 0; i < 1 + (repeat % 3); i++) {
        corner(50, 110);
        curve(2.5, 5, 380, 1080);
        corner(50, 110);
        run(6, 12);
      }
      break;
    case 'petals': {
      // Each petal leaves by a corner, goes round and comes back to its foot.
      const way = side();
      const turn = between(190, 300) * DEG;
      const radius = between(2, 5);
      for (let i = 0; i < repeat; i++) {
        moves.push({ corner: -way * between(60, 120) * DEG });
        moves.push({ run: between(4, 9) });
        moves.push({ radius, turn: way * turn });
        moves.push({ run: between(4, 9) });
      }
      break;
    }
    case 'curls':
      // One to three turns entered by a tangent, left by a corner.
      for (let i = 0; i < 2; i++) {
        curve(2, 5, 360, 1100);
        run(3, 8);
        corner(40, 120);
        run(4, 9);
      }
      break;
    case 'keyholes': {
      // A nearly round loop whose feet stand 0 to 0.5 mm apart.
      const radius = between(2, 6);
      const gap = between(0.02, 0.5);
      const open = 2 * Math.asin(gap / 2 / radius);
      const way = side();
      const foot = Math.PI / 2 - open / 2;
      moves.push({ corner: -way * foot });
      moves.push({ radius, turn: way * (2 * Math.PI - open) });
      moves.push({ corner: -way * foot });
      run(8, 16);
      break;
    }
    case 'retraced': {
      // Out, turned back on itself, and the same way home, several times.
      for (let i = 0; i < Math.min(4, repeat); i++) {
        const length = between(6, 14);
        corner(50, 130);
        moves.push({ run: length }, { corner: Math.PI }, { run: length });
        corner(50, 130);
        run(5, 9);
      }
      break;
    }
    case 'stars': {
      const points = 4 + Math.floor(random() * 5);
      const out = between(110, 145) * DEG;
      const leg = between(6, 14);
      for (let i = 0; i < points; i++) {
        moves.push({ corner: out }, { run: leg });
        moves.push({ corner: (2 * Math.PI) / points - out }, { run: leg });
      }
      break;
    }
    case 'spirals': {
      const way = side();
      let radius = between(2, 3);
      const grow = between(0.3, 0.7);
      for (let i = 0; i < 2 * repeat; i++) {
        moves.push({ radius, turn: way * Math.PI });
        radius += grow;
      }
      run(5, 10);
      break;
    }
  }
  if ('corner' in moves.at(-1)!) run(5, 8);
  return moves;
}

/** A corner that turns back on itself. */
export const isBack = (m: Move): boolean => 'corner' in m && Math.abs(m.corner) > 150 * DEG;

/**
 * The moves as lines and arcs, exactly.
 * @param asides how far, mm, what follows the first, second... corner that turns back lies beside it,
 *   to the right where positive: the strands of a fold lie side by side
 */
export function trace(moves: readonly Move[], asides: readonly number[] = []): Primitive[] {
  let heading = 0.3;
  let at: Vec = { x: 0, y: 0 };
  let back = 0;
  return moves.flatMap((m): Primitive[] => {
    if ('corner' in m) {
      const aside = isBack(m) ? (asides[back++] ?? 0) : 0;
      at = { x: at.x - aside * Math.sin(heading), y: at.y + aside * Math.cos(heading) };
      heading += m.corner;
      return [];
    }
    const [k, length] =
      'run' in m ? [0, m.run] : [Math.sign(m.turn) / m.radius, Math.abs(m.turn) * m.radius];
    // Pieces of an arc of at most 150 degrees, as a file would have them.
    const count = Math.max(1, Math.ceil((Math.abs(k) * length) / (150 * DEG)));
    return Array.from({ length: count }, () => {
      const p = primitiveFrom(at, heading, k, length / count);
      heading += (k * length) / count;
      at = endOf(p);
      return p;
    });
  });
}

export const turnOf = (moves: readonly Move[]): number =>
  moves.reduce((sum, m) => sum + ('corner' in m ? m.corner : 'turn' in m ? m.turn : 0), 0);

export const lengthOf = (moves: readonly Move[]): number =>
  moves.reduce(
    (sum, m) => sum + ('run' in m ? m.run : 'turn' in m ? Math.abs(m.turn) * m.radius : 0),
    0,
  );

/** Points of a line or arc at about even steps, its start left out. */
function stepped(p: Primitive, step: number): Vec[] {
  const count = Math.max(1, Math.round(segmentLength(p) / step));
  return Array.from({ length: count }, (_, i) => pointAt(p, (i + 1) / count));
}

export const pointsOfFigure = (
  moves: readonly Move[],
  step: number,
  asides: readonly number[] = [],
): Vec[] => {
  const primitives = trace(moves, asides);
  return [startOf(primitives[0]!), ...primitives.flatMap((p) => stepped(p, step))];
};

/** The figure as it could come from a file. */
export function drawnAs(moves: readonly Move[], form: Form, seed = 1): Path {
  const primitives = trace(moves);
  if (form === 'arcs') return { segments: primitives, closed: false };
  if (form === 'cubics') {
    const segments = primitives.flatMap((p): Segment[] =>
      p.type === 'arc' ? arcToCubics(p) : [p],
    );
    return { segments, closed: false };
  }
  const random = randomFrom(seed * 104_729 + 5);
  const gauss = (): number =>
    Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const sigma = form === 'noisy' ? 0.02 : 0;
  const points = pointsOfFigure(moves, form === 'coarse' ? 0.9 : 0.25).map((p) => ({
    x: p.x + sigma * gauss(),
    y: p.y + sigma * gauss(),
  }));
  return { segments: points.slice(1).map((p, i) => line(points[i]!, p)), closed: false };
}
