import { Search, X } from 'lucide-react';
import { Picker } from '~/components/ui';
import { ORDERS, type ListOrder, type Sought } from './listed';

const ORDER_WORDS: Readonly<Record<ListOrder, string>> = {
  changed: 'last changed first',
  name: 'by name',
  made: 'newest first',
};

/** What is looked for in the list, and its order. */
export function ListTools({
  sought,
  tags,
  set,
}: {
  sought: Sought;
  tags: readonly string[];
  set: (change: Partial<Sought>) => void;
}) {
  return (
    <div className="mb-4 flex flex-wrap items-end gap-x-4 gap-y-2">
      <label className="relative min-w-56 flex-1 sm:max-w-xs">
        <span className="sr-only">Find a piece</span>
        <Search
          size={16}
          aria-hidden="true"
          className="pointer-events-none absolute left-2.5 top-1/2 -translate-y-1/2 text-soft"
        />
        <input
          type="search"
          value={sought.text}
          placeholder="Find by name, tag or metal"
          onChange={(e) => set({ text: e.target.value })}
          onKeyDown={(e) => e.key === 'Escape' && set({ text: '' })}
          className="h-9 w-full rounded-md border border-line bg-raised pl-8 pr-2 text-sm"
        />
      </label>
      <div className="w-44">
        <Picker
          label="Order"
          labelHidden
          value={sought.order}
          options={ORDERS.map((value) => ({ value, label: ORDER_WORDS[value] }))}
          onChange={(order) => set({ order })}
        />
      </div>
      {tags.length > 0 && (
        <div role="group" aria-label="Tags" className="flex flex-wrap gap-1.5">
          {tags.map((tag) => {
            const on = tag === sought.tag;
            return (
              <button
                key={tag}
                type="button"
                aria-pressed={on}
                onClick={() => set({ tag: on ? null : tag })}
                className={`flex min-h-9 items-center gap-1 rounded-full border px-3 text-sm ${on ? 'border-patina bg-patina-wash font-medium' : 'border-line bg-raised hover:bg-patina-wash'}`}
              >
                {tag}
                {on && <X size={14} aria-hidden="true" />}
              </button>
            );
          })}
        </div>
      )}
    </div>
  );
}
