import { useEffect, useRef, useState } from 'react';
import { Camera, RefreshCw, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { DRAWINGS } from '@demo/drawings';
import { Button, Picker } from '~/components/ui';
import { startTracer } from '~/workers/tracer';

const WIDTH = 1080;
const HEIGHT = 1440;

/**
 * A camera to try the tracing with: takes a picture of a shipped pen drawing with light, shadow,
 * tilt and blur that change at every shot. The picture goes the way of any file.
 */
export function PracticeCamera({ onTake }: { onTake: (file: File) => void }) {
  const [open, setOpen] = useState(false);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <Button>
          <Camera size={16} aria-hidden="true" /> Practice camera
        </Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content className="fixed left-1/2 top-1/2 z-50 flex max-h-[92dvh] w-[min(40rem,94vw)] -translate-x-1/2 -translate-y-1/2 flex-col overflow-y-auto rounded-xl bg-raised p-5 shadow-xl">
          <div className="mb-2 flex items-center justify-between">
            <Dialog.Title className="text-lg font-semibold">Practice camera</Dialog.Title>
            <Dialog.Close aria-label="Close" className="rounded-md p-1.5 hover:bg-patina-wash">
              <X size={18} />
            </Dialog.Close>
          </div>
          <Dialog.Description className="mb-3 text-sm text-soft">
            Takes a picture of a drawing on an index card as a camera over a table would. Each shot
            has other light and another tilt; its number brings the same picture back.
          </Dialog.Description>
          {open && (
            <Shooting
              use={(file) => {
                setOpen(false);
                onTake(file);
              }}
            />
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Shooting({ use }: { use: (file: File) => void }) {
  const [drawingId, setDrawingId] = useState(DRAWINGS[0]!.id);
  const [number, setNumber] = useState(1);
  const [shot, setShot] = useState<{ url: string; file: File } | null>(null);
  const worker = useRef<ReturnType<typeof startTracer> | null>(null);
  const drawing = DRAWINGS.find((d) => d.id === drawingId) ?? DRAWINGS[0]!;

  useEffect(() => () => worker.current?.stop(), []);
  useEffect(() => {
    let gone = false;
    let url: string | null = null;
    worker.current ??= startTracer();
    void worker.current.remote
      .shoot(drawing.sheet, { number, width: WIDTH, height: HEIGHT })
      .then((blob) => {
        if (gone) return;
        url = URL.createObjectURL(blob);
        const name = `${drawing.name}, shot ${number}.png`;
        setShot({ url, file: new File([blob], name, { type: 'image/png' }) });
      });
    return () => {
      gone = true;
      setShot(null);
      if (url) URL.revokeObjectURL(url);
    };
  }, [drawing, number]);

  return (
    <div className="grid gap-4 sm:grid-cols-[1fr_13rem]">
      <div className="flex aspect-[3/4] max-h-[60dvh] items-center justify-center overflow-hidden rounded-md bg-bench">
        {shot ? (
          <img
            src={shot.url}
            alt={`Shot ${number} of the drawing ${drawing.name}`}
            className="max-h-full max-w-full"
          />
        ) : (
          <p role="status" className="text-sm text-soft">
            Taking the picture…
          </p>
        )}
      </div>
      <div className="space-y-3">
        <Picker
          label="Drawing on the card"
          value={drawingId}
          options={DRAWINGS.map((d) => ({ value: d.id, label: d.name }))}
          onChange={setDrawingId}
        />
        <label className="block">
          <span className="mb-1 block text-sm text-soft">Number of the shot</span>
          <input
            type="number"
            min={1}
            max={99999}
            value={number}
            onChange={(e) => {
              const n = Math.round(Number(e.target.value));
              if (n >= 1 && n <= 99_999) setNumber(n);
            }}
            className="h-9 w-full rounded-md border border-line bg-raised px-2 text-sm"
          />
        </label>
        <Button onClick={() => setNumber((n) => (n % 99_999) + 1)}>
          <RefreshCw size={16} aria-hidden="true" /> Take another
        </Button>
        <p className="text-xs text-soft">
          The card is an index card, 76.2 by 127 mm. Its corners can give the size.
        </p>
        <Button look="main" disabled={!shot} onClick={() => shot && use(shot.file)}>
          Trace this picture
        </Button>
      </div>
    </div>
  );
}
