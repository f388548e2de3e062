import { Dialog } from 'radix-ui';
import { History } from 'lucide-react';
import { useState } from 'react';
import { growBox, pathsBox } from '@core/geometry';
import { drawnPath, type Piece } from '@core/piece';
import { printGauge } from '@core/units';
import { listEarlier, type Earlier } from '~/storage/earlier';
import { report } from '~/storage/report';
import { SketchDrawing } from './WireDrawing';
import { Button, IconButton } from './ui';

/** The earlier states of a piece, to look at and to bring back. */
export function EarlierStates({ piece, take }: { piece: Piece; take: (earlier: Piece) => void }) {
  const [list, setList] = useState<readonly Earlier[] | null>(null);
  const [open, setOpen] = useState(false);
  const show = (): void => {
    setOpen(true);
    setList(null);
    listEarlier(piece.id).then(setList, (error: unknown) => {
      report(error, 'earlier states');
      setList([]);
    });
  };
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <IconButton name="Earlier states" onClick={show}>
        <History size={17} />
      </IconButton>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content className="fixed left-1/2 top-1/2 z-50 flex max-h-[86vh] w-[min(46rem,94vw)] -translate-x-1/2 -translate-y-1/2 flex-col rounded-xl bg-raised p-6 shadow-xl">
          <Dialog.Title className="text-lg font-semibold">Earlier states</Dialog.Title>
          <Dialog.Description className="mt-1 text-sm text-soft">
            All of the last day, then one for each day of a month, then one a week. Bringing one
            back is a step that can be undone.
          </Dialog.Description>
          {list?.length === 0 && (
            <p className="mt-4 text-soft">There is none yet: this piece is as it began.</p>
          )}
          {list === null && (
            <p className="mt-4 text-soft" role="status">
              Looking…
            </p>
          )}
          <ul className="mt-4 grid grid-cols-[repeat(auto-fill,minmax(12rem,1fr))] gap-3 overflow-y-auto">
            {list?.map((e) => (
              <State
                key={e.key}
                earlier={e.piece}
                take={() => {
                  take(e.piece);
                  setOpen(false);
                }}
              />
            ))}
          </ul>
          <div className="mt-4 flex justify-end">
            <Dialog.Close asChild>
              <Button>Close</Button>
            </Dialog.Close>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function State({ earlier, take }: { earlier: Piece; take: () => void }) {
  const shapes = earlier.paths.map(drawnPath).filter((p) => p.segments.length > 0);
  const box = pathsBox(shapes);
  const view = box && growBox(box, earlier.wire.diameterMm / 2 + 1.5);
  const when = new Date(earlier.changed).toLocaleString(undefined, {
    dateStyle: 'medium',
    timeStyle: 'medium',
  });
  return (
    <li className="flex flex-col rounded-lg border border-line bg-panel p-2 text-sm">
      <span className="flex h-28 items-center justify-center rounded-md bg-bench p-2">
        {view ? (
          <svg
            viewBox={`${view.minX} ${view.minY} ${view.maxX - view.minX} ${view.maxY - view.minY}`}
            className="size-full"
            aria-hidden="true"
          >
            <SketchDrawing shapes={shapes} piece={earlier} />
          </svg>
        ) : (
          <span className="text-soft">nothing drawn</span>
        )}
      </span>
      <span className="mt-1.5 font-medium">{when}</span>
      <span className="flex-1 text-soft">
        {earlier.name || 'Unnamed piece'}, {printGauge(earlier.wire.diameterMm)}
      </span>
      <Button className="mt-1.5" onClick={take}>
        Bring back<span className="sr-only"> the state of {when}</span>
      </Button>
    </li>
  );
}
