import type { Plan } from '@core/plan';
import { degrees, printMm } from '@core/units';
import { Button, Section } from '~/components/ui';
import { useEdit, usePiece } from '~/state/workbench';

/** Tilts and offsets smaller than these are not seen. */
const STRAIGHT_DEG = 0.5;

/** How a piece hangs, in words. */
export function hangWords({ tiltRad, bailX, from }: NonNullable<Plan['hang']>): string {
  const tilt = degrees(tiltRad);
  if (Math.abs(tilt) < STRAIGHT_DEG) return 'It hangs straight.';
  const aside = bailX - from.x;
  return `It swings ${Math.abs(tilt).toFixed(0)}° ${tilt > 0 ? 'clockwise' : 'anticlockwise'}. To hang straight the point must lie ${printMm(Math.abs(aside), 1)} further ${aside > 0 ? 'right' : 'left'}.`;
}

export function HangSection({ plan }: { plan: Plan }) {
  const piece = usePiece();
  const edit = useEdit();
  if (!plan.hang) return null;
  return (
    <Section title="How it hangs">
      <p className="text-sm">
        {piece.hang ? 'From the chosen point. ' : 'From its highest point. '}
        {hangWords(plan.hang)}
      </p>
      {piece.hang && (
        <Button onClick={() => edit((p) => ({ ...p, hang: null }))}>Hang it from the top</Button>
      )}
    </Section>
  );
}

/** A small hook where the piece hangs. */
export function HangMark({ plan, pxPerMm }: { plan: Plan; pxPerMm: number }) {
  if (!plan.hang) return null;
  const px = 1 / pxPerMm;
  const { x, y } = plan.hang.from;
  const hook = `M${x} ${y}v${-16 * px}a${5 * px} ${5 * px} 0 1 1 ${5 * px} ${5 * px}`;
  return (
    <path
      d={hook}
      fill="none"
      stroke="var(--soft)"
      strokeWidth={2 * px}
      strokeLinecap="round"
      pointerEvents="none"
    />
  );
}
