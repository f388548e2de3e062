import {
  groundOf,
  hasRing,
  isLed,
  isRefused,
  ringOf,
  ringsHolding,
  rowRings,
  rowRingsOf,
  stretchPlace,
  type Dressed,
} from '@core/dressing';
import { alongBlank, alongFigureFor } from '@core/plan';
import {
  hangsSomewhere,
  kindOf,
  STRETCH_LIMIT_MM,
  type PieceItem,
  type StretchPlace,
} from '@core/item';
import type { LengthUnit } from '@core/units';
import { LengthField } from '~/components/LengthField';
import { NumberField } from '~/components/NumberField';
import { Button, Picker } from '~/components/ui';
import { useMemo } from 'react';
import { useWords } from '~/state/useWords';
import { useWorkbench } from '~/state/workbench';
import { endPlaces } from './firstPlace';

/** Where an item lies, as numbers: which wire, how far along, how long. */
export function PlaceFields({
  item,
  unit,
  set,
}: {
  item: PieceItem;
  unit: LengthUnit;
  set: (item: PieceItem) => void;
}) {
  const { place } = kindOf(item);
  // Its acts say where it goes.
  if (place === 'acts') return null;
  if (place === 'free') {
    return (
      <div className="grid grid-cols-2 gap-3">
        <LengthField
          label="Middle, across"
          valueMm={item.on.x}
          unit={unit}
          min={-2000}
          max={2000}
          alone
          onChange={(x) => set({ ...item, on: { ...item.on, x } })}
        />
        <LengthField
          label="Middle, down"
          valueMm={item.on.y}
          unit={unit}
          min={-2000}
          max={2000}
          alone
          onChange={(y) => set({ ...item, on: { ...item.on, y } })}
        />
        {kindOf(item).traits.turned && (
          <NumberField
            label="Turned by, degrees"
            value={Math.round(((item.on.headingRad ?? 0) * 180) / Math.PI)}
            min={-180}
            max={180}
            onChange={(degrees) =>
              set({ ...item, on: { ...item.on, headingRad: (degrees * Math.PI) / 180 } })
            }
          />
        )}
      </div>
    );
  }
  if (item.hangsIn !== undefined) return <HangsIn item={item} set={set} />;
  if (kindOf(item).traits.begins === 'end') return <EndPlace item={item} set={set} />;
  const long = place === 'stretch' || place === 'stretches';
  return (
    <>
      {hangsSomewhere(kindOf(item)) && <HangsIn item={item} set={set} />}
      <OnePlace
        itemId={item.id}
        name={'to' in item ? 'First place' : 'Place'}
        on={item.on}
        long={long}
        unit={unit}
        set={(on) => set({ ...item, on })}
      />
      {'to' in item && (
        <OnePlace
          itemId={item.id}
          name="Second place"
          on={item.to}
          long={long}
          unit={unit}
          set={(to) => set({ ...item, to })}
        />
      )}
    </>
  );
}

const WIRE = 'wire';

/** What a hanging thing hangs in: the wire, or the loop of another item; nothing is asked where there is none. */
function HangsIn({ item, set }: { item: PieceItem; set: (item: PieceItem) => void }) {
  const told = useWords();
  const { dressing, planned } = useWorkbench().planState;
  const rings = planned?.parts.filter(hasRing) ?? [];
  const items = dressing?.items ?? [];
  const loops = items.filter((d) => d.eye && !isRefused(d) && !hangsOn(items, d, item.id));
  const between = planned ? rowRings(planned) : [];
  const held = planned && ringsHolding(planned, item.hangsIn);
  if (loops.length + rings.length + between.length === 0 && item.hangsIn === undefined) return null;
  return (
    <Picker
      label="Hangs in"
      value={held ? rowRingsOf(held.places[0]) : (item.hangsIn ?? WIRE)}
      options={[
        { value: WIRE, label: 'the wire, or its loop there' },
        ...loops.map((d) => ({
          value: d.item.id,
          label: `${told(d.title)} (${items.indexOf(d) + 1})`,
        })),
        ...between.map(({ places }, i) => ({
          value: rowRingsOf(places[0]),
          label: `the rings between the links${between.length > 1 ? ` (${i + 1})` : ''}`,
        })),
        ...rings.map((part) => ({ value: ringOf(part), label: `the ring of ${part.name}` })),
      ]}
      onChange={(id) => {
        const { hangsIn: _before, ...rest } = item;
        set(id === WIRE ? rest : { ...rest, hangsIn: id });
      }}
    />
  );
}

/** Whether an item is another, or hangs in it in the end. */
function hangsOn(items: readonly Dressed[], dressed: Dressed, id: string): boolean {
  let next: Dressed | undefined = dressed;
  for (let steps = 0; next && steps <= items.length; steps++) {
    if (next.item.id === id) return true;
    const { host }: Dressed = next;
    next = items.find((d) => d.item.id === host?.id);
  }
  return false;
}

/** Which end of which wire it is; led only to its first place yet, it begins anew from there. */
function EndPlace({ item, set }: { item: PieceItem; set: (item: PieceItem) => void }) {
  const { known } = useWorkbench().planState;
  const run = useMemo(
    () => known && groundOf(known.piece, known.plan).runAt(item.on),
    [known, item.on],
  );
  if (!known || !run) return null;
  const { plan } = known;
  const several = plan.wires.length > 1;
  const ends = plan.wires.flatMap((w, wire) =>
    w.closed
      ? []
      : (['start', 'end'] as const).map((which) => ({
          value: `${which} ${wire}`,
          label: `${which === 'start' ? 'first end' : 'last end'}${several ? ` of wire ${wire + 1}` : ''}`,
          places: endPlaces(plan, wire, which),
        })),
  );
  const middle = (run.fromMm + run.toMm) / 2;
  const first = middle < plan.wires[run.wire]!.developedMm / 2;
  return (
    <Picker
      label="Which end"
      value={`${first ? 'start' : 'end'} ${run.wire}`}
      options={ends}
      onChange={(value) => {
        const there = ends.find((e) => e.value === value)?.places;
        if (!there) return;
        const [act, ...more] = isLed(item) ? item.acts : [];
        const anew =
          act?.do === 'wrap' && more.length === 0 ? { acts: [{ ...act, on: there.to }] } : {};
        set({ ...item, ...anew, on: there.on });
      }}
    />
  );
}

function OnePlace({
  itemId,
  name,
  on,
  long,
  unit,
  set,
}: {
  itemId: string;
  name: string;
  on: StretchPlace;
  long: boolean;
  unit: LengthUnit;
  set: (on: StretchPlace) => void;
}) {
  const { known, current } = useWorkbench().planState;
  const run = useMemo(() => known && groundOf(known.piece, known.plan).runAt(on), [known, on]);
  if (!known || !run) return null;
  const { plan } = known;
  const middle = (run.fromMm + run.toMm) / 2;
  const wire = plan.wires[run.wire]!;
  const wholeMm = Math.min(STRETCH_LIMIT_MM, wire.developedMm);
  const put = (index: number, mm: number, lengthMm: number): void => {
    const half = lengthMm / 2;
    const next = stretchPlace(plan, { wire: index, fromMm: mm - half, toMm: mm + half });
    if (next) set(next);
  };
  return (
    <fieldset className="grid grid-cols-2 items-end gap-x-3 gap-y-2">
      <legend className="sr-only">{name}</legend>
      {plan.wires.length > 1 && (
        <div className="col-span-2">
          <Picker
            label={`${name}: wire`}
            value={String(run.wire)}
            options={plan.wires.map((_, i) => ({ value: String(i), label: `Wire ${i + 1}` }))}
            onChange={(i) => {
              const index = Number(i);
              put(index, plan.wires[index]!.developedMm / 2, on.lengthMm);
            }}
          />
        </div>
      )}
      <LengthField
        label={`${name}: ${long ? 'middle' : 'along the wire'}`}
        valueMm={current && alongBlank(wire, middle)}
        unit={unit}
        min={alongBlank(wire, 0)}
        max={Math.max(0.1, alongBlank(wire, wire.developedMm))}
        alone
        onChange={(mm) => put(run.wire, alongFigureFor(wire, itemId, middle, mm), on.lengthMm)}
      />
      {long && (
        <LengthField
          label={`${name}: length`}
          valueMm={on.lengthMm}
          unit={unit}
          min={0.5}
          max={Math.max(1, wire.developedMm)}
          alone
          onChange={(lengthMm) => put(run.wire, middle, lengthMm)}
        />
      )}
      {long && on.lengthMm < wholeMm - 0.05 && (
        <div className="col-span-2">
          <Button
            onClick={() => put(run.wire, wire.closed ? middle : wire.developedMm / 2, wholeMm)}
          >
            {wire.closed ? `${name}: all the way round` : `${name}: all along the wire`}
          </Button>
        </div>
      )}
    </fieldset>
  );
}
