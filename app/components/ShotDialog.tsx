import { RefreshCw, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import { Button } from '~/components/ui';

/** A window in which a practice picture is taken; what is in it lives only while it is open. */
export function ShotDialog({
  title,
  about,
  trigger,
  children,
}: {
  title: string;
  about: string;
  trigger: ReactNode;
  children: (close: () => void) => ReactNode;
}) {
  const [open, setOpen] = useState(false);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>{trigger}</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content className="fixed left-1/2 top-1/2 z-50 flex max-h-[92dvh] w-[min(44rem,94vw)] -translate-x-1/2 -translate-y-1/2 flex-col overflow-y-auto rounded-xl bg-raised p-5 shadow-xl">
          <div className="mb-2 flex items-center justify-between">
            <Dialog.Title className="text-lg font-semibold">{title}</Dialog.Title>
            <Dialog.Close aria-label="Close" className="rounded-md p-1.5 hover:bg-patina-wash">
              <X size={18} />
            </Dialog.Close>
          </div>
          <Dialog.Description className="mb-3 text-sm text-soft">{about}</Dialog.Description>
          {open && children(() => setOpen(false))}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

const MOST = 99_999;

/** The number that a practice picture comes from: typed, or the next one. */
export function ShotNumber({
  label,
  again,
  value,
  set,
}: {
  label: string;
  again: string;
  value: number;
  set: (value: number) => void;
}) {
  return (
    <>
      <label className="block">
        <span className="mb-1 block text-sm text-soft">{label}</span>
        <input
          type="number"
          min={1}
          max={MOST}
          value={value}
          onChange={(e) => {
            const n = Math.round(Number(e.target.value));
            if (n >= 1 && n <= MOST) set(n);
          }}
          className="h-9 w-full rounded-md border border-line bg-raised px-2 text-sm"
        />
      </label>
      <Button onClick={() => set((value % MOST) + 1)}>
        <RefreshCw size={16} aria-hidden="true" /> {again}
      </Button>
    </>
  );
}
