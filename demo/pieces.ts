import { readSvg, pieceFromDrawing } from '../core/file';
import { DEFAULT_WORD } from '../core/lettering';
import { standardValues } from '../core/motif';
import {
  DEFAULT_MAKING,
  DEFAULT_SEAM,
  drawShape,
  newPiece,
  readPiece,
  withNamedWires,
  withShape,
  type Piece,
  type Shape,
} from '../core/piece';
import { awgToMm } from '../core/units';
import { DRESSINGS } from './dressing';
import boat from './figures/boat.svg?raw';
import crab from './figures/crab.svg?raw';
import fox from './figures/fox.json';
import handle from './figures/handle.svg?raw';
import lantern from './figures/lantern.svg?raw';
import leaf from './figures/leaf.svg?raw';
import moon from './figures/moon.svg?raw';
import mountain from './figures/mountain.svg?raw';
import pear from './figures/pear.json';
import pebble from './figures/pebble.svg?raw';
import pond from './figures/pond.svg?raw';
import ripple from './figures/ripple.svg?raw';
import snail from './figures/snail.svg?raw';
import star from './figures/star.svg?raw';
import swallow from './figures/swallow.svg?raw';
import windmill from './figures/windmill.svg?raw';
import willow from './figures/willow.svg?raw';

const MADE = '2026-11-02T17:00:00.000Z';

function demo(id: string, name: string, svg: string, change: (piece: Piece) => Piece): Piece {
  const drawn = pieceFromDrawing(readSvg(svg), `demo-${id}`, name, MADE);
  const read = readPiece({ ...withNamedWires(change(drawn)), demo: true });
  if (!read.ok) throw new Error(`${name}: ${read.message}`);
  return read.value;
}

/** Five more legs along the arch, an arc of 26 mm about (24, 37.86), each 7.79 mm further. */
const WILLOW = Array.from({ length: 5 }, (_, i) => {
  const angle = Math.atan2(-13.856, -22) + (6.76 + 7.79 * (i + 1)) / 26;
  return {
    x: Number((24 + 26 * Math.cos(angle)).toFixed(3)),
    y: Number((37.856 + 26 * Math.sin(angle)).toFixed(3)),
    mirrored: false,
  };
});

/** A piece traced from a shipped drawing; `npm run drawings` makes its picture and lines anew. */
function traced(
  id: string,
  name: string,
  from: object,
  change: (piece: Piece) => Partial<Piece>,
): Piece {
  const piece: Piece = { ...newPiece(`demo-${id}`, name, MADE), ...from };
  const read = readPiece({ ...withNamedWires({ ...piece, ...change(piece) }), demo: true });
  if (!read.ok) throw new Error(`${name}: ${read.message}`);
  return read.value;
}

/** A piece of one word or motif. */
function shaped(
  id: string,
  name: string,
  change: Partial<Piece>,
  what: { kind: 'word'; word: object } | { kind: 'motif'; motif: 'key' },
): Piece {
  const piece: Piece = { ...newPiece(`demo-${id}`, name, MADE), ...change };
  const place = { x: 0, y: 0, turnDeg: 0, mirrored: false, around: null };
  const common = { id: 's1', place, lines: [], beads: [] };
  const shape: Shape =
    what.kind === 'word'
      ? { kind: 'word', ...common, word: { ...DEFAULT_WORD, ...what.word } }
      : { kind: 'motif', ...common, motif: what.motif, values: standardValues(what.motif) };
  const drawn = drawShape(shape, piece.wire, () => []);
  const read = readPiece({ ...withNamedWires(withShape(piece, shape, drawn)), demo: true });
  if (!read.ok) throw new Error(`${name}: ${read.message}`);
  return read.value;
}

/** A piece with its own dressing and the way it is made. */
function dressed(id: string, making: Partial<Piece['making']> = {}): Partial<Piece> {
  return { dressing: DRESSINGS[id]?.() ?? [], making: { ...DEFAULT_MAKING, ...making } };
}

const gauge = (awg: number): number => Number(awgToMm(awg).toFixed(3));

/** Figures of the Lantern Lane stall: an invented winter stall's pieces, drawn for this project. */
export function demoPieces(): Piece[] {
  return [
    demo('swallow', 'Swallow pendant', swallow, (p) => ({
      ...p,
      ...dressed('swallow', { harden: true }),
      corner: 'reach',
      wire: { metal: 'sterling-silver', temper: 'dead-soft', diameterMm: gauge(18) },
      paths: p.paths.map((path) => ({
        ...path,
        seam: { ...path.seam, join: 'overlap', overlapMm: 8 },
      })),
    })),
    demo('lantern', 'Paper lantern earring', lantern, (p) => ({
      ...p,
      ...dressed('lantern', { wornAs: 'earring', pair: 'one-by-one' }),
      wire: { metal: 'brass', temper: 'half-hard', diameterMm: gauge(20) },
      over: 'alternate',
      paths: p.paths.map((path) => ({
        ...path,
        start: { kind: 'ear-hook', riseMm: 5, insideMm: 7, legMm: 15 },
      })),
    })),
    demo('snail', 'Snail charm', snail, (p) => ({
      ...p,
      ...dressed('snail', { wornAs: 'charm', harden: true }),
      wire: { metal: 'copper', temper: 'dead-soft', diameterMm: gauge(18) },
      work: 'spool',
      paths: p.paths.map((path) => ({
        ...path,
        end: { kind: 'spiral', openingMm: 0.8, gapMm: 0.1, turns: 1.25, tailMm: 0 },
      })),
    })),
    demo('boat', 'Sailing boat', boat, (p) => ({
      ...p,
      ...dressed('boat', { wornAs: 'ornament', patina: true }),
      wire: { metal: 'copper', temper: 'half-hard', diameterMm: 1 },
      paths: p.paths.map((path) => ({
        ...path,
        start: { kind: 'wrapped-loop', insideMm: 3, wraps: 3, tailMm: 2 },
      })),
    })),
    traced('pear', 'Pear', pear, (p) => ({
      ...dressed('pear'),
      wire: { metal: 'brass', temper: 'dead-soft', diameterMm: gauge(18) },
      paths: p.paths.map((path) =>
        path.closed
          ? path
          : {
              ...path,
              start: { kind: 'bail', insideMm: 3, turns: 2, tailMm: 2, turned: true },
              // A small bar behind the outline keeps the stem from slipping out of its binding.
              end: { kind: 'toggle', barMm: 7, stemMm: 0, wraps: 0, tailMm: 0 },
            },
      ),
      parts: [
        {
          id: 'leaf',
          name: 'leaf',
          paths: [p.paths[1]?.id ?? 'leaf'],
          count: 1,
          join: 'binding',
          to: null,
          spots: [],
          hangs: false,
        },
      ],
    })),
    traced('fox', 'Fox', fox, () => ({
      ...dressed('fox', { wornAs: 'charm', closing: 'solder' }),
      corner: 'reach',
      wire: { metal: 'bronze', temper: 'half-hard', diameterMm: gauge(20) },
    })),
    shaped(
      'hush',
      'Word pendant “hush”',
      {
        ...dressed('hush', { harden: true }),
        wire: { metal: 'brass', temper: 'dead-soft', diameterMm: gauge(18) },
      },
      {
        kind: 'word',
        word: { text: 'hush', size: { by: 'width', mm: 52 }, ends: 'loops', loopMm: 2.5 },
      },
    ),
    demo('mountain', 'Mountain line', mountain, (p) => ({
      ...p,
      ...dressed('mountain', { wornAs: 'ornament' }),
      wire: { metal: 'sterling-silver', temper: 'half-hard', diameterMm: 1 },
      route: {
        wires: 1,
        bridge: false,
        start: null,
        end: null,
        rules: [],
        ends: [
          {
            start: { kind: 'centred-loop', insideMm: 3, tailMm: 0, turned: true },
            end: { kind: 'fold-back', backMm: 3 },
            seam: DEFAULT_SEAM,
          },
        ],
      },
    })),
    shaped(
      'key',
      'Key',
      {
        ...dressed('key', { finish: 'plated' }),
        wire: { metal: 'bronze', temper: 'half-hard', diameterMm: gauge(18) },
      },
      { kind: 'motif', motif: 'key' },
    ),
    demo('leaf', 'Leaf earring', leaf, (p) => ({
      ...p,
      ...dressed('leaf', { wornAs: 'earring', pair: 'together', harden: true }),
      wire: { metal: 'niobium', temper: 'dead-soft', diameterMm: gauge(20) },
      paths: p.paths.map((path) => ({
        ...path,
        start: { kind: 'kidney', widthMm: 9, legMm: 15, catchMm: 1.6 },
      })),
    })),
    demo('moon', 'Moon hoop', moon, (p) => ({
      ...p,
      ...dressed('moon', { wornAs: 'earring', harden: true }),
      wire: { metal: 'gold-filled', temper: 'half-hard', diameterMm: gauge(18) },
      paths: p.paths.map((path) => ({
        ...path,
        start: { kind: 'hoop', insideMm: 14, catchMm: 4 },
        end: { kind: 'tucked', wraps: 1.5, tailMm: 2 },
      })),
    })),
    demo('crab', 'Crab stud', crab, (p) => ({
      ...p,
      ...dressed('crab', { wornAs: 'earring', pair: 'one-by-one' }),
      wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
      stocks: [{ id: 'w2', name: 'Legs', metal: 'brass', temper: 'dead-soft', diameterMm: 0.8 }],
      doubled: 'beside',
      paths: p.paths.map((path) =>
        path.closed
          ? path
          : {
              ...path,
              stock: 'w2',
              start: { kind: 'post', postMm: 11 },
              end: { kind: 'tucked', wraps: 1, tailMm: 1 },
              handling: { startMm: 15, endMm: 0 },
            },
      ),
    })),
    demo('windmill', 'Windmill stud', windmill, (p) => ({
      ...p,
      ...dressed('windmill', { wornAs: 'earring', pair: 'one-by-one' }),
      wire: { metal: 'sterling-silver', temper: 'dead-soft', diameterMm: gauge(20) },
      toleranceMm: 0.1,
      outOfPlane: {
        kind: 'fold',
        arms: 4,
        middleMm: 6.4,
        firstRad: 0,
        way: 'clockwise',
        tucked: true,
        earsMm: 1.5,
      },
      paths: p.paths.map((path) => ({
        ...path,
        start: { kind: 'post', postMm: 11 },
      })),
    })),
    demo('pebble', 'Tide pebble', pebble, (p) => ({
      ...p,
      ...dressed('pebble'),
      wire: { metal: 'copper', temper: 'half-hard', diameterMm: gauge(16) },
      paths: p.paths.map((path) => ({
        ...path,
        start: { kind: 'wrapped-loop', insideMm: 4, wraps: 2, tailMm: 0 },
        end: { kind: 'loop', insideMm: 3, tailMm: 0 },
      })),
    })),
    demo('handle', 'Lantern handle', handle, (p) => ({
      ...p,
      ...dressed('handle'),
      // Two wires folded to four strands: the rope is 1 + sqrt 2 of them across.
      wire: {
        metal: 'copper',
        temper: 'dead-soft',
        diameterMm: (1 + Math.SQRT2) * 0.8,
        rope: { strands: 4, turnMm: 7, folded: true },
      },
      paths: p.paths.map((path) => ({
        ...path,
        start: { kind: 'opened', openMm: 5, turns: 1.5, openingMm: 1.5, gapMm: 0.4 },
        end: { kind: 'opened', openMm: 5, turns: 1.5, openingMm: 1.5, gapMm: 0.4 },
      })),
    })),
    demo('willow', 'Willow fringe', willow, (p) => ({
      ...p,
      ...dressed('willow'),
      wire: { metal: 'brass', temper: 'half-hard', diameterMm: gauge(16) },
      stocks: [
        {
          id: 'w2',
          name: 'Fringe',
          metal: 'copper',
          temper: 'dead-soft',
          diameterMm: gauge(20),
        },
      ],
      paths: p.paths.map((path, i) =>
        i === 0
          ? {
              ...path,
              start: { kind: 'loop', insideMm: 3, tailMm: 0 },
              end: { kind: 'loop', insideMm: 3, tailMm: 0 },
            }
          : {
              ...path,
              stock: 'w2',
              start: { kind: 'centred-loop', insideMm: 2.5, tailMm: 0 },
              end: { kind: 'spiral', openingMm: 1, gapMm: 0.3, turns: 1.5, tailMm: 0 },
            },
      ),
      parts: [
        {
          id: 'leg',
          name: 'Leg',
          paths: [p.paths[1]?.id ?? 'leg'],
          count: 1 + WILLOW.length,
          join: 'loop',
          to: null,
          spots: WILLOW,
          hangs: true,
        },
      ],
    })),
    demo('pond', 'Pond web', pond, (p) => ({
      ...p,
      ...dressed('pond', { wornAs: 'ornament' }),
      wire: { metal: 'brass', temper: 'half-hard', diameterMm: 1.3 },
    })),
    demo('star', 'Evening star', star, (p) => ({
      ...p,
      ...dressed('star'),
      wire: { metal: 'sterling-silver', temper: 'dead-soft', diameterMm: gauge(18) },
      paths: p.paths.map((path) => ({
        ...path,
        start: { kind: 'loop', insideMm: 3, tailMm: 0 },
      })),
    })),
    demo('ripple', 'Ripple bracelet', ripple, (p) => ({
      ...p,
      ...dressed('ripple', { wornAs: 'bracelet', harden: true }),
      wire: { metal: 'copper', temper: 'half-hard', diameterMm: gauge(16) },
      paths: p.paths.map((path) => ({
        ...path,
        start: { kind: 'hook', insideMm: 5, legMm: 6, tailMm: 0 },
        end: { kind: 'loop', insideMm: 4, tailMm: 0 },
      })),
    })),
  ];
}
