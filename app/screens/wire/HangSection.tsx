import { memo } from 'react';
import { hungStraight, type HangState, type Verdict } from '@core/gauge';
import type { Dressing } from '@core/dressing';
import { kindOf } from '@core/item';
import type { Piece } from '@core/piece';
import type { Plan } from '@core/plan';
import { degrees, printNumber } from '@core/units';
import { MarkList } from '~/components/DressingLayer';
import { WireDrawing } from '~/components/WireDrawing';
import { Button, Section } from '~/components/ui';
import { useEdit, usePiece } from '~/state/workbench';
import { useUnit } from '~/state/useWords';
import { drawnBox } from './hangPicture';
import { hangWords, isTilted } from './hangWords';

/** How the piece hangs with all that is on it, drawn as it comes to rest. */
export function HangSection({
  verdict,
  plan,
  planned,
  dressing,
}: {
  verdict: Verdict;
  plan: Plan;
  planned: Piece;
  dressing: Dressing | null;
}) {
  const piece = usePiece();
  const edit = useEdit();
  const unit = useUnit();
  const { hang } = verdict;
  if (!hang) return null;
  const straight = hungStraight(planned, hang);
  const tilted = isTilted(hang);
  const pair = piece.making.wornAs === 'earring' || piece.making.pair !== 'single';
  return (
    <Section title="How it hangs">
      <p className="text-sm">{hangWords(hang, unit)}</p>
      <Hung planned={planned} plan={plan} dressing={dressing} hang={hang} pair={pair} />
      <p className="text-sm text-soft">
        {printNumber(hang.massG, 2)} g hang there.
        {pair &&
          (tilted
            ? ' Its mirrored twin swings as far the other way: the two hang alike.'
            : ' Its mirrored twin hangs alike.')}
      </p>
      <div className="flex flex-wrap gap-2">
        {straight && tilted && (
          <Button onClick={() => edit((p) => hungStraight(p, hang) ?? p)}>
            Move it there: hangs straight
          </Button>
        )}
        {piece.hang && (
          <Button onClick={() => edit((p) => ({ ...p, hang: null }))}>
            {hang.places[0]?.by === 'chosen' ? 'Hang it from the top' : 'Forget the chosen point'}
          </Button>
        )}
      </div>
    </Section>
  );
}

const Hung = memo(function Hung({
  planned,
  plan,
  dressing,
  hang,
  pair,
}: {
  planned: Piece;
  plan: Plan;
  dressing: Dressing | null;
  hang: HangState;
  pair: boolean;
}) {
  const pivot = hang.places[0]!.pivot;
  const tilt = degrees(hang.tiltRad);
  const free = dressing?.items.filter((d) => kindOf(d.item).traits.swings) ?? [];
  const fixed = dressing && {
    ...dressing,
    items: dressing.items.filter((d) => !kindOf(d.item).traits.swings),
  };
  const box = drawnBox(planned, plan, dressing, pivot, hang.tiltRad);
  const [w, h] = [box.maxX - box.minX, box.maxY - box.minY];
  const gap = w * 0.18;
  const line = Math.max(w, h) / 160;
  const one = (
    <g>
      <g transform={`rotate(${tilt} ${pivot.x} ${pivot.y})`}>
        <WireDrawing piece={planned} plan={plan} dressing={fixed} />
        {free.map((d) => (
          <g key={d.item.id} transform={`rotate(${-tilt} ${d.place.x} ${d.place.y})`}>
            <MarkList marks={d.marks} />
          </g>
        ))}
        <circle
          cx={hang.center.x}
          cy={hang.center.y}
          r={3 * line}
          fill="var(--raised)"
          stroke="var(--patina)"
          strokeWidth={1.4 * line}
        />
      </g>
      {hang.places.length === 1 && (
        <line
          x1={pivot.x}
          x2={pivot.x}
          y1={box.minY}
          y2={box.maxY}
          stroke="var(--patina)"
          strokeWidth={line}
          strokeDasharray={`${4 * line} ${3 * line}`}
        />
      )}
    </g>
  );
  return (
    <svg
      role="img"
      aria-label={pair ? 'The pair as it hangs' : 'The piece as it hangs'}
      viewBox={`${box.minX} ${box.minY} ${pair ? 2 * w + gap : w} ${h}`}
      className="h-44 w-full rounded-md border border-line bg-bench p-2"
    >
      {one}
      {pair && <g transform={`translate(${2 * box.maxX + gap} 0) scale(-1 1)`}>{one}</g>}
    </svg>
  );
});

/** A small hook where the piece hangs. */
export function HangMarks({ hang, pxPerMm }: { hang: HangState; pxPerMm: number }) {
  const px = 1 / pxPerMm;
  return hang.places.map(({ pivot: { x, y } }, i) => (
    <path
      key={i}
      d={`M${x} ${y}v${-16 * px}a${5 * px} ${5 * px} 0 1 1 ${5 * px} ${5 * px}`}
      fill="none"
      stroke="var(--soft)"
      strokeWidth={2 * px}
      strokeLinecap="round"
      pointerEvents="none"
    />
  ));
}
