import {
  beltAround,
  corner,
  endOf,
  fromAngle,
  line,
  post,
  scale,
  startOf,
  tangentAt,
  vec,
  type Path,
  type Post,
  type Segment,
  type Vec,
} from '../geometry';
import { count, least, length, tool, type Motif } from './maker';
import { knot, knotFields, knotLeast, WING_FIELDS, wingLeast, wingPosts } from './round';

const DOWN = Math.PI / 2;
const at = (angle: number, far: number): Vec => scale(fromAngle(angle), far);
const cornerAt = ({ x, y }: Vec): Post => corner(x, y);

/** The two ends of a wire stand beside each other with its own thickness between. */
const besideOf = (diameterMm: number): number => diameterMm;

/** A knot whose first lobe is left out: both ends run on straight from where it was. */
function openKnot(path: Path, tail: number): Path {
  const [, ...rest] = path.segments;
  const [first, last] = [rest[0]!, rest.at(-1)!];
  const from = startOf(first);
  const back = scale(tangentAt(first, 0), -tail);
  const on = scale(tangentAt(last, 1), tail);
  const to = endOf(last);
  const segments: Segment[] = [
    line(vec(from.x + back.x, from.y + back.y), from),
    ...rest,
    line(to, vec(to.x + on.x, to.y + on.y)),
  ];
  return { segments, closed: false };
}

const openKnotOf = (name: string, lobes: number, about: string): Motif => ({
  name,
  about,
  alternate: true,
  fields: [...knotFields(lobes), length('tail', 'Ends', 12, 2)],
  least: (v, m) => knotLeast(v, m, lobes),
  draw: (v, m) => {
    const reach = v['reach']!;
    const whole = knot(lobes, m.radius(v['lobe']!), reach, reach * v['inner']!);
    return [openKnot(whole, v['tail']!)];
  },
});

/** Figures with two ends: where a wire begins and where it ends. */
export const OPEN_MOTIFS = {
  feelers: {
    name: 'Wings with feelers',
    about: 'One open wire: down a feeler, two lobes a side, up the other feeler, crossing it.',
    fields: [...WING_FIELDS, length('feeler', 'Feelers', 20, 3)],
    least: wingLeast,
    draw: (v, m) => {
      const top = -v['body']! / 2;
      const neck = besideOf(m.diameterMm) / 2;
      // They lean out by half of what they rise.
      const [out, rise] = [v['feeler']! / Math.sqrt(5), (2 * v['feeler']!) / Math.sqrt(5)];
      return [
        beltAround(
          [
            corner(neck - out, top - rise),
            corner(neck, top),
            ...wingPosts(v, m),
            corner(-neck, top),
            corner(out - neck, top - rise),
          ],
          false,
        ),
      ];
    },
  },
  petal: {
    name: 'Petal on a stem',
    about: 'One open wire: up the stem, round the tool, and down again beside it.',
    fields: [
      tool('tool', 'Petal, tool', 9, 2),
      length('height', 'Foot to tip', 22, 6),
      length('stem', 'Both ends below the foot', 12, 2),
    ],
    least: (v, m) => [least('height', 2.4 * m.radius(v['tool']!), 'a petal goes round its tool')],
    draw: (v, m) => {
      const r = m.radius(v['tool']!);
      const half = besideOf(m.diameterMm);
      const stem = v['stem']!;
      return [
        beltAround(
          [
            corner(-half, stem),
            corner(-half, 0),
            post(0, r - v['height']!, r, 1),
            corner(half, 0),
            corner(half, stem),
          ],
          false,
        ),
      ];
    },
  },
  bloom: {
    name: 'Petals on a stem',
    about: 'One open wire: up the stem, petal by petal round their tool, and down beside it.',
    fields: [
      count('petals', 'Petals', 5, 2, 16),
      tool('tool', 'Petal, tool', 7, 1),
      length('reach', 'Centre to petal tip', 16, 5),
      length('hub', 'Centre to the corners', 3.5, 1, 60),
      length('stem', 'Both ends below the corners', 16, 2),
    ],
    least: (v, m) => [
      least(
        'hub',
        ((2.6 * m.diameterMm) / 2 / Math.sin(Math.PI / v['petals']!)) * 0.8,
        'the corners keep clear of each other',
      ),
      least('reach', v['hub']! + 2.2 * m.radius(v['tool']!), 'a petal goes round its tool'),
    ],
    draw: (v, m) => {
      const n = v['petals']!;
      const r = m.radius(v['tool']!);
      const half = besideOf(m.diameterMm);
      const foot = v['hub']!;
      const petals = Array.from({ length: n }, (_, k): Post[] => {
        const middle = at(DOWN + (2 * Math.PI * (k + 0.5)) / n, v['reach']! - r);
        const next = at(DOWN + (2 * Math.PI * (k + 1)) / n, foot);
        const petal = post(middle.x, middle.y, r, 1);
        return k + 1 < n ? [petal, cornerAt(next)] : [petal];
      }).flat();
      return [
        beltAround(
          [
            corner(-half, foot + v['stem']!),
            corner(-half, foot),
            ...petals,
            corner(half, foot),
            corner(half, foot + v['stem']!),
          ],
          false,
        ),
      ];
    },
  },
  doubleHook: {
    name: 'Double hook',
    about: 'One open wire: round a tool above, straight down, and the other way round one below.',
    fields: [
      tool('tool', 'Upper hook, tool', 7, 1),
      tool('tool2', 'Lower hook, tool', 5, 1),
      length('apart', 'From middle to middle', 14, 1),
      length('lip', 'Straight at its ends', 2, 0.5),
    ],
    draw: (v, m) => {
      const [a, b] = [m.radius(v['tool']!), m.radius(v['tool2']!)];
      const { apart = 1, lip = 1 } = v;
      return [
        beltAround(
          [
            corner(-2 * a, lip),
            post(-a, 0, a, 1),
            post(b, apart, b, -1),
            corner(2 * b, apart - lip),
          ],
          false,
        ),
      ];
    },
  },
  openTrefoil: openKnotOf(
    'Knot with two ends',
    3,
    'One open wire: two lobes, three crossings over and under in turn, both ends free.',
  ),
  openFourKnot: openKnotOf(
    'Three-loop knot with two ends',
    4,
    'One open wire: three lobes, crossing over and under in turn, both ends free.',
  ),
} satisfies Record<string, Motif>;
