import { useState } from 'react';
import { wireColours } from '~/components/metalColours';
import { Button } from '~/components/ui';
import type { LineInstrument } from './instrument';

const COPPER = wireColours({ metal: 'copper' }).body;
/** The jaws open so far, mm, and are drawn as far in units of the picture. */
const OPEN_MM = 16;
const PER_MM = 5;

/** A calliper to try measuring with: its jaws close on something until they touch. */
export function PracticeCalliper({
  instrument,
  acrossMm,
}: {
  instrument: LineInstrument;
  /** of what lies between its jaws */
  acrossMm: number;
}) {
  const [gap, setGap] = useState(OPEN_MM);
  const shown = Math.max(gap, acrossMm);
  const touches = shown - acrossMm < 0.005;
  const left = 20;
  const right = left + shown * PER_MM;
  const across = acrossMm * PER_MM;
  return (
    <div className="grid items-end gap-4 sm:grid-cols-[14rem_1fr]">
      <svg viewBox="0 0 140 84" className="w-full" role="img" aria-label="Practice calliper">
        <rect x="6" y="12" width="128" height="12" rx="2" className="fill-raised stroke-soft" />
        {Array.from({ length: 24 }, (_, i) => (
          <path
            key={i}
            d={`M${10 + i * PER_MM} 24v${i % 5 === 0 ? -6 : -3.5}`}
            className="stroke-soft"
            strokeWidth={0.6}
          />
        ))}
        <path d={`M6 24h14l-0 40-6 0-8-40z`} className="fill-line stroke-soft" />
        <circle cx={left + across / 2} cy="52" r={across / 2} fill={COPPER} />
        <path d={`M${right} 24h14l-8 40h-6z`} className="fill-line stroke-soft" />
        <rect
          x={right - 2}
          y="6"
          width="42"
          height="20"
          rx="3"
          className="fill-bench stroke-soft"
          transform={`translate(${Math.min(0, 94 - right)} 0)`}
        />
        <text
          x={Math.min(right - 2, 92) + 38}
          y="20"
          textAnchor="end"
          className="fill-ink text-[9px] font-semibold tabular-nums"
          data-testid="calliper-shows"
        >
          {shown.toFixed(2)} mm
        </text>
      </svg>
      <div className="space-y-3">
        <label className="block text-sm">
          <span className="mb-1 block text-soft">Close the jaws</span>
          <input
            type="range"
            min={0}
            max={OPEN_MM}
            step={0.05}
            value={OPEN_MM - gap}
            onChange={(e) => setGap(OPEN_MM - Number(e.target.value))}
            className="w-full accent-patina"
            aria-valuetext={`${shown.toFixed(2)} mm apart`}
          />
        </label>
        <Button
          disabled={!touches}
          onClick={() => instrument.send(`D +${shown.toFixed(2).padStart(6, '0')} mm`)}
        >
          Send what it shows
        </Button>
      </div>
    </div>
  );
}
