import { useCallback, useEffect } from 'react';
import { toast } from 'sonner';
import { PICTURE_LIMITS } from '@core/trace';
import { keepPicture } from '~/storage/pictures';

/** Whether a file calls itself a picture of points (an SVG or DXF is a drawing, not a picture). */
export const isPicture = (file: File): boolean =>
  (file.type.startsWith('image/') &&
    !/svg|dxf/.test(file.type) &&
    !/\.(svg|dxf)$/i.test(file.name)) ||
  /\.(png|jpe?g|webp)$/i.test(file.name);

export const PICTURE_TYPES = 'image/png,image/jpeg,image/webp,.png,.jpg,.jpeg,.webp';

/** Keeps a chosen, dropped or pasted picture and hands on its id. */
export function usePictureFile(take: (id: string, name: string) => void): (file: File) => void {
  const keep = useCallback(
    (file: File) => {
      if (file.size > PICTURE_LIMITS.bytes) {
        toast.error(
          `${file.name} has ${Math.round(file.size / 1e6)} MB; pictures up to ${PICTURE_LIMITS.bytes / 1e6} MB can be traced. Your pieces are as they were.`,
          { duration: 12_000 },
        );
        return;
      }
      void keepPicture(file, file.name || 'Picture').then(
        (id) => take(id, file.name || 'Picture'),
        (error: unknown) =>
          toast.error(error instanceof Error ? error.message : 'The picture was not kept.', {
            duration: 12_000,
          }),
      );
    },
    [take],
  );
  useEffect(() => {
    const paste = (event: ClipboardEvent): void => {
      const file = [...(event.clipboardData?.files ?? [])].find(isPicture);
      if (!file) return;
      event.preventDefault();
      keep(file);
    };
    window.addEventListener('paste', paste);
    return () => window.removeEventListener('paste', paste);
  }, [keep]);
  return keep;
}
