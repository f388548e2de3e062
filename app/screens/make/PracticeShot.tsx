import { Aperture } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { Mistake } from '@core/photo';
import { asAngle, asThickness, say } from '@core/words';
import { ShotDialog, ShotNumber } from '~/components/ShotDialog';
import { Button } from '~/components/ui';
import { useWords } from '~/state/useWords';
import type { Answer } from '~/workers/planner.worker';

type Shoot = (
  number: number,
  colour: readonly [number, number, number],
) => Promise<Answer<{ picture: Blob; mistake: Mistake | null }>>;

/** A photo of the piece as a hand might have made it, for whoever has no camera at hand. */
export function PracticeShot({
  shoot,
  colour,
  use,
}: {
  shoot: Shoot;
  /** of the metal, such as #b96a3f */
  colour: string;
  use: (file: File) => void;
}) {
  return (
    <ShotDialog
      title="A photo to practise with"
      about="This piece as a hand might have bent it, with one mistake, lying on its printed pattern: drawn, not made. Its number brings the same photo back."
      trigger={
        <Button>
          <Aperture size={16} aria-hidden="true" /> A photo to practise with
        </Button>
      }
    >
      {(close) => (
        <Shooting
          shoot={shoot}
          colour={colour}
          use={(file) => {
            close();
            use(file);
          }}
        />
      )}
    </ShotDialog>
  );
}

/** Red, green and blue of a colour such as #b96a3f. */
const channels = (hex: string): [number, number, number] =>
  [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16)) as [number, number, number];

interface Taken {
  readonly number: number;
  readonly url: string;
  readonly file: File;
  readonly mistake: Mistake | null;
}

function Shooting({
  shoot,
  colour,
  use,
}: {
  shoot: Shoot;
  colour: string;
  use: (file: File) => void;
}) {
  const told = useWords();
  const [number, setNumber] = useState(1);
  const [taken, setTaken] = useState<Taken | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  useEffect(() => {
    let gone = false;
    let url: string | null = null;
    void shoot(number, channels(colour)).then((answer) => {
      if (gone) return;
      if (!answer.ok) {
        setFault(answer.message);
        return;
      }
      const { picture, mistake } = answer.value;
      url = URL.createObjectURL(picture);
      const file = new File([picture], `Practice photo ${number}.jpg`, { type: 'image/jpeg' });
      setTaken({ number, url, file, mistake });
    });
    return () => {
      gone = true;
      if (url) URL.revokeObjectURL(url);
    };
    // A new photo is taken for a new number alone.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [number, colour]);
  const shot = taken?.number === number ? taken : null;
  return (
    <div className="grid gap-4 sm:grid-cols-[1fr_13rem]">
      <div className="flex aspect-[4/3] items-center justify-center overflow-hidden rounded-md bg-bench">
        {fault !== null ? (
          <p role="alert" className="p-4 text-sm">
            {fault}
          </p>
        ) : shot ? (
          <img
            src={shot.url}
            alt={`Practice photo ${number}: the piece on its pattern`}
            className="max-h-full max-w-full"
          />
        ) : (
          <p role="status" className="text-sm text-soft">
            Taking the photo…
          </p>
        )}
      </div>
      <div className="space-y-3">
        <ShotNumber
          label="Number of the photo"
          again="Another hand"
          value={number}
          set={setNumber}
        />
        {shot?.mistake && (
          <details className="text-sm text-soft">
            <summary className="cursor-pointer">What this hand did wrong</summary>
            <p className="mt-1">{told(mistakeWords(shot.mistake))}</p>
          </details>
        )}
        <Button look="main" disabled={!shot} onClick={() => shot && use(shot.file)}>
          Hold it against the plan
        </Button>
      </div>
    </div>
  );
}

const mistakeWords = ({ wire, bend, moreRad, laterMm }: Mistake) =>
  moreRad !== 0
    ? say`Bend ${bend + 1} of wire ${wire + 1} is off by ${asAngle(Math.abs(moreRad))}.`
    : say`Bend ${bend + 1} of wire ${wire + 1} lies ${asThickness(Math.abs(laterMm))} too ${laterMm > 0 ? 'late' : 'early'} along it.`;
