import { useId, useMemo } from 'react';
import { jointMarks, linkLooks, rowDrawing, type LinkPlan } from '@core/bill';
import type { Dressing } from '@core/dressing';
import { applyAffine, type Affine } from '@core/geometry';
import type { LaidJoint, Piece } from '@core/piece';
import type { Plan } from '@core/plan';
import { MarkList } from './DressingLayer';
import { drawnExtent, marksExtent, WireDrawing } from './WireDrawing';

const MARGIN_MM = 3;

const matrix = ({ a, b, c, d, e, f }: Affine): string => `matrix(${a} ${b} ${c} ${d} ${e} ${f})`;

/** The plan of the last link, whose hook is in the place of a loop. */
function lastLink(plan: Plan, { hook }: LinkPlan): Plan {
  if (!hook) return plan;
  const wires = plan.wires.map((w, i) =>
    i === hook.wire ? { ...w, ends: { ...w.ends, [hook.end]: hook.form } } : w,
  );
  return { ...plan, wires };
}

/** A row of links as it lies pulled straight, with its joints and its hook. */
export function RowPicture({
  piece,
  plan,
  dressing,
  row,
  label,
}: {
  piece: Piece;
  plan: Plan;
  dressing: Dressing | null;
  row: LinkPlan;
  label: string;
}) {
  const id = useId();
  const { places, joints, closing, looks, ends, box } = useMemo(() => {
    const drawn = rowDrawing(row);
    const closing = lastLink(plan, row);
    const looks = row.turn.map((_, place) => linkLooks(piece, plan, dressing, row, place));
    // Links at one place of a turn are alike: one is measured, and the last.
    const extents = looks.map((l) => drawnExtent(piece, plan, l.dressing, l.wires));
    const last = drawn.places.length - 1;
    const end = linkLooks(piece, plan, dressing, row, drawn.places[last]!.place, row.more >= 0);
    const ending = drawnExtent(piece, closing, end.dressing, end.wires);
    const points = [
      ...drawn.places.flatMap(({ place, map }, i) =>
        (i === last ? ending : extents[place]!).map((p) => applyAffine(map, p)),
      ),
      ...marksExtent(drawn.joints),
    ];
    const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
    const [left, top] = [xs.reduce((a, b) => Math.min(a, b)), ys.reduce((a, b) => Math.min(a, b))];
    return {
      ...drawn,
      closing,
      looks,
      ends: end,
      box: {
        left: left - MARGIN_MM,
        top: top - MARGIN_MM,
        width: xs.reduce((a, b) => Math.max(a, b)) - left + 2 * MARGIN_MM,
        height: ys.reduce((a, b) => Math.max(a, b)) - top + 2 * MARGIN_MM,
      },
    };
  }, [piece, plan, dressing, row]);
  const end = places.at(-1)!;
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`${box.left} ${box.top} ${box.width} ${box.height}`}
      className="size-full"
    >
      <defs>
        {looks.map((l, place) => (
          <g key={place} id={`${id}${place}`}>
            <WireDrawing piece={piece} plan={plan} dressing={l.dressing} only={l.wires} />
          </g>
        ))}
      </defs>
      {places.slice(0, -1).map(({ place, map }, i) => (
        <use key={i} href={`#${id}${place}`} transform={matrix(map)} />
      ))}
      <g transform={matrix(end.map)}>
        <WireDrawing piece={piece} plan={closing} dressing={ends.dressing} only={ends.wires} />
      </g>
      <MarkList marks={joints} />
    </svg>
  );
}

/** One joint of a row by itself. */
export function JointPicture({ joint, label }: { joint: LaidJoint; label: string }) {
  const marks = jointMarks(joint, 0);
  const points = marksExtent(marks);
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  const [left, top] = [Math.min(0, ...xs) - MARGIN_MM, Math.min(0, ...ys) - MARGIN_MM];
  const width = Math.max(0, ...xs) + MARGIN_MM - left;
  const height = Math.max(0, ...ys) + MARGIN_MM - top;
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`${left} ${top} ${width} ${height}`}
      className="size-full"
    >
      <MarkList marks={marks} />
    </svg>
  );
}
