import { MAIN_ID, type MadeOf, type Thread } from '@core/item';
import {
  madeOfIt,
  MAIN_STOCK,
  THIN_WIRE,
  wireOf,
  withoutIdle,
  withOwnWire,
  withStock,
  type Piece,
} from '@core/piece';
import type { LengthUnit } from '@core/units';
import { acrossFor, METAL_FACTS, METALS, strandMm, TEMPER_NAMES, TEMPERS } from '@core/wire';
import { CoatField } from '~/components/CoatField';
import { GaugeFields } from '~/components/GaugeFields';
import { Picker } from '~/components/ui';
import { useEdit, useShownPiece } from '~/state/workbench';

interface WireNames {
  readonly metal: string;
  readonly temper: string;
  readonly gauge: string;
  readonly thickness: string;
  /** where it may be coated */
  readonly coat?: string;
}
interface Names extends WireNames {
  readonly which: string;
}
const SECOND: Names = {
  which: 'Made of',
  metal: 'Second wire',
  temper: 'Its temper',
  gauge: 'Its gauge',
  thickness: 'Its thickness',
  coat: 'Its coat',
};
/** The choice of a wire that nothing else is made of. */
const OWN = 'own';

/** A wire by itself: metal, temper, gauge, thickness and coat. */
export function WireFields({
  wire,
  unit,
  names,
  change,
}: {
  wire: Thread;
  unit: LengthUnit;
  names: WireNames;
  change: (next: Partial<Thread>) => void;
}) {
  return (
    <div className="grid grid-cols-2 content-start gap-x-3 gap-y-2">
      <Picker
        label={names.metal}
        value={wire.metal}
        options={METALS.map((m) => ({ value: m, label: METAL_FACTS[m].name }))}
        onChange={(metal) => change({ metal })}
      />
      <Picker
        label={names.temper}
        value={wire.temper}
        options={TEMPERS.map((t) => ({ value: t, label: TEMPER_NAMES[t] }))}
        onChange={(temper) => change({ temper })}
      />
      <GaugeFields
        unit={unit}
        gaugeLabel={names.gauge}
        thicknessLabel={names.thickness}
        diameterMm={strandMm(wire)}
        set={(d) => change({ diameterMm: acrossFor(wire, d) })}
      />
      {names.coat && (
        <CoatField label={names.coat} coat={wire.coat} set={(coat) => change({ coat })} />
      )}
    </div>
  );
}

/**
 * What something is made of: one of the piece's wires, and what that is. Changing the wire changes all that is
 * made of it; another can be chosen, or one of its own.
 */
export function ThreadFields({
  madeOf,
  called = THIN_WIRE,
  unit,
  put,
  names = SECOND,
}: {
  madeOf: MadeOf;
  /** what a wire of its own is called first */
  called?: string;
  unit: LengthUnit;
  /** the piece with it made of another wire */
  put: (piece: Piece, madeOf: MadeOf) => Piece;
  names?: Names;
}) {
  const piece = useShownPiece();
  const edit = useEdit();
  const wire = wireOf(piece, madeOf);
  const id = typeof madeOf === 'string' ? madeOf : MAIN_ID;
  const stock = piece.stocks.find((s) => s.id === id);
  const shared = stock ? madeOfIt(piece, id) - 1 : 0;
  const change = (next: Partial<Thread>): void => edit((p) => withStock(p, id, next));
  const choose = (to: string): void =>
    edit((p) => {
      if (to !== OWN) return withoutIdle(put(p, to), madeOf);
      const made = withOwnWire(p, wireOf(p, madeOf), called);
      return withoutIdle(put(made.piece, made.id), madeOf);
    });
  return (
    <div className="space-y-2">
      <Picker
        label={names.which}
        value={stock ? id : MAIN_ID}
        options={[
          { value: MAIN_ID, label: MAIN_STOCK },
          ...piece.stocks.map((s) => ({ value: s.id, label: s.name })),
          { value: OWN, label: 'a wire of its own' },
        ]}
        onChange={choose}
      />
      {stock && <WireFields wire={wire} unit={unit} names={names} change={change} />}
      {stock && shared > 0 && (
        <p className="text-xs text-soft">
          {shared === 1 ? 'One other thing is' : `${shared} other things are`} made of{' '}
          {stock.name.toLowerCase()} too: it changes in all of them.
        </p>
      )}
    </div>
  );
}
