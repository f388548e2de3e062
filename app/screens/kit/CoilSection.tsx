import { useState } from 'react';
import { Trash2 } from 'lucide-react';
import { readCoil, typicalStiffness, insideFromTool, type TestCoil } from '@core/forming';
import {
  awgToMm,
  nominalAwg,
  printGauge,
  printNumber,
  printThickness,
  type LengthUnit,
} from '@core/units';
import { METAL_FACTS, METALS, TEMPER_NAMES, TEMPERS, type Metal, type Temper } from '@core/wire';
import { LengthField } from '~/components/LengthField';
import { NumberField } from '~/components/NumberField';
import { Button, Choices, IconButton, Picker } from '~/components/ui';
import { freshId } from '~/state/freshId';

interface Draft {
  readonly metal: Metal;
  readonly temper: Temper;
  readonly diameterMm: number;
  readonly mandrelMm: number;
  readonly freeInsideMm: number | null;
  readonly turns: number;
}

/** Where a test coil is entered, and the coils that are known. */
export function CoilSection({
  coils,
  unit,
  wire,
  add,
  remove,
}: {
  coils: readonly TestCoil[];
  unit: LengthUnit;
  /** the wire to begin with */
  wire: { metal: Metal; temper: Temper; diameterMm: number } | null;
  add: (coil: TestCoil) => void;
  remove: (id: string) => void;
}) {
  const [draft, setDraft] = useState<Draft>({
    metal: wire?.metal ?? 'copper',
    temper: wire?.temper ?? 'dead-soft',
    diameterMm: wire?.diameterMm ?? Number(awgToMm(18).toFixed(3)),
    mandrelMm: 10,
    freeInsideMm: null,
    turns: 5,
  });
  const set = (change: Partial<Draft>): void => setDraft((d) => ({ ...d, ...change }));
  const { metal, temper, diameterMm, mandrelMm, freeInsideMm } = draft;
  const typical = typicalStiffness(metal, temper, diameterMm);
  const expected = insideFromTool(mandrelMm, typical);
  const read =
    freeInsideMm === null ? null : readCoil({ metal, temper, diameterMm, mandrelMm, freeInsideMm });
  const keep = (): void => {
    if (freeInsideMm === null || !read?.ok) return;
    add({ ...draft, freeInsideMm, id: freshId(), made: new Date().toISOString() });
    set({ freeInsideMm: null });
  };
  return (
    <div className="space-y-4">
      <p className="max-w-prose text-sm text-soft">
        Wind five tight turns of the wire on a mandrel you have measured, let go, and measure across
        the inside of the free coil. From then on every plan for this wire bends as far past the
        target as this wire needs, and says so.
      </p>
      <div className="grid gap-3 sm:grid-cols-3">
        <Picker
          label="Metal"
          value={metal}
          options={METALS.map((m) => ({ value: m, label: METAL_FACTS[m].name }))}
          onChange={(m) => set({ metal: m })}
        />
        <Choices
          label="Temper"
          value={temper}
          options={TEMPERS.map((t) => ({ value: t, label: TEMPER_NAMES[t] }))}
          onChange={(t) => set({ temper: t })}
        />
        <LengthField
          label="Wire thickness"
          valueMm={diameterMm}
          unit={unit}
          alone
          decimals={2}
          min={0.08}
          max={5}
          onChange={(mm) => set({ diameterMm: mm })}
          hint={gaugeHint(diameterMm)}
        />
        <LengthField
          label="Mandrel across"
          valueMm={mandrelMm}
          unit={unit}
          decimals={2}
          min={0.5}
          max={200}
          onChange={(mm) => set({ mandrelMm: mm })}
        />
        <LengthField
          label="Free coil, across the inside"
          valueMm={freeInsideMm}
          unit={unit}
          decimals={2}
          min={0.5}
          max={1000}
          onChange={(mm) => set({ freeInsideMm: mm })}
          hint={
            Number.isFinite(expected)
              ? `The handbook’s wire would measure ${printThickness(expected, unit)}.`
              : 'The handbook’s wire would spring back wholly.'
          }
        />
        <NumberField
          label="Turns wound"
          value={draft.turns}
          min={1}
          max={100}
          onChange={(turns) => set({ turns })}
        />
      </div>
      {read && !read.ok && (
        <p role="alert" className="text-sm text-alert">
          {read.message}
        </p>
      )}
      {read?.ok && (
        <p className="text-sm" role="status">
          This wire gives way at {printNumber(read.stiffness.flowMPa, 0)} MPa; the handbook says{' '}
          {typical.flowMPa} MPa.
        </p>
      )}
      <Button look="main" disabled={!read?.ok} onClick={keep}>
        Keep this coil
      </Button>
      {coils.length > 0 && <CoilTable unit={unit} coils={coils} remove={remove} />}
    </div>
  );
}

const gaugeHint = (mm: number): string => {
  const awg = nominalAwg(mm);
  return awg === null ? 'between gauges' : `${awg} ga`;
};

function CoilTable({
  coils,
  unit,
  remove,
}: {
  coils: readonly TestCoil[];
  unit: LengthUnit;
  remove: (id: string) => void;
}) {
  return (
    <table className="w-full text-sm">
      <caption className="pb-1 text-left text-sm font-semibold">Wires tested</caption>
      <thead className="text-left text-xs text-soft">
        <tr>
          {['Wire', 'Mandrel', 'Free inside', 'Gives way at', ''].map((h) => (
            <th key={h} scope="col" className="py-1 font-medium">
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {coils.map((c) => {
          const read = readCoil(c);
          const name = `${METAL_FACTS[c.metal].name}, ${TEMPER_NAMES[c.temper]}, ${printGauge(c.diameterMm)}`;
          return (
            <tr key={c.id} className="border-t border-line">
              <td className="py-1.5">{name}</td>
              <td>{printThickness(c.mandrelMm, unit)}</td>
              <td>{printThickness(c.freeInsideMm, unit)}</td>
              <td>{read.ok ? `${printNumber(read.stiffness.flowMPa, 0)} MPa` : '–'}</td>
              <td className="text-right">
                <IconButton name={`Forget the coil of ${name}`} onClick={() => remove(c.id)}>
                  <Trash2 size={15} />
                </IconButton>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
