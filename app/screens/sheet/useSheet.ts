import { useEffect, useState } from 'react';
import type { Piece } from '@core/piece';
import type { Sheet } from '@core/sheet';
import type { Tools } from '~/state/workbench';
import { besidePlanner } from '~/workers/planner';
import type { SheetWish } from '~/workers/planner.worker';

/** The sheet of a piece, laid out beside the page; the one before stays until it is there. */
export function useSheet(
  piece: Piece | null,
  tools: Tools,
  wish: SheetWish,
): { sheet: Sheet | null; failed: boolean } {
  const [state, setState] = useState<{ sheet: Sheet | null; failed: boolean }>({
    sheet: null,
    failed: false,
  });
  useEffect(() => {
    if (!piece || piece.paths.length === 0) return;
    let current = true;
    besidePlanner()
      .sheet(piece, tools, wish)
      .then((sheet) => current && setState({ sheet, failed: false }))
      .catch(() => current && setState({ sheet: null, failed: true }));
    return () => {
      current = false;
    };
  }, [piece, tools, wish]);
  return state;
}
