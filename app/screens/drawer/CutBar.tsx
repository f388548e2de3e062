import type { CutOf } from '@core/cutting';
import type { WireLength } from '@core/drawer';
import { printLength, type LengthUnit } from '@core/units';
import { wireColours } from '~/components/metalColours';

const WIDTH = 600;
const HIGH = 30;
/** A label is so wide, in the picture's units: a shorter stretch goes without. */
const LABEL = 44;
/** What is left of a long spool is drawn no longer than this share of what is cut from it. */
const LEFT_SHARE = 0.25;

/** A length of wire with its cuts, in their order, and what is left. */
export function CutBar({
  from,
  cut,
  bladeMm,
  keepMm,
  unit,
}: {
  from: WireLength;
  cut: CutOf;
  bladeMm: number;
  keepMm: number;
  unit: LengthUnit;
}) {
  const used = cut.lengths.reduce((sum, l) => sum + l.mm + bladeMm, 0);
  const isBroken = cut.leftMm > LEFT_SHARE * used && from.kind === 'spool';
  const leftShown = isBroken ? LEFT_SHARE * used : cut.leftMm;
  const px = WIDTH / (used + leftShown);
  const { body, rim, lit } = wireColours(from.wire);
  const parts = cut.lengths.map(({ mm }, i) => {
    const before = cut.lengths.slice(0, i).reduce((sum, l) => sum + l.mm + bladeMm, 0);
    return { x: before * px, width: mm * px, mm };
  });
  const at = used * px;
  const isScrap = from.kind === 'offcut' && cut.leftMm < keepMm;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HIGH}`}
      className="w-full"
      role="img"
      aria-label={barWords(cut, unit)}
    >
      {parts.map(({ x, width, mm }, i) => (
        <g key={i}>
          <rect
            x={x}
            y={4}
            width={Math.max(0.8, width - 1)}
            height={9}
            rx={3}
            fill={body}
            stroke={rim}
            strokeWidth={0.6}
          />
          <rect
            x={x + 1.5}
            y={5.8}
            width={Math.max(0, width - 4)}
            height={1.6}
            rx={0.8}
            fill={lit}
          />
          {width > LABEL && (
            <text
              x={x + width / 2}
              y={26}
              textAnchor="middle"
              fontSize={11}
              className="fill-ink tabular-nums"
            >
              {printLength(mm, unit)}
            </text>
          )}
        </g>
      ))}
      {leftShown > 0 && (
        <rect
          x={at}
          y={5.5}
          width={Math.max(0, WIDTH - at - 1)}
          height={6}
          rx={2}
          fill="none"
          stroke={isScrap ? 'var(--alert)' : rim}
          strokeWidth={0.9}
          strokeDasharray={isScrap ? '1.5 2.5' : '4 3'}
        />
      )}
      {isBroken && (
        <path
          d={`M${WIDTH - 18} 2l-5 13m10-13l-5 13`}
          stroke="var(--soft)"
          strokeWidth={1}
          fill="none"
        />
      )}
    </svg>
  );
}

const barWords = ({ lengths, leftMm }: CutOf, unit: LengthUnit): string =>
  `${lengths.map((l) => printLength(l.mm, unit)).join(', ')}; ${printLength(leftMm, unit)} left`;
