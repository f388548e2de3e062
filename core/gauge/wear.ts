import { runAt, groundOf, type Dressing } from '../dressing';
import { twistOf } from '../element';
import type { Piece } from '../piece';
import type { Plan } from '../plan';
import { degrees, printMm, printNumber } from '../units';

/** A caution about what the work does to the wire; from experience, never a promise. */
export interface WearNote {
  readonly id: 'pulls' | 'rebent' | 'twist' | 'hammered' | 'folds';
  readonly text: string;
}

/** Thin wire pulled through so often, and so long, has hardened noticeably by its end (typical). */
const MANY_PULLS = 60;
const LONG_MM = 900;
/** Strands that lie steeper than this come near to where twisted soft wire snaps (45°). */
const STEEP_RAD = (38 * Math.PI) / 180;
/** Hammered thinner than this share of the wire it cracks at its edges if it is bent afterwards. */
const THIN_SHARE = 0.55;

/** What the wire goes through in the work, where that may crack or snap it. */
export function wearNotes(piece: Piece, plan: Plan, dressing: Dressing | null): WearNote[] {
  const notes: WearNote[] = [];
  const ground = groundOf(piece, plan);
  for (const { item, counts, wires } of dressing?.items ?? []) {
    const pulls = counts.reduce((sum, c) => sum + c.count, 0);
    const longest = Math.max(0, ...wires.map((w) => w.cutMm));
    const threads = item.kind === 'weave' || item.kind === 'lacing' || item.kind === 'net';
    if (threads && (pulls > MANY_PULLS || longest > LONG_MM)) {
      notes.push({
        id: 'pulls',
        text: `The thin wire is pulled through ${pulls} times over ${printMm(longest, 0)}. Each pull hardens it and opens kinks: keep it straight, or work in two lengths.`,
      });
    }
    if (item.kind === 'twist') {
      const run = runAt(ground, item.on);
      if (!run) continue;
      const { angleRad } = twistOf(item.strands, run.lengthMm, item.turns, item.thread.diameterMm);
      if (angleRad > STEEP_RAD) {
        notes.push({
          id: 'twist',
          text: `Twisted to ${printNumber(degrees(angleRad), 0)}° the strands are near where soft wire snaps. Stop when it begins to feel stiff.`,
        });
      }
    }
    if (item.kind === 'flatten' && item.thickMm < THIN_SHARE * plan.diameterMm) {
      notes.push({
        id: 'hammered',
        text: `Hammered to ${printMm(item.thickMm, 2)} it is hard: bend first, hammer last, or it may crack at its edges.`,
      });
    }
  }
  const hard = piece.wire.temper !== 'dead-soft';
  const folds = plan.wires.reduce(
    (sum, w) => sum + w.bends.filter((b) => b.kind === 'fold').length,
    0,
  );
  if (hard && folds > 0) {
    notes.push({
      id: 'folds',
      text: `${folds === 1 ? 'A fold' : `${folds} folds`} pressed shut in ${piece.wire.temper === 'hard' ? 'hard' : 'half hard'} wire: fold once and do not open it again.`,
    });
  }
  const corners = plan.wires.reduce(
    (sum, w) => sum + w.bends.filter((b) => b.kind === 'corner').length,
    0,
  );
  if (hard && corners > 0) {
    notes.push({
      id: 'rebent',
      text: 'A corner bent back and forth in this temper may crack at the third bend. Mark well and bend once.',
    });
  }
  return notes.filter((n, i) => notes.findIndex((m) => m.text === n.text) === i);
}
