import { Dialog } from 'radix-ui';
import { Keyboard, X } from 'lucide-react';
import { IconButton } from './ui';

const GROUPS: readonly { title: string; keys: readonly (readonly [string, string])[] }[] = [
  {
    title: 'Everywhere',
    keys: [
      ['1 to 6', 'Figure, Wire, Bends, Dressing, Sheet, Make'],
      ['Ctrl Z', 'Undo'],
      ['Ctrl Shift Z', 'Redo'],
      ['T', 'Go to the strip'],
      ['?', 'These keys'],
    ],
  },
  {
    title: 'Figure in focus',
    keys: [
      ['D', 'Draw or shape'],
      ['[ ]', 'Point before, point after'],
      ['Arrows', 'Move the point 0.5 mm; with Shift 5 mm, with Alt 0.1 mm'],
      ['S', 'Smooth or sharp'],
      ['I', 'Insert a point after'],
      ['Delete', 'Delete the point'],
      ['C', 'Close the line being drawn'],
      ['Enter', 'Finish the line'],
      ['F', 'Show all'],
      ['A', 'Actual size'],
      ['+ -', 'Larger, smaller'],
    ],
  },
  {
    title: 'A word or motif in work, its ring in focus',
    keys: [['Arrows', 'Move it 0.5 mm; with Shift 5 mm, with Alt 0.1 mm']],
  },
  {
    title: 'Wire: a junction or crossing in focus',
    keys: [['Enter', 'Choose the place; once more lets it go']],
  },
  {
    title: 'Tracing a picture',
    keys: [
      ['Ctrl V', 'Take a picture from the clipboard'],
      ['Arrows', 'Move a ring on the picture by 1 px; with Shift 10 px'],
    ],
  },
  {
    title: 'Bends: a row of the table in focus',
    keys: [
      ['Enter', 'Put the bend in work; of two arms the left one'],
      ['Shift Enter', 'Of two arms the right one'],
      ['Esc', 'Done with the bend'],
    ],
  },
  {
    title: 'Dressing: a block of a wire laid out in focus',
    keys: [
      ['Arrows', 'Move it 0.5 mm; with Shift 5 mm, with Alt 0.1 mm'],
      ['Ctrl Arrows', 'Make its stretch longer or shorter'],
      ['D', 'The same once more beside it'],
      ['M', 'The same on the other side, mirrored'],
    ],
  },
  {
    title: 'Rehearsal',
    keys: [
      ['Left Right', 'Step back, step on; page keys too'],
      ['Space', 'Play, pause'],
      ['Home End', 'Straight blank, finished figure'],
    ],
  },
  {
    title: 'Strip in focus',
    keys: [
      ['Left Right', 'Along the wire by 0.5 mm; with Shift 10 mm'],
      ['Page keys', 'Bend before, bend after'],
      ['Enter', 'Put the bend in work (Bends)'],
      ['Home End', 'First end, last end'],
    ],
  },
];

export function ShortcutsDialog({
  open,
  onOpenChange,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
}) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <IconButton name="Keys" keys="?" onClick={() => onOpenChange(true)}>
        <Keyboard size={17} />
      </IconButton>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content className="fixed left-1/2 top-1/2 z-50 max-h-[85dvh] w-[min(46rem,92vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto rounded-xl bg-raised p-6 shadow-xl">
          <div className="mb-3 flex items-center justify-between">
            <Dialog.Title className="text-lg font-semibold">Keys</Dialog.Title>
            <Dialog.Close aria-label="Close" className="rounded-md p-1.5 hover:bg-patina-wash">
              <X size={18} />
            </Dialog.Close>
          </div>
          <Dialog.Description className="sr-only">
            What the keyboard does on the screens of a piece
          </Dialog.Description>
          <div className="grid gap-6 sm:grid-cols-2">
            {GROUPS.map((group) => (
              <section key={group.title}>
                <h3 className="mb-1.5 text-sm font-semibold text-soft">{group.title}</h3>
                <dl className="text-sm">
                  {group.keys.map(([key, what]) => (
                    <div key={key} className="flex gap-3 border-t border-line py-1">
                      <dt className="w-28 shrink-0 font-medium">{key}</dt>
                      <dd>{what}</dd>
                    </div>
                  ))}
                </dl>
              </section>
            ))}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
