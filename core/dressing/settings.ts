import {
  bailLength,
  coilTurn,
  END_KINDS,
  endLength,
  flattened,
  coilLength,
  loopLength,
  ringsLength,
  stoneWrap,
  type WireEnd,
} from '../element';
import type { Vec } from '../geometry';
import type { DressOf, FindingKind } from '../piece';
import { printMm, printNumber } from '../units';
import { hangPoint } from './hanging';
import { runAt, spotsOf, type Ground, spanOf } from './stretch';
import type { DressMark, WireUse, Worked } from './types';
import { use, wireMark } from './wraps';

const EMPTY = { beads: [], findings: [], notes: [], problems: [] } as const;

/** An ellipse as points, or the part of it between two angles. */
const oval = (at: Vec, a: number, b: number, from = 0, sweep = 2 * Math.PI): Vec[] =>
  Array.from({ length: 49 }, (_, i) => {
    const t = from + (sweep * i) / 48;
    return { x: at.x + a * Math.cos(t), y: at.y + b * Math.sin(t) };
  });

export function dressCage(item: DressOf<'cage'>): Worked {
  const { thread, turns, uprights } = item;
  const d = thread.diameterMm;
  const parts = stoneWrap({
    girthMm: item.girthMm,
    heightMm: item.heightMm,
    turns,
    uprights,
    diameterMm: d,
    bailInsideMm: item.bailInsideMm,
    bailTurns: item.bailTurns,
  });
  const lengthMm = parts.girthMm + parts.uprightsMm + parts.crossingsMm + parts.bailMm;
  const at: Vec = { x: item.on.x, y: item.on.y };
  const [w, h] = [item.girthMm / Math.PI / 2, item.heightMm / 2];
  const bands = Array.from({ length: turns }, (_, i) =>
    // The front half of a turn round the girth, a little below its middle.
    oval({ x: at.x, y: at.y + (i - (turns - 1) / 2) * 1.6 * d }, w + d / 2, h * 0.16, 0, Math.PI),
  );
  const posts = Array.from({ length: uprights }, (_, i) => {
    const lean = uprights === 1 ? 0 : (2 * i) / (uprights - 1) - 1;
    return oval(at, w * 0.72 * lean, h + d / 2, -Math.PI / 2, Math.PI);
  });
  const bail = Array.from({ length: item.bailTurns }, (_, i) =>
    oval(
      {
        x: at.x + (i - (item.bailTurns - 1) / 2) * 0.5 * d,
        y: at.y - h - (item.bailInsideMm + d) / 2,
      },
      (item.bailInsideMm + d) / 2,
      (item.bailInsideMm + d) / 2,
    ),
  );
  return {
    ...EMPTY,
    title: `Stone in a cage, ${turns} ${turns === 1 ? 'turn' : 'turns'}, ${uprights} ${uprights === 1 ? 'band' : 'bands'}`,
    counts: [
      { name: 'turns round the girth', count: turns },
      { name: 'bands over the top', count: uprights },
      { name: 'crossings bound', count: 2 * turns * uprights },
    ],
    wires: [use('setting', 'Wire of the cage', thread, lengthMm, item.tailMm)],
    findings: [{ name: 'Stone', count: 1, grams: item.grams }],
    spans: [],
    marks: [
      { kind: 'stone', at, widthMm: 2 * w, heightMm: 2 * h },
      wireMark([...posts, ...bands, ...bail], thread),
    ],
    notes: [
      `Girth ${printMm(parts.girthMm)}, bands ${printMm(parts.uprightsMm)}, crossings ${printMm(parts.crossingsMm)}, bail ${printMm(parts.bailMm)}.`,
    ],
  };
}

export function dressFlatten(ground: Ground, item: DressOf<'flatten'>): Worked | null {
  const run = runAt(ground, item.on);
  if (!run) return null;
  const { lengthFactor, widthMm } = flattened(ground.frameMm, item.thickMm, item.spread);
  const gain = item.ahead
    ? run.lengthMm * (1 - 1 / lengthFactor)
    : run.lengthMm * (lengthFactor - 1);
  return {
    ...EMPTY,
    title: `${printMm(run.lengthMm)} hammered to ${printMm(Math.min(item.thickMm, ground.frameMm), 2)}`,
    counts: [],
    wires: [],
    spans: [spanOf(run)],
    marks: [{ kind: 'flat', points: spotsOf(run, 0.4).map((s) => s.at), widthMm }],
    notes: [
      `${printMm(widthMm, 2)} wide then, ${printNumber((lengthFactor - 1) * 100, 1)} % longer (typical). ${item.ahead ? `The cut length is ${printMm(gain)} shorter for it.` : `It gains ${printMm(gain)}: trim afterwards.`}`,
    ],
    problems:
      item.thickMm > ground.frameMm - 1e-9
        ? [
            {
              message: `The wire is ${printMm(ground.frameMm, 2)} thick: hammered flat it is thinner than that.`,
              remedies: [
                {
                  kind: 'item',
                  label: `To ${printMm(ground.frameMm * 0.7, 2)}`,
                  item: { ...item, thickMm: Number((ground.frameMm * 0.7).toFixed(2)) },
                },
              ],
              refused: true,
            },
          ]
        : item.thickMm < ground.frameMm * 0.4
          ? [
              {
                message: 'Thinner than two fifths of the wire it tears at its edges.',
                remedies: [
                  {
                    kind: 'item',
                    label: `To ${printMm(ground.frameMm * 0.5, 2)}`,
                    item: { ...item, thickMm: Number((ground.frameMm * 0.5).toFixed(2)) },
                  },
                ],
                refused: false,
              },
            ]
          : [],
  };
}

export const FINDING_NAMES: Readonly<Record<FindingKind, string>> = {
  bail: 'Bail',
  'jump-ring': 'Jump ring',
  'split-ring': 'Split ring',
  'ear-wire': 'Ear wire',
  post: 'Ear post',
  chain: 'Chain',
  cord: 'Cord with coil ends',
  clasp: 'Clasp, hook and eye',
  'head-pin': 'Head pin',
};

/** Saw or cutter loss for a jump ring, mm (typical). */
const KERF_MM = 0.3;
/** Length of the coil that grips each end of a cord, mm (typical). */
const CORD_GRIP_MM = 7;
/** Length of an ear post, mm (typical). */
const POST_MM = 11;

/** Wire that findings take when they are made from it. */
function madeFrom(item: DressOf<'finding'>, frameMm: number): WireUse[] {
  const { thread, insideMm, count } = item;
  const d = thread.diameterMm;
  const one = (name: string, lengthMm: number, many = count): WireUse =>
    use('finding', name, thread, lengthMm, 0, many);
  const ear: WireEnd = END_KINDS['ear-hook'].preset;
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
      return [one('Ear wire', endLength(ear, d) + loopLength(insideMm, d))];
    case 'post':
      return [one('Ear post with a spiral to rest on', POST_MM + 2 * loopLength(insideMm, d))];
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
        one('Hook of the clasp', endLength(hook, d) + loopLength(insideMm / 2, d)),
        one('Eye of the clasp', loopLength(insideMm, d) + loopLength(insideMm / 2, d)),
      ];
    case 'head-pin':
      return [one('Head pin', item.lengthMm > 0 ? item.lengthMm : 30)];
  }
}

function findingMarks(ground: Ground, item: DressOf<'finding'>, top: Vec): DressMark[] {
  const { thread, insideMm } = item;
  const d = thread.diameterMm;
  const r = (insideMm + d) / 2;
  // Rings, chains and ear wires go up from where the piece hangs; pins and posts stay in place.
  const up = { x: top.x, y: top.y - ground.frameMm / 2 - insideMm / 2 };
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
      const round = 4;
      const y = up.y - 8;
      return [
        wireMark(
          [
            oval(up, r, r),
            [
              { x: up.x, y: up.y - r },
              { x: up.x, y },
              ...oval({ x: up.x + round, y }, round, round, Math.PI, Math.PI),
              { x: up.x + 2 * round + 1, y: y + 14 },
            ],
          ],
          thread,
        ),
      ];
    }
    case 'chain': {
      const links = Math.min(10, Math.max(2, Math.round(item.lengthMm / insideMm)));
      // It goes up and away from the figure's middle.
      const side = top.x < (ground.plan.hang?.center.x ?? top.x) - 1 ? -1 : 1;
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

export function dressFinding(ground: Ground, item: DressOf<'finding'>): Worked | null {
  const top = hangPoint(ground, item.on);
  if (!top) return null;
  const name = FINDING_NAMES[item.what];
  const length = item.what === 'chain' || item.what === 'cord' ? `, ${printMm(item.lengthMm)}` : '';
  const opens = item.what === 'jump-ring' || item.what === 'split-ring';
  return {
    ...EMPTY,
    title: `${item.count > 1 ? `${item.count} × ` : ''}${name}${length}`,
    counts: item.count > 1 ? [{ name: 'pieces', count: item.count }] : [],
    wires: item.made ? madeFrom(item, ground.frameMm) : [],
    findings: [{ name, count: item.count, grams: item.grams }],
    spans: [],
    marks: findingMarks(ground, item, top),
    notes: [
      item.made ? 'Made from wire.' : 'Bought ready made.',
      ...(opens ? ['Open rings sideways, never apart; close them flush.'] : []),
    ],
  };
}
