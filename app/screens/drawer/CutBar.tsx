import type { CutOf } from '@core/cutting';
import type { WireLength } from '@core/drawer';
import { printLength, type LengthUnit } from '@core/units';
import { wireColours } from '~/components/metalColours';

/** What is left of a long spool is drawn no longer than this share of what is cut from it. */
const LEFT_SHARE = 0.25;

/** Shares of the width that a length's words need: on a narrow screen, and on a wide one. */
const WORDS_FIT = { narrow: 0.2, wide: 0.08 };

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
  const left = isBroken ? LEFT_SHARE * used : cut.leftMm;
  const whole = used + left;
  const { body, rim, lit } = wireColours(from.wire);
  const isScrap = from.kind === 'offcut' && cut.leftMm < keepMm;
  const edge = isScrap ? 'var(--alert)' : rim;
  return (
    <div role="img" aria-label={barWords(cut, unit)} className="flex text-xs tabular-nums">
      {cut.lengths.map(({ mm }, i) => {
        const share = (mm + bladeMm) / whole;
        const fits =
          share < WORDS_FIT.wide ? 'invisible' : share < WORDS_FIT.narrow ? 'max-sm:invisible' : '';
        return (
          <div key={i} className="min-w-0 pr-px text-center" style={{ width: `${100 * share}%` }}>
            <div
              className="h-2.5 rounded-full border"
              style={{
                borderColor: rim,
                background: `linear-gradient(${body}, ${lit} 30%, ${body} 55%)`,
              }}
            />
            <span className={`block overflow-hidden whitespace-nowrap ${fits}`}>
              {printLength(mm, unit)}
            </span>
          </div>
        );
      })}
      {left > 0 && (
        <div style={{ width: `${(100 * left) / whole}%` }}>
          <div
            className="mt-0.5 h-1.5 rounded-full border border-dashed"
            style={{ borderColor: edge, borderRightWidth: isBroken ? 0 : undefined }}
          />
        </div>
      )}
    </div>
  );
}

const barWords = ({ lengths, leftMm }: CutOf, unit: LengthUnit): string =>
  `${lengths.map((l) => printLength(l.mm, unit)).join(', ')}; ${printLength(leftMm, unit)} left`;
