import { useState } from 'react';
import { lengthByWeight, LONGEST_MM, weightOf, type WireLength } from '@core/drawer';
import { awgToMm, printWireLength, type LengthUnit } from '@core/units';
import { LengthField } from '~/components/LengthField';
import { NumberField } from '~/components/NumberField';
import { Choices } from '~/components/ui';
import { WireFields } from '~/screens/dressing/ThreadFields';
import { DrawerForm } from './DrawerForm';
import { freshId } from '~/state/freshId';
import { Calliper } from './Calliper';
import { OriginFields } from './OriginFields';
import { PictureField } from './PictureField';
import { SpoolScale } from './SpoolScale';

const WIRE_NAMES = {
  metal: 'Metal',
  temper: 'Temper',
  gauge: 'Gauge',
  thickness: 'Thickness',
  coat: 'Coat',
};

/** As thin and as thick as wire may be, mm. */
const WIRE_ACROSS = { min: 0.08, max: 5 };

/** A spool before anything is known of it: as the one entered last, else common copper. */
const first = (last: WireLength | null): WireLength => ({
  id: freshId(),
  kind: last?.kind ?? 'spool',
  wire: last?.wire ?? {
    metal: 'copper',
    temper: 'dead-soft',
    diameterMm: Number(awgToMm(20).toFixed(3)),
  },
  leftMm: 10_000,
});

/** What is put in new was paid for as it is: its length may be typed after the price. */
const paidForAll = ({ paid, ...wire }: WireLength): WireLength =>
  paid && wire.leftMm > 0 ? { ...wire, paid: { ...paid, forMm: wire.leftMm } } : wire;

/** A spool or an offcut: how much of which wire, by its length or by its weight. */
export function WireForm({
  from,
  last,
  unit,
  keep,
  close,
}: {
  /** null for a new one */
  from: WireLength | null;
  /** the one entered last, which the next is mostly like */
  last: WireLength | null;
  unit: LengthUnit;
  keep: (wire: WireLength) => void;
  close: () => void;
}) {
  const [draft, setDraft] = useState<WireLength>(() => from ?? first(last));
  const set = (change: Partial<WireLength>): void => setDraft((d) => ({ ...d, ...change }));
  const { kind, wire, leftMm, paid } = draft;
  const grams = weightOf(wire, leftMm);
  return (
    <DrawerForm
      name={from ? 'Change this wire' : 'New wire'}
      keepWord={from ? 'Keep it so' : 'Put it in the drawer'}
      keep={() => keep(from ? draft : paidForAll(draft))}
      close={close}
    >
      <div className="grid gap-x-5 gap-y-3 md:grid-cols-2">
        <div className="space-y-3">
          <WireFields
            wire={wire}
            unit={unit}
            names={WIRE_NAMES}
            change={(next) =>
              setDraft(({ wire: before, ...d }) => {
                const { rope: _rope, coat, ...changed } = { ...before, ...next };
                return { ...d, wire: { ...changed, ...(coat && { coat }) } };
              })
            }
          />
          <Calliper
            unit={unit}
            {...WIRE_ACROSS}
            sample={0.9}
            take={(diameterMm) => set({ wire: { ...wire, diameterMm } })}
          />
        </div>
        <div className="space-y-2">
          <Choices
            label="It is"
            value={kind}
            options={[
              { value: 'spool', label: 'a spool' },
              { value: 'offcut', label: 'an offcut' },
            ]}
            onChange={(k) => set({ kind: k })}
          />
          <div className="grid grid-cols-2 gap-3">
            <LengthField
              label={kind === 'spool' ? 'Left on it' : 'Long'}
              valueMm={leftMm}
              unit={unit}
              min={0}
              max={LONGEST_MM}
              alone
              onChange={(mm) => set({ leftMm: mm })}
              hint={printWireLength(leftMm, unit)}
            />
            <NumberField
              label="Or its weight, g"
              value={Number(grams.toFixed(1))}
              min={0}
              max={100_000}
              decimals={1}
              onChange={(g) => set({ leftMm: Math.round(lengthByWeight(wire, g) * 10) / 10 })}
            />
            <NumberField
              label={
                from?.paid
                  ? `Paid for ${printWireLength(from.paid.forMm, unit)}`
                  : 'Paid for so much'
              }
              value={paid?.price ?? 0}
              min={0}
              max={1_000_000}
              decimals={2}
              onChange={(price) =>
                setDraft(({ paid: _paid, ...d }) =>
                  price > 0
                    ? { ...d, paid: { price, forMm: from?.paid?.forMm ?? (d.leftMm || 1) } }
                    : d,
                )
              }
            />
            <OriginFields of={draft} set={set} />
            <PictureField
              name="it"
              picture={draft.picture}
              set={(picture) =>
                setDraft(({ picture: _before, ...d }) => (picture ? { ...d, picture } : d))
              }
            />
          </div>
          <div className="flex flex-wrap gap-2">
            <SpoolScale
              wire={wire}
              take={(g) => set({ leftMm: Math.round(lengthByWeight(wire, g) * 10) / 10 })}
            />
          </div>
        </div>
      </div>
    </DrawerForm>
  );
}
