import type { Thread } from '@core/item';
import type { LengthUnit } from '@core/units';
import { METAL_FACTS, METALS, TEMPER_NAMES, TEMPERS } from '@core/wire';
import { GaugeFields } from '~/components/GaugeFields';
import { Picker } from '~/components/ui';

interface Names {
  readonly metal: string;
  readonly temper: string;
  readonly gauge: string;
  readonly thickness: string;
}
const SECOND: Names = {
  metal: 'Second wire',
  temper: 'Its temper',
  gauge: 'Its gauge',
  thickness: 'Its thickness',
};

/** A second wire: metal, temper, gauge and thickness. */
export function ThreadFields({
  thread,
  unit,
  set,
  names = SECOND,
}: {
  thread: Thread;
  unit: LengthUnit;
  set: (thread: Thread) => void;
  names?: Names;
}) {
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2">
      <Picker
        label={names.metal}
        value={thread.metal}
        options={METALS.map((m) => ({ value: m, label: METAL_FACTS[m].name }))}
        onChange={(metal) => set({ ...thread, metal })}
      />
      <Picker
        label={names.temper}
        value={thread.temper}
        options={TEMPERS.map((t) => ({ value: t, label: TEMPER_NAMES[t] }))}
        onChange={(temper) => set({ ...thread, temper })}
      />
      <GaugeFields
        unit={unit}
        gaugeLabel={names.gauge}
        thicknessLabel={names.thickness}
        diameterMm={thread.diameterMm}
        set={(diameterMm) => set({ ...thread, diameterMm })}
      />
    </div>
  );
}
