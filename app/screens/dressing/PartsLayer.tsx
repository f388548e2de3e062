import { useMemo } from 'react';
import { groundOf, withSpotMoved } from '@core/dressing';
import type { Part, Piece } from '@core/piece';
import type { Plan } from '@core/plan';
import { BENCH_STEPS } from '~/components/arrowKeys';
import type { BenchView } from '~/components/Bench';
import { Grip } from '~/components/Grip';

/** Handles of the places where the others of a part hang; they keep to the wire. */
export function PartsLayer({
  piece,
  plan,
  view,
  preview,
  settle,
}: {
  piece: Piece;
  plan: Plan;
  view: BenchView;
  preview: (part: Part) => void;
  settle: () => void;
}) {
  const ground = useMemo(() => groundOf(piece, plan), [piece, plan]);
  return (
    <g>
      {piece.parts.flatMap((part) =>
        part.spots
          .slice(0, part.count - 1)
          .map((spot, i) => (
            <Grip
              key={`${part.id} ${i}`}
              name={`${part.name} ${i + 2}`}
              at={spot}
              view={view}
              steps={BENCH_STEPS}
              onMove={(to) => preview(withSpotMoved(ground, part, i, to))}
              onEnd={settle}
            />
          )),
      )}
    </g>
  );
}
