import { useCallback, useRef, useState } from 'react';
import type { MakingRecord } from '@core/making';
import type { SaveState } from '~/state/keeper';
import { mergeFields } from '~/state/mergeFields';
import { useKeeper } from '~/state/useKeeper';
import { keepDeleted } from '~/storage/deleted';
import { MAKING_RECORDS, saveMaking } from '~/storage/makings';
import { later } from '~/storage/later';

/** A making that is kept in the browser as it changes, and takes over what another tab stores. */
export function useMakingRecord(first: MakingRecord): {
  making: MakingRecord;
  /** @param soft as of a clock: it gives way to what another tab stores */
  change: (by: (making: MakingRecord) => MakingRecord, soft?: boolean) => void;
  /** keeps what was changed now */
  flush: () => Promise<void>;
  state: SaveState;
  keepMine: () => void;
  takeTheirs: () => void;
} {
  const [making, setMaking] = useState(first);
  const latest = useRef(first);
  const show = useCallback((next: MakingRecord): void => {
    latest.current = next;
    setMaking(next);
  }, []);
  const { change: keep, ...kept } = useKeeper<MakingRecord>(
    first,
    {
      kind: MAKING_RECORDS,
      key: first.id,
      save: saveMaking,
      putBy: async (given) => {
        await keepDeleted('making', `${first.pieceName || 'A making'}, as in another tab`, given);
      },
      onTaken: show,
      // A note here and the clock there do not hinder each other.
      merge: mergeFields,
    },
    `/piece/${first.pieceId}/make/${first.id}`,
  );
  const change = useCallback(
    (by: (making: MakingRecord) => MakingRecord, soft = false): void => {
      const { changed } = latest.current;
      show({ ...by(latest.current), changed: later(changed) });
      keep(latest.current, soft);
    },
    [keep, show],
  );
  return { making, change, ...kept };
}
