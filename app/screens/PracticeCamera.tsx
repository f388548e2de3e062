import { useEffect, useRef, useState } from 'react';
import { Camera } from 'lucide-react';
import { DRAWINGS } from '@demo/drawings';
import { ShotDialog, ShotNumber } from '~/components/ShotDialog';
import { Button, Picker } from '~/components/ui';
import { startTracer } from '~/workers/tracer';

const WIDTH = 1080;
const HEIGHT = 1440;

/**
 * A camera to try the tracing with: takes a picture of a shipped pen drawing with light, shadow,
 * tilt and blur that change at every shot. The picture goes the way of any file.
 */
export function PracticeCamera({ onTake }: { onTake: (file: File) => void }) {
  return (
    <ShotDialog
      title="Practice camera"
      about="Takes a picture of a drawing on an index card as a camera over a table would. Each shot has other light and another tilt; its number brings the same picture back."
      trigger={
        <Button>
          <Camera size={16} aria-hidden="true" /> Practice camera
        </Button>
      }
    >
      {(close) => (
        <Shooting
          use={(file) => {
            close();
            onTake(file);
          }}
        />
      )}
    </ShotDialog>
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
        <ShotNumber
          label="Number of the shot"
          again="Take another"
          value={number}
          set={setNumber}
        />
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
