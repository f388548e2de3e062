import { CornerUpLeft, CornerUpRight, ShieldAlert } from 'lucide-react';
import { COUNT_WORDS, type CountKey } from '@core/item';
import { HAND_WORDS, REASONS, type MakeStep } from '@core/making';
import { useWords } from '~/state/useWords';
import { useWorkbench } from '~/state/workbench';
import { placeOf } from './placeOf';

/** The words of a step, readable from a metre away. */
export function StepWords({
  step,
  counted,
  count,
}: {
  step: MakeStep;
  counted: Readonly<Record<string, number>>;
  count: (what: CountKey, by: number) => void;
}) {
  const told = useWords();
  const { hand } = useWorkbench().settings;
  const at = placeOf(step, counted);
  const next = step.places[at];
  const Turn = step.turn === 'right' ? CornerUpRight : CornerUpLeft;
  return (
    <div aria-live="polite">
      <h1 className="text-[2.4rem] font-semibold leading-tight">{told(step.title)}</h1>
      {step.headline && (
        <p className="mt-3 flex items-center gap-4 text-[4rem] font-semibold leading-none text-patina">
          {step.turn && (
            <Turn size={72} strokeWidth={2.4} aria-label={`turns ${step.turn}`} role="img" />
          )}
          <span>{told(step.headline)}</span>
        </p>
      )}
      {step.subline && <p className="mt-2 text-2xl text-soft">{told(step.subline)}</p>}
      {step.tool && (
        <p className="mt-4 text-2xl">
          <span className="text-soft">With </span>
          {told(step.tool)}
        </p>
      )}
      {next && step.places.length > 1 && (
        <p
          className="mt-4 rounded-xl border-2 border-patina px-5 py-3 text-[1.8rem] leading-snug"
          data-testid="place-now"
        >
          <span className="block text-lg text-soft">
            Place {at + 1} of {step.places.length}
          </span>
          {told(next.said)}
        </p>
      )}
      <ul className="mt-4 space-y-2.5 text-[1.45rem] leading-snug">
        {step.orders.map((o, i) => (
          <li key={i}>{told(o)}</li>
        ))}
        {step.handed && <li className="text-soft">{told(HAND_WORDS[step.handed][hand])}</li>}
      </ul>
      {step.counts.length > 0 && (
        <div className="mt-5 flex flex-wrap gap-4">
          {step.counts.map((c) => {
            const done = counted[c.what] ?? 0;
            const left = Math.max(0, c.count - done);
            return (
              <button
                key={c.what}
                type="button"
                onClick={(e) => {
                  e.stopPropagation();
                  count(c.what, left > 0 ? 1 : -done);
                }}
                className="min-w-44 rounded-xl border-2 border-patina bg-raised px-5 py-3 text-left"
                aria-label={`${COUNT_WORDS[c.what]}: ${left} left of ${c.count}. ${left > 0 ? 'Count one' : 'Begin again'}`}
              >
                <span className="block text-6xl font-semibold leading-none">{left}</span>
                <span className="text-lg text-soft">
                  {left === 0
                    ? `all ${c.count} ${COUNT_WORDS[c.what]} done`
                    : `of ${c.count} ${COUNT_WORDS[c.what]} left`}
                </span>
              </button>
            );
          })}
        </div>
      )}
      {step.why.length > 0 && (
        <p className="mt-4 text-lg text-soft">
          Now, because {step.why.map((w) => REASONS[w]).join('; ')}.
        </p>
      )}
      {step.cautions.map((c) => (
        <p
          key={c.id}
          className="mt-3 flex gap-3 rounded-lg border border-alert bg-alert-wash px-4 py-2.5 text-lg"
        >
          <ShieldAlert size={24} className="mt-0.5 shrink-0 text-alert" aria-hidden="true" />
          {told(c.text)}
        </p>
      ))}
    </div>
  );
}
