import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import type { MakingRecord } from '@core/making';
import { PhotoButton } from '~/components/PhotoButton';
import { PracticeCamera } from '~/screens/PracticeCamera';
import { keepPicture, loadPicture } from '~/storage/pictures';

type Notes = MakingRecord['steps'][string];
const MOST_PHOTOS = 12;

/** A note and photos of one step. */
export function StepNotes({
  notes,
  change,
}: {
  notes: Notes;
  change: (part: Partial<Notes>) => void;
}) {
  const take = async (file: File): Promise<void> => {
    if (!file.type.startsWith('image/')) {
      toast.error('That is not a picture. The step is as it was.');
      return;
    }
    if (notes.photos.length >= MOST_PHOTOS) {
      toast.error(`A step keeps up to ${MOST_PHOTOS} photos. Take one out first.`);
      return;
    }
    try {
      const id = await keepPicture(file, file.name);
      change({ photos: [...notes.photos, id] });
    } catch (error) {
      toast.error(error instanceof Error ? error.message : 'The photo was not kept.');
    }
  };
  return (
    <div className="space-y-3">
      <label className="block">
        <span className="mb-1 block text-sm text-soft">Note to this step</span>
        <textarea
          className="h-24 w-full rounded-md border border-line bg-raised p-2 text-base"
          maxLength={4000}
          value={notes.note}
          onChange={(e) => change({ note: e.target.value })}
        />
      </label>
      <div className="flex flex-wrap gap-2">
        <PhotoButton
          text="Photo of this step"
          label="Photo file"
          take={(file) => void take(file)}
        />
        <PracticeCamera onTake={(file) => void take(file)} />
      </div>
      {notes.photos.length > 0 && (
        <ul className="flex flex-wrap gap-2" aria-label="Photos">
          {notes.photos.map((id, i) => (
            <li key={id}>
              <Photo
                id={id}
                name={`Photo ${i + 1}`}
                remove={() => change({ photos: notes.photos.filter((p) => p !== id) })}
              />
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

export function Photo({ id, name, remove }: { id: string; name: string; remove?: () => void }) {
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    let made: string | null = null;
    let gone = false;
    void loadPicture(id).then((picture) => {
      if (!picture || gone) return;
      made = URL.createObjectURL(picture.file);
      setUrl(made);
    });
    return () => {
      gone = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [id]);
  return (
    <figure className="m-0">
      {url ? (
        <img src={url} alt={name} className="h-24 rounded-md border border-line object-cover" />
      ) : (
        <span className="block size-24 rounded-md bg-bench" />
      )}
      {remove && (
        <button type="button" className="text-xs text-soft underline" onClick={remove}>
          Take {name.toLowerCase()} out
        </button>
      )}
    </figure>
  );
}
