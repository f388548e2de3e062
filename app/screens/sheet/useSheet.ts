import { useMemo } from 'react';
import type { Piece } from '@core/piece';
import type { Sheet } from '@core/sheet';
import { useAnswer } from '~/state/useAnswer';
import type { Tools } from '~/state/workbench';
import { besidePlanner } from '~/workers/planner';
import type { SheetWish } from '~/workers/planner.worker';

interface Question {
  readonly piece: Piece;
  readonly tools: Tools;
  readonly wish: SheetWish;
}
const ask = ({ piece, tools, wish }: Question): Promise<Sheet> =>
  besidePlanner().sheet(piece, tools, wish);

/** The sheet of a piece, laid out beside the page. */
export function useSheet(
  piece: Piece | null,
  tools: Tools,
  wish: SheetWish,
): { sheet: Sheet | null; failed: boolean } {
  const question = useMemo(
    () => (piece && piece.paths.length > 0 ? { piece, tools, wish } : null),
    [piece, tools, wish],
  );
  const { value, failed } = useAnswer(question, ask, 'the sheet');
  return { sheet: value, failed };
}
