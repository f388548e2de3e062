import { readSvg, pieceFromDrawing } from '../core/file';
import { DEFAULT_WORD } from '../core/lettering';
import { standardValues } from '../core/motif';
import { drawShape, newPiece, readPiece, withShape, type Piece, type Shape } from '../core/piece';
import { awgToMm } from '../core/units';
import boat from './figures/boat.svg?raw';
import fox from './figures/fox.json';
import lantern from './figures/lantern.svg?raw';
import mountain from './figures/mountain.svg?raw';
import pear from './figures/pear.json';
import snail from './figures/snail.svg?raw';
import swallow from './figures/swallow.svg?raw';

const MADE = '2026-11-02T17:00:00.000Z';

function demo(id: string, name: string, svg: string, change: (piece: Piece) => Piece): Piece {
  const drawn = pieceFromDrawing(readSvg(svg), `demo-${id}`, name, MADE);
  const read = readPiece({ ...change(drawn), demo: true });
  if (!read.ok) throw new Error(`${name}: ${read.message}`);
  return read.value;
}

/** A piece traced from a shipped drawing; `npm run drawings` makes its picture and lines anew. */
function traced(
  id: string,
  name: string,
  from: object,
  change: (piece: Piece) => Partial<Piece>,
): Piece {
  const piece: Piece = { ...newPiece(`demo-${id}`, name, MADE), ...from };
  const read = readPiece({ ...piece, ...change(piece), demo: true });
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
  const read = readPiece({ ...withShape(piece, shape, drawn), demo: true });
  if (!read.ok) throw new Error(`${name}: ${read.message}`);
  return read.value;
}

const gauge = (awg: number): number => Number(awgToMm(awg).toFixed(3));

/** Figures of the Lantern Lane stall: an invented winter stall's pieces, drawn for this project. */
export function demoPieces(): Piece[] {
  return [
    demo('swallow', 'Swallow pendant', swallow, (p) => ({
      ...p,
      corner: 'reach',
      wire: { metal: 'sterling-silver', temper: 'dead-soft', diameterMm: gauge(18) },
      paths: p.paths.map((path) => ({
        ...path,
        seam: { ...path.seam, join: 'overlap', overlapMm: 8 },
      })),
    })),
    demo('lantern', 'Paper lantern earring', lantern, (p) => ({
      ...p,
      wire: { metal: 'brass', temper: 'half-hard', diameterMm: gauge(20) },
      over: 'alternate',
      paths: p.paths.map((path) => ({
        ...path,
        start: { kind: 'loop', insideMm: 2.5, tailMm: 0 },
      })),
    })),
    demo('snail', 'Snail charm', snail, (p) => ({
      ...p,
      wire: { metal: 'copper', temper: 'dead-soft', diameterMm: gauge(18) },
      work: 'spool',
      paths: p.paths.map((path) => ({ ...path, end: { kind: 'loop', insideMm: 1.6, tailMm: 0 } })),
    })),
    demo('boat', 'Sailing boat', boat, (p) => ({
      ...p,
      wire: { metal: 'copper', temper: 'half-hard', diameterMm: 1 },
      paths: p.paths.map((path) => ({ ...path, start: { kind: 'loop', insideMm: 3, tailMm: 0 } })),
    })),
    traced('pear', 'Pear', pear, () => ({
      wire: { metal: 'brass', temper: 'dead-soft', diameterMm: gauge(18) },
    })),
    traced('fox', 'Fox', fox, () => ({
      corner: 'reach',
      wire: { metal: 'bronze', temper: 'half-hard', diameterMm: gauge(20) },
    })),
    shaped(
      'hush',
      'Word pendant “hush”',
      { wire: { metal: 'brass', temper: 'dead-soft', diameterMm: gauge(18) } },
      {
        kind: 'word',
        word: { text: 'hush', size: { by: 'width', mm: 52 }, ends: 'loops', loopMm: 2.5 },
      },
    ),
    demo('mountain', 'Mountain line', mountain, (p) => ({
      ...p,
      wire: { metal: 'sterling-silver', temper: 'half-hard', diameterMm: 1 },
      route: { wires: 1, bridge: false, start: null, end: null, rules: [], ends: [] },
    })),
    shaped(
      'key',
      'Key',
      { wire: { metal: 'bronze', temper: 'half-hard', diameterMm: gauge(18) } },
      { kind: 'motif', motif: 'key' },
    ),
  ];
}
