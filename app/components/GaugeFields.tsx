import { awgToMm, nominalAwg, printThickness, type LengthUnit } from '@core/units';
import { LengthField } from './LengthField';
import { Picker } from './ui';

const GAUGES = Array.from({ length: 31 }, (_, i) => i + 10);

/** A wire's thickness, as a gauge or a length; both are shown. */
export function GaugeFields({
  gaugeLabel,
  thicknessLabel,
  diameterMm,
  unit,
  set,
}: {
  gaugeLabel: string;
  thicknessLabel: string;
  diameterMm: number;
  unit: LengthUnit;
  set: (diameterMm: number) => void;
}) {
  const awg = nominalAwg(diameterMm);
  return (
    <>
      <Picker
        label={gaugeLabel}
        value={awg === null ? 'none' : String(awg)}
        options={[
          ...(awg === null ? [{ value: 'none', label: 'between gauges' }] : []),
          ...GAUGES.map((g) => ({
            value: String(g),
            label: `${g} ga (${printThickness(awgToMm(g), unit)})`,
          })),
        ]}
        onChange={(g) => g !== 'none' && set(Number(awgToMm(Number(g)).toFixed(3)))}
      />
      <LengthField
        label={thicknessLabel}
        alone
        valueMm={diameterMm}
        unit={unit}
        decimals={2}
        min={0.08}
        max={5}
        onChange={set}
      />
    </>
  );
}
