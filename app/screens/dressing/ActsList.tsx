import { memo, useEffect, useRef } from 'react';
import { useVirtualizer } from '@tanstack/react-virtual';
import type { Leading } from './ActsField';

/** An act as it stands in the list. */
export interface ActWords {
  readonly id: string;
  readonly number: number;
  readonly title: string;
  readonly way: string | null;
  readonly soFar: string;
  readonly trouble: boolean;
}

/** How high a row of one line is, px. */
const ROW_PX = 33;
/** So many rows beside those in sight are there too: the next that a key reaches. */
const BESIDE = 20;

/** All acts in their order: of hundreds only those about what is in sight are there; the one in work is. */
export function ActsList({
  rows,
  act,
  lead,
}: {
  rows: readonly ActWords[];
  act: string | null;
  lead: (change: Partial<Leading>) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  // Its functions differ in what they return from call to call: this one is not remembered by the compiler.
  // eslint-disable-next-line react-hooks/incompatible-library
  const list = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW_PX,
    getItemKey: (i) => rows[i]?.id ?? i,
    overscan: BESIDE,
  });
  const inWork = rows.findIndex((r) => r.id === act);
  useEffect(() => {
    if (inWork >= 0) list.scrollToIndex(inWork, { align: 'auto' });
  }, [inWork, list]);
  const shown = list.getVirtualItems();
  return (
    <div
      ref={box}
      className="max-h-64 overflow-y-auto rounded-md border border-line bg-raised text-sm"
    >
      <ol
        aria-label="Acts of the wire"
        style={{
          paddingTop: shown[0]?.start ?? 0,
          paddingBottom: list.getTotalSize() - (shown.at(-1)?.end ?? 0),
        }}
      >
        {shown.map(({ index, key }) => {
          const row = rows[index];
          return (
            row && (
              <li
                key={key}
                data-index={index}
                ref={list.measureElement}
                aria-posinset={index + 1}
                aria-setsize={rows.length}
                className={index > 0 ? 'border-t border-line' : undefined}
              >
                <ActRow {...row} on={row.id === act} lead={lead} />
              </li>
            )
          );
        })}
      </ol>
    </div>
  );
}

const ActRow = memo(function ActRow({
  id,
  number,
  title,
  way,
  soFar,
  trouble,
  on,
  lead,
}: ActWords & { on: boolean; lead: (change: Partial<Leading>) => void }) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={() => lead({ act: on ? null : id })}
      className={`flex min-h-8 w-full items-baseline gap-2 px-2 py-1 text-left tabular-nums ${on ? 'bg-patina-wash font-medium' : 'hover:bg-patina-wash'}`}
    >
      <span className="w-6 shrink-0 text-right text-soft">{number}</span>
      <span className={`flex-1 ${trouble ? 'text-alert' : ''}`}>{title}</span>
      {way !== null && <span className="text-xs text-soft">{way} there</span>}
      <span className="w-20 text-right">{soFar}</span>
    </button>
  );
});
