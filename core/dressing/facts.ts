import { END_KINDS } from '../element';
import type { BeadTone, Bead, DressItem, DressKind, Piece, StretchPlace, Thread } from '../piece';
import type { Plan } from '../plan';

/** Whether something of the piece goes through a pierced ear. */
export function isPiercedEnd(piece: Piece, plan: Plan): boolean {
  const ends = plan.wires.some(
    (w) => !w.closed && (END_KINDS[w.ends.start.kind].ear || END_KINDS[w.ends.end.kind].ear),
  );
  const findings = piece.dressing.some(
    (i) => i.kind === 'finding' && (i.what === 'ear-wire' || i.what === 'post'),
  );
  return ends || findings;
}

/** Items that lie at a place of their own, on no wire. */
const FREE: ReadonlySet<DressKind> = new Set(['net', 'cage', 'rosette', 'guided']);
export const isFreePlace = (kind: DressKind): boolean => FREE.has(kind);

/** One number that is asked for an item. */
export interface DressField {
  readonly key: string;
  readonly label: string;
  readonly unit: 'mm' | 'count' | 'grams';
  readonly min: number;
  readonly max: number;
  readonly decimals?: number;
  /** may be left open: what that means */
  readonly open?: string;
}

export interface DressFacts {
  readonly name: string;
  readonly group: 'Beads' | 'Wraps and strands' | 'Weaves' | 'Settings and findings' | 'Hammer';
  readonly hint: string;
  /** what its place is: a stretch, two stretches, two points, or a point */
  readonly place: 'stretch' | 'stretches' | 'points' | 'point';
  readonly fields: readonly DressField[];
}

const mm = (key: string, label: string, min: number, max: number, decimals = 1): DressField => ({
  key,
  label,
  unit: 'mm',
  min,
  max,
  decimals,
});
const whole = (
  key: string,
  label: string,
  min: number,
  max: number,
  open?: string,
): DressField => ({ key, label, unit: 'count', min, max, ...(open ? { open } : {}) });
const part = (key: string, label: string, min: number, max: number): DressField => ({
  key,
  label,
  unit: 'count',
  min,
  max,
  decimals: 2,
});

const TAIL = mm('tailMm', 'Tail left at each end', 0, 300);

/** What each kind of item is called, where it goes, and what is asked of it. */
export const DRESS_FACTS: Readonly<Record<DressKind, DressFacts>> = {
  beads: {
    name: 'Beads on the wire',
    group: 'Beads',
    hint: 'Threaded along a stretch of the frame.',
    place: 'stretch',
    fields: [
      whole('count', 'How many', 0, 2000, 'fills the stretch'),
      mm('gapMm', 'Gap between', 0, 200, 2),
      whole('passes', 'Passes of wire in the hole', 1, 7),
    ],
  },
  'wound-beads': {
    name: 'Beads wound on',
    group: 'Beads',
    hint: 'The binding wire carries them along the frame.',
    place: 'stretch',
    fields: [whole('wraps', 'Wraps between beads', 1, 100), TAIL],
  },
  bridge: {
    name: 'Bead across an opening',
    group: 'Beads',
    hint: 'On a thin wire from one point to another.',
    place: 'points',
    fields: [whole('wraps', 'Wraps on each side', 1, 100), TAIL],
  },
  drop: {
    name: 'Bead hanging',
    group: 'Beads',
    hint: 'From an eye or a point of the wire.',
    place: 'point',
    fields: [
      mm('insideMm', 'Loop, inside across', 0.8, 30),
      whole('wraps', 'Wraps on its stem', 0, 30),
      TAIL,
    ],
  },
  'framed-bead': {
    name: 'Bead framed by its wire',
    group: 'Beads',
    hint: 'Its own wire goes round it and is wrapped off.',
    place: 'point',
    fields: [whole('rounds', 'Rounds', 1, 20), whole('wraps', 'Wraps on each side', 0, 60), TAIL],
  },
  bind: {
    name: 'Binding',
    group: 'Wraps and strands',
    hint: 'A crossing or two wires that touch.',
    place: 'point',
    fields: [
      whole('wraps', 'Wraps', 1, 200),
      whole('strands', 'Wires bound together', 1, 12),
      TAIL,
    ],
  },
  coil: {
    name: 'Coil over the wire',
    group: 'Wraps and strands',
    hint: 'Close or open turns along a stretch.',
    place: 'stretch',
    fields: [mm('gapMm', 'Gap between turns', 0, 50, 2), TAIL],
  },
  strands: {
    name: 'Strands beside the wire',
    group: 'Wraps and strands',
    hint: 'Inner and outer ones differ in a curve.',
    place: 'stretch',
    fields: [whole('strands', 'Strands', 1, 12), TAIL],
  },
  twist: {
    name: 'Twisted wire',
    group: 'Wraps and strands',
    hint: 'Two to four strands, laid along the frame.',
    place: 'stretch',
    fields: [whole('strands', 'Strands', 2, 4), part('turns', 'Turns', 0, 2000), TAIL],
  },
  fan: {
    name: 'Fanned bundle',
    group: 'Wraps and strands',
    hint: 'Bound at two places, opened out between.',
    place: 'stretch',
    fields: [
      whole('strands', 'Strands', 2, 20),
      mm('bowMm', 'Bow of the outermost', 0, 100),
      whole('wraps', 'Wraps at each end', 1, 60),
      TAIL,
    ],
  },
  rosette: {
    name: 'Rosette',
    group: 'Wraps and strands',
    hint: 'The turns of a coil fanned into petals.',
    place: 'point',
    fields: [
      whole('petals', 'Petals', 3, 60),
      mm('insideMm', 'Coil, inside across', 1, 100),
      mm('riseMm', 'Cupped by', 0, 60),
      whole('wraps', 'Wraps at the back', 0, 60),
      TAIL,
    ],
  },
  guided: {
    name: 'Band of loops',
    group: 'Wraps and strands',
    hint: 'Wound on two guides that are pulled out, closed to a ring.',
    place: 'point',
    fields: [
      whole('loops', 'Loops', 3, 400),
      mm('guideMm', 'Guide wire', 0.3, 20, 2),
      mm('spreadMm', 'Guides apart', 0, 100),
      mm('pitchMm', 'Loop to loop', 0.2, 30, 2),
      TAIL,
    ],
  },
  weave: {
    name: 'Figure-eight weave',
    group: 'Weaves',
    hint: 'Between two stretches, at their real distance.',
    place: 'stretches',
    fields: [
      whole('wraps', 'Wraps a side', 1, 20),
      whole('rows', 'Rows', 1, 2000, 'fills the shorter stretch'),
      TAIL,
    ],
  },
  net: {
    name: 'Net over spokes',
    group: 'Weaves',
    hint: 'Round and round inside a frame.',
    place: 'point',
    fields: [
      whole('spokes', 'Spokes', 3, 60),
      mm('spokeMm', 'Spoke wire', 0.2, 4, 2),
      whole('wraps', 'Wraps a spoke', 1, 20),
      mm('innerMm', 'Begins at', 0.3, 100),
      mm('outerMm', 'Ends at', 1, 200),
      TAIL,
    ],
  },
  lacing: {
    name: 'Lacing',
    group: 'Weaves',
    hint: 'To and fro between two stretches.',
    place: 'stretches',
    fields: [whole('points', 'Places a side', 2, 200), TAIL],
  },
  cage: {
    name: 'Stone in a cage',
    group: 'Settings and findings',
    hint: 'Wrapped by girth and height.',
    place: 'point',
    fields: [
      mm('girthMm', 'Girth', 5, 500),
      mm('heightMm', 'Height', 3, 300),
      { key: 'grams', label: 'Weight', unit: 'grams', min: 0, max: 500, decimals: 2 },
      whole('turns', 'Turns round the girth', 1, 20),
      whole('uprights', 'Bands over the top', 0, 20),
      mm('bailInsideMm', 'Bail, inside across', 1, 40),
      whole('bailTurns', 'Turns of the bail', 1, 20),
      TAIL,
    ],
  },
  finding: {
    name: 'Finding',
    group: 'Settings and findings',
    hint: 'Rings, ear wires, chain, cord, clasp.',
    place: 'point',
    fields: [
      mm('insideMm', 'Inside across', 0.5, 60),
      whole('turns', 'Turns of bail or split ring', 1, 20),
      whole('count', 'How many', 1, 500),
      mm('lengthMm', 'Length of chain, cord or pin', 0, 1000),
      { key: 'grams', label: 'Weight of one', unit: 'grams', min: 0, max: 200, decimals: 2 },
    ],
  },
  flatten: {
    name: 'Hammered stretch',
    group: 'Hammer',
    hint: 'Wider, a little longer, harder.',
    place: 'stretch',
    fields: [mm('thickMm', 'Hammered to', 0.2, 10, 2), part('spread', 'Share into width', 0.3, 1)],
  },
};

const THREAD: Thread = { metal: 'copper', temper: 'dead-soft', diameterMm: 0.321 };
/** A round glass bead whose hole takes a frame of that thickness, also in a bow. */
export const plainBead = (
  name = 'Round bead',
  acrossMm = 4,
  tone: BeadTone = 'sea',
  frameMm = 0.8,
): Bead => ({
  name,
  lengthMm: acrossMm,
  acrossMm,
  holeMm: Number((1.4 * frameMm).toFixed(1)),
  grams: Number((0.00131 * acrossMm ** 3).toFixed(2)),
  tone,
});

/**
 * A new item with sensible first values.
 * @param to the second place, for items that have two
 */
export function newDressItem(
  kind: DressKind,
  id: string,
  on: StretchPlace,
  to: StretchPlace,
  { thread = THREAD, frameMm = 0.8 }: { thread?: Thread; frameMm?: number } = {},
): DressItem {
  const base = { id, on };
  const bound = { thread, tailMm: 20 };
  switch (kind) {
    case 'beads':
      return {
        ...base,
        kind,
        beads: [plainBead('Round bead', 4, 'sea', frameMm)],
        gapMm: 0,
        count: null,
        passes: 1,
      };
    case 'wound-beads':
      return { ...base, kind, beads: [plainBead('Small bead', 3)], wraps: 3, ...bound };
    case 'bridge':
      return { ...base, kind, to, beads: [plainBead()], wraps: 4, ...bound };
    case 'drop':
      return {
        ...base,
        kind,
        beads: [plainBead('Drop bead', 6, 'mist')],
        by: 'head-pin',
        thread: { ...thread, diameterMm: 0.511 },
        insideMm: 2.5,
        wraps: 2,
        tailMm: 2,
      };
    case 'framed-bead':
      return { ...base, kind, beads: [plainBead()], rounds: 2, wraps: 4, ...bound };
    case 'bind':
      return { ...base, kind, strands: 2, wraps: 5, ...bound };
    case 'coil':
      return { ...base, kind, gapMm: 0, ...bound };
    case 'strands':
      return {
        ...base,
        kind,
        strands: 2,
        side: 'left',
        thread: { ...thread, diameterMm: 0.644 },
        tailMm: 8,
      };
    case 'twist': {
      const own = { ...thread, diameterMm: 0.405 };
      return {
        ...base,
        kind,
        strands: 2,
        turns: Math.round(on.lengthMm / 2),
        thread: own,
        tailMm: 10,
      };
    }
    case 'fan':
      return {
        ...base,
        kind,
        strands: 5,
        bowMm: 5,
        wraps: 4,
        thread: { ...thread, diameterMm: 0.511 },
        tailMm: 8,
      };
    case 'rosette':
      return {
        ...base,
        kind,
        petals: 8,
        insideMm: 6,
        riseMm: 0,
        wraps: 4,
        thread: { ...thread, diameterMm: 0.511 },
        tailMm: 15,
      };
    case 'guided':
      return {
        ...base,
        kind,
        guideMm: 1,
        spreadMm: 3,
        loops: 24,
        pitchMm: 0.8,
        thread: { ...thread, diameterMm: 0.405 },
        tailMm: 15,
      };
    case 'weave':
      return { ...base, kind, to, wraps: 2, rows: null, from: 'first', ...bound };
    case 'net':
      return {
        ...base,
        kind,
        spokes: 7,
        spokeMm: 0.812,
        wraps: 1,
        innerMm: 2,
        outerMm: 8,
        ...bound,
      };
    case 'lacing':
      return { ...base, kind, to, points: 6, ...bound };
    case 'cage':
      return {
        ...base,
        kind,
        girthMm: 50,
        heightMm: 22,
        grams: 6,
        turns: 2,
        uprights: 2,
        bailInsideMm: 5,
        bailTurns: 2,
        thread: { ...thread, diameterMm: 0.812 },
        tailMm: 15,
      };
    case 'flatten':
      return { ...base, kind, thickMm: 0.7, spread: 0.8, ahead: false };
    case 'finding':
      return {
        ...base,
        kind,
        what: 'jump-ring',
        made: true,
        thread: { ...thread, diameterMm: 0.812 },
        insideMm: 4,
        turns: 2,
        count: 1,
        lengthMm: 0,
        grams: 0,
      };
  }
}
