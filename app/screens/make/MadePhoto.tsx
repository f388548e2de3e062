import { ImageUp, LoaderCircle, Printer } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { JudgedPhoto, MakingRecord } from '@core/making';
import {
  besideSampleWords,
  judgedRecord,
  judgedWords,
  nudgeWords,
} from '@core/photo/judgementWords';
import { photoFaultWords } from '@core/photo/faultWords';
import type { PhotoJudgement } from '@core/photo';
import type { Piece } from '@core/piece';
import type { Plan } from '@core/plan';
import { wireColours } from '~/components/metalColours';
import { PhotoButton } from '~/components/PhotoButton';
import { Button } from '~/components/ui';
import { printFonts } from '~/components/printFonts';
import { saveFile } from '~/components/saveFile';
import { useWords } from '~/state/useWords';
import { useWorkbench } from '~/state/workbench';
import { keepPicture, loadPicture } from '~/storage/pictures';
import { report } from '~/storage/report';
import { startPhotographer } from '~/workers/photographer';
import { JudgedPicture } from './JudgedPicture';
import { PracticeShot } from './PracticeShot';
import { Photo } from './StepNotes';

const MOST_JUDGED = 12;

type Photographing = ReturnType<typeof startPhotographer>;

/**
 * The made piece, photographed on its pattern and held against the plan: what is off, where, and which bend
 * to nudge. What was found is kept with the making.
 */
export function MadePhoto({
  making,
  piece,
  plan,
  sample,
  change,
}: {
  making: MakingRecord;
  piece: Piece;
  plan: Plan;
  /** what was seen of the sample, where another making is that */
  sample: JudgedPhoto | null;
  change: (by: (m: MakingRecord) => MakingRecord) => void;
}) {
  const told = useWords();
  const { settings } = useWorkbench();
  const worker = useRef<Photographing | null>(null);
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const [shown, setShown] = useState<{ photo: string; judgement: PhotoJudgement } | null>(null);
  useEffect(() => () => worker.current?.stop(), []);
  const photographer = (): Photographing['remote'] =>
    (worker.current ??= startPhotographer()).remote;

  const judge = async (file: Blob, kept: string | null, name: string): Promise<void> => {
    setBusy(true);
    setFault(null);
    try {
      const answer = await photographer().judge(file, { piece, plan });
      if (!answer.ok) setFault(answer.message);
      else if (!answer.value.found) setFault(told(photoFaultWords(answer.value)));
      else {
        const { judgement } = answer.value;
        const photo = kept ?? (await keepPicture(file, name));
        setShown({ photo, judgement });
        if (kept === null) {
          const record = judgedRecord(judgement, plan, photo, new Date().toISOString());
          change((m) => ({ ...m, judged: [...m.judged, record].slice(-MOST_JUDGED) }));
        }
      }
    } catch (error) {
      setFault(error instanceof Error ? error.message : 'The photo could not be judged.');
    } finally {
      setBusy(false);
    }
  };
  const take = (file: File): void => {
    if (!file.type.startsWith('image/')) {
      toast.error('That is not a picture. Nothing was changed.');
      return;
    }
    void judge(file, null, file.name);
  };
  const lookAgain = async (judged: JudgedPhoto): Promise<void> => {
    const picture = await loadPicture(judged.photo);
    if (picture) await judge(picture.file, judged.photo, picture.name);
    else setFault('That photo is not in this browser any more.');
  };
  const saveCard = async (): Promise<void> => {
    try {
      const pdf = await photographer().card(settings.paper, printFonts());
      saveFile('Card to photograph pieces on.pdf', pdf, 'application/pdf');
    } catch (error) {
      report(error, 'the card');
      toast.error('The card could not be made. Try again.');
    }
  };
  const last = making.judged.at(-1);
  return (
    <section aria-labelledby="made-photo" className="rounded-xl border border-line bg-raised p-4">
      <h2 id="made-photo" className="text-lg font-semibold">
        Hold it against the plan
      </h2>
      <p className="mt-1 text-base text-soft">
        Lay it on its printed pattern, or on the blank card, front up, and take a photo from above
        with all four black squares in it.
      </p>
      <div className="mt-3 flex flex-wrap gap-2">
        <PhotoButton
          text="Photo of the made piece"
          label="Photo of the made piece"
          look="main"
          disabled={busy}
          take={take}
        />
        <PracticeShot
          shoot={(number, colour) => photographer().shoot({ piece, plan }, number, colour)}
          colour={wireColours(plan.wires[0]?.stock ?? piece.wire).body}
          use={take}
        />
        <Button onClick={() => void saveCard()}>
          <Printer size={16} aria-hidden="true" /> Blank card to print
        </Button>
      </div>
      <div aria-live="polite">
        {busy && (
          <p role="status" className="mt-3 flex items-center gap-2 text-base text-soft">
            <LoaderCircle size={18} className="animate-spin" aria-hidden="true" /> Looking for the
            piece in the photo…
          </p>
        )}
        {fault !== null && !busy && (
          <p role="alert" className="mt-3 rounded-md bg-alert-wash px-3 py-2 text-base">
            {fault}
          </p>
        )}
        {last && !busy && (
          <Judged
            judged={last}
            plan={plan}
            sample={sample}
            judgement={shown?.photo === last.photo ? shown.judgement : null}
            look={() => void lookAgain(last)}
          />
        )}
      </div>
      {making.judged.length > 1 && (
        <details className="mt-3">
          <summary className="cursor-pointer text-base">
            Earlier photos ({making.judged.length - 1})
          </summary>
          <ul className="mt-2 space-y-3">
            {making.judged
              .slice(0, -1)
              .reverse()
              .map((judged) => (
                <li key={judged.photo} className="flex gap-3">
                  <Photo id={judged.photo} name="The made piece" />
                  <p className="text-base">{told(judgedWords(judged)[0]!)}</p>
                </li>
              ))}
          </ul>
        </details>
      )}
    </section>
  );
}

function Judged({
  judged,
  plan,
  sample,
  judgement,
  look,
}: {
  judged: JudgedPhoto;
  plan: Plan;
  sample: JudgedPhoto | null;
  judgement: PhotoJudgement | null;
  look: () => void;
}) {
  const told = useWords();
  const [lead, ...rest] = judgedWords(judged);
  const nudges = nudgeWords(judged, plan);
  return (
    <div className="mt-4 space-y-3" data-testid="judged">
      <p className="text-lg font-medium">{told(lead!)}</p>
      {nudges.length > 0 ? (
        <ul className="list-disc space-y-1 pl-5 text-lg" aria-label="What to nudge">
          {nudges.map((said, i) => (
            <li key={i}>{told(said)}</li>
          ))}
        </ul>
      ) : (
        <p className="text-base">No single bend is behind what is off.</p>
      )}
      {judgement ? (
        <JudgedPicture judgement={judgement} plan={plan} />
      ) : (
        <Button onClick={look}>
          <ImageUp size={16} aria-hidden="true" /> Show where
        </Button>
      )}
      {sample && <p className="text-base">{told(besideSampleWords(judged, sample))}</p>}
      <ul className="space-y-1 text-base text-soft">
        {rest.map((said, i) => (
          <li key={i}>{told(said)}</li>
        ))}
      </ul>
    </div>
  );
}
