import { groundOf, isRefused, type Dressing } from '../dressing';
import { kindOf, type Span, type Stiffening } from '../item';
import type { OutOfPlane, Piece } from '../piece';
import type { Plan } from '../plan';

/** A stretch of wire that what is put on it makes stiffer, or the work on it harder. */
export type Stiffened = Span & Omit<Stiffening, 'spans'>;

/** A rolled or cupped figure stands against bending as a vault does (set by practice). */
const HOLLOW = 1.5;

/** What every item on the piece stiffens. */
export function stiffenedBy(piece: Piece, plan: Plan, dressing: Dressing | null): Stiffened[] {
  const ground = groundOf(piece, plan);
  return (dressing?.items ?? []).flatMap((d): Stiffened[] => {
    const stiffening = isRefused(d)
      ? null
      : kindOf(d.item).stiffens?.(ground.at(d.item.on), d.item);
    if (!stiffening) return [];
    const { spans = d.spans, ...by } = stiffening;
    return spans.map((span) => ({ ...span, ...by }));
  });
}

/** How much stiffer a figure is for what it was rolled or cupped to. */
export const hollowFactor = (form: OutOfPlane | null): number =>
  form?.kind === 'roll' || form?.kind === 'cup' ? HOLLOW : 1;
