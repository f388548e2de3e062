import { useId, useState } from 'react';
import { Button } from '~/components/ui';
import { PICTURE_TYPES } from '~/screens/usePictureFile';
import { shrinkPicture } from './shrinkPicture';

/** A small picture of what lies in the drawer. */
export function PictureField({
  name,
  picture,
  set,
}: {
  /** what is pictured */
  name: string;
  picture: string | undefined;
  set: (picture: string | undefined) => void;
}) {
  const id = useId();
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <div>
      <label htmlFor={id} className="mb-1 block text-sm text-soft">
        Picture
      </label>
      <div className="flex flex-wrap items-center gap-2">
        {picture !== undefined && (
          <>
            <img
              src={picture}
              alt={`Picture of ${name}`}
              className="size-9 rounded-md border border-line object-cover"
            />
            <Button look="quiet" onClick={() => set(undefined)}>
              Without it
            </Button>
          </>
        )}
        <input
          id={id}
          type="file"
          accept={PICTURE_TYPES}
          className="min-w-0 flex-1 text-sm"
          onChange={(e) => {
            const file = e.target.files?.[0];
            if (!file) return;
            shrinkPicture(file).then(
              (url) => {
                setProblem(null);
                set(url);
              },
              (error: unknown) => setProblem(error instanceof Error ? error.message : null),
            );
          }}
        />
      </div>
      {problem && (
        <p role="alert" className="mt-1 text-xs text-alert">
          {problem}
        </p>
      )}
    </div>
  );
}

/** A picture as small as a line of words. */
export const SmallPicture = ({ picture, name }: { picture: string | undefined; name: string }) =>
  picture === undefined ? null : (
    <img
      src={picture}
      alt={`Picture of ${name}`}
      loading="lazy"
      className="size-8 shrink-0 rounded border border-line object-cover"
    />
  );
