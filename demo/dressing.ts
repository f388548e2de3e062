import {
  beadAct,
  newDressItem,
  passAct,
  plainBead,
  twistAct,
  wrapAct,
  type Act,
  type Bead,
  type Comes,
  type DressItem,
  type DressKind,
  type DressOf,
  type StretchPlace,
  type Thread,
} from '../core/item';
import type { Metal } from '../core/wire';

type Place = readonly [x: number, y: number, lengthMm?: number];

const placed = ([x, y, lengthMm = 0]: Place): StretchPlace => ({ x, y, lengthMm });
const thin = (metal: Metal, diameterMm = 0.321): Thread => ({
  metal,
  temper: 'dead-soft',
  diameterMm,
});

let count = 0;

function item<K extends DressKind>(
  kind: K,
  on: Place,
  metal: Metal,
  more: Partial<DressOf<K>> = {},
  to: Place = [0, 0],
): DressItem {
  count++;
  const fresh = newDressItem(kind, `d${count}`, placed(on), placed(to), { frameMm: 1 });
  const own = 'thread' in fresh ? { thread: thin(metal, fresh.thread.diameterMm) } : {};
  return { ...fresh, ...own, ...more };
}

const bead = (name: string, mm: number, tone: Bead['tone'], holeMm = 1.4): Bead => ({
  ...plainBead(name, mm, tone),
  holeMm,
});

/** Tips of the crab's legs, places between them where its wire goes round the body, and its claws. */
const CRAB_LEGS: readonly Place[] = [
  [39.366, 9.995],
  [43.452, 20.64],
  [40.887, 31.75],
  [7.113, 31.75],
  [4.548, 20.64],
  [8.634, 9.995],
];
const CRAB_WRAPS: readonly Place[] = [
  [32.402, 18.775],
  [32.769, 24.025],
  [15.231, 24.025],
  [15.598, 18.775],
];
/** Inner bends of the star, from the first to the last. */
const STAR_BENDS: readonly Place[] = [
  [29.864, 21.324],
  [31.312, 27.669],
  [27.254, 32.757],
  [20.746, 32.757],
  [16.688, 27.669],
  [18.136, 21.324],
];

/** Where the web is anchored on its hoop, evenly round it. */
const ANCHORS = 7;
const anchor = (i: number): StretchPlace => {
  const turn = Math.PI / 2 + (2 * Math.PI * i) / ANCHORS;
  return placed([23 + 20 * Math.cos(turn), 23 + 20 * Math.sin(turn)]);
};

/** Seven anchors of three turns, and two rounds that hang in the ways before, a pearl on each way of the last. */
function webActs(): Act[] {
  const round = (n: number, i: number): string => `r${n}-${i}`;
  const hung = (n: number, i: number, sagMm: number): Act => ({
    ...wrapAct(round(n, i), placed([23, 23]), 1),
    sagMm,
    way: i + 1 < ANCHORS ? round(n - 1, i + 1) : round(n, 0),
  });
  const all = Array.from({ length: ANCHORS }, (_, i) => i);
  return [
    ...all.map((i): Act => ({ ...wrapAct(round(0, i), anchor(i), 3), sagMm: 4 })),
    ...all.map((i) => hung(1, i, 3)),
    ...all.flatMap((i): Act[] => [
      beadAct(`b${i}`, null, [bead('Pearl', 2, 'pearl', 0.8)]),
      hung(2, i, 1.5),
    ]),
  ];
}

/**
 * One of two wires that hold a pebble to its stem: tied off below the eye, twisted down to the pebble, over it
 * and round the stem, through the loop at its foot, and up the other way; mirrored it is the other.
 */
function pebbleActs(side: 1 | -1): Act[] {
  const x = (off: number): number => 12 + side * off;
  const tie = (id: string, y: number): Act => wrapAct(id, placed([12, y]), 2);
  const twist = (id: string, off: number, y: number, comes: Comes): Act => ({
    ...twistAct(id, { x: x(off), y }),
    turns: 3,
    comes,
  });
  const by = (id: string, off: number, y: number, comes: Comes): Act => ({
    ...passAct(id, { x: x(off), y }),
    comes,
  });
  const stem = (id: string, y: number, comes: Comes): Act => ({
    ...wrapAct(id, placed([12, y, 6]), 3),
    comes,
  });
  const lower = side > 0 ? 0 : 1.6;
  return [
    tie('t1', 6 + lower),
    twist('w1', 1.8, 16.5, 'front'),
    by('p1', -4, 36.5, 'front'),
    stem('s1', 44, 'behind'),
    by('f', 0, 55, 'front'),
    stem('s2', 44.8, 'front'),
    by('p2', 4, 36.5, 'behind'),
    by('p3', -1.8, 16.5, 'behind'),
    twist('w2', -1.4, 11.5, 'front'),
    tie('t2', 9.4 + lower),
  ];
}

const CRAB_CLAWS: readonly Place[] = [
  [28.769, 14.368],
  [19.231, 14.368],
];

/** What each Lantern Lane piece is dressed with; places are on its figure, in mm. */
export const DRESSINGS: Readonly<Record<string, () => DressItem[]>> = {
  swallow: () => [
    item('flatten', [35.6, 21.6, 13], 'sterling-silver', { thickMm: 0.75 }),
    item('coil', [14.4, 19.4, 9], 'sterling-silver', { tailMm: 15 }),
    item('coil', [18.5, 4.2, 8], 'sterling-silver', { tailMm: 15 }),
    item('cage', [28.5, 12.3], 'sterling-silver', {
      girthMm: 17,
      heightMm: 8,
      grams: 0.9,
      turns: 1,
      uprights: 1,
      bailInsideMm: 1.2,
      bailTurns: 1,
      thread: thin('sterling-silver', 0.511),
    }),
    item('finding', [23.97, 6.23], 'sterling-silver', { what: 'bail', insideMm: 4 }),
  ],
  lantern: () => [
    item('bind', [17.3, 10.4], 'brass', { wraps: 5, tailMm: 12 }),
    item('weave', [25.5, 24.1, 11], 'brass', { wraps: 2 }, [19.7, 23.8, 11]),
    item('drop', [14.8, 38.8], 'brass', { beads: [bead('Mist drop', 6, 'mist')], wraps: 3 }),
  ],
  snail: () => [
    item('beads', [14, 24.6, 13], 'copper', { beads: [bead('Sea bead', 4, 'sea')], count: 3 }),
    item('framed-bead', [33, 10.8], 'copper', { beads: [bead('Ink bead', 3, 'ink')], wraps: 3 }),
    item('finding', [19.39, 6.84], 'copper', { what: 'jump-ring', insideMm: 4 }),
  ],
  boat: () => [
    item('lacing', [20, 17, 14], 'copper', { points: 6 }, [13.2, 16.7, 17]),
    item('strands', [18.9, 36.3, 24], 'copper', { side: 'right', strands: 2 }),
    item('coil', [20, 27.2, 4.5], 'copper', { tailMm: 12 }),
    item('finding', [20, -2.4], 'copper', {
      what: 'cord',
      insideMm: 2,
      lengthMm: 450,
      grams: 2,
    }),
  ],
  pear: () => [
    item('bind', [9.8, 8.4], 'brass', { strands: 3, wraps: 6, tailMm: 12 }),
    item('net', [10.3, 30.2], 'brass', { spokes: 9, wraps: 1, innerMm: 2.2, outerMm: 8.6 }),
  ],
  fox: () => [
    item('twist', [25.3, 23.1, 9], 'bronze', { turns: 6, thread: thin('bronze', 0.321) }),
    item('wound-beads', [5.6, 23.1, 9], 'bronze', {
      beads: [bead('Slate seed', 1.8, 'slate', 0.7)],
      wraps: 2,
    }),
    item(
      'bridge',
      [9.8, 28],
      'bronze',
      { beads: [bead('Ink nose', 4, 'ink', 0.9)], wraps: 4, tailMm: 12 },
      [21.1, 28],
    ),
    item('finding', [15.46, 6.84], 'bronze', { what: 'split-ring', insideMm: 4 }),
  ],
  hush: () => [
    item('drop', [12.1, 7.2], 'brass', { beads: [bead('Pearl', 5, 'pearl')], wraps: 2 }),
    item('finding', [-26, 8], 'brass', { what: 'chain', insideMm: 3, lengthMm: 200 }),
    item('finding', [26, 5], 'brass', { what: 'clasp', insideMm: 4 }),
  ],
  mountain: () => [
    item('tail-bead', [15, 17], 'sterling-silver', {
      beads: [bead('Peak seed', 4, 'sea', 2.5)],
    }),
    item('rosette', [57.6, 12.2], 'sterling-silver', { petals: 9, insideMm: 3.4, riseMm: 1 }),
    item('fan', [34, 30, 30], 'sterling-silver', { strands: 4, bowMm: 2.6 }),
  ],
  key: () => [
    item('guided', [0, -10.9], 'bronze', {
      loops: 22,
      guideMm: 0.8,
      spreadsMm: [1.6],
      pitchMm: 0.8,
      thread: thin('bronze', 0.321),
    }),
  ],
  leaf: () => [
    item('bind', [12, 7], 'niobium', { wraps: 4, tailMm: 12 }),
    item('drop', [12, 25.6], 'niobium', { beads: [bead('Mist drop', 4, 'mist')], wraps: 2 }),
  ],
  moon: () => [
    item('braid', [5, 19.5, 11], 'gold-filled', {
      pitchMm: 3.6,
      thread: thin('gold-filled', 0.321),
    }),
    item('garland', [4.2, 8.6, 9], 'gold-filled', {
      loops: 12,
      guideMm: 1.2,
      spreadsMm: [0.8, 0.8, 1.8],
      thread: thin('gold-filled', 0.254),
      tailMm: 8,
    }),
  ],
  crab: () => [
    ...CRAB_LEGS.map(([x, y]) => item('own-twist', [x, y], 'brass', { legMm: 8, turns: 2 })),
    ...CRAB_WRAPS.map(([x, y]) => item('own-wraps', [x, y], 'brass', { wraps: 1 })),
    ...CRAB_CLAWS.map(([x, y]) => item('own-loop', [x, y], 'brass', { insideMm: 2.2 })),
    item('own-bead', [24, 33.8], 'brass', { beads: [bead('Sea bead', 5, 'sea', 1.6)] }),
  ],
  windmill: () => [],
  pebble: () => [
    item('stone', [12, 27], 'copper', { widthMm: 12, heightMm: 16, thickMm: 8, grams: 2.4 }),
    ...([1, -1] as const).map((side) =>
      item('led', [12, 5], 'copper', {
        acts: pebbleActs(side),
        thread: thin('copper', 0.511),
        startTailMm: 10,
        endTailMm: 10,
      }),
    ),
  ],
  handle: () => [
    item('finding', [32, 4], 'copper', {
      what: 'split-ring',
      insideMm: 7,
      turns: 2,
      thread: thin('copper', 1),
    }),
  ],
  willow: () => [item('finding', [24, 11.9], 'brass', { what: 'jump-ring', insideMm: 4 })],
  pond: () => [
    item('led', [23, 43], 'brass', {
      acts: webActs(),
      thread: thin('brass', 0.321),
      startTailMm: 15,
      endTailMm: 15,
    }),
    item('finding', [23, 3], 'brass', { what: 'jump-ring', insideMm: 5 }),
    item('hung-chain', [9.6, 37.85], 'brass', { lengthMm: 36, grams: 0.5 }, [36.4, 37.85]),
  ],
  star: () => [
    item('led', STAR_BENDS[0]!, 'fine-silver', {
      acts: STAR_BENDS.flatMap((at, i): Act[] => [
        ...(i > 0 ? [beadAct(`b${i}`, null, [bead('Sea seed', 2, 'sea', 0.8)])] : []),
        wrapAct(`w${i}`, placed(at), 2),
      ]),
      thread: thin('fine-silver', 0.405),
    }),
    item('own-petals', [24, 45], 'sterling-silver', { petals: 5, rodMm: 2.5, fanDeg: 170 }),
    item('own-led', [23.45, 18.85], 'sterling-silver', {
      acts: [wrapAct('e1', placed([24.55, 14]), 3)],
    }),
  ],
  ripple: () => [item('finding', [58, 7], 'copper', { what: 'chain', insideMm: 4, lengthMm: 110 })],
};
