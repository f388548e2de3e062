import { FlipHorizontal2 } from 'lucide-react';
import type { Symmetry } from '@core/piece';
import { printThickness } from '@core/units';
import { Button, Section } from '~/components/ui';
import { usePiece } from '~/state/workbench';
import { useMirror } from '~/screens/useMirror';
import { useUnit } from '~/state/useWords';

/** Halves that differ by more than these shares of the figure's size are not meant to be alike. */
const UNLIKE = { worst: 0.05, mean: 0.015 } as const;

export const isAlike = (found: Symmetry, sizeMm: number): boolean =>
  found.worstMm <= UNLIKE.worst * sizeMm && found.meanMm <= UNLIKE.mean * sizeMm;

/** How far the two halves of the figure differ, and what to do about it. */
export function SymmetrySection({ found, sizeMm }: { found: Symmetry; sizeMm: number }) {
  const piece = usePiece();
  const unit = useUnit();
  const mirror = useMirror();
  // A figure that is not meant to be alike on both sides is left in peace.
  if (!isAlike(found, sizeMm)) return null;
  const even = found.worstMm <= piece.toleranceMm;
  return (
    <Section title="The two halves">
      <p className="text-sm">
        They differ by {printThickness(found.worstMm, unit)} at most and{' '}
        {printThickness(found.meanMm, unit)} on average.
        {even && ' That is within the tolerance.'}
      </p>
      {!even && (
        <Button onClick={() => void mirror()}>
          <FlipHorizontal2 size={16} aria-hidden="true" /> Take the better half
        </Button>
      )}
    </Section>
  );
}

/** The mirror axis, and where the halves differ most: the wire, and where its image says it should be. */
export function SymmetryLayer({
  found,
  size,
  toleranceMm,
  px,
}: {
  found: Symmetry;
  size: number;
  toleranceMm: number;
  px: number;
}) {
  const unit = useUnit();
  const { at, angleRad } = found.axis;
  const [dx, dy] = [Math.cos(angleRad) * size * 0.75, Math.sin(angleRad) * size * 0.75];
  const { image, other } = found.worstAt;
  return (
    <g pointerEvents="none" aria-hidden="true">
      <line
        x1={at.x - dx}
        y1={at.y - dy}
        x2={at.x + dx}
        y2={at.y + dy}
        stroke="var(--soft)"
        strokeWidth={1.2 * px}
        strokeDasharray={`${9 * px} ${4 * px} ${2 * px} ${4 * px}`}
      />
      {found.worstMm > toleranceMm && (
        <g data-testid="unlike">
          <line
            x1={image.x}
            y1={image.y}
            x2={other.x}
            y2={other.y}
            stroke="var(--ink)"
            strokeWidth={2.5 * px}
          />
          <circle
            cx={image.x}
            cy={image.y}
            r={4 * px}
            fill="var(--raised)"
            stroke="var(--ink)"
            strokeWidth={1.6 * px}
          />
          <text
            x={image.x + 8 * px}
            y={image.y + 15 * px}
            fontSize={11.5 * px}
            fontWeight={600}
            fill="var(--ink)"
            stroke="var(--bench)"
            strokeWidth={3 * px}
            paintOrder="stroke"
          >
            {printThickness(found.worstMm, unit)}
          </text>
          <circle cx={other.x} cy={other.y} r={3 * px} fill="var(--ink)" />
        </g>
      )}
    </g>
  );
}
