import { useEffect, useState } from 'react';
import type { Piece } from '@core/piece';
import type { FollowPoint } from '@core/plan';
import { followTrade } from '~/state/knee';
import type { Tools } from '~/state/workbench';
import { report } from '~/storage/report';
import { Stopped } from '~/workers/restartable';

/** What was worked out for the last drawings, by what it depends on. */
const known = new Map<string, readonly FollowPoint[]>();

const keyOf = (piece: Piece, tools: Tools): string =>
  JSON.stringify([
    piece.paths,
    piece.basis,
    piece.corner,
    piece.wire,
    piece.stocks,
    piece.route,
    tools,
  ]);

/** Bends against closeness for all tolerances, one after the other; what is there so far. */
export function useFollow(
  piece: Piece | null,
  tools: Tools,
): { points: readonly FollowPoint[]; done: boolean } {
  const key = piece ? keyOf(piece, tools) : '';
  const [state, setState] = useState<{ key: string; points: readonly FollowPoint[] }>({
    key,
    points: [],
  });
  useEffect(() => {
    if (!piece || known.has(key)) return;
    let current = true;
    void (async () => {
      let points: readonly FollowPoint[] = [];
      for await (const found of followTrade(piece, tools)) {
        if (!current) return;
        points = found;
        setState({ key, points });
      }
      known.set(key, points);
      if (known.size > 20) known.delete(known.keys().next().value!);
    })().catch((error: unknown) => {
      if (!(error instanceof Stopped)) report(error, 'how closely to follow');
    });
    return () => {
      current = false;
    };
    // The key stands for all that matters of piece and tools.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  const finished = known.get(key);
  if (finished) return { points: finished, done: true };
  return { points: state.key === key ? state.points : [], done: false };
}
