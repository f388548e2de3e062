import { awgToMm, nominalAwg, printNumber } from '@core/units';
import { LengthField } from './LengthField';
import { Picker } from './ui';

const GAUGES = Array.from({ length: 31 }, (_, i) => i + 10);

/** A wire's thickness, as a gauge or in mm; both are shown. */
export function GaugeFields({
  gaugeLabel,
  thicknessLabel,
  diameterMm,
  set,
}: {
  gaugeLabel: string;
  thicknessLabel: string;
  diameterMm: number;
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
            label: `${g} ga (${printNumber(awgToMm(g), 2)} mm)`,
          })),
        ]}
        onChange={(g) => g !== 'none' && set(Number(awgToMm(Number(g)).toFixed(3)))}
      />
      <LengthField
        label={thicknessLabel}
        alone
        valueMm={diameterMm}
        unit="mm"
        decimals={2}
        min={0.08}
        max={5}
        onChange={set}
      />
    </>
  );
}
