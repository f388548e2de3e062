import { z } from 'zod';
import { beadSchema, type Bead } from '../bead';
import { MOST_BOUND } from '../bundle';
import { pointSchema, stretchSchema, type StretchPlace } from '../place';

/** What can be chosen about a wire that is led from place to place. */
export const ACT_LIMITS = {
  acts: 400,
  wraps: { min: 0, max: 200 },
  passes: 7,
  halves: 60,
  beads: 12,
  sagMm: 300,
  twists: { min: 0.5, max: 200 },
  curls: { min: 0.25, max: 60 },
  weaveWraps: { min: 1, max: 20 },
  rows: 2_000,
  /** places a side of what is laced, and how many a new one has */
  laced: { most: 200, first: 6 },
  openingMm: 50,
  gapMm: 20,
} as const;

const actId = z.string().min(1).max(20);

/** How the wire comes to a place: in front of the figure or behind it, or along the wire that it is on. */
export const COMES = ['front', 'behind', 'along'] as const;
export type Comes = (typeof COMES)[number];

const shared = {
  id: actId,
  comes: z.enum(COMES),
  /** how far it hangs through on its way here, to the right hand of someone going along; left is negative */
  sagMm: z.number().min(-ACT_LIMITS.sagMm).max(ACT_LIMITS.sagMm),
};

/** One thing that a led wire does next. */
export const actSchema = z.discriminatedUnion('do', [
  /** goes round all wires that lie at a place; over a length the turns stand apart */
  z.strictObject({
    ...shared,
    do: z.literal('wrap'),
    on: stretchSchema,
    /** in its stead the middle of the way to an act before: what hangs there; of the first act its tail */
    way: actId.nullable(),
    wraps: z.number().min(ACT_LIMITS.wraps.min).max(ACT_LIMITS.wraps.max),
    /** so many wires; null takes all that lie there */
    strands: z.number().int().min(1).max(MOST_BOUND).nullable(),
  }),
  /** takes up beads: where they are put, or without a place in the middle of the way */
  z.strictObject({
    ...shared,
    do: z.literal('bead'),
    at: pointSchema.nullable(),
    beads: z.array(beadSchema).min(1).max(ACT_LIMITS.beads),
    passes: z.number().int().min(1).max(ACT_LIMITS.passes),
    halves: z.number().int().min(0).max(ACT_LIMITS.halves),
  }),
  /** goes through an eye, a loop or a bead that is there */
  z.strictObject({ ...shared, do: z.literal('pass'), at: pointSchema }),
  /** goes to a place twisted with another wire that is led there; folded, out to it and back with itself */
  z.strictObject({
    ...shared,
    do: z.literal('twist'),
    at: pointSchema,
    turns: z.number().min(ACT_LIMITS.twists.min).max(ACT_LIMITS.twists.max),
    folded: z.boolean(),
  }),
  /** weaves in figures of eight between a stretch and another, or laces to and fro */
  z.strictObject({
    ...shared,
    do: z.literal('weave'),
    on: stretchSchema,
    /** a place of the other stretch; null takes the pass that lies nearest beside */
    to: pointSchema.nullable(),
    wraps: z.number().int().min(ACT_LIMITS.weaveWraps.min).max(ACT_LIMITS.weaveWraps.max),
    /** null fills the stretch; of what is laced, places a side */
    rows: z.number().int().min(1).max(ACT_LIMITS.rows).nullable(),
    laced: z.boolean().optional(),
  }),
  /** rolls up to a spiral about a place */
  z.strictObject({
    ...shared,
    do: z.literal('curl'),
    at: pointSchema,
    turns: z.number().min(ACT_LIMITS.curls.min).max(ACT_LIMITS.curls.max),
    openingMm: z.number().min(0).max(ACT_LIMITS.openingMm),
    gapMm: z.number().min(0).max(ACT_LIMITS.gapMm),
    /** it turns to the left hand of someone coming along */
    left: z.boolean(),
  }),
]);
export type Act = z.infer<typeof actSchema>;
export type ActOf<D extends Act['do']> = Extract<Act, { do: D }>;

export const actsSchema = z
  .array(actSchema)
  .max(ACT_LIMITS.acts)
  .refine((acts) => new Set(acts.map((a) => a.id)).size === acts.length, 'two acts have one name');

/** A first act: so many wraps at a place. */
export const wrapAct = (id: string, on: StretchPlace, wraps = 2): ActOf<'wrap'> => ({
  id,
  do: 'wrap',
  comes: 'front',
  sagMm: 0,
  on,
  way: null,
  wraps,
  strands: null,
});

export const beadAct = (
  id: string,
  at: { x: number; y: number } | null,
  beads: Bead[],
): ActOf<'bead'> => ({
  id,
  do: 'bead',
  comes: 'front',
  sagMm: 0,
  at,
  beads,
  passes: 1,
  halves: 0,
});

const IN_FRONT = { comes: 'front', sagMm: 0 } as const;

export const passAct = (id: string, at: { x: number; y: number }): ActOf<'pass'> => ({
  id,
  do: 'pass',
  ...IN_FRONT,
  at,
});

export const twistAct = (id: string, at: { x: number; y: number }): ActOf<'twist'> => ({
  id,
  do: 'twist',
  ...IN_FRONT,
  at,
  turns: 3,
  folded: false,
});

export const curlAct = (id: string, at: { x: number; y: number }): ActOf<'curl'> => ({
  id,
  do: 'curl',
  ...IN_FRONT,
  at,
  turns: 1.5,
  openingMm: 1,
  gapMm: 0.3,
  left: false,
});

/** So long a stretch is woven first, mm. */
const NEW_WEAVE_MM = 15;

export const weaveAct = (id: string, on: StretchPlace): ActOf<'weave'> => ({
  id,
  do: 'weave',
  ...IN_FRONT,
  on: { ...on, lengthMm: on.lengthMm > 0 ? on.lengthMm : NEW_WEAVE_MM },
  to: null,
  wraps: 2,
  rows: null,
});

/** The place that was chosen for an act; null for what lies on a way. */
export const chosenPlace = (act: Act): { readonly x: number; readonly y: number } | null =>
  'on' in act ? act.on : act.at;

/** An act at another place. */
export function actAt(act: Act, to: { readonly x: number; readonly y: number }): Act {
  const { x, y } = to;
  return 'on' in act ? { ...act, on: { ...act.on, x, y } } : { ...act, at: { x, y } };
}

/** An act with its places on another figure, which is so many times as large. */
export function movedAct(act: Act, place: (on: StretchPlace) => StretchPlace, times: number): Act {
  const own = { ...act, sagMm: act.sagMm * times };
  if (own.do === 'wrap') return { ...own, on: place(own.on) };
  if (own.do === 'weave') {
    const to = own.to && place({ ...own.to, lengthMm: 0 });
    return { ...own, on: place(own.on), to: to && { x: to.x, y: to.y } };
  }
  if (own.at === null) return own;
  const { x, y } = place({ ...own.at, lengthMm: 0 });
  return { ...own, at: { x, y } };
}

/** A free id for a new act. */
export function freshActId(acts: readonly Act[]): string {
  const used = new Set(acts.map((a) => a.id));
  let n = acts.length + 1;
  while (used.has(`a${n}`)) n++;
  return `a${n}`;
}
