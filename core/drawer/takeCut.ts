import type { CutOf } from '../cutting';
import type { CutDone, Drawer } from './drawer';
import type { WireNeed } from './needs';

/** Why something cannot be taken from the drawer, for a maker. */
export class DrawerError extends Error {}

/** The rounding of what is left, mm. */
const tidy = (mm: number): number => Math.round(mm * 100) / 100;
/** Less than this is nothing. */
const NOTHING_MM = 0.005;

/**
 * The drawer after lengths were cut from one spool or offcut: it is as much shorter, blade and all, and the
 * wires are known as cut. What is left of an offcut is kept, or is scrap below the length that is kept; a spool
 * stays when it is empty, with what was paid for it.
 * @throws DrawerError when there is not so much on it
 */
export function takeCut(
  drawer: Drawer,
  { id, lengths }: Pick<CutOf, 'id' | 'lengths'>,
  needs: readonly WireNeed[],
): Drawer {
  const from = drawer.wires.find((w) => w.id === id);
  if (!from) throw new DrawerError('This wire is not in the drawer any more.');
  const takes = lengths.reduce((sum, l) => sum + l.mm + drawer.bladeMm, 0);
  const leftMm = from.leftMm - takes;
  if (leftMm < -NOTHING_MM) {
    throw new DrawerError(
      `There are ${tidy(from.leftMm)} mm left of it, and this takes ${tidy(takes)}.`,
    );
  }
  const done = lengths.map(({ id: needId, mm }): CutDone => {
    const need = needs.find((n) => n.id === needId);
    if (!need) throw new DrawerError('A wire on this list is not needed any more.');
    const { pieceId, name, wire } = need;
    const heldMm = tidy(need.mm - mm);
    return { pieceId, name, wire, mm: need.mm, lengthId: id, ...(heldMm > 0 && { heldMm }) };
  });
  const isGone = from.kind === 'offcut' && (leftMm < NOTHING_MM || leftMm < drawer.keepMm);
  const wires = isGone
    ? drawer.wires.filter((w) => w.id !== id)
    : drawer.wires.map((w) => (w.id === id ? { ...w, leftMm: Math.max(0, tidy(leftMm)) } : w));
  return { ...drawer, wires, done: [...drawer.done, ...done] };
}
