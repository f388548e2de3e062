import { Trash2, TriangleAlert } from 'lucide-react';
import { useState } from 'react';
import type { Dressed } from '@core/dressing';
import { kindOf, type PieceItem } from '@core/item';
import { Button, IconButton } from '~/components/ui';
import { useWords } from '~/state/useWords';

/** So many alike one after the other are shown as one. */
const MANY_ALIKE = 3;

/** For each item of a run of many alike, the place in the list where that run begins. */
function runsAlike(
  items: readonly PieceItem[],
  dressed: (id: string) => Dressed | undefined,
  told: ReturnType<typeof useWords>,
): ReadonlyMap<string, number> {
  const out = new Map<string, number>();
  const nameOf = (i: PieceItem): string => {
    const d = dressed(i.id);
    return d ? `${i.kind} ${told(d.title)} ${d.problems.some((p) => p.refused)}` : i.id;
  };
  let from = 0;
  items.forEach((item, n) => {
    const next = items[n + 1];
    if (next && nameOf(next) === nameOf(item)) return;
    if (n + 1 - from >= MANY_ALIKE) {
      for (const own of items.slice(from, n + 1)) out.set(own.id, from);
    }
    from = n + 1;
  });
  return out;
}

/** What the piece is dressed with; many alike that follow each other as one. */
export function ItemList({
  items,
  dressed,
  choose,
  remove,
}: {
  items: readonly PieceItem[];
  dressed: (id: string) => Dressed | undefined;
  choose: (id: string) => void;
  remove: (id: string) => void;
}) {
  const told = useWords();
  const [open, setOpen] = useState<ReadonlySet<number>>(new Set());
  const toggle = (n: number): void =>
    setOpen((was) => new Set(was.has(n) ? [...was].filter((m) => m !== n) : [...was, n]));
  if (items.length === 0) return null;
  const runs = runsAlike(items, dressed, told);
  return (
    <ul aria-label="Items" className="rounded-md border border-line bg-raised">
      {items.map((i, n) => {
        const d = dressed(i.id);
        const refused = d?.problems.some((p) => p.refused) ?? false;
        const words = d ? told(d.title) : '…';
        const first = runs.get(i.id);
        if (first !== undefined && first !== n && !open.has(first)) return null;
        const rest = items.filter((o) => runs.get(o.id) === n).length - 1;
        return (
          <li key={i.id} className="flex items-center border-t border-line first:border-t-0">
            <button
              type="button"
              onClick={() => choose(i.id)}
              className="flex min-h-10 flex-1 items-center gap-2 px-2.5 py-1.5 text-left text-sm hover:bg-patina-wash"
            >
              {refused && (
                <TriangleAlert size={16} className="shrink-0 text-alert" aria-label="Refused" />
              )}
              <span>
                <span className="block font-medium">{kindOf(i).name}</span>
                <span className={`block text-xs ${refused ? 'text-alert' : 'text-soft'}`}>
                  {refused ? 'does not go on as it is' : words}
                </span>
              </span>
            </button>
            {rest > 0 && (
              <Button look="quiet" onClick={() => toggle(n)} aria-expanded={open.has(n)}>
                {open.has(n) ? 'Show one' : `and ${rest} more alike`}
              </Button>
            )}
            <IconButton name={`Take off: ${kindOf(i).name}`} onClick={() => remove(i.id)}>
              <Trash2 size={16} />
            </IconButton>
          </li>
        );
      })}
    </ul>
  );
}
