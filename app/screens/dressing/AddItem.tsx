import { Plus, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useRef, useState } from 'react';
import { ITEM_GROUPS, kindsOf, type AnyKind, type DressKind } from '@core/item';
import { buttonClass, IconButton } from '~/components/ui';
import { ItemPicture } from './ItemPicture';

const isFound = ({ name, hint, group }: AnyKind, typed: string): boolean =>
  typed
    .toLowerCase()
    .split(/\s+/)
    .every((word) => `${name} ${hint} ${group}`.toLowerCase().includes(word));

/** All that can go on, by what it does: small pictures, found by typing. */
export function AddItem({
  add,
  alone,
}: {
  add: (kind: DressKind) => void;
  /** there is no figure: only what is a piece by itself */
  alone: boolean;
}) {
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState('');
  const field = useRef<HTMLInputElement>(null);
  const groups = ITEM_GROUPS.map((group) => ({
    group,
    kinds: kindsOf(group).filter((k) => isFound(k, typed) && (!alone || k.traits.alone)),
  })).filter(({ kinds }) => kinds.length > 0);
  const [first] = groups.flatMap((g) => g.kinds);
  const choose = (kind: DressKind): void => {
    setOpen(false);
    setTyped('');
    add(kind);
  };
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className={`${buttonClass('main')} w-full`}>
        <Plus size={16} aria-hidden="true" /> {alone ? 'Begin without a figure…' : 'Dress it with…'}
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          onOpenAutoFocus={(e) => {
            e.preventDefault();
            field.current?.focus();
          }}
          className="fixed left-1/2 top-1/2 z-50 flex max-h-[92dvh] w-[min(58rem,96vw)] -translate-x-1/2 -translate-y-1/2 flex-col rounded-xl bg-panel shadow-xl"
        >
          <div className="flex items-center gap-3 border-b border-line p-3">
            <Dialog.Title className="font-semibold">
              {alone ? 'Without a figure' : 'Dress it with'}
            </Dialog.Title>
            <input
              ref={field}
              value={typed}
              aria-label="Find by name or use"
              placeholder="Find by name or use"
              onChange={(e) => setTyped(e.target.value)}
              onKeyDown={(e) => {
                if (e.key === 'Enter' && first) choose(first.kind);
              }}
              className="h-9 min-w-0 flex-1 rounded-md border border-line bg-raised px-2 text-sm"
            />
            <Dialog.Close asChild>
              <IconButton name="Close">
                <X size={16} />
              </IconButton>
            </Dialog.Close>
          </div>
          <div className="min-h-0 overflow-y-auto p-3">
            {groups.map(({ group, kinds }) => (
              <section key={group} aria-label={group} className="mb-3 last:mb-0">
                <h3 className="mb-1.5 text-xs text-soft">{group}</h3>
                <ul className="grid grid-cols-[repeat(auto-fill,minmax(9.5rem,1fr))] gap-2">
                  {kinds.map(({ kind, name, hint }) => (
                    <li key={kind}>
                      <button
                        type="button"
                        onClick={() => choose(kind)}
                        className="flex h-full w-full flex-col rounded-lg border border-line bg-raised p-1.5 text-left hover:border-patina hover:bg-patina-wash"
                      >
                        <ItemPicture kind={kind} />
                        <span className="mt-1 text-sm font-medium leading-tight">{name}</span>
                        <span className="text-xs leading-tight text-soft">{hint}</span>
                      </button>
                    </li>
                  ))}
                </ul>
              </section>
            ))}
            {groups.length === 0 && (
              <p role="status" className="text-sm text-soft">
                Nothing of that name. Try what it does: wrap, weave, hang, bead.
              </p>
            )}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
