import { Plus, Trash2 } from 'lucide-react';
import { BEAD_SIZES, BEAD_TONES, plainBead, type Bead, type BeadTone } from '@core/item';
import type { LengthUnit } from '@core/units';
import { NameField } from '~/components/NameField';
import { NumberControl } from '~/components/NumberControl';
import { Button, IconButton, Picker } from '~/components/ui';

const TONE_NAMES: Readonly<Record<BeadTone, string>> = {
  pearl: 'pearl white',
  mist: 'mist grey',
  sea: 'sea green',
  slate: 'slate blue',
  ink: 'ink',
};

const SIZES = ['lengthMm', 'acrossMm', 'holeMm', 'grams'] as const;

/** The beads of an item; several follow each other as a pattern. */
export function BeadFields({
  beads,
  most,
  frameMm,
  unit,
  set,
}: {
  beads: readonly Bead[];
  most: number;
  frameMm: number;
  unit: LengthUnit;
  set: (beads: Bead[]) => void;
}) {
  const change = (index: number, part: Partial<Bead>): void =>
    set(beads.map((b, i) => (i === index ? { ...b, ...part } : b)));
  return (
    <div className="space-y-3">
      {beads.map((bead, i) => {
        const name = beads.length > 1 ? `Bead ${i + 1}` : 'Bead';
        return (
          <fieldset key={i} className="rounded-md border border-line p-2.5">
            <legend className="px-1 text-sm text-soft">
              {beads.length > 1 ? `${i + 1} of the pattern` : 'Bead'}
            </legend>
            <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2">
              <NameField
                label={`${name}: name`}
                value={bead.name}
                onChange={(n) => change(i, { name: n })}
              />
              <Picker
                label={`${name}: tone`}
                value={bead.tone}
                options={BEAD_TONES.map((t) => ({ value: t, label: TONE_NAMES[t] }))}
                onChange={(tone) => change(i, { tone })}
              />
              {SIZES.map((key) => {
                const { label, control } = BEAD_SIZES[key];
                return (
                  control.as === 'number' && (
                    <NumberControl
                      key={key}
                      label={`${name}: ${label}`}
                      control={control}
                      value={bead[key]}
                      unit={unit}
                      set={(next) => change(i, { [key]: next })}
                    />
                  )
                );
              })}
            </div>
            {beads.length > 1 && (
              <IconButton
                name={`Take bead ${i + 1} out`}
                onClick={() => set(beads.filter((_, j) => j !== i))}
              >
                <Trash2 size={16} />
              </IconButton>
            )}
          </fieldset>
        );
      })}
      {beads.length < most && (
        <Button
          onClick={() => set([...beads, beads.at(-1) ?? plainBead('Bead', 4, 'sea', frameMm)])}
        >
          <Plus size={16} aria-hidden="true" /> Another bead in the pattern
        </Button>
      )}
    </div>
  );
}
