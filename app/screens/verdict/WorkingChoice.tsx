import { Choices, Section } from '~/components/ui';
import type { Working } from './WorkingLayer';

/** What the halo behind the wire shows. */
export function WorkingChoice({
  value,
  onChange,
}: {
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
          { value: 'touch', label: 'touched' },
          { value: 'squeeze', label: 'pressed' },
          { value: 'snag', label: 'caught' },
          { value: 'weight', label: 'weight' },
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
