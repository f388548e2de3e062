import { useEffect, useRef, useState } from 'react';
import type { Stock } from '@core/drawer';
import { wireColours } from '~/components/metalColours';
import { Button, Choices } from '~/components/ui';
import type { LineInstrument } from './instrument';
import { scaleLine, settle, type Settling } from './settling';

const LOOK_MS = 220;

/** What lies on the pan. */
type Load = 'nothing' | 'empty' | 'full';

/**
 * A scale to try weighing with: a spool lies on it whose wire is of a length that only weighing tells. What it shows
 * drifts until it rests, and goes the way of a real one's line.
 */
export function PracticeScale({
  instrument,
  emptyG,
  fullG,
  wire,
}: {
  instrument: LineInstrument;
  /** the spool without wire */
  emptyG: number;
  fullG: number;
  /** on it */
  wire: Stock;
}) {
  const [load, setLoad] = useState<Load>('nothing');
  const [shown, setShown] = useState<Settling>({ grams: 0, resting: true });
  const loadG = { nothing: 0, empty: emptyG, full: fullG }[load];
  const target = useRef(loadG);
  useEffect(() => {
    target.current = loadG;
  }, [loadG]);
  useEffect(() => {
    const timer = setInterval(
      () => setShown((now) => settle(now, target.current, Math.random)),
      LOOK_MS,
    );
    return () => clearInterval(timer);
  }, []);
  const spool = load !== 'nothing';
  return (
    <div className="grid items-end gap-4 sm:grid-cols-[12rem_1fr]">
      <svg viewBox="0 0 120 84" className="w-full" role="img" aria-label="Practice scale">
        {spool && (
          <g transform="translate(60 22)">
            <rect x="-17" y="-18" width="34" height="4" rx="2" className="fill-soft" />
            <rect x="-17" y="14" width="34" height="4" rx="2" className="fill-soft" />
            <rect x="-7" y="-14" width="14" height="28" className="fill-line" />
            {load === 'full' &&
              [-11, -7, -3, 1, 5, 9].map((y) => (
                <rect
                  key={y}
                  x="-13"
                  y={y}
                  width="26"
                  height="3.4"
                  rx="1.7"
                  fill={wireColours(wire).body}
                />
              ))}
          </g>
        )}
        <ellipse cx="60" cy="43" rx="34" ry="4" className="fill-panel stroke-soft" />
        <path d="M54 47h12v6H54z" className="fill-line" />
        <path
          d="M22 53h76l8 25a3 3 0 0 1-3 4H17a3 3 0 0 1-3-4z"
          className="fill-raised stroke-soft"
        />
        <rect x="34" y="60" width="52" height="15" rx="2" className="fill-bench stroke-line" />
        <text
          x="82"
          y="71.5"
          textAnchor="end"
          className="fill-ink text-[10px] font-semibold tabular-nums"
          data-testid="scale-shows"
        >
          {shown.grams.toFixed(2)} g
        </text>
        {shown.resting && <circle cx="39" cy="67.5" r="1.8" className="fill-patina" />}
      </svg>
      <div className="space-y-3">
        <Choices
          label="On the practice scale lies"
          value={load}
          options={[
            { value: 'nothing', label: 'nothing' },
            { value: 'empty', label: 'an empty spool' },
            { value: 'full', label: 'a spool with wire' },
          ]}
          onChange={setLoad}
        />
        <Button
          disabled={!shown.resting || !spool}
          onClick={() => instrument.send(scaleLine(shown))}
        >
          Send what it shows
        </Button>
      </div>
    </div>
  );
}
