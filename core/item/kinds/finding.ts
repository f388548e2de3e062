import { bailLength, coilLength, coilTurn, loopLength, ringsLength } from '../../element';
import { endLength, type WireEnd } from '../../end';
import {
  choiceField,
  flagField,
  gramsField,
  lengthField,
  wholeField,
  type ValuesOf,
} from '../../field';
import type { Vec } from '../../geometry';
import { asLength, counted, say } from '../../words';
import { oval, wireMark, wireUse } from '../draw';
import { threadField } from '../fields';
import type { Ground } from '../ground';
import { itemKind, type ItemOf } from '../kind';
import { BARE, type DressMark, type HangPoint, type ItemEye, type WireUse } from '../layout';

export const FINDING_NAMES = {
  bail: 'Bail',
  'jump-ring': 'Jump ring',
  'split-ring': 'Split ring',
  'ear-wire': 'Ear wire',
  post: 'Ear post',
  chain: 'Chain',
  cord: 'Cord with coil ends',
  clasp: 'Clasp, hook and eye',
  'head-pin': 'Head pin',
} as const;
type FindingKind = keyof typeof FINDING_NAMES;

const fields = {
  what: choiceField('What', FINDING_NAMES, true),
  made: flagField('From', { yes: 'made from wire', no: 'bought' }),
  insideMm: lengthField('Inside across', 0.5, 60, { scales: 'loop' }),
  riseMm: lengthField('Ear wire, rise', 0, 60, { scales: 'loop' }),
  roundMm: lengthField('Ear wire, round inside across', 2, 60, { scales: 'loop' }),
  legMm: lengthField('Ear wire, leg behind', 2, 100, { scales: 'loop' }),
  turns: wholeField('Turns of bail or split ring', 1, 20),
  count: wholeField('How many', 1, 500),
  lengthMm: lengthField('Length of chain, cord, pin or post', 0, 1_000),
  grams: gramsField('Weight of one', 200),
  thread: threadField,
};
type FindingItem = ItemOf<'finding', 'point', ValuesOf<typeof fields>>;

/** What a piece is worn on. */
const WORN_ON: ReadonlySet<FindingKind> = new Set(['chain', 'cord', 'clasp', 'ear-wire', 'post']);

/** What has a loop for other things. */
const HAS_EYE: ReadonlySet<FindingKind> = new Set(['jump-ring', 'split-ring', 'ear-wire', 'bail']);

/** Saw or cutter loss for a jump ring, mm (typical). */
const KERF_MM = 0.3;
/** Length of the coil that grips each end of a cord, mm (typical). */
const CORD_GRIP_MM = 7;
/** Length of an ear post, mm (typical). */
const POST_MM = 11;

/** The length of a post that is not chosen is a typical one. */
const postMm = ({ lengthMm }: FindingItem): number => (lengthMm > 0 ? lengthMm : POST_MM);

/** What is chosen about each finding, besides what it is and where it comes from. */
const ASKED: Readonly<Record<FindingKind, readonly (keyof typeof fields)[]>> = {
  bail: ['insideMm', 'turns'],
  'jump-ring': ['insideMm'],
  'split-ring': ['insideMm', 'turns'],
  'ear-wire': ['insideMm', 'riseMm', 'roundMm', 'legMm'],
  post: ['insideMm', 'lengthMm'],
  chain: ['insideMm', 'lengthMm'],
  cord: ['insideMm', 'lengthMm'],
  clasp: ['insideMm'],
  'head-pin': ['lengthMm'],
};

/** Wire that findings take when they are made from it. */
function madeFrom(item: FindingItem, frameMm: number): WireUse[] {
  const { thread, insideMm, count } = item;
  const d = thread.diameterMm;
  const one = (name: string, lengthMm: number, many = count): WireUse =>
    wireUse('finding', name, thread, lengthMm, 0, many);
  const ear: WireEnd = {
    kind: 'ear-hook',
    riseMm: item.riseMm,
    insideMm: item.roundMm,
    legMm: item.legMm,
  };
  const hook: WireEnd = { kind: 'hook', insideMm, legMm: 2 * insideMm, tailMm: 0 };
  switch (item.what) {
    case 'bail':
      return [
        one(
          'Bail, its ends bound to the frame',
          bailLength(insideMm, item.turns, d) + 4 * coilTurn(frameMm, d),
        ),
      ];
    case 'jump-ring':
      return [one('Jump rings, wound and cut', ringsLength(count, insideMm, d, KERF_MM), 1)];
    case 'split-ring':
      return [one('Split ring', item.turns * loopLength(insideMm, d))];
    case 'ear-wire':
      return [one('Ear wire', endLength(ear, thread) + loopLength(insideMm, d))];
    case 'post':
      return [one('Ear post with a spiral to rest on', postMm(item) + 2 * loopLength(insideMm, d))];
    case 'chain':
      return item.lengthMm > 0
        ? [
            one(
              'Links of the chain',
              Math.round(item.lengthMm / insideMm) * loopLength(insideMm, d),
              count,
            ),
          ]
        : [];
    case 'cord': {
      const turns = Math.ceil(CORD_GRIP_MM / d);
      return [one('Coil ends', coilLength(turns, insideMm, d, d) + loopLength(3, d), 2 * count)];
    }
    case 'clasp':
      return [
        one('Hook of the clasp', endLength(hook, thread) + loopLength(insideMm / 2, d)),
        one('Eye of the clasp', loopLength(insideMm, d) + loopLength(insideMm / 2, d)),
      ];
    case 'head-pin':
      return [one('Head pin', item.lengthMm > 0 ? item.lengthMm : 30)];
  }
}

/**
 * The middle of a finding's loop: rings, chains and ear wires go up from where the piece hangs, rings below
 * its middle hang down.
 */
function loopMiddle({ center }: Ground, { what, insideMm }: FindingItem, at: HangPoint): Vec {
  const ring = what === 'jump-ring' || what === 'split-ring';
  const hangsDown = ring && center !== null && at.down.y > center.y;
  return hangsDown
    ? { x: at.down.x, y: at.down.y + insideMm / 2 }
    : { x: at.up.x, y: at.up.y - insideMm / 2 };
}

/** The loop that other things hang in. */
function eyeOf(item: FindingItem, { x, y }: Vec): ItemEye | null {
  const { what, insideMm, count } = item;
  if (!HAS_EYE.has(what)) return null;
  const half = insideMm / 2;
  return { up: { x, y: y - half }, down: { x, y: y + half }, insideMm, count };
}

function findingMarks(ground: Ground, item: FindingItem, at: HangPoint, up: Vec): DressMark[] {
  const { thread, insideMm } = item;
  const d = thread.diameterMm;
  const r = (insideMm + d) / 2;
  const top = at.down;
  switch (item.what) {
    case 'bail':
      return [
        wireMark(
          Array.from({ length: item.turns }, (_, i) =>
            oval({ x: up.x + (i - (item.turns - 1) / 2) * 0.7 * d, y: up.y }, r * 0.8, r),
          ),
          thread,
        ),
      ];
    case 'jump-ring':
      return [wireMark([oval(up, r, r, -1.2, 2 * Math.PI * 0.97)], thread)];
    case 'split-ring':
      return [wireMark([oval(up, r, r), oval({ x: up.x + d * 0.5, y: up.y }, r, r)], thread)];
    case 'ear-wire': {
      const round = (item.roundMm + d) / 2;
      const y = up.y - r - item.riseMm;
      return [
        wireMark(
          [
            oval(up, r, r),
            [
              { x: up.x, y: up.y - r },
              { x: up.x, y },
              ...oval({ x: up.x + round, y }, round, round, Math.PI, Math.PI),
              { x: up.x + 2 * round + 1, y: y + item.legMm },
            ],
          ],
          thread,
        ),
      ];
    }
    case 'chain': {
      const links = Math.min(10, Math.max(2, Math.round(item.lengthMm / insideMm)));
      // It goes up and away from the figure's middle.
      const side = top.x < (ground.center?.x ?? top.x) - 1 ? -1 : 1;
      const chain = Array.from({ length: links }, (_, i) => {
        const at = {
          x: up.x + side * (i + 0.5) * insideMm * 0.45,
          y: up.y - (i + 0.5) * insideMm * 0.8,
        };
        return oval(at, i % 2 === 0 ? r : r * 0.35, r);
      });
      return [wireMark(chain, thread)];
    }
    case 'cord':
      return [
        {
          kind: 'cord',
          points: Array.from({ length: 33 }, (_, i) => {
            const t = i / 16 - 1;
            return { x: up.x + 15 * t, y: up.y - 26 * t * t };
          }),
          widthMm: Math.max(0.6, insideMm),
        },
      ];
    case 'clasp':
      return [
        wireMark(
          [
            oval({ x: up.x, y: up.y }, r, r),
            [
              { x: up.x, y: up.y - r },
              { x: up.x, y: up.y - r - 2 * insideMm },
              ...oval({ x: up.x + r, y: up.y - r - 2 * insideMm }, r, r, Math.PI, Math.PI),
            ],
          ],
          thread,
        ),
      ];
    case 'post':
    case 'head-pin':
      return [wireMark([oval({ x: top.x, y: top.y }, d, d)], thread)];
  }
}

export const finding = itemKind({
  kind: 'finding',
  name: 'Finding',
  group: 'Settings and findings',
  hint: 'Rings, ear wires, chain, cord, clasp.',
  place: 'point',
  traits: { alone: true, hangs: true, afterShaping: true, stands: true, begins: 'hang' },
  tool: 'two flat pliers',
  fields,
})({
  first: ({ thread }) => ({
    what: 'jump-ring',
    made: true,
    thread: { ...thread, diameterMm: 0.812 },
    insideMm: 4,
    riseMm: 6,
    roundMm: 8,
    legMm: 16,
    turns: 2,
    count: 1,
    lengthMm: 0,
    grams: 0,
  }),
  layout(ground, item) {
    const at = ground.hangPoint(item.on);
    if (!at) return null;
    const middle = loopMiddle(ground, item, at);
    const eye = eyeOf(item, middle);
    const name = FINDING_NAMES[item.what];
    const length =
      item.what === 'chain' || item.what === 'cord' ? say`, ${asLength(item.lengthMm)}` : '';
    const opens = item.what === 'jump-ring' || item.what === 'split-ring';
    return {
      ...BARE,
      title: say`${item.count > 1 ? `${item.count} × ` : ''}${name}${length}`,
      counts: item.count > 1 ? [{ what: 'pieces', count: item.count }] : [],
      wires: item.made ? madeFrom(item, ground.frameMm) : [],
      findings: [{ name, count: item.count, grams: item.grams }],
      spans: [],
      marks: findingMarks(ground, item, at, middle),
      ...(eye && { eye }),
      ...(item.what === 'post' && { standsMm: postMm(item) }),
      notes: [
        item.made ? say`Made from wire.` : say`Bought ready made.`,
        ...(opens ? [say`Open rings sideways, never apart; close them flush.`] : []),
      ],
    };
  },
  orders(item, { cut }) {
    return [
      ...cut,
      ...(item.what === 'jump-ring' && item.made
        ? [
            say`Wind ${counted(item.count, 'turn', 'turns')} round ${asLength(item.insideMm)}, slide the coil off and cut it to rings, their ends flush.`,
          ]
        : []),
      item.what === 'jump-ring' || item.what === 'split-ring'
        ? say`Open the ring sideways, hang it in, close it flush.`
        : item.made
          ? say`Form it, round its ends, and attach it.`
          : say`Attach it.`,
    ];
  },
  asks: ({ what, made }) => [
    'what',
    'made',
    'count',
    'grams',
    ...ASKED[what],
    ...(made ? ['thread'] : []),
  ],
  nature: ({ what, made }) => ({
    pierces: what === 'ear-wire' || what === 'post',
    neck: what === 'chain' || what === 'cord',
    carries: what !== 'head-pin',
    wornOn: WORN_ON.has(what),
    closed: what !== 'jump-ring' && what !== 'bail',
    holdsSeam: what === 'bail' && made,
  }),
});
