import { memo } from 'react';
import { valueOf, withValue } from '@core/field';
import {
  changeWire,
  MOST_APART_MM,
  MOST_STRANDS,
  wireChoices,
  type Seam,
  type WireEnds,
} from '@core/piece';
import { END_KINDS, END_SIDES, endKindOf, endLength, newEnd, type WireEnd } from '@core/end';
import { printBoth, printLength, printNumber, type LengthUnit } from '@core/units';
import type { Round } from '@core/wire';
import { NumberControl } from '~/components/NumberControl';
import { NumberField } from '~/components/NumberField';
import { Tick } from '~/components/Tick';
import { Choices, Picker, Section } from '~/components/ui';
import { LengthField } from '~/components/LengthField';
import { useEdit, usePiece, usePointer, useWorkbench } from '~/state/workbench';
import { ApartStretches } from './ApartStretches';

export const EndsSection = memo(function EndsSection() {
  const piece = usePiece();
  const edit = useEdit();
  const { settings, planState } = useWorkbench();
  const index = usePointer((p) => p.wire);
  const wires = planState.known?.plan.wires ?? [];
  const wire = wires[Math.min(index, wires.length - 1)];
  if (!wire) return null;
  const number = wires.indexOf(wire);
  const {
    start,
    end,
    seam,
    handling = NONE_HELD,
    strands = 1,
    strandsApartMm = 0,
    apartAt = [],
  } = wireChoices(piece, wire.pathId);
  const set = (change: Partial<WireEnds>): void =>
    edit((p) => changeWire(p, wire.pathId, (own) => ({ ...own, ...change })));
  const side = (
    <>
      <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2">
        <NumberField
          label="Wires side by side along this line"
          value={strands}
          min={1}
          max={MOST_STRANDS}
          onChange={(n) =>
            set({
              strands: n > 1 ? n : undefined,
              ...(n === 1 && { strandsApartMm: undefined, apartAt: undefined }),
            })
          }
        />
        {strands > 1 && (
          <LengthField
            label="Apart from each other by"
            valueMm={strandsApartMm}
            unit={settings.unit}
            min={0}
            max={MOST_APART_MM}
            alone
            onChange={(mm) => set({ strandsApartMm: mm > 0 ? mm : undefined })}
          />
        )}
      </div>
      {strands > 1 && (
        <ApartStretches
          wire={wire}
          stretches={apartAt}
          unit={settings.unit}
          set={(next) => set({ apartAt: next })}
        />
      )}
    </>
  );
  const shown = { wire: wire.stock, unit: settings.unit };
  const title = wires.length > 1 ? ` of wire ${number + 1}` : '';
  if (wire.closed) {
    return (
      <Section title={`Seam${title}`}>
        <SeamFields
          seam={seam}
          plannedAt={wire.seamAt}
          unit={settings.unit}
          set={(part) => set({ seam: { ...seam, ...part } })}
        />
        {side}
      </Section>
    );
  }
  return (
    <Section title={`Ends${title}`}>
      <EndFields
        {...shown}
        name="First end"
        end={start}
        heldMm={handling.startMm}
        set={(e) => set({ start: e })}
        hold={(startMm) => set({ handling: { ...handling, startMm } })}
      />
      <EndFields
        {...shown}
        name="Last end"
        end={end}
        heldMm={handling.endMm}
        set={(e) => set({ end: e })}
        hold={(endMm) => set({ handling: { ...handling, endMm } })}
      />
      {side}
    </Section>
  );
});

const NONE_HELD = { startMm: 0, endMm: 0 };

const SIDES = END_SIDES.map((side) => ({
  value: side,
  label: { outward: 'out', inward: 'in', left: 'left', right: 'right' }[side],
}));

/** What an end can be: some only of a rope. */
const kindOptions = ({ rope }: Round, now: WireEnd) =>
  END_KINDS.filter((k) => k.rope !== true || rope !== undefined || k.kind === now.kind).map(
    ({ kind, name }) => ({
      value: kind,
      label: name,
    }),
  );

function EndFields({
  name,
  end,
  heldMm,
  wire,
  unit,
  set,
  hold,
}: {
  name: string;
  end: WireEnd;
  /** what it is held by */
  heldMm: number;
  /** what it is formed from */
  wire: Round;
  unit: LengthUnit;
  set: (end: WireEnd) => void;
  hold: (mm: number) => void;
}) {
  const kind = endKindOf(end);
  const { diameterMm } = wire;
  const outsideMm = kind.outsideMm?.(end, diameterMm);
  return (
    <fieldset className="space-y-2">
      <legend className="sr-only">{name}</legend>
      <Picker
        label={name}
        value={end.kind}
        options={kindOptions(wire, end)}
        onChange={(kind) => set(newEnd(kind))}
      />
      <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2">
        {Object.entries(kind.fields).map(
          ([key, { label, control }]) =>
            control.as === 'number' && (
              <NumberControl
                key={key}
                label={`${name}: ${label}`}
                control={control}
                value={Number(valueOf(end, key))}
                unit={unit}
                set={(next) => set(withValue(end, key, next))}
              />
            ),
        )}
        {kind.useUp && (
          <LengthField
            label={`${name}: uses up`}
            valueMm={endLength(end, wire)}
            unit={unit}
            min={1}
            max={3000}
            alone
            onChange={(mm) => set(kind.useUp!(end, mm, diameterMm))}
          />
        )}
        <LengthField
          label={`${name}: to hold it by, cut off after`}
          valueMm={heldMm}
          unit={unit}
          max={1000}
          onChange={hold}
        />
      </div>
      {!kind.even && (
        <Choices
          label={`${name}: turned`}
          value={end.side ?? 'outward'}
          options={SIDES}
          onChange={(side) => set({ ...end, side: side === 'outward' ? undefined : side })}
        />
      )}
      {kind.turns && (
        <Tick
          label={`${name}: turned square to the figure`}
          value={end.turned === true}
          set={(turned) => set({ ...end, turned })}
        />
      )}
      {end.kind !== 'plain' && (
        <p className="text-xs text-soft">
          Takes {printBoth(endLength(end, wire), unit)}
          {outsideMm !== undefined && `, ${printLength(outsideMm, unit)} across outside`}.
        </p>
      )}
    </fieldset>
  );
}

function SeamFields({
  seam,
  plannedAt,
  unit,
  set,
}: {
  seam: Seam;
  plannedAt: number | null;
  unit: LengthUnit;
  set: (seam: Partial<Seam>) => void;
}) {
  return (
    <>
      <Choices
        label="Where"
        value={seam.at === null ? 'top' : 'own'}
        options={[
          { value: 'top', label: 'at the top, where it hangs' },
          { value: 'own', label: 'own place' },
        ]}
        onChange={(v) => set({ at: v === 'top' ? null : (plannedAt ?? 0) })}
      />
      {seam.at !== null && (
        <label className="block">
          <span className="mb-1 block text-sm text-soft">
            Along the drawn line: {printNumber(seam.at * 100, 1)} %
          </span>
          <input
            type="range"
            min={0}
            max={1}
            step={0.002}
            value={seam.at}
            onChange={(e) => set({ at: Number(e.target.value) })}
            className="w-full accent-patina"
          />
        </label>
      )}
      <Choices
        label="The ends"
        value={seam.join}
        options={[
          { value: 'butt', label: 'butt' },
          { value: 'overlap', label: 'overlap' },
          { value: 'loops', label: 'loop together' },
        ]}
        onChange={(join) => set({ join })}
      />
      {seam.join === 'overlap' && (
        <LengthField
          label="Overlap"
          valueMm={seam.overlapMm}
          unit={unit}
          max={1000}
          onChange={(overlapMm) => set({ overlapMm })}
        />
      )}
      {seam.join === 'loops' && (
        <LengthField
          label="Each loop, inside across"
          valueMm={seam.loopInsideMm}
          unit={unit}
          min={0.5}
          max={200}
          onChange={(loopInsideMm) => set({ loopInsideMm })}
        />
      )}
    </>
  );
}
