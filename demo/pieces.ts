import { readSvg, pieceFromDrawing } from '../core/file';
import { newPiece, readPiece, type Piece } from '../core/piece';
import { awgToMm } from '../core/units';
import boat from './figures/boat.svg?raw';
import fox from './figures/fox.json';
import lantern from './figures/lantern.svg?raw';
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
  ];
}
