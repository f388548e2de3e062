import { z } from 'zod';
import { line, type Arc, type Primitive, type Vec } from '../geometry';
import { developedFold } from '../strip';
import { bailLength, coilTurn, loopLength, stemWraps } from './loops';
import { spiralLength, spiralOutside, spiralRadii } from './spiral';

const mm = z.number().min(0).max(1_000);
const inside = z.number().positive().max(200);
const many = z.number().min(0).max(60);

const plain = z.strictObject({ kind: z.literal('plain'), tailMm: mm });
/** an eye turned square to the figure is seen edge on */
const turned = z.boolean().optional();

/** How an end of a wire is finished; all lengths in mm. */
export const endSchema = z.discriminatedUnion('kind', [
  plain,
  z.strictObject({ kind: z.literal('loop'), insideMm: inside, tailMm: mm, turned }),
  z.strictObject({ kind: z.literal('centred-loop'), insideMm: inside, tailMm: mm, turned }),
  z.strictObject({
    kind: z.literal('wrapped-loop'),
    insideMm: inside,
    wraps: many,
    tailMm: mm,
    turned,
  }),
  z.strictObject({
    kind: z.literal('spiral'),
    openingMm: mm,
    gapMm: mm,
    turns: z.number().min(0.25).max(60),
    tailMm: mm,
  }),
  z.strictObject({ kind: z.literal('bail'), insideMm: inside, turns: many, tailMm: mm, turned }),
  z.strictObject({ kind: z.literal('hook'), insideMm: inside, legMm: mm, tailMm: mm }),
  z.strictObject({ kind: z.literal('fold-back'), backMm: mm }),
  z.strictObject({ kind: z.literal('tucked'), wraps: z.number().min(0.25).max(60), tailMm: mm }),
  z.strictObject({
    kind: z.literal('ear-hook'),
    riseMm: mm,
    insideMm: inside,
    legMm: mm,
  }),
  z.strictObject({ kind: z.literal('kidney'), widthMm: inside, legMm: mm, catchMm: inside }),
  z.strictObject({ kind: z.literal('hoop'), insideMm: inside, catchMm: mm }),
]);
export type WireEnd = z.infer<typeof endSchema>;
export type EndKind = WireEnd['kind'];

/** One named part of what an end takes. */
export interface EndPart {
  readonly name: string;
  readonly lengthMm: number;
}

/**
 * An end as it is formed, in its own frame: the figure ends at the origin, x goes on outwards along
 * the wire, y to the side it is turned to.
 */
export interface EndForm {
  readonly parts: readonly EndPart[];
  readonly shape: readonly Primitive[];
  /** strokes that lie over the rest, such as wraps */
  readonly over: readonly Primitive[];
  /** the opening that something can hang in */
  readonly eye: { readonly center: Vec; readonly insideMm: number } | null;
  /** once made it does not open again: what hangs in it goes on before */
  readonly shuts: boolean;
  /** the eye may be turned square to the figure */
  readonly eyeTurned: boolean;
}

interface EndField {
  readonly key: string;
  readonly label: string;
  readonly min: number;
  readonly max: number;
  /** a length, else a count that may have quarters */
  readonly unit: 'mm' | 'count';
}

interface EndFacts {
  readonly name: string;
  /** for an ear: the metal touches pierced skin */
  readonly ear: boolean;
  readonly fields: readonly EndField[];
  readonly preset: WireEnd;
}

const field = (
  key: string,
  label: string,
  min: number,
  max: number,
  unit: EndField['unit'] = 'mm',
): EndField => ({ key, label, min, max, unit });
const INSIDE = field('insideMm', 'inside across', 0.5, 200);
const TAIL = field('tailMm', 'tail', 0, 1000);

/** What can be asked of each kind of end, with sensible first values. */
export const END_KINDS: Readonly<Record<EndKind, EndFacts>> = {
  plain: {
    name: 'Plain tail',
    ear: false,
    fields: [field('tailMm', 'tail beyond the figure', 0, 1000)],
    preset: { kind: 'plain', tailMm: 0 },
  },
  loop: {
    name: 'Simple loop',
    ear: false,
    fields: [field('insideMm', 'loop, inside across', 0.5, 200)],
    preset: { kind: 'loop', insideMm: 2.5, tailMm: 0 },
  },
  'centred-loop': {
    name: 'Loop over the stem',
    ear: false,
    fields: [INSIDE],
    preset: { kind: 'centred-loop', insideMm: 2.5, tailMm: 0 },
  },
  'wrapped-loop': {
    name: 'Wrapped loop',
    ear: false,
    fields: [INSIDE, field('wraps', 'wraps on the stem', 0, 60, 'count'), TAIL],
    preset: { kind: 'wrapped-loop', insideMm: 3, wraps: 3, tailMm: 2 },
  },
  spiral: {
    name: 'Spiral',
    ear: false,
    fields: [
      field('openingMm', 'opening', 0, 200),
      field('gapMm', 'gap between turns', 0, 100),
      field('turns', 'turns', 0.25, 60, 'count'),
    ],
    preset: { kind: 'spiral', openingMm: 1, gapMm: 0.3, turns: 2.5, tailMm: 0 },
  },
  bail: {
    name: 'Bail',
    ear: false,
    fields: [INSIDE, field('turns', 'turns', 1, 60, 'count'), TAIL],
    preset: { kind: 'bail', insideMm: 5, turns: 2, tailMm: 3 },
  },
  hook: {
    name: 'Hook',
    ear: false,
    fields: [INSIDE, field('legMm', 'leg', 0, 200)],
    preset: { kind: 'hook', insideMm: 5, legMm: 6, tailMm: 0 },
  },
  'fold-back': {
    name: 'Fold-back',
    ear: false,
    fields: [field('backMm', 'folded back by', 0, 200)],
    preset: { kind: 'fold-back', backMm: 5 },
  },
  tucked: {
    name: 'Tucked tail',
    ear: false,
    fields: [field('wraps', 'turns round the frame', 0.25, 60, 'count'), TAIL],
    preset: { kind: 'tucked', wraps: 1.5, tailMm: 2 },
  },
  'ear-hook': {
    name: 'Open ear hook',
    ear: true,
    fields: [
      field('riseMm', 'rise', 0, 200),
      field('insideMm', 'round, inside across', 2, 60),
      field('legMm', 'leg behind', 2, 100),
    ],
    preset: { kind: 'ear-hook', riseMm: 6, insideMm: 8, legMm: 16 },
  },
  kidney: {
    name: 'Kidney ear wire',
    ear: true,
    fields: [
      field('widthMm', 'width inside', 3, 80),
      field('legMm', 'legs', 2, 100),
      field('catchMm', 'catch, inside across', 0.8, 10),
    ],
    preset: { kind: 'kidney', widthMm: 12, legMm: 14, catchMm: 1.6 },
  },
  hoop: {
    name: 'Hoop with catch',
    ear: true,
    fields: [field('insideMm', 'hoop, inside across', 5, 120), field('catchMm', 'catch', 1, 20)],
    preset: { kind: 'hoop', insideMm: 18, catchMm: 4 },
  },
};

const ring = (center: Vec, radius: number, startAngle: number, sweep: number): Arc => ({
  type: 'arc',
  center,
  radius,
  startAngle,
  sweep,
});
const ALMOST_ROUND = 2 * Math.PI * 0.97;
const at = (x: number, y: number): Vec => ({ x, y });

/** Strokes of wraps seen from the front, side by side from x on. */
const wrapStrokes = (fromX: number, wraps: number, d: number, reachMm: number): Primitive[] =>
  Array.from({ length: Math.ceil(wraps) }, (_, i): Primitive => {
    const x = fromX + (i + 0.5) * d;
    return line(at(x - 0.2 * d, reachMm), at(x + 0.2 * d, -reachMm));
  });

/** The points of a spiral from its outside in, the wire coming in along x at the origin. */
function spiralShape(size: Parameters<typeof spiralRadii>[0], turns: number): Primitive[] {
  const { startMm, pitchMm } = spiralRadii(size);
  const outer = startMm + pitchMm * turns;
  const steps = Math.max(2, Math.ceil(turns * 40));
  const points = Array.from({ length: steps + 1 }, (_, i) => {
    const gone = (i / steps) * turns;
    const radius = outer - pitchMm * gone;
    const angle = -Math.PI / 2 + 2 * Math.PI * gone;
    return at(radius * Math.cos(angle), outer + radius * Math.sin(angle));
  });
  return points.slice(1).map((p, i) => line(points[i]!, p));
}

const BARE = { over: [], eye: null, shuts: false, eyeTurned: false } as const;
const tail = (lengthMm: number): EndPart[] => (lengthMm > 0 ? [{ name: 'Tail', lengthMm }] : []);

type Of<K extends EndKind> = Extract<WireEnd, { kind: K }>;
type Forms = { readonly [K in EndKind]: (e: Of<K>, d: number) => EndForm };

const FORMS: Forms = {
  plain: (e) => ({
    ...BARE,
    parts: tail(e.tailMm),
    shape: e.tailMm > 0 ? [line(at(0, 0), at(e.tailMm, 0))] : [],
  }),
  loop: (e, d) => {
    const r = (e.insideMm + d) / 2;
    return {
      ...BARE,
      parts: [{ name: 'Simple loop', lengthMm: loopLength(e.insideMm, d) }, ...tail(e.tailMm)],
      shape: [ring(at(0, r), r, -Math.PI / 2, ALMOST_ROUND)],
      eye: { center: at(0, r), insideMm: e.insideMm },
      eyeTurned: e.turned ?? false,
    };
  },
  'centred-loop': (e, d) => {
    const r = (e.insideMm + d) / 2;
    return {
      ...BARE,
      parts: [
        { name: 'Loop over the stem', lengthMm: loopLength(e.insideMm, d) },
        ...tail(e.tailMm),
      ],
      shape: [ring(at(r, 0), r, Math.PI, ALMOST_ROUND)],
      eye: { center: at(r, 0), insideMm: e.insideMm },
      eyeTurned: e.turned ?? false,
    };
  },
  'wrapped-loop': (e, d) => {
    const r = (e.insideMm + d) / 2;
    const stem = e.wraps * d;
    return {
      parts: [
        { name: 'Stem under the wraps', lengthMm: stem },
        { name: 'Wrapped loop', lengthMm: loopLength(e.insideMm, d) },
        { name: 'Wraps on the stem', lengthMm: stemWraps(e.wraps, d) },
        ...tail(e.tailMm),
      ],
      shape: [line(at(0, 0), at(stem, 0)), ring(at(stem + r, 0), r, Math.PI, 2 * Math.PI)],
      over: wrapStrokes(0, e.wraps, d, d),
      eye: { center: at(stem + r, 0), insideMm: e.insideMm },
      shuts: true,
      eyeTurned: e.turned ?? false,
    };
  },
  spiral: (e, d) => {
    const size = { openingMm: e.openingMm, gapMm: e.gapMm, diameterMm: d };
    return {
      ...BARE,
      parts: [{ name: 'Spiral', lengthMm: spiralLength(size, e.turns) }, ...tail(e.tailMm)],
      shape: spiralShape(size, e.turns),
    };
  },
  bail: (e, d) => {
    const r = (e.insideMm + d) / 2;
    return {
      ...BARE,
      parts: [{ name: 'Bail', lengthMm: bailLength(e.insideMm, e.turns, d) }, ...tail(e.tailMm)],
      shape: Array.from({ length: Math.max(1, Math.ceil(e.turns)) }, (_, i) =>
        ring(at(r, (i - (Math.ceil(e.turns) - 1) / 2) * 0.45 * d), r, Math.PI, 2 * Math.PI),
      ),
      eye: { center: at(r, 0), insideMm: e.insideMm },
      eyeTurned: e.turned ?? false,
    };
  },
  hook: (e, d) => {
    const r = (e.insideMm + d) / 2;
    return {
      ...BARE,
      parts: [
        { name: 'Hook', lengthMm: Math.PI * r },
        { name: 'Leg of the hook', lengthMm: e.legMm },
        ...tail(e.tailMm),
      ],
      shape: [ring(at(0, r), r, -Math.PI / 2, Math.PI), line(at(0, 2 * r), at(-e.legMm, 2 * r))],
      eye: { center: at(0, r), insideMm: e.insideMm },
    };
  },
  'fold-back': (e, d) => ({
    ...BARE,
    parts: [
      { name: 'Fold', lengthMm: developedFold(Math.PI, d, 0) },
      { name: 'Folded back', lengthMm: e.backMm },
    ],
    shape: [ring(at(0, d / 2), d / 2, -Math.PI / 2, Math.PI), line(at(0, d), at(-e.backMm, d))],
  }),
  tucked: (e, d) => ({
    ...BARE,
    parts: [
      { name: 'Tucked round the frame', lengthMm: e.wraps * coilTurn(d, d) },
      ...tail(e.tailMm),
    ],
    shape: [],
    over: wrapStrokes(-e.wraps * d, e.wraps, d, 0.9 * d),
    shuts: true,
  }),
  'ear-hook': (e, d) => {
    const r = (e.insideMm + d) / 2;
    return {
      ...BARE,
      parts: [
        { name: 'Rise', lengthMm: e.riseMm },
        { name: 'Round of the hook', lengthMm: Math.PI * r },
        { name: 'Leg behind the ear', lengthMm: e.legMm },
      ],
      shape: [
        line(at(0, 0), at(e.riseMm, 0)),
        ring(at(e.riseMm, r), r, -Math.PI / 2, Math.PI),
        line(at(e.riseMm, 2 * r), at(e.riseMm - e.legMm, 2 * r + 0.12 * e.legMm)),
      ],
    };
  },
  kidney: (e, d) => {
    const r = (e.widthMm + d) / 2;
    const c = (e.catchMm + d) / 2;
    return {
      ...BARE,
      parts: [
        { name: 'Legs', lengthMm: 2 * e.legMm },
        { name: 'Round of the ear wire', lengthMm: Math.PI * r },
        { name: 'Catch', lengthMm: 1.5 * Math.PI * c },
      ],
      shape: [
        line(at(0, 0), at(e.legMm, 0)),
        ring(at(e.legMm, r), r, -Math.PI / 2, Math.PI),
        line(at(e.legMm, 2 * r), at(0, 2 * r)),
        ring(at(0, 2 * r - c), c, Math.PI / 2, 1.5 * Math.PI),
      ],
    };
  },
  hoop: (e, d) => {
    const r = (e.insideMm + d) / 2;
    return {
      ...BARE,
      parts: [
        { name: 'Hoop', lengthMm: loopLength(e.insideMm, d) },
        { name: 'Catch', lengthMm: e.catchMm },
      ],
      shape: [
        ring(at(r, 0), r, Math.PI, 2 * Math.PI * 0.985),
        line(at(0.05 * r, -0.3 * r), at(0.05 * r - e.catchMm * 0.7, -0.3 * r - e.catchMm * 0.3)),
      ],
    };
  },
};

/** How an end is formed from wire of a thickness, and what length each of its parts takes, mm. */
export const endForm = (end: WireEnd, diameterMm: number): EndForm =>
  (FORMS[end.kind] as (e: WireEnd, d: number) => EndForm)(end, diameterMm);

/** All that an end takes beyond the figure, mm. */
export const endLength = (end: WireEnd, diameterMm: number): number =>
  endForm(end, diameterMm).parts.reduce((sum, p) => sum + p.lengthMm, 0);

/** The outside diameter of a spiral end, mm. */
export const spiralEndOutside = (end: Of<'spiral'>, d: number): number =>
  spiralOutside({ openingMm: end.openingMm, gapMm: end.gapMm, diameterMm: d }, end.turns);
