import { useState } from 'react';
import { ringInside, RING_SYSTEMS, type RingSystem } from '@core/element';
import { TypedField } from '~/components/TypedField';
import { Picker } from '~/components/ui';

const NAMES: Readonly<Record<RingSystem, string>> = {
  us: 'US size',
  uk: 'UK letter',
  iso: 'ISO (girth in mm)',
  girth: 'Girth inside, mm',
};

/** A ring size typed in any of the systems. */
export function RingSizeFields({
  first = '',
  onSize,
}: {
  /** US size shown at first */
  first?: string;
  onSize: (insideMm: number) => void;
}) {
  const [system, setSystem] = useState<RingSystem>('us');
  const [shown, setShown] = useState(first);
  return (
    <div className="grid grid-cols-2 items-end gap-3">
      <Picker
        label="Ring size by"
        value={system}
        options={RING_SYSTEMS.map((s) => ({ value: s, label: NAMES[s] }))}
        onChange={(s) => {
          setSystem(s);
          setShown('');
        }}
      />
      <TypedField<{ text: string; insideMm: number }>
        key={system}
        label="Ring size"
        shown={shown}
        inputMode="text"
        read={(typed) => {
          const size = ringInside(system, typed);
          if (!size.ok) return size;
          return { ok: true, value: { text: typed.trim(), insideMm: size.insideMm } };
        }}
        onRead={({ text, insideMm }) => {
          setShown(text);
          onSize(insideMm);
        }}
      />
    </div>
  );
}
