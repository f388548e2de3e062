import { groundOf, type Dressing } from '../dressing';
import { kindOf, type ItemWear } from '../item';
import type { Piece } from '../piece';
import type { Plan } from '../plan';
import { asLength, counted, say, type Said } from '../words';

/** A caution about what the work does to the wire; from experience, never a promise. */
export interface WearNote {
  readonly id: ItemWear['id'] | 'pulls' | 'rebent' | 'folds';
  readonly text: Said;
}

/** Thin wire pulled through so often, and so long, has hardened noticeably by its end (typical). */
const MANY_PULLS = 60;
const LONG_MM = 900;
/** What the wire goes through in the work, where that may crack or snap it. */
export function wearNotes(piece: Piece, plan: Plan, dressing: Dressing | null): WearNote[] {
  const notes: WearNote[] = [];
  const ground = groundOf(piece, plan);
  for (const { item, counts, wires } of dressing?.items ?? []) {
    const pulls = counts.reduce((sum, c) => sum + c.count, 0);
    const longest = Math.max(0, ...wires.map((w) => w.cutMm));
    if (kindOf(item).traits.pulled && (pulls > MANY_PULLS || longest > LONG_MM)) {
      notes.push({
        id: 'pulls',
        text: say`The thin wire is pulled through ${counted(pulls, 'time', 'times')} over ${asLength(longest)}. Each pull hardens it and opens kinks: keep it straight, or work in two lengths.`,
      });
    }
    const wear = kindOf(item).wear?.(ground.at(item.on), item);
    if (wear) notes.push(wear);
  }
  const hard = plan.wires.filter((w) => w.stock.temper !== 'dead-soft');
  const folds = hard.reduce((sum, w) => sum + w.bends.filter((b) => b.kind === 'fold').length, 0);
  if (folds > 0) {
    const hardest = hard.some((w) => w.stock.temper === 'hard') ? 'hard' : 'half hard';
    notes.push({
      id: 'folds',
      text: say`${counted(folds, 'fold', 'folds')} pressed shut in ${hardest} wire: fold once and do not open it again.`,
    });
  }
  const corners = hard.reduce(
    (sum, w) => sum + w.bends.filter((b) => b.kind === 'corner').length,
    0,
  );
  if (corners > 0) {
    notes.push({
      id: 'rebent',
      text: say`A corner bent back and forth in this temper may crack at the third bend. Mark well and bend once.`,
    });
  }
  const texts = notes.map((n) => JSON.stringify(n.text));
  return notes.filter((_, i) => texts.indexOf(texts[i]!) === i);
}
