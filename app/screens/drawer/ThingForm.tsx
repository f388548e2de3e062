import { useState } from 'react';
import { THING_KINDS, type Thing, type ThingKind } from '@core/drawer';
import type { LengthUnit } from '@core/units';
import { LengthField } from '~/components/LengthField';
import { NameField } from '~/components/NameField';
import { NumberField } from '~/components/NumberField';
import { Picker } from '~/components/ui';
import { DrawerForm } from './DrawerForm';
import { freshId } from '~/state/freshId';
import { Calliper } from './Calliper';
import { OriginFields } from './OriginFields';
import { PictureField } from './PictureField';

export const THING_NAMES: Readonly<Record<ThingKind, string>> = {
  bead: 'Bead',
  stone: 'Stone',
  finding: 'Finding',
  chain: 'Chain',
  other: 'Something else',
};

const NEW: Omit<Thing, 'id'> = { kind: 'bead', name: 'Round bead', count: 10, lengthMm: 4 };

/** Beads, stones or findings that are alike: how many, how large. */
export function ThingForm({
  from,
  unit,
  keep,
  close,
}: {
  /** null for new ones */
  from: Thing | null;
  unit: LengthUnit;
  keep: (thing: Thing) => void;
  close: () => void;
}) {
  const [draft, setDraft] = useState<Thing>(() => from ?? { ...NEW, id: freshId() });
  const set = (change: Partial<Thing>): void => setDraft((d) => ({ ...d, ...change }));
  return (
    <DrawerForm
      name={from ? `Change ${from.name}` : 'New beads or findings'}
      keepWord={from ? 'Keep it so' : 'Put them in the drawer'}
      keep={() => keep(draft)}
      close={close}
    >
      <div className="grid grid-cols-2 gap-3 md:grid-cols-4">
        <Picker
          label="Kind"
          value={draft.kind}
          options={THING_KINDS.map((k) => ({ value: k, label: THING_NAMES[k] }))}
          onChange={(kind) => set({ kind })}
        />
        <NameField
          label="Name, as on your pieces"
          value={draft.name}
          onChange={(name) => set({ name })}
        />
        <NumberField
          label="How many"
          value={draft.count}
          min={0}
          max={1_000_000}
          onChange={(count) => set({ count })}
        />
        <LengthField
          label="Size, along its hole"
          valueMm={draft.lengthMm ?? null}
          unit={unit}
          min={0.1}
          max={1000}
          alone
          onChange={(lengthMm) => set({ lengthMm })}
        />
        <LengthField
          label="Hole, across"
          valueMm={draft.holeMm ?? null}
          unit={unit}
          decimals={2}
          min={0.05}
          max={100}
          alone
          onChange={(holeMm) => set({ holeMm })}
        />
        <NumberField
          label="Paid for one"
          value={draft.each ?? 0}
          min={0}
          max={1_000_000}
          decimals={2}
          onChange={(each) => set({ each })}
        />
        <OriginFields of={draft} set={set} />
        <PictureField
          name={draft.name}
          picture={draft.picture}
          set={(picture) =>
            setDraft(({ picture: _before, ...d }) => (picture ? { ...d, picture } : d))
          }
        />
        <div className="self-end">
          <Calliper
            unit={unit}
            min={0.1}
            max={1000}
            sample={5}
            take={(lengthMm) => set({ lengthMm })}
          />
        </div>
      </div>
    </DrawerForm>
  );
}
