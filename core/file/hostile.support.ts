import { randomFrom } from '../geometry';
import { newPath, newPiece, type Piece } from '../piece';
import { DEFAULT_SETTINGS, writeWorkshop } from './workshop';
import { DEFAULT_TOOLBOX } from './toolbox';

/** Kinds of files that come in. */
export const FILE_KINDS = ['svg', 'dxf', 'json'] as const;
export type FileKind = (typeof FILE_KINDS)[number];

const SVG = `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="60mm" height="40mm" viewBox="0 0 60 40">
<defs><symbol id="leaf" viewBox="0 0 10 10"><path d="M0 5C3 0 7 0 10 5S3 10 0 5Z"/></symbol><g id="row"><use href="#leaf" x="1" width="10" height="10"/><line x1="0" y1="0" x2="9" y2="4"/></g></defs>
<g transform="translate(2 3) rotate(12) scale(1.2)"><path d="M1 1L20 8A6 6 0 0 1 30 12Q35 20 40 12T50 12V30H2Z"/><polyline points="1,1 5,9 12,3 18,17"/></g>
<circle cx="30" cy="20" r="7"/><ellipse cx="20" cy="20" rx="9" ry="4"/><rect x="3" y="22" width="20" height="11" rx="2"/>
<use xlink:href="#row" transform="matrix(1 0 0.2 1 3 4)"/><polygon points="40 30 50 30 45 38"/>
</svg>`;

const pairs = (...groups: readonly (number | string)[]): string => groups.join('\n');
const DXF = [
  pairs(0, 'SECTION', 2, 'HEADER', 9, '$ACADVER', 1, 'AC1015', 9, '$INSUNITS', 70, 4, 0, 'ENDSEC'),
  pairs(0, 'SECTION', 2, 'TABLES', 0, 'TABLE', 2, 'LAYER', 70, 1),
  pairs(0, 'LAYER', 2, 'WIRE', 70, 0, 62, 7, 6, 'CONTINUOUS', 0, 'ENDTAB', 0, 'ENDSEC'),
  pairs(0, 'SECTION', 2, 'BLOCKS', 0, 'BLOCK', 8, 'WIRE', 2, 'PETAL', 70, 0, 10, 0, 20, 0, 30, 0),
  pairs(0, 'ARC', 8, 'WIRE', 10, 0, 20, 0, 40, 5, 50, 10, 51, 170, 0, 'ENDBLK'),
  pairs(0, 'BLOCK', 8, 'WIRE', 2, 'ROW', 70, 0, 10, 1, 20, 1),
  pairs(0, 'INSERT', 8, 'WIRE', 2, 'PETAL', 10, 3, 20, 4, 41, 2, 42, 2, 50, 30, 0, 'ENDBLK'),
  pairs(0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES'),
  pairs(
    0,
    'LINE',
    8,
    'WIRE',
    10,
    0,
    20,
    0,
    11,
    20,
    21,
    5,
    0,
    'CIRCLE',
    8,
    'WIRE',
    10,
    9,
    20,
    9,
    40,
    4,
  ),
  pairs(
    0,
    'LWPOLYLINE',
    8,
    'WIRE',
    90,
    3,
    70,
    1,
    10,
    0,
    20,
    0,
    42,
    0.4,
    10,
    9,
    20,
    0,
    10,
    9,
    20,
    9,
  ),
  pairs(0, 'POLYLINE', 8, 'WIRE', 66, 1, 70, 0, 0, 'VERTEX', 8, 'WIRE', 10, 1, 20, 2),
  pairs(
    0,
    'VERTEX',
    8,
    'WIRE',
    10,
    7,
    20,
    2,
    42,
    -1,
    0,
    'VERTEX',
    8,
    'WIRE',
    10,
    9,
    20,
    9,
    0,
    'SEQEND',
  ),
  pairs(0, 'ELLIPSE', 8, 'WIRE', 10, 5, 20, 5, 11, 8, 21, 1, 40, 0.5, 41, 0, 42, 6.28),
  pairs(0, 'SPLINE', 8, 'WIRE', 70, 8, 71, 3, 72, 8, 73, 4, 40, 0, 40, 0, 40, 0, 40, 0, 40, 1),
  pairs(40, 1, 40, 1, 40, 1, 10, 0, 20, 0, 10, 5, 20, 9, 10, 9, 20, -3, 10, 14, 20, 2),
  pairs(
    0,
    'INSERT',
    8,
    'WIRE',
    2,
    'ROW',
    10,
    2,
    20,
    2,
    0,
    'TEXT',
    8,
    'WIRE',
    10,
    0,
    20,
    0,
    1,
    'hush',
  ),
  pairs(0, 'ENDSEC', 0, 'EOF', ''),
].join('\n');

function samplePiece(id: string): Piece {
  const nodes = [
    { x: 0, y: 0, bulge: 0.4 },
    { x: 20, y: 0, out: { x: 4, y: 4 } },
    { x: 30, y: 18 },
  ];
  return {
    ...newPiece(id, 'Lantern', '2026-01-05T10:00:00Z'),
    paths: [newPath('w1', nodes, false)],
  };
}

const JSONS = (): string[] => [
  JSON.stringify(samplePiece('one')),
  writeWorkshop(
    {
      pieces: [samplePiece('one'), samplePiece('two')],
      settings: DEFAULT_SETTINGS,
      toolbox: DEFAULT_TOOLBOX,
      makings: [],
    },
    '2026-01-05T10:00:00Z',
  ),
];

const head =
  '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 60 40">';
/** Entities from groups, those of many from a list. */
const dxfOf = (...rest: readonly (number | string | readonly (number | string)[])[]): string =>
  [...[0, 'SECTION', 2, 'ENTITIES'], ...rest.flat(), ...[0, 'ENDSEC', 0, 'EOF', '']].join('\n');
const blocksOf = (count: number, each: (i: number) => string): string =>
  [
    pairs(0, 'SECTION', 2, 'BLOCKS'),
    ...Array.from({ length: count }, (_, i) => pairs(0, 'BLOCK', 2, `B${i}`, each(i), 0, 'ENDBLK')),
    pairs(0, 'ENDSEC'),
    dxfOf(
      0,
      'INSERT',
      8,
      'W',
      2,
      'B0',
      10,
      0,
      20,
      0,
      0,
      'LINE',
      8,
      'W',
      10,
      0,
      20,
      0,
      11,
      5,
      21,
      5,
    ),
  ].join('\n');
const put = (name: string): string => pairs(0, 'INSERT', 8, 'W', 2, name, 10, 1, 20, 0);

/** Files made to hang or to fill the memory, each of one trick. */
export function nastyFiles(kind: FileKind): string[] {
  if (kind === 'svg') {
    return [
      `${head}<path d="M0 0C1e155 0 0 1e155 10 10"/></svg>`,
      `${head}<path d="M0 0C1e6 0 0 1e6 10 10"/></svg>`,
      `${head}<path d="M0 0A1e12 1e12 0 0 1 10 10"/></svg>`,
      `${head}<path d="M0 0A1e-9 1e12 7 1 1 1e5 10"/></svg>`,
      `${head}<circle cx="0" cy="0" r="1e12"/></svg>`,
      `${head}<g transform="scale(1e30)"><circle r="1"/></g></svg>`,
      `${head}<g transform="scale(1e-30)"><circle r="1"/></g></svg>`,
      `${head}<g id="a"><use href="#a"/><line x2="5" y2="5"/></g></svg>`,
      `${head}<g id="a"><use href="#b"/><use href="#b"/></g><g id="b"><use href="#a"/><use href="#a"/><line x2="9"/></g></svg>`,
      `${head}<defs>${Array.from({ length: 14 }, (_, i) => `<g id="u${i}">${`<use href="#u${i + 1}"/>`.repeat(10)}</g>`).join('')}<path id="u14" d="M0 0L5 5"/></defs><use href="#u0"/></svg>`,
      `${head}<defs>${Array.from({ length: 3000 }, (_, i) => `<g id="u${i}"><use href="#u${i + 1}"/></g>`).join('')}<path id="u3000" d="M0 0L5 5"/></defs><use href="#u0"/></svg>`,
      `${head}${'<g>'.repeat(20_000)}<line x2="5"/>${'</g>'.repeat(20_000)}</svg>`,
      `${head}${'<g/>'.repeat(1_000_000)}</svg>`,
      `${head}<path d="M0 0${'L1 1'.repeat(2_000_000)}"/></svg>`,
      `${head}<polyline points="${'1 1 '.repeat(2_000_000)}"/></svg>`,
      `${head}<path d="M0 0${'A9 2 0 1 1 10 10A9 2 0 1 1 0 0'.repeat(9_000)}"/></svg>`,
      `${head}<path d="M0 0L${'9'.repeat(400)} 0"/></svg>`,
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1e-300 1e-300"><path d="M0 0L1 1"/></svg>`,
      `<svg xmlns="http://www.w3.org/2000/svg" width="1e300mm" height="1e300mm" viewBox="0 0 1 1"><path d="M0 0L1 1"/></svg>`,
      `<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]>${head}<path d="M0 0L5 5"/><text>&b;</text></svg>`,
    ];
  }
  if (kind === 'dxf') {
    return [
      pairs(
        0,
        'SECTION',
        2,
        'TABLES',
        0,
        'TABLE',
        2,
        'LAYER',
        70,
        1,
        0,
        'LAYER',
        2,
        'A',
        0,
        'EOF',
        '',
      ),
      pairs(0, 'SECTION', 2, 'TABLES', 0, 'TABLE', 2, 'VPORT', 0, 'EOF', ''),
      dxfOf(0, 'LWPOLYLINE', 8, 'W', 90, 1_000_000_000, 70, 0, 10, 0, 20, 0, 10, 5, 20, 5),
      dxfOf(0, 'POLYLINE', 8, 'W', 66, 1, 70, 0, 0, 'LINE', 8, 'W', 10, 0, 20, 0, 11, 5, 21, 5),
      dxfOf(0, 'CIRCLE', 8, 'W', 10, 0, 20, 0, 40, '1e12'),
      dxfOf(0, 'ARC', 8, 'W', 10, 0, 20, 0, 40, 1_000_000, 50, 0, 51, 359),
      dxfOf(0, 'ARC', 8, 'W', 10, 0, 20, 0, 40, 5, 50, '1e300', 51, '-1e300'),
      dxfOf(0, 'LWPOLYLINE', 8, 'W', 90, 2, 70, 0, 10, 0, 20, 0, 42, 10_000, 10, 5, 20, 5),
      dxfOf(0, 'ELLIPSE', 8, 'W', 10, 0, 20, 0, 11, '1e8', 21, 0, 40, 1, 41, 0, 42, 6),
      dxfOf(
        0,
        'SPLINE',
        8,
        'W',
        71,
        2000,
        Array.from({ length: 4001 }, (_, i) => [40, i]).flat(),
        Array.from({ length: 2000 }, (_, i) => [10, i % 9, 20, i % 7]).flat(),
      ),
      blocksOf(1, () => put('B0')),
      blocksOf(2, (i) => [put(`B${1 - i}`), put(`B${1 - i}`)].join('\n')),
      blocksOf(16, (i) => Array.from({ length: 10 }, () => put(`B${i + 1}`)).join('\n')),
      blocksOf(2000, (i) => put(`B${i + 1}`)),
      blocksOf(2, (i) => put(i === 0 ? 'constructor' : '__proto__')),
      dxfOf(
        Array.from({ length: 90_000 }, () => [
          0,
          'LINE',
          8,
          'W',
          10,
          1,
          20,
          1,
          11,
          1,
          21,
          1,
        ]).flat(),
      ),
      dxfOf(
        Array.from({ length: 90_000 }, (_, i) => [
          0,
          'LINE',
          8,
          'W',
          10,
          1,
          20,
          1,
          11,
          1 + (i % 7),
          21,
          9,
        ]).flat(),
      ),
      dxfOf(Array.from({ length: 300_000 }, () => [0, 'TEXT', 1, 'x']).flat()),
      '0\n'.repeat(5_000_000),
      '',
      '0\r0\r',
    ];
  }
  return [
    '['.repeat(1_000_000),
    '{"a":'.repeat(100_000),
    `[${'{},'.repeat(5_000_000)}{}]`,
    `[${'1,'.repeat(20_000_000)}1]`,
    '{"format":"hush-road.workshop","version":99,"pieces":[]}',
    JSON.stringify({ ...samplePiece('one'), version: 99 }),
    JSON.stringify({
      ...samplePiece('one'),
      paths: [
        newPath(
          'w',
          [
            { x: 0, y: 0, bulge: 1e4 },
            { x: 20, y: 0 },
          ],
          false,
        ),
      ],
    }),
    JSON.stringify({
      ...samplePiece('one'),
      paths: [
        newPath(
          'w',
          [
            { x: 0, y: 0, bulge: 9999 },
            { x: 4999, y: 0, bulge: -9999 },
          ],
          true,
        ),
      ],
    }),
    JSON.stringify({ ...samplePiece('one'), dressing: [{ kind: 'hologram' }] }),
    '{"__proto__":{"format":"hush-road.piece"}}',
    'null',
    '',
  ];
}

const EXTREMES = [
  '1e155',
  '-1e12',
  '1e9',
  'NaN',
  '',
  '1e308',
  '0',
  '-0',
  '1e-320',
  '99999',
  'Infinity',
  '1e6',
  '-5000',
];

/** A sound file with some of its places spoilt: numbers, order, wholeness. */
export function mutatedFile(kind: FileKind, seed: number): string {
  const random = randomFrom(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  let text = kind === 'svg' ? SVG : kind === 'dxf' ? DXF : pick(JSONS());
  const place = (): number => Math.floor(random() * text.length);
  for (let n = 1 + Math.floor(random() * 4); n > 0; n--) {
    const [a, b] = [place(), place()].sort((x, y) => x - y) as [number, number];
    const some = text.slice(a, Math.min(b, a + 400));
    const how = Math.floor(random() * 9);
    if (how < 4) {
      const numbers = [...text.matchAll(/-?\d+(\.\d+)?/g)];
      const which = pick(numbers);
      if (!which) continue;
      text =
        text.slice(0, which.index) + pick(EXTREMES) + text.slice(which.index + which[0].length);
    } else if (how === 4) text = text.slice(0, a) + text.slice(a + some.length);
    else if (how === 5) text = text.slice(0, b) + some.repeat(pick([1, 3, 50])) + text.slice(b);
    else if (how === 6) text = text.slice(0, place());
    else if (how === 7) {
      const sign = String.fromCharCode(Math.floor(random() * 300));
      text = text.slice(0, a) + sign + text.slice(a + 1);
    } else {
      const words = [...text.matchAll(/[A-Za-z]{3,}/g)];
      const [from, to] = [pick(words), pick(words)];
      if (from && to)
        text = text.slice(0, from.index) + to[0] + text.slice(from.index + from[0].length);
    }
  }
  return text;
}
