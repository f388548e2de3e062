import { useMemo, useState } from 'react';

import { stiffnessOf, toolSizes } from '@core/forming';
import {
  makerFor,
  MOTIF_KINDS,
  motifHeight,
  motifValues,
  MOTIFS,
  sizedToHeight,
  standardValues,
  type MotifField,
  type MotifKind,
  type MotifLeast,
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
  const { settings, tools } = useWorkbench();
  const { wire } = usePiece();
  const maker = useMemo(() => makerFor(stiffnessOf(wire, tools.coils)), [wire, tools]);
  // What the fields say is what is drawn, and none takes less than goes with the others.
  const fitted = useMemo(() => motifValues(motif, values, maker), [motif, values, maker]);
  const [, renew] = useState(0);
  const height = useMemo(() => {
    try {
      return motifHeight(motif, values, maker);
    } catch {
      return null;
    }
  }, [motif, values, maker]);
  const resize = (mm: number): void => {
    set(motif, { ...sizedToHeight(motif, values, mm, maker, toolSizes(tools.kit)) });
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
          value={fitted.values[field.key]!}
          least={fitted.least[field.key]}
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
  least,
  unit,
  onChange,
}: {
  field: MotifField;
  value: number;
  least: MotifLeast[string] | undefined;
  unit: 'mm' | 'in';
  onChange: (value: number) => void;
}) {
  const { label, max } = field;
  const min = Math.max(field.min, least?.value ?? 0);
  if (field.kind === 'count')
    return <NumberField label={label} value={value} min={min} max={max} onChange={onChange} />;
  if (field.kind === 'share' || field.kind === 'halves') {
    const parts = field.kind === 'share';
    return (
      <RangeField
        label={label}
        value={value}
        min={min}
        max={max}
        step={parts ? 0.01 : 0.5}
        words={parts ? `${Math.round(value * 100)} %` : String(value)}
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
      max={Math.max(min, max)}
      soThat={least?.soThat}
      onChange={onChange}
    />
  );
}
