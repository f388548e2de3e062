import type { Load, Verdict } from '@core/gauge';
import { Choices, Section } from '~/components/ui';
import type { Working } from './WorkingLayer';

const LOAD_NAMES: Readonly<Record<Load, string>> = {
  touch: 'touched',
  squeeze: 'pressed',
  snag: 'caught',
  weight: 'weight',
};

/** The loads that a piece worn like this has to bear. */
const loadsOf = (verdict: Verdict | null): Load[] =>
  (['touch', 'squeeze', 'snag', 'weight'] as const).filter((load) =>
    verdict?.along.some((s) => s.shares[load] > 0),
  );

/** What the halo behind the wire shows. */
export function WorkingChoice({
  verdict,
  value,
  onChange,
}: {
  verdict: Verdict | null;
  value: Working;
  onChange: (value: Working) => void;
}) {
  return (
    <Section title="How hard it works">
      <Choices
        label="Shown on the figure"
        value={value}
        options={[
          { value: 'all', label: 'worst' },
          ...loadsOf(verdict).map((load) => ({ value: load, label: LOAD_NAMES[load] })),
          { value: 'off', label: 'off' },
        ]}
        onChange={onChange}
      />
      <p className="text-xs text-soft">
        The halo widens where the wire works harder, from a quarter of what it bears on; where it
        would stay bent it changes colour. Rings mark the weakest places.
      </p>
    </Section>
  );
}
