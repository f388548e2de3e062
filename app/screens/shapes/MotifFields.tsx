import { useMemo, useState } from 'react';

import { DEFAULT_KIT, toolSizes, typicalStiffness } from '@core/forming';
import {
  makerFor,
  MOTIF_KINDS,
  motifHeight,
  MOTIFS,
  sizedToHeight,
  standardValues,
  type MotifField,
  type MotifKind,
  type MotifValues,
} from '@core/motif';
import { LengthField } from '~/components/LengthField';
import { NumberField } from '~/components/NumberField';
import { Picker } from '~/components/ui';
import { RangeField } from '~/screens/trace/TracePanel';
import { usePiece, useWorkbench } from '~/state/workbench';

export function MotifFields({
  motif,
  values,
  set,
}: {
  motif: MotifKind;
  values: MotifValues;
  set: (motif: MotifKind, values: Record<string, number>) => void;
}) {
  const { settings } = useWorkbench();
  const { wire } = usePiece();
  const maker = useMemo(
    () => makerFor(typicalStiffness(wire.metal, wire.temper, wire.diameterMm)),
    [wire],
  );
  const [, renew] = useState(0);
  const height = useMemo(() => {
    try {
      return motifHeight(motif, values, maker);
    } catch {
      return null;
    }
  }, [motif, values, maker]);
  const resize = (mm: number): void => {
    set(motif, { ...sizedToHeight(motif, values, mm, maker, toolSizes(DEFAULT_KIT)) });
    // The height may come out as before when no tool fits better: the field shows it again.
    renew((n) => n + 1);
  };
  return (
    <>
      <Picker
        label="Which"
        value={motif}
        options={MOTIF_KINDS.map((kind) => ({ value: kind, label: MOTIFS[kind].name }))}
        onChange={(kind) => set(kind, { ...standardValues(kind) })}
      />
      <p className="text-xs text-soft">{MOTIFS[motif].about}</p>
      <LengthField
        label="Finished height, edge to edge"
        valueMm={height}
        unit={settings.unit}
        min={2}
        max={1000}
        onChange={resize}
        hint="Lengths follow; tools step to the nearest you own."
      />
      {MOTIFS[motif].fields.map((field) => (
        <MotifValueField
          key={`${motif}-${field.key}`}
          field={field}
          value={values[field.key] ?? field.standard}
          unit={settings.unit}
          onChange={(v) => set(motif, { ...values, [field.key]: v })}
        />
      ))}
    </>
  );
}

function MotifValueField({
  field,
  value,
  unit,
  onChange,
}: {
  field: MotifField;
  value: number;
  unit: 'mm' | 'in';
  onChange: (value: number) => void;
}) {
  const { label, min, max } = field;
  if (field.kind === 'count')
    return <NumberField label={label} value={value} min={min} max={max} onChange={onChange} />;
  if (field.kind === 'share') {
    return (
      <RangeField
        label={label}
        value={value}
        min={min}
        max={max}
        step={0.01}
        words={`${Math.round(value * 100)} %`}
        onChange={onChange}
      />
    );
  }
  return (
    <LengthField
      label={label}
      valueMm={value}
      unit={unit}
      min={min}
      max={max}
      onChange={onChange}
    />
  );
}
