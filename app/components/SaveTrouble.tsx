import { TriangleAlert } from 'lucide-react';
import type { SaveState } from '~/state/keeper';
import { Button } from './ui';

/** Says that a change is not kept and what can be done; nothing while all is well. */
export function SaveTrouble({
  state,
  what,
  keepMine,
  takeTheirs,
  toFile,
}: {
  state: SaveState;
  /** what it is that was changed: "This piece" */
  what: string;
  keepMine: () => void;
  takeTheirs: () => void;
  /** saves what is open to a file, where there is one for it */
  toFile?: () => void;
}) {
  if (state.kind !== 'failed' && state.kind !== 'conflict') return null;
  return (
    <div
      role="alert"
      className="flex flex-wrap items-center gap-3 border-t border-alert bg-alert-wash px-4 py-2 text-sm text-alert"
    >
      <TriangleAlert size={16} aria-hidden="true" />
      <span className="flex-1">
        {state.kind === 'failed'
          ? state.message
          : `${what} was changed in another tab or window too. What you see here is not kept until you choose; the other one can be brought back later.`}
      </span>
      {state.kind === 'conflict' ? (
        <>
          <Button onClick={keepMine}>Keep what is here</Button>
          <Button onClick={takeTheirs}>Take the other tab’s</Button>
        </>
      ) : (
        <>
          {toFile && <Button onClick={toFile}>Save to a file</Button>}
          <Button onClick={keepMine}>Try again</Button>
        </>
      )}
    </div>
  );
}
