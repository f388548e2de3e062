import {
  arcFromBulge,
  beltAround,
  corner,
  fromAngle,
  line,
  post,
  scale,
  vec,
  type Path,
  type Post,
  type Segment,
  type Vec,
} from '../geometry';
import { count, least, length, share, tool, type Maker, type Motif } from './maker';
import { spiralArcs } from './round';

const through = (points: readonly Vec[], closed = false): Path => ({
  segments: [
    ...points.slice(1).map((p, i) => line(points[i]!, p)),
    ...(closed ? [line(points[points.length - 1]!, points[0]!)] : []),
  ],
  closed,
});

/** How far each row of a feather reaches to its side, as shares of the width from side to side. */
function rowShares(rows: number): number[] {
  const high = Array.from({ length: rows }, (_, k) =>
    Math.sin((Math.PI * (k + 0.9)) / (rows + 0.9)),
  );
  const [right, left] = widestOf(high);
  return high.map((h) => h / (right + left));
}

/** The widest row to the right, and to the left. */
const widestOf = (rows: readonly number[]): [number, number] => [
  Math.max(...rows.filter((_, k) => k % 2 === 0)),
  Math.max(...rows.filter((_, k) => k % 2 === 1)),
];

/** From one edge of a key's tooth to the other, mm. */
const toothOf = (m: Maker): number => Math.max(2.4, 2.4 * m.diameterMm);

export const STRAIGHT_MOTIFS = {
  star: {
    name: 'Star of folded rays',
    about: 'One closed wire: each ray out and back with a fold at its tip.',
    fields: [
      count('rays', 'Rays', 8, 3, 16),
      length('long', 'Centre to a long tip', 15, 5),
      length('short', 'Centre to a short tip', 10, 4),
      length('hub', 'Centre to the rays’ feet', 4, 1.5, 60),
    ],
    least: (v, m) => {
      const feet = (2.6 * m.diameterMm) / (2 * Math.sin(Math.PI / v['rays']!));
      const ray = v['hub']! + 3 * m.diameterMm;
      return [
        least('hub', feet, 'the rays’ feet keep clear of each other'),
        least('long', ray, 'a ray stands out from its foot'),
        least('short', ray, 'a ray stands out from its foot'),
      ];
    },
    draw: (v) => {
      const n = v['rays']!;
      const hub = v['hub']!;
      const points: Vec[] = [];
      for (let k = 0; k < n; k++) {
        const reach = k % 2 ? v['short']! : v['long']!;
        const out = fromAngle(-Math.PI / 2 + (2 * Math.PI * k) / n);
        points.push(scale(out, hub), scale(out, reach), scale(out, hub));
      }
      return [through(points, true)];
    },
  },
  zigzag: {
    name: 'Zigzag',
    about: 'One wire: straight runs and corners.',
    fields: [
      count('peaks', 'Peaks', 4, 1, 40),
      length('width', 'From peak to peak', 8, 3),
      length('height', 'Height', 10, 2),
    ],
    draw: (v) => {
      const n = 2 * v['peaks']!;
      return [
        through(
          Array.from({ length: n + 1 }, (_, i) =>
            vec((i * v['width']!) / 2, i % 2 ? 0 : v['height']!),
          ),
        ),
      ];
    },
  },
  wave: {
    name: 'Wave',
    about: 'One wire round one tool, one way and then the other.',
    fields: [
      count('crests', 'Crests', 4, 1, 40),
      tool('tool', 'Crests, tool', 5, 1),
      length('width', 'From crest to crest', 14, 3),
      length('height', 'Height', 12, 3),
      length('tail', 'Straight ends', 4, 0.5),
    ],
    least: (v, m) => {
      const r = m.radius(v['tool']!);
      const steep = v['width']! < 4 * r;
      return [
        least('width', 0.8 * r, 'the tool goes between the crests'),
        least('height', steep ? 4.02 * r : 2 * r, 'the wire goes round the tool at each crest'),
      ];
    },
    draw: (v, m) => {
      const r = m.radius(v['tool']!);
      const half = v['width']! / 2;
      // The crests' centres stand apart by the height less a radius above and one below.
      const rise = v['height']! - 2 * r;
      const n = 2 * v['crests']! - 1;
      const posts: Post[] = Array.from({ length: n }, (_, i) =>
        post(i * half, i % 2 ? rise : 0, r, i % 2 ? -1 : 1),
      );
      const end = r + v['tail']!;
      const low = rise / 2 + r / 2;
      return [beltAround([corner(-end, low), ...posts, corner((n - 1) * half + end, low)], false)];
    },
  },
  leaf: {
    name: 'Leaf with a vein',
    about: 'One wire: up the stalk and vein, down one side, up the other.',
    fields: [
      length('height', 'Height', 26, 8),
      share('width', 'Width', 0.5, 0.25, 0.95),
      length('stalk', 'Stalk', 8, 0),
    ],
    draw: (v) => {
      const [top, foot] = [vec(0, 0), vec(0, v['height']!)];
      // Two arcs of one chord: their width together is bulge x chord.
      const bulge = v['width']!;
      const vein: Segment[] = [line(vec(0, v['height']! + v['stalk']!), foot), line(foot, top)];
      return [
        {
          segments: [
            ...(v['stalk']! > 0.05 ? vein : vein.slice(1)),
            arcFromBulge(top, foot, -bulge),
            arcFromBulge(foot, top, -bulge),
          ],
          closed: false,
        },
      ];
    },
  },
  feather: {
    name: 'Feather',
    about: 'One wire: up the shaft, then to and fro across it round one tool, down to the quill.',
    fields: [
      count('rows', 'Rows', 7, 3, 20),
      tool('tool', 'Turns, tool', 2, 1),
      length('width', 'Widest', 14, 5),
      length('quill', 'Quill', 10, 2),
    ],
    least: (v, m) => {
      const shares = rowShares(v['rows']!);
      const narrow = Math.min(...widestOf(shares));
      const row = 1.6 * m.radius(v['tool']!) + 1.2;
      return [least('width', row / narrow, 'the widest rows go round the tool')];
    },
    draw: (v, m) => {
      const r = m.radius(v['tool']!);
      const n = v['rows']!;
      const posts: Post[] = [];
      const shares = rowShares(n);
      for (let k = 0; k < n; k++) {
        const half = Math.max(0.6 * r + 1.2, v['width']! * shares[k]! - r);
        const side = k % 2 ? -1 : 1;
        posts.push(post(side * half, 2.6 * r + k * 2.15 * r, r, side));
      }
      const foot = 2.6 * r + n * 2.15 * r;
      return [
        beltAround(
          [corner(0, foot + v['quill']!), corner(0, 0), ...posts, corner(0, foot + 1.2 * r)],
          false,
        ),
      ];
    },
  },
  arrow: {
    name: 'Arrow',
    about: 'One wire: feathers with a fold, the shaft, and round the head back to it.',
    fields: [
      length('length', 'Length', 34, 12),
      length('head', 'Width of the head', 10, 4),
      length('feather', 'Feathers', 5, 2),
    ],
    least: (v) => [
      least('length', 0.8 * v['head']! + v['feather']! + 2, 'a shaft is left between both ends'),
    ],
    draw: (v) => {
      const [f, w] = [v['feather']!, v['head']! / 2];
      const neck = v['length']! - 1.6 * w;
      return [
        through([
          vec(0, -f),
          vec(f, 0),
          vec(0, f),
          vec(f, 0),
          vec(neck, 0),
          vec(neck, -w),
          vec(v['length']!, 0),
          vec(neck, w),
          vec(neck, 0),
        ]),
      ];
    },
  },
  key: {
    name: 'Key',
    about: 'One wire: once round the bow, a corner, the shaft, and the bit with its teeth.',
    fields: [
      tool('tool', 'Bow, tool', 10, 3),
      length('shaft', 'Shaft', 22, 6),
      length('bit', 'Width of the bit', 6, 3),
      count('teeth', 'Teeth', 2, 1, 5),
    ],
    least: (v, m) => [
      least('shaft', (2 * v['teeth']! - 1) * toothOf(m), 'the teeth have room on the shaft'),
      least('bit', 2 * m.diameterMm, 'the wire goes out and back in the bit'),
    ],
    draw: (v, m) => {
      const r = m.radius(v['tool']!);
      const [b, step] = [v['bit']!, toothOf(m)];
      const foot = r + v['shaft']!;
      const half = { type: 'arc', center: vec(0, 0), radius: r, sweep: Math.PI } as const;
      const points = [vec(0, r), vec(0, foot)];
      for (let k = 0; k < v['teeth']!; k++) {
        const y = foot - 2 * k * step;
        points.push(vec(b, y), vec(b, y - step));
        if (k + 1 < v['teeth']!) points.push(vec(b / 2, y - step), vec(b / 2, y - 2 * step));
        else points.push(vec(m.diameterMm, y - step));
      }
      return [
        {
          segments: [
            { ...half, startAngle: Math.PI / 2 },
            { ...half, startAngle: 1.5 * Math.PI },
            ...through(points).segments,
          ],
          closed: false,
        },
      ];
    },
  },
  snail: {
    name: 'Snail',
    about: 'One wire: the shell wound outwards, along the foot, up the neck to a small loop.',
    fields: [
      tool('tool', 'Shell’s opening, tool', 2, 1),
      length('gap', 'Between the turns', 1.4, 0, 20),
      count('turns', 'Turns', 3, 1, 8),
      length('foot', 'Foot', 12, 2),
      tool('neck', 'Neck, tool', 7, 2),
      tool('head', 'Head, tool', 2, 1),
    ],
    draw: (v, m) => {
      const pitch = v['gap']! + m.diameterMm;
      const first = m.radius(v['tool']!);
      // Wound so that the last half turn ends at the bottom, going left to right.
      const shell = spiralArcs(vec(0, 0), 0, first, pitch, v['turns']!, -1);
      const last = shell[shell.length - 1]!;
      const outer = last.type === 'arc' ? last.radius : first;
      const bottom = last.type === 'arc' ? last.center.y + outer : 0;
      const x = last.type === 'arc' ? last.center.x : 0;
      const [neck, head] = [m.radius(v['neck']!), m.radius(v['head']!)];
      const turn = x + outer * 0.4 + v['foot']!;
      const rest = beltAround(
        [
          corner(x, bottom),
          post(turn, bottom - neck, neck, -1),
          post(turn + neck * 1.15 + head, bottom - 2.4 * neck - head, head, 1, 1),
          corner(turn + neck * 1.15 + 3 * head, bottom - 2.2 * neck),
        ],
        false,
      );
      return [{ segments: [...shell, ...rest.segments], closed: false }];
    },
  },
} satisfies Record<string, Motif>;
