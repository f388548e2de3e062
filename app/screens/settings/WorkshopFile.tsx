import { useRef, useState } from 'react';
import { Download, Upload } from 'lucide-react';
import { useRevalidator } from 'react-router';
import { toast } from 'sonner';
import type { PackedWorkshop } from '@core/file';
import { Tick } from '~/components/Tick';
import { Button } from '~/components/ui';
import { changeCopies } from '~/storage/copies';
import { StorageError } from '~/storage/database';
import { report } from '~/storage/report';
import { takeIn, type Wanted } from '~/storage/workshopFile';
import { filePlanner } from '~/workers/planner';
import { TookTooLong } from '~/workers/restartable';
import { saveWorkshop } from './saveWorkshop';
import { TakeIn } from './TakeIn';

/** The whole workshop in one file, and what of one is to come in. */
export function WorkshopFile({
  present,
  lastCopy,
  remind,
}: {
  /** the pieces of the workshop, each as text, by its id */
  present: ReadonlyMap<string, string>;
  /** ISO 8601, null when there was none */
  lastCopy: string | null;
  remind: boolean;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [waiting, setWaiting] = useState<PackedWorkshop | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [withEarlier, setWithEarlier] = useState(false);
  const { revalidate } = useRevalidator();

  const during = async (
    work: () => Promise<void>,
    failed: (why: string) => string,
  ): Promise<void> => {
    setProblem(null);
    setBusy(true);
    try {
      await work();
    } catch (error) {
      const worded = error instanceof StorageError || error instanceof TookTooLong;
      if (!worded) report(error, 'the workshop file');
      setProblem(failed(worded ? error.message : ''));
    }
    setBusy(false);
    void revalidate();
  };
  const save = (): Promise<void> =>
    during(
      () => saveWorkshop(withEarlier),
      (why) => `The file could not be made. ${why} Everything in the browser is as it was.`,
    );
  const read = (file: File): Promise<void> =>
    during(
      async () => {
        const answer = await filePlanner().readWorkshopFile(file);
        if (answer.ok) setWaiting(answer.value);
        else setProblem(`${file.name}: ${answer.message} Nothing was changed.`);
      },
      (why) => `${file.name} could not be read. ${why} Nothing was changed.`,
    );
  const take = (file: PackedWorkshop, wanted: Wanted): Promise<void> => {
    let kept = 0;
    setWaiting(null);
    return during(
      async () => {
        await takeIn(file, wanted, (n) => (kept = n));
        toast.success(`${kept} ${kept === 1 ? 'piece is' : 'pieces are'} in the workshop.`);
      },
      (why) => `${kept} of ${wanted.pieces.size} pieces were taken in. ${why}`,
    );
  };
  return (
    <div className="space-y-3">
      <p className="text-sm text-soft">
        All {present.size} {present.size === 1 ? 'piece' : 'pieces'} with the pictures they were
        traced from, all makings with notes and photos, the kits with their test coils, and these
        settings: one archive of JSON and plain picture files, to keep elsewhere or carry to another
        device.{' '}
        {lastCopy === null
          ? 'No copy was saved yet.'
          : `The last copy was saved on ${new Date(lastCopy).toLocaleDateString(undefined, { dateStyle: 'long' })}.`}
      </p>
      <Tick
        label="With all earlier states of the pieces"
        value={withEarlier}
        set={setWithEarlier}
      />
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => void save()} disabled={busy}>
          <Download size={16} aria-hidden="true" /> Save the workshop
        </Button>
        <Button onClick={() => input.current?.click()} disabled={busy}>
          <Upload size={16} aria-hidden="true" /> Bring in a file
        </Button>
        <input
          ref={input}
          type="file"
          accept=".zip,.json,application/zip,application/json"
          aria-label="Workshop or piece file"
          className="hidden"
          onChange={(e) => {
            const file = e.target.files?.[0];
            if (file) void read(file);
            e.target.value = '';
          }}
        />
      </div>
      <Tick
        label="Remind me of a copy, once a week at most, when there is work in none"
        value={remind}
        set={(on) => void changeCopies({ remind: on }).then(() => revalidate())}
      />
      {problem && (
        <p role="alert" className="text-sm text-alert">
          {problem}
        </p>
      )}
      {waiting && (
        <TakeIn
          workshop={waiting}
          present={present}
          onCancel={() => setWaiting(null)}
          onTake={(wanted) => void take(waiting, wanted)}
        />
      )}
    </div>
  );
}
