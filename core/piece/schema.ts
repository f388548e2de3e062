import { z } from 'zod';
import { endSchema } from '../end';
import { coordinate, pieceItemSchema, pointSchema, stockIdSchema, threadSchema } from '../item';
import { BASES, CORNER_STYLES } from '../strip';
import { PIECE_LIMITS, reachProblem } from './limits';
import { linksSchema, makingSchema, outOfPlaneSchema, partSchema } from './dressingSchema';
import { drawnLineSchema, shapeSchema } from './shapeSchema';

export { PIECE_LIMITS };

const extra = z.number().min(0).max(1_000);

/**
 * A point of the drawn line. `out` and `in` are handles relative to the point; `bulge` makes the
 * stretch to the next point an arc (tangent of a quarter of its sweep, clockwise positive).
 */
export const nodeSchema = z.strictObject({
  x: coordinate,
  y: coordinate,
  in: pointSchema.optional(),
  out: pointSchema.optional(),
  bulge: z.number().min(-1e4).max(1e4).optional(),
});
export type FigureNode = z.infer<typeof nodeSchema>;

export const SEAM_JOINS = ['butt', 'overlap', 'loops'] as const;
export const seamSchema = z.strictObject({
  /** share of the drawn length where the closed figure is opened; null leaves it to the plan */
  at: z.number().min(0).max(1).nullable(),
  join: z.enum(SEAM_JOINS),
  overlapMm: extra,
  loopInsideMm: z.number().positive().max(200),
});
export type Seam = z.infer<typeof seamSchema>;

const stockId = stockIdSchema;

/** What a hand holds a wire by while it works one of its ends, cut off afterwards; of ends that need none 0. */
const handlingSchema = z.strictObject({ startMm: extra, endMm: extra });

/** So many wires run side by side along one line, which lies in their middle; one where it is not said. */
export const MOST_STRANDS = 12;
/** So far apart they are at the most, mm. */
export const MOST_APART_MM = 50;
const strandsApartSchema = z.number().min(0).max(MOST_APART_MM);
const strandsSchema = z.number().int().min(2).max(MOST_STRANDS);
/** Stretches over which they stand otherwise apart, by their middles on the drawn line. */
export const MOST_APART = 40;
export const LONGEST_APART_MM = 10_000;
const apartAtSchema = z
  .array(
    z.strictObject({
      ...pointSchema.shape,
      lengthMm: z.number().positive().max(LONGEST_APART_MM),
      apartMm: strandsApartSchema,
    }),
  )
  .max(MOST_APART);
export type ApartStretch = z.infer<typeof apartAtSchema>[number];

export const pathSchema = z.strictObject({
  id: z.string().min(1).max(60),
  closed: z.boolean(),
  nodes: z.array(nodeSchema).min(1),
  start: endSchema,
  end: endSchema,
  seam: seamSchema,
  /** its ends meet, and the maker said that the wire does not close there */
  touches: z.literal(true).optional(),
  /** which of the piece's further wires it is made of; without it of the main one */
  stock: stockId.optional(),
  handling: handlingSchema.optional(),
  strands: strandsSchema.optional(),
  strandsApartMm: strandsApartSchema.optional(),
  apartAt: apartAtSchema.optional(),
});
export type FigurePath = z.infer<typeof pathSchema>;

export const wireSchema = threadSchema;
export type Wire = z.infer<typeof wireSchema>;

/** A further wire of a piece beside its main one, with what the maker calls it. */
export const stockSchema = z.strictObject({
  id: stockId,
  name: z.string().max(40),
  ...threadSchema.shape,
});
export type Stock = z.infer<typeof stockSchema>;

const number = z.number();
const pixel = z.strictObject({
  x: z.number().min(-1e5).max(1e5),
  y: z.number().min(-1e5).max(1e5),
});
const sizeMm = z.number().positive().max(PIECE_LIMITS.coordinateMm);

/** How the size of a traced picture was given. */
export const pictureSizeSchema = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('height'), mm: sizeMm }),
  z.strictObject({ by: z.literal('width'), mm: sizeMm }),
  z.strictObject({ by: z.literal('points'), from: pixel, to: pixel, mm: sizeMm }),
  z.strictObject({ by: z.literal('dpi'), dpi: z.number().min(10).max(10_000) }),
  z.strictObject({
    by: z.literal('sheet'),
    /** top left, top right, bottom right, bottom left of the sheet in the picture */
    corners: z.array(pixel).length(4),
    widthMm: sizeMm,
    heightMm: sizeMm,
  }),
]);
export type PictureSize = z.infer<typeof pictureSizeSchema>;

/** The picture that a figure was traced from: where it is kept, and all choices made in tracing. */
export const pictureSchema = z.strictObject({
  id: z.string().min(1).max(80),
  name: z.string().max(200),
  widthPx: z.number().int().positive(),
  heightPx: z.number().int().positive(),
  mode: z.enum(['centreline', 'outline']),
  sensitivity: z.number().min(-2).max(2),
  gapPens: z.number().min(0).max(20),
  erased: z
    .array(
      z.strictObject({
        x: z.number(),
        y: z.number(),
        width: z.number().min(0),
        height: z.number().min(0),
      }),
    )
    .max(500),
  /** a point on each stroke that was left out by hand, px */
  dropped: z.array(pixel).max(2000),
  size: pictureSizeSchema,
  /** how much the figure was made larger since, beyond what that size says */
  scale: z.number().positive().max(1e4),
  /** from the picture, px, to the figure, mm: the eight numbers of a plane map */
  toMm: z.tuple([number, number, number, number, number, number, number, number]),
  /** the traced lines as they came, to tell them from those changed by hand since */
  traced: z.array(drawnLineSchema).max(2000),
});
export type TracedPicture = z.infer<typeof pictureSchema>;

/** What is chosen about one wire of a route: its ends, what it is held by, and which of the piece's wires it is of. */
const wireEndsSchema = z.strictObject({
  start: endSchema,
  end: endSchema,
  seam: seamSchema,
  stock: stockId.optional(),
  handling: handlingSchema.optional(),
  strands: strandsSchema.optional(),
  strandsApartMm: strandsApartSchema.optional(),
  apartAt: apartAtSchema.optional(),
});
export type WireEnds = z.infer<typeof wireEndsSchema>;

/** How the drawing is run: without it each drawn line is a wire. */
export const routeSchema = z.strictObject({
  wires: z.number().int().min(1).max(PIECE_LIMITS.paths),
  /** join separate parts by straight stretches */
  bridge: z.boolean(),
  start: pointSchema.nullable(),
  end: pointSchema.nullable(),
  /** wishes for single junctions */
  rules: z
    .array(z.strictObject({ ...pointSchema.shape, rule: z.enum(['straight', 'turn']) }))
    .max(2_000),
  /** by wire; a wire without an entry has plain ends */
  ends: z.array(wireEndsSchema).max(PIECE_LIMITS.paths),
});
export type RouteChoices = z.infer<typeof routeSchema>;

/**
 * Another wish for one bend than the plan's own: found by where the middle of the planned bend lies.
 */
export const bendEditSchema = z.strictObject({
  ...pointSchema.shape,
  /** moved along the blank */
  shiftMm: z.number().min(-1_000).max(1_000),
  /** turn without sign; null keeps the plan's */
  angleRad: z.number().positive().max(20).nullable(),
  over: z
    .discriminatedUnion('kind', [
      z.strictObject({
        kind: z.literal('tool'),
        toolId: z.string().min(1).max(60),
        diameterMm: z.number().positive().max(500),
      }),
      z.strictObject({ kind: z.literal('hand'), insideMm: z.number().min(0).max(500) }),
    ])
    .nullable(),
});
export type BendEdit = z.infer<typeof bendEditSchema>;

/** From where a wire is marked and bent. */
export const WORK_ORIGINS = ['first', 'last', 'middle'] as const;
export type WorkOrigin = (typeof WORK_ORIGINS)[number];

/** Side by side, or so with their sides changed; over each other with the later pass in front, or the earlier. */
export const DOUBLED = ['beside', 'swapped', 'over', 'under'] as const;
export type DoubledLie = (typeof DOUBLED)[number];

export const PIECE_FORMAT = 'hush-road.piece';
/** Words that a maker finds pieces by. */
export const TAG_LIMITS = { count: 12, length: 30 } as const;

export const PIECE_VERSION = 12;

export const pieceSchema = z
  .strictObject({
    format: z.literal(PIECE_FORMAT),
    version: z.literal(PIECE_VERSION),
    id: z.string().min(1).max(60),
    name: z.string().max(120),
    /** words that it is found by */
    tags: z.array(z.string().min(1).max(TAG_LIMITS.length)).max(TAG_LIMITS.count),
    /** ISO 8601 times */
    made: z.string().max(40),
    changed: z.string().max(40),
    demo: z.boolean().optional(),
    paths: z.array(pathSchema).max(PIECE_LIMITS.paths),
    basis: z.enum(BASES),
    corner: z.enum(CORNER_STYLES),
    toleranceMm: z.number().min(0.02).max(2),
    /** the main wire; what is not said otherwise is made of it */
    wire: wireSchema,
    stocks: z.array(stockSchema).max(PIECE_LIMITS.stocks),
    reserveMm: extra,
    work: z.enum(['cut', 'spool']),
    picture: pictureSchema.nullable(),
    /** which pass lies on top where the wire crosses itself */
    over: z.enum(['later', 'earlier', 'alternate']),
    /** crossings where it is otherwise, by their places */
    overAt: z
      .array(z.strictObject({ ...pointSchema.shape, top: z.enum(['later', 'earlier']) }))
      .max(2_000),
    /** how passes of wire lie where they run along one line: side by side, or one over the other */
    doubled: z.enum(DOUBLED),
    /** stretches where it is otherwise, by a place of each */
    doubledAt: z.array(z.strictObject({ ...pointSchema.shape, lie: z.enum(DOUBLED) })).max(2_000),
    route: routeSchema.nullable(),
    /** where the piece hangs; null is its highest point */
    hang: pointSchema.nullable(),
    /** words and motifs among the paths */
    shapes: z.array(shapeSchema).max(200),
    /** the maker's kit it is planned for; null is the one in use */
    kit: z.string().max(60).nullable(),
    from: z.enum(WORK_ORIGINS),
    bendEdits: z.array(bendEditSchema).max(2_000),
    /** beads, second wires, findings and hammering on the bent figure */
    dressing: z.array(pieceItemSchema).max(PIECE_LIMITS.dressing),
    parts: z.array(partSchema).max(200),
    /** it is one link of a bracelet or chain */
    links: linksSchema.nullable(),
    outOfPlane: outOfPlaneSchema.nullable(),
    making: makingSchema,
  })
  .superRefine((piece, context) => {
    const message = reachProblem(piece.paths);
    if (message) context.addIssue({ code: 'custom', path: ['paths'], message });
    // What is kept names its wires: one that is made of a wire by itself would not follow when that is changed.
    const own = piece.dressing.findIndex((i) => 'thread' in i && typeof i.thread !== 'string');
    if (own >= 0) {
      const message = 'one of its items is made of none of its wires';
      context.addIssue({ code: 'custom', path: ['dressing', own, 'thread'], message });
    }
  });
export type Piece = z.infer<typeof pieceSchema>;
