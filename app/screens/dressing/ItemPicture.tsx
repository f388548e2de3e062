import { useEffect, useState } from 'react';
import { samplePiece } from '@core/dressing';
import type { DressKind } from '@core/item';
import { drawnExtent, WireDrawing } from '~/components/WireDrawing';
import type { DressedPlan } from '~/workers/planner.worker';
import { filePlanner } from '~/workers/planner';

/** Pictures are planned once. */
const known = new Map<DressKind, Promise<DressedPlan>>();

function pictureOf(kind: DressKind): Promise<DressedPlan> {
  const before = known.get(kind);
  if (before) return before;
  const asked = filePlanner().picture(samplePiece(kind), {});
  known.set(kind, asked);
  // One that failed is asked for again.
  asked.catch(() => known.delete(kind));
  return asked;
}

const MARGIN_MM = 2.5;
const RATIO = 1.9;

/** What a kind of item looks like, on a small figure that it suits. */
export function ItemPicture({ kind }: { kind: DressKind }) {
  const [made, setMade] = useState<DressedPlan | null>(null);
  useEffect(() => {
    let here = true;
    pictureOf(kind).then(
      (picture) => here && setMade(picture),
      () => undefined,
    );
    return () => {
      here = false;
    };
  }, [kind]);
  const piece = samplePiece(kind);
  const points = made ? drawnExtent(piece, made.plan, made.dressing) : [];
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  const [left, top] = [Math.min(...xs) - MARGIN_MM, Math.min(...ys) - MARGIN_MM];
  const [across, down] = [Math.max(...xs) + MARGIN_MM - left, Math.max(...ys) + MARGIN_MM - top];
  // All are drawn to fill a frame of one shape.
  const width = Math.max(across, down * RATIO);
  const height = width / RATIO;
  return (
    <span
      className="block w-full rounded-md bg-bench"
      style={{ aspectRatio: RATIO }}
      aria-hidden="true"
    >
      {made && points.length > 0 && (
        <svg
          className="size-full"
          viewBox={`${left - (width - across) / 2} ${top - (height - down) / 2} ${width} ${height}`}
        >
          <WireDrawing piece={piece} plan={made.plan} dressing={made.dressing} />
        </svg>
      )}
    </span>
  );
}
