import { useId, useMemo } from 'react';
import { jointMarks, rowDrawing, type LinkPlan } from '@core/bill';
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
  joint,
  label,
}: {
  piece: Piece;
  plan: Plan;
  dressing: Dressing | null;
  row: LinkPlan;
  joint: LaidJoint;
  label: string;
}) {
  const id = useId();
  const { places, joints, closing, box } = useMemo(() => {
    const drawn = rowDrawing(row, joint);
    const closing = lastLink(plan, row);
    // Links are alike: one is measured, and the last.
    const [one, end] = [plan, closing].map((p) => drawnExtent(piece, p, dressing));
    const last = drawn.places.length - 1;
    const points = [
      ...drawn.places.flatMap((m, i) => (i === last ? end! : one!).map((p) => applyAffine(m, p))),
      ...marksExtent(drawn.joints),
    ];
    const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
    const [left, top] = [xs.reduce((a, b) => Math.min(a, b)), ys.reduce((a, b) => Math.min(a, b))];
    return {
      ...drawn,
      closing,
      box: {
        left: left - MARGIN_MM,
        top: top - MARGIN_MM,
        width: xs.reduce((a, b) => Math.max(a, b)) - left + 2 * MARGIN_MM,
        height: ys.reduce((a, b) => Math.max(a, b)) - top + 2 * MARGIN_MM,
      },
    };
  }, [piece, plan, dressing, row, joint]);
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`${box.left} ${box.top} ${box.width} ${box.height}`}
      className="size-full"
    >
      <defs>
        <g id={id}>
          <WireDrawing piece={piece} plan={plan} dressing={dressing} />
        </g>
      </defs>
      {places.slice(0, -1).map((m, i) => (
        <use key={i} href={`#${id}`} transform={matrix(m)} />
      ))}
      <g transform={matrix(places.at(-1)!)}>
        <WireDrawing piece={piece} plan={closing} dressing={dressing} />
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
