import type { Vec } from '@core/geometry';
import type { Shape } from '@core/piece';
import { BENCH_STEPS } from '~/components/arrowKeys';
import type { BenchView } from '~/components/Bench';
import { Grip } from '~/components/Grip';
import type { ShapeDraft } from './useShapeDraft';

const FURTHEST_MM = 5000;
const held = (mm: number): number => Math.min(FURTHEST_MM, Math.max(-FURTHEST_MM, mm));

/** The middle of the shape in work: dragged, or moved by the arrow keys. */
export function PlaceHandle({
  draft,
  shape,
  view,
}: {
  draft: ShapeDraft;
  shape: Shape;
  view: BenchView;
}) {
  return (
    <Grip
      name="Middle of the shape"
      at={shape.place}
      view={view}
      steps={BENCH_STEPS}
      onMove={({ x, y }: Vec) =>
        draft.change((s) => ({ ...s, place: { ...s.place, x: held(x), y: held(y) } }))
      }
    />
  );
}
