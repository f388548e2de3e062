import { loopLength } from '../element';
import { endForm, type WireEnd } from '../end';
import type { FigurePath, Piece } from '../piece';
import type { Strip } from '../strip';

/** One named part of a cut length. */
export interface LengthPart {
  readonly id: string;
  readonly name: string;
  readonly count: number;
  readonly lengthMm: number;
}

export interface Allowances {
  readonly startMm: number;
  readonly endMm: number;
  readonly reserveMm: number;
}

/**
 * What both ends take beyond the developed figure, mm. A closed figure has a seam instead.
 * @param hammered what hammering gives, and at how many places: it need not be cut
 */
export function allowancesOf(
  piece: Piece,
  path: FigurePath,
  hammered: { readonly gainMm: number; readonly count: number } = { gainMm: 0, count: 0 },
): Allowances & { parts: LengthPart[] } {
  const d = piece.wire.diameterMm;
  const parts: LengthPart[] = [];
  const put = (id: string, name: string, lengthMm: number, count = 1): number => {
    if (lengthMm > 0) parts.push({ id, name, count, lengthMm });
    return lengthMm;
  };
  const end = (e: WireEnd, which: 'start' | 'end'): number => {
    const name = which === 'start' ? 'first end' : 'last end';
    return endForm(e, d).parts.reduce(
      (sum, part) =>
        sum + put(`${which}-${kebab(part.name)}`, `${part.name}, ${name}`, part.lengthMm),
      0,
    );
  };
  let startMm = 0;
  let endMm = 0;
  if (!path.closed) {
    startMm = end(path.start, 'start');
    endMm = end(path.end, 'end');
  } else if (path.seam.join === 'overlap') {
    endMm = put('overlap', 'Overlap at the seam', path.seam.overlapMm);
  } else if (path.seam.join === 'loops') {
    const each = loopLength(path.seam.loopInsideMm, d);
    put('seam-loops', 'Loops at the seam', 2 * each, 2);
    startMm = endMm = each;
  }
  if (hammered.gainMm > 1e-9) {
    const { gainMm, count } = hammered;
    parts.push({ id: 'hammering', name: 'Gained by hammering', count, lengthMm: -gainMm });
  }
  const reserveMm = put('reserve', 'Reserve, trimmed at the end', piece.reserveMm);
  return { startMm, endMm, reserveMm, parts };
}

const kebab = (name: string): string => name.toLowerCase().replaceAll(' ', '-');

const NAMES = { run: 'Straight runs', curve: 'Curves', corner: 'Corners', fold: 'Folds' } as const;
const IDS = { run: 'runs', curve: 'curves', corner: 'corners', fold: 'folds' } as const;

/** The developed length by kind of piece. */
export function developedParts(strip: Strip): LengthPart[] {
  return (['run', 'curve', 'corner', 'fold'] as const).flatMap((kind) => {
    const own = strip.pieces.filter((p) => p.kind === kind);
    const lengthMm = own.reduce((sum, p) => sum + p.lengthMm, 0);
    return own.length > 0
      ? [{ id: IDS[kind], name: NAMES[kind], count: own.length, lengthMm }]
      : [];
  });
}
