import { useState } from 'react';
import type { Run } from '@core/item';
import type { Plan } from '@core/plan';
import type { LengthUnit } from '@core/units';
import { LengthField } from '~/components/LengthField';
import { NumberField } from '~/components/NumberField';
import { Button } from '~/components/ui';

/** So many more along a wire, each further by a length: first proposed evenly round it, or to its end. */
export function AlongFields({
  plan,
  run,
  most,
  unit,
  add,
}: {
  plan: Plan;
  run: Run;
  most: number;
  unit: LengthUnit;
  add: (count: number, spacingMm: number) => void;
}) {
  const [count, setCount] = useState(3);
  const [spacing, setSpacing] = useState<number | null>(null);
  const wire = plan.wires[run.wire];
  if (!wire) return null;
  const left = wire.developedMm - (run.fromMm + run.toMm) / 2;
  const even = wire.closed ? wire.developedMm / (count + 1) : left / count;
  const spacingMm = spacing ?? Math.max(0.1, Number(even.toFixed(2)));
  return (
    <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2">
      <NumberField label="So many more" value={count} min={1} max={most} onChange={setCount} />
      <LengthField
        label="Each further along by"
        valueMm={spacingMm}
        unit={unit}
        min={0.1}
        max={1000}
        decimals={2}
        alone
        onChange={setSpacing}
      />
      <Button onClick={() => add(count, spacingMm)}>Add them</Button>
    </div>
  );
}
