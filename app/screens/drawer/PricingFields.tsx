import { useMemo } from 'react';
import type { Pricing } from '@core/drawer';
import { NumberField } from '~/components/NumberField';
import { Picker } from '~/components/ui';
import { currencies } from './money';

/** How prices are reckoned: the hour, what is shared, what is kept and put on. */
export function PricingFields({
  pricing,
  set,
}: {
  pricing: Pricing;
  set: (change: Partial<Pricing>) => void;
}) {
  const options = useMemo(() => currencies(), []);
  return (
    <div className="grid grid-cols-2 gap-3 md:grid-cols-4">
      <Picker
        label="Currency"
        value={pricing.currency}
        options={options}
        onChange={(currency) => set({ currency })}
      />
      <NumberField
        label="An hour at the bench"
        value={pricing.perHour}
        min={0}
        max={1_000_000}
        decimals={2}
        onChange={(perHour) => set({ perHour })}
      />
      <NumberField
        label="Set-up of a batch, min"
        value={pricing.setUpMin}
        min={0}
        max={10_000}
        onChange={(setUpMin) => set({ setUpMin })}
      />
      <NumberField
        label="Packaging of one"
        value={pricing.packaging}
        min={0}
        max={1_000_000}
        decimals={2}
        onChange={(packaging) => set({ packaging })}
      />
      <NumberField
        label="Metal lost, %"
        value={pricing.lossPercent}
        min={0}
        max={100}
        decimals={1}
        onChange={(lossPercent) => set({ lossPercent })}
      />
      <NumberField
        label="Fees of the price, %"
        value={pricing.feesPercent}
        min={0}
        max={90 - Math.min(85, pricing.marginPercent)}
        decimals={1}
        onChange={(feesPercent) => set({ feesPercent })}
      />
      <NumberField
        label="Margin of the price, %"
        value={pricing.marginPercent}
        min={0}
        max={90 - Math.min(85, pricing.feesPercent)}
        decimals={1}
        onChange={(marginPercent) => set({ marginPercent })}
      />
      <NumberField
        label="Tax on the price, %"
        value={pricing.taxPercent}
        min={0}
        max={100}
        decimals={1}
        onChange={(taxPercent) => set({ taxPercent })}
      />
    </div>
  );
}
