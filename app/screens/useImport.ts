import { useCallback, useState } from 'react';
import { toast } from 'sonner';
import { SVG_LIMITS } from '@core/file';
import { PIECE_LIMITS, type FigurePath } from '@core/piece';
import { report } from '~/storage/report';
import { filePlanner } from '~/workers/planner';
import { TookTooLong } from '~/workers/restartable';

/** Reads a dropped or chosen drawing in the worker and says what came of it. */
export function useImport(take: (paths: FigurePath[], name: string) => void | Promise<void>): {
  busy: boolean;
  read: (file: File) => Promise<void>;
} {
  const [busy, setBusy] = useState(false);
  const read = useCallback(
    async (file: File) => {
      if (file.size > SVG_LIMITS.bytes) {
        toast.error(
          `${file.name} is ${Math.round(file.size / 1e6)} MB. Up to ${SVG_LIMITS.bytes / 1e6} MB can be read; export only the lines of the figure. Your piece is as it was.`,
          { duration: 12_000 },
        );
        return;
      }
      setBusy(true);
      try {
        const answer = await filePlanner().readDrawing(file, `i${Date.now().toString(36)}-`);
        if (!answer.ok) {
          toast.error(`${file.name}: ${answer.message} Your piece is as it was.`, {
            duration: 12_000,
          });
          return;
        }
        const { paths, notes } = answer.value;
        if (paths.length > PIECE_LIMITS.paths) return;
        await take(paths, file.name.replace(/\.[^.]*$/, ''));
        for (const note of notes) toast.message(note, { duration: 8_000 });
      } catch (error) {
        const late = error instanceof TookTooLong;
        if (!late) report(error, 'reading a drawing');
        toast.error(
          late
            ? `${file.name} is more than can be read here: it took too long. Simplify the drawing and export it again. Your piece is as it was.`
            : `${file.name} could not be read. Your piece is as it was.`,
          { duration: 12_000 },
        );
      } finally {
        setBusy(false);
      }
    },
    [take],
  );
  return { busy, read };
}
