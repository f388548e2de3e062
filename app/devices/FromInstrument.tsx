import { useEffect, useRef, useState, type ReactNode } from 'react';
import { Ruler, Scale, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { Button } from '~/components/ui';
import { LineInstrument } from './instrument';

type Reading = { ok: true; value: number } | { ok: false; message: string };

/**
 * A number from a scale or a calliper: typed or pasted, sent by a real one that types like a keyboard, or by the
 * practice one. All go the same way, and what cannot be read is told.
 */
export function FromInstrument({
  name,
  read,
  take,
  children,
  beside,
}: {
  name: 'scale' | 'calliper';
  read: (line: string) => Reading;
  /** @returns whether another reading is to follow */
  take: (value: number) => boolean;
  /** the practice one */
  children: (instrument: LineInstrument) => ReactNode;
  /** what else is to be known, above it */
  beside?: ReactNode;
}) {
  const [open, setOpen] = useState(false);
  const Icon = name === 'scale' ? Scale : Ruler;
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <Button>
          <Icon size={16} aria-hidden="true" /> From the {name}
        </Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Dialog.Content
          // Keys are for what is asked here, not for the form that it was opened from.
          onKeyDown={(e) => e.stopPropagation()}
          className="fixed left-1/2 top-1/2 z-50 flex max-h-[92dvh] w-[min(36rem,94vw)] -translate-x-1/2 -translate-y-1/2 flex-col gap-3 overflow-y-auto rounded-xl border border-line bg-panel p-5"
        >
          <div className="flex items-center justify-between">
            <Dialog.Title className="font-semibold">From the {name}</Dialog.Title>
            <Dialog.Close aria-label="Close" className="rounded-md p-1.5 hover:bg-patina-wash">
              <X size={18} />
            </Dialog.Close>
          </div>
          <Dialog.Description className="text-sm text-soft">
            A {name} that types like a keyboard sends what it reads into the field below; it can
            also be typed or pasted there, with its unit.
          </Dialog.Description>
          {beside}
          {open && (
            <Listening
              name={name}
              read={read}
              take={(value) => {
                const more = take(value);
                setOpen(more);
                return more;
              }}
            >
              {children}
            </Listening>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Listening({
  name,
  read,
  take,
  children,
}: {
  name: string;
  read: (line: string) => Reading;
  take: (value: number) => boolean;
  children: (instrument: LineInstrument) => ReactNode;
}) {
  const [instrument] = useState(() => new LineInstrument());
  const [line, setLine] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const taken = useRef(take);
  const reads = useRef(read);
  useEffect(() => {
    taken.current = take;
    reads.current = read;
  });
  useEffect(
    () =>
      instrument.listen((sent) => {
        const reading = reads.current(sent);
        setProblem(reading.ok ? null : reading.message);
        if (reading.ok && taken.current(reading.value)) setLine('');
      }),
    [instrument],
  );
  return (
    <>
      <form
        className="flex items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          // A form of the drawer that this was opened from is not meant.
          e.stopPropagation();
          instrument.send(line);
        }}
      >
        <label className="block flex-1">
          <span className="mb-1 block text-sm text-soft">What the {name} reads</span>
          <input
            value={line}
            autoComplete="off"
            spellCheck={false}
            aria-invalid={problem !== null}
            onChange={(e) => setLine(e.target.value)}
            className="h-9 w-full rounded-md border border-line bg-raised px-2 text-sm"
          />
        </label>
        <Button type="submit" look="main">
          Take it
        </Button>
      </form>
      {problem && (
        <p role="alert" className="text-sm text-alert">
          {problem}
        </p>
      )}
      <div className="rounded-lg border border-dashed border-line p-3">
        <p className="mb-2 text-xs text-soft">No {name} at hand? One to practise with:</p>
        {children(instrument)}
      </div>
    </>
  );
}
