import {
  arcFromBulge,
  arcRow,
  beltAround,
  corner,
  endOf,
  fromAngle,
  line,
  post,
  scale,
  tangentAt,
  angleOf,
  vec,
  type Path,
  type Post,
  type Segment,
  type Vec,
} from '../geometry';
import {
  count,
  halves,
  least,
  length,
  share,
  tool,
  type Least,
  type Maker,
  type Motif,
  type MotifField,
  type MotifValues,
} from './maker';

const at = (angle: number, far: number): Vec => scale(fromAngle(angle), far);
const UP = -Math.PI / 2;

/** Half circles of growing radius, laid close: a spiral from its opening outwards. */
export function spiralArcs(
  from: Vec,
  heading: number,
  first: number,
  pitch: number,
  turns: number,
  side: 1 | -1,
): Segment[] {
  const halves = Math.max(1, Math.round(turns * 2));
  return arcRow(
    from,
    heading,
    Array.from({ length: halves }, (_, i) => ({
      radius: first + (i * pitch) / 2,
      sweep: side * Math.PI,
    })),
  );
}

/** The closed line of lobes that passes its middle on the far side: n lobes, n - 1 times round. */
export function knot(lobes: number, lobe: number, reach: number, inner: number): Path {
  const step = (Math.PI * (lobes - 1)) / lobes;
  const m = inner - lobe;
  // Outer arcs of radius `lobe` about points `reach` out, joined by wide arcs that pass the middle
  // at `inner`: tangent when the wide arc's centre lies f beyond the middle, with
  // reach^2 + 2 reach f cos(step) + f^2 = (f + m)^2.
  const f = (reach * reach - m * m) / (2 * m - 2 * reach * Math.cos(step));
  const wide = f + inner;
  const segments: Segment[] = [];
  for (let k = 0; k < lobes; k++) {
    const axis = UP + 2 * step * k;
    const [center, across] = [at(axis, reach), at(axis + step, -f)];
    // Both circles touch on the line through their centres.
    const out = angleOf(vec(center.x - across.x, center.y - across.y));
    const half = Math.atan2(Math.sin(out - axis), Math.cos(out - axis));
    const sweep = 2 * Math.abs(half);
    segments.push({
      type: 'arc',
      center,
      radius: lobe,
      startAngle: axis - Math.abs(half),
      sweep,
    });
    const next = axis + 2 * step;
    const begin = axis + Math.abs(half);
    const turn = next - Math.abs(half) - begin;
    segments.push({
      type: 'arc',
      center: across,
      radius: wide,
      startAngle: begin,
      sweep: turn - 2 * Math.PI * Math.floor(turn / (2 * Math.PI)),
    });
  }
  return { segments, closed: true };
}

/**
 * A fish from one tip of its tail to the other: two arcs of one radius R that touch the nose's circle
 * (middle at the origin, radius r) and cross on the axis, then the tail straight on.
 */
function fish(r: number, body: number, half: number, tail: number): Path {
  // The back's middle lies R - half off the axis and R - r from the nose's middle; its length from the
  // nose to the crossing grows with R.
  const shape = (radius: number): { x: number; y: number; end: number } => {
    const y = radius - half;
    const x = Math.sqrt(Math.max(0, (radius - r) ** 2 - y * y));
    return { x, y, end: x + Math.sqrt(Math.max(0, radius * radius - y * y)) };
  };
  let [low, high] = [half, half + (body * body) / half];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (shape(middle).end + r < body) low = middle;
    else high = middle;
  }
  const R = (low + high) / 2;
  const { x, y, end } = shape(R);
  const nose = Math.atan2(y, x);
  const cross = Math.atan2(y, end - x);
  const sweep = Math.PI - nose - cross;
  const tip = (up: 1 | -1): Vec => ({
    x: end + tail * Math.sin(cross),
    y: -up * tail * Math.cos(cross),
  });
  const at0 = { x: end, y: 0 };
  return {
    closed: false,
    segments: [
      line(tip(1), at0),
      { type: 'arc', center: { x, y: -y }, radius: R, startAngle: cross, sweep },
      {
        type: 'arc',
        center: { x: 0, y: 0 },
        radius: r,
        startAngle: Math.PI - nose,
        sweep: 2 * nose,
      },
      { type: 'arc', center: { x, y }, radius: R, startAngle: Math.PI + nose, sweep },
      line(at0, tip(-1)),
    ],
  };
}

/** What is chosen about a knot of so many lobes. */
export const knotFields = (lobes: number): MotifField[] => [
  tool('lobe', 'Lobe, tool', 9, 3),
  length('reach', 'Lobe’s middle from the centre', lobes === 3 ? 7 : 8.5, 3, 80),
  share('inner', 'Opening in the middle', 0.42, 0.2, 0.6),
];

/** What a knot of so many lobes needs for the wire to pass from one to the next. */
export function knotLeast(v: MotifValues, m: Maker, lobes: number): Least[] {
  const lobe = m.radius(v['lobe']!);
  const reach = Math.max(v['reach']!, lobe * 1.05);
  // Any smaller an opening and the arcs between the lobes could not touch both.
  const open = lobe + reach * (0.05 + Math.cos((Math.PI * (lobes - 1)) / lobes));
  return [
    least('reach', lobe * 1.05, 'the lobes keep clear of the middle'),
    least('inner', open / reach, 'the wire passes smoothly from lobe to lobe'),
  ];
}

const knotOf = (name: string, lobes: number, about: string): Motif => ({
  name,
  about,
  alternate: true,
  fields: knotFields(lobes),
  least: (v, m) => knotLeast(v, m, lobes),
  draw: (v, m) => {
    const reach = v['reach']!;
    return [knot(lobes, m.radius(v['lobe']!), reach, reach * v['inner']!)];
  },
});

/** A rosette's tools: every second petal has the other one. */
const petalRadius = (v: MotifValues, m: Maker, k: number): number =>
  m.radius(k % 2 === 1 && v['tool2']! > 0 ? v['tool2']! : v['tool']!);

function rosetteLeast(v: MotifValues, m: Maker): Least[] {
  const feet = ((2.6 * m.diameterMm) / 2 / Math.sin(Math.PI / v['petals']!)) * 0.8;
  const petal = (k: number): number => v['hub']! + 2.2 * petalRadius(v, m, k);
  return [
    least('hub', feet, 'the corners keep clear of each other'),
    least('reach', petal(0), 'a petal goes round its tool'),
    least('reach2', petal(1), 'a petal goes round its tool'),
  ];
}

function rosette(v: MotifValues, m: Maker): Path[] {
  const n = v['petals']!;
  const hub = v['hub']!;
  const posts: Post[] = [];
  for (let k = 0; k < n; k++) {
    const radius = petalRadius(v, m, k);
    const reach = (k % 2 === 1 && v['tool2']! > 0 ? v['reach2']! : v['reach']!) - radius;
    const angle = UP + (2 * Math.PI * k) / n;
    posts.push({ at: at(angle, reach), radius, turn: 1 });
    posts.push({ at: at(angle + Math.PI / n, hub), radius: 0, turn: 1 });
  }
  return [beltAround(posts, true)];
}

/** What is chosen about wings of two lobes a side. */
export const WING_FIELDS = [
  tool('tool', 'Upper lobes, tool', 13, 3),
  tool('tool2', 'Lower lobes, tool', 9, 2),
  length('span', 'Body to the upper tip', 23, 8),
  length('span2', 'Body to the lower tip', 17, 6),
  length('body', 'Height of the body', 10, 5),
];

export const wingLeast = (v: MotifValues, m: Maker): Least[] => [
  least('span', 2.7 * m.radius(v['tool']!), 'an upper lobe goes round its tool'),
  least('span2', 2.8 * m.radius(v['tool2']!), 'a lower lobe goes round its tool'),
];

/** Round both lobes of a side, by the foot of the body, and round those of the other; from its top back to it. */
export function wingPosts(v: MotifValues, m: Maker): Post[] {
  const [r, q] = [m.radius(v['tool']!), m.radius(v['tool2']!)];
  const b = v['body']! / 2;
  const upper = at(-0.62, v['span']! - r);
  const lower = at(0.62, v['span2']! - q);
  const waist = 1.6 * m.diameterMm;
  return [
    post(upper.x, upper.y - b / 3, r, 1),
    corner(waist, 0),
    post(lower.x, lower.y + b / 3, q, 1),
    corner(0, b),
    post(-lower.x, lower.y + b / 3, q, 1),
    corner(-waist, 0),
    post(-upper.x, upper.y - b / 3, r, 1),
  ];
}

export const ROUND_MOTIFS = {
  rosette: {
    name: 'Rosette of petals',
    about: 'One closed wire: each petal round its tool, a corner between petals.',
    fields: [
      count('petals', 'Petals', 6, 3, 16),
      tool('tool', 'Petal, tool', 7, 1),
      length('reach', 'Centre to petal tip', 16, 5),
      tool('tool2', 'Every second petal, tool', 5, 1),
      length('reach2', 'Centre to its tip', 13, 4),
      length('hub', 'Centre to the corners', 3.5, 1, 60),
    ],
    least: rosetteLeast,
    draw: rosette,
  },
  trefoil: knotOf('Trefoil knot', 3, 'One closed wire, three crossings, over and under in turn.'),
  fourKnot: knotOf(
    'Four-loop knot',
    4,
    'One closed wire, eight crossings, over and under in turn.',
  ),
  eight: {
    name: 'Figure-eight link',
    about: 'One closed wire round two tools, crossing between them.',
    fields: [
      tool('tool', 'Upper loop, tool', 7, 1),
      tool('tool2', 'Lower loop, tool', 7, 1),
      length('apart', 'Between the loops', 4, 1.5),
    ],
    draw: (v, m) => {
      const [a, b] = [m.radius(v['tool']!), m.radius(v['tool2']!)];
      return [beltAround([post(0, 0, a, 1), post(0, a + b + v['apart']!, b, -1)], true)];
    },
  },
  hoopBar: {
    name: 'Hoop with a bar',
    about: 'One wire: once round the hoop, then a corner and straight across.',
    fields: [tool('tool', 'Hoop, tool', 20, 6), share('height', 'Bar’s height', 0.5, 0.2, 0.8)],
    draw: (v, m) => {
      const r = m.radius(v['tool']!);
      const y = r * (2 * v['height']! - 1);
      const x = Math.sqrt(Math.max(0, r * r - y * y));
      const start = Math.atan2(y, -x);
      const half = { type: 'arc', center: vec(0, 0), radius: r, sweep: Math.PI } as const;
      return [
        {
          segments: [
            { ...half, startAngle: start },
            { ...half, startAngle: start + Math.PI },
            line(vec(-x, y), vec(x, y)),
          ],
          closed: false,
        },
      ];
    },
  },
  drop: {
    name: 'Drop frame',
    about: 'One closed wire: a curve round the tool, two straight sides, a corner on top.',
    fields: [tool('tool', 'Curve, tool', 16, 3), length('height', 'Height', 34, 8)],
    least: (v, m) => [
      least('height', 2.15 * m.radius(v['tool']!), 'the tip stands out from the curve'),
    ],
    draw: (v, m) => {
      const r = m.radius(v['tool']!);
      return [beltAround([corner(0, r - v['height']!), post(0, 0, r, 1)], true)];
    },
  },
  fish: {
    name: 'Fish',
    about: 'One open wire: it crosses itself once, where the body ends and the tail begins.',
    fields: [
      tool('nose', 'Nose, tool', 4, 1.5),
      length('body', 'Body, nose to crossing', 24, 6),
      length('height', 'Height of the body', 11, 4),
      length('tail', 'Tail beyond the crossing', 7, 1),
    ],
    least: (v, m) => {
      const height = Math.max(v['height']!, 2.2 * m.radius(v['nose']!));
      return [
        least('height', 2.2 * m.radius(v['nose']!), 'the back is wider than the nose'),
        least('body', 1.05 * height, 'the back is flatter than the nose'),
      ];
    },
    draw: (v, m) => [fish(m.radius(v['nose']!), v['body']!, v['height']! / 2, v['tail']!)],
  },
  heart: {
    name: 'Heart',
    about: 'One closed wire: two lobes round one tool, a corner below and one between the lobes.',
    fields: [
      tool('tool', 'Lobes, tool', 9, 3),
      length('height', 'Height', 20, 8),
      share('notch', 'Depth of the notch', 0.3, 0, 0.7),
    ],
    least: (v, m) => [
      least('height', 2.3 * m.radius(v['tool']!), 'the tip stands out from the lobes'),
    ],
    draw: (v, m) => {
      const r = m.radius(v['tool']!);
      const a = r * 1.04 + m.diameterMm / 4;
      const tip = v['height']! - r;
      const notch = corner(0, -r + 2 * r * v['notch']!);
      return [beltAround([corner(0, tip), post(-a, 0, r, 1), notch, post(a, 0, r, 1)], true)];
    },
  },
  bow: {
    name: 'Bow of loops',
    about: 'One wire: tail, a loop each side through the middle, tail.',
    fields: [
      tool('tool', 'Loops, tool', 7, 2),
      length('span', 'Middle to loop tip', 16, 6),
      length('tail', 'Tails', 14, 3),
    ],
    least: (v, m) => [least('span', 2.6 * m.radius(v['tool']!), 'a loop goes round its tool')],
    draw: (v, m) => {
      const r = m.radius(v['tool']!);
      const c = v['span']! - r;
      const [x, y] = [0.62 * v['tail']!, 0.78 * v['tail']!];
      return [
        beltAround(
          [
            corner(-x, y),
            corner(0, 0),
            post(c, 0, r, -1),
            post(-c, 0, r, 1),
            corner(0, 0),
            corner(x, y),
          ],
          false,
        ),
      ];
    },
  },
  wings: {
    name: 'Wings, two lobes a side',
    about: 'One closed wire: a large and a small lobe each side, corners at the body.',
    fields: WING_FIELDS,
    least: wingLeast,
    draw: (v, m) => [beltAround([corner(0, -v['body']! / 2), ...wingPosts(v, m)], true)],
  },
  spiral: {
    name: 'Spiral',
    about: 'One wire, wound outwards from its opening.',
    fields: [
      tool('tool', 'Opening, tool', 2, 1),
      length('gap', 'Between the turns', 1.2, 0, 20),
      count('turns', 'Turns', 3, 1, 12),
      length('tail', 'Straight end', 10, 0),
    ],
    draw: (v, m) => {
      const pitch = v['gap']! + m.diameterMm;
      const arcs = spiralArcs(vec(0, 0), 0, m.radius(v['tool']!), pitch, v['turns']!, 1);
      return [{ segments: [...arcs, ...tailOf(arcs, v['tail']!)], closed: false }];
    },
  },
  scroll: {
    name: 'Double scroll',
    about: 'One wire: a spiral at each end, turned opposite ways.',
    fields: [
      tool('tool', 'Openings, tool', 2, 1),
      length('gap', 'Between the turns', 1.2, 0, 20),
      halves('turns', 'Turns of each', 1.5, 0.5, 6),
      length('middle', 'Straight between', 8, 0),
    ],
    draw: (v, m) => {
      const pitch = v['gap']! + m.diameterMm;
      const radius = m.radius(v['tool']!);
      const first = spiralArcs(vec(0, 0), 0, radius, pitch, v['turns']!, 1);
      const out = first[first.length - 1]!;
      const straight = tailOf(first, v['middle']!);
      const halves = first.length;
      const heading = angleOf(tangentAt(out, 1));
      const start = straight[0] ? endOf(straight[0]) : endOf(out);
      const second = arcRow(
        start,
        heading,
        Array.from({ length: halves }, (_, i) => ({
          radius: radius + ((halves - 1 - i) * pitch) / 2,
          sweep: -Math.PI,
        })),
      );
      return [{ segments: [...first, ...straight, ...second], closed: false }];
    },
  },
  crescent: {
    name: 'Crescent',
    about: 'One closed wire: an outer and an inner curve, a corner at each tip.',
    fields: [
      length('height', 'Tip to tip', 24, 6),
      share('outer', 'Outer curve', 0.95, 0.5, 1.6),
      share('inner', 'Inner curve', 0.45, 0.1, 1.2),
    ],
    least: (v) => [
      least('outer', v['inner']! + 0.15, 'the outer curve lies outside the inner one'),
    ],
    draw: (v) => {
      const h = v['height']! / 2;
      const inner = v['inner']!;
      const [top, low] = [vec(0, -h), vec(0, h)];
      return [
        {
          segments: [arcFromBulge(top, low, -v['outer']!), arcFromBulge(low, top, inner)],
          closed: true,
        },
      ];
    },
  },
} satisfies Record<string, Motif>;

export function tailOf(segments: readonly Segment[], mm: number): Segment[] {
  const last = segments[segments.length - 1];
  if (!last || mm < 0.05) return [];
  const from = endOf(last);
  const along = tangentAt(last, 1);
  return [line(from, vec(from.x + along.x * mm, from.y + along.y * mm))];
}
