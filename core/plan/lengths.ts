import { loopLength } from '../element';
import { endForm, type WireEnd } from '../end';
import type { FigurePath, Piece } from '../piece';
import type { Strip } from '../strip';
import type { Taken } from './blank';

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
  /** what its ends are held by, beyond what they keep: in `startMm` and `endMm`, and cut off afterwards */
  readonly heldMm: { readonly start: number; readonly end: number };
}

/** What a maker's own hand takes more than the handbook says, mm: its bends and hammering in all, each loop at an end. */
export interface HandAllowances {
  readonly bendMm: number;
  readonly bends: number;
  readonly hammerMm: number;
  readonly loopMm: number;
}

/**
 * What both ends, and what is used up on the way, take beyond the developed figure, mm. A closed figure has a seam instead.
 * @param hammered what hammering gives, and at how many places: it need not be cut
 * @param taken what is used up on the way: those of one name are one part
 */
export function allowancesOf(
  piece: Piece,
  path: FigurePath,
  hammered: { readonly gainMm: number; readonly count: number } = { gainMm: 0, count: 0 },
  taken: readonly Taken[] = [],
  hand: HandAllowances = { bendMm: 0, hammerMm: 0, bends: 0, loopMm: 0 },
): Allowances & { parts: LengthPart[] } {
  const d = piece.wire.diameterMm;
  const parts: LengthPart[] = [];
  const put = (id: string, name: string, lengthMm: number, count = 1): number => {
    if (lengthMm > 0) parts.push({ id, name, count, lengthMm });
    return lengthMm;
  };
  const loopsMm: number[] = [];
  const end = (e: WireEnd, which: 'start' | 'end'): number => {
    const name = which === 'start' ? 'first end' : 'last end';
    const form = endForm(e, piece.wire);
    const wider = form.eye === null ? 0 : hand.loopMm;
    loopsMm.push(...(wider === 0 ? [] : [wider]));
    return form.parts.reduce(
      (sum, part) =>
        sum + put(`${which}-${kebab(part.name)}`, `${part.name}, ${name}`, part.lengthMm),
      wider,
    );
  };
  let startMm = 0;
  let endMm = 0;
  const heldMm = { start: 0, end: 0 };
  if (!path.closed) {
    const { handling } = path;
    heldMm.start = put('hold-start', 'To hold by, first end', handling?.startMm ?? 0);
    startMm = heldMm.start + end(path.start, 'start');
    endMm = end(path.end, 'end');
    heldMm.end = put('hold-end', 'To hold by, last end', handling?.endMm ?? 0);
    endMm += heldMm.end;
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
  const asMade = (id: string, name: string, lengthMm: number, n: number): void => {
    if (Math.abs(lengthMm) > 1e-9) parts.push({ id, name, count: n, lengthMm });
  };
  asMade('own-bends', 'Bends as you make them', hand.bendMm, hand.bends);
  const wider = loopsMm.reduce((sum, mm) => sum + mm, 0);
  asMade('own-loops', 'Loops as you wind them', wider, loopsMm.length);
  asMade('own-hammering', 'Hammering as you do it', hand.hammerMm, hammered.count);
  for (const name of new Set(taken.map((t) => t.name))) {
    const own = taken.filter((t) => t.name === name);
    const lengthMm = own.reduce((sum, t) => sum + t.lengthMm, 0);
    put(`way-${kebab(name)}`, name, lengthMm, own.length);
  }
  const reserveMm = put('reserve', 'Reserve, trimmed at the end', piece.reserveMm);
  return { startMm, endMm, reserveMm, heldMm, parts };
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
