import { useMemo, memo } from 'react';
import { finishedSize, foldedFigure, shapedFromSide, type Folding } from '@core/dressing';
import {
  FOLD_LIMITS,
  MOST_COPIES,
  WORN_AS,
  type MakingChoices,
  type OutOfPlane,
} from '@core/piece';
import { printBoth, type LengthUnit } from '@core/units';
import { FoldedView } from '~/components/FoldedView';
import { LengthField } from '~/components/LengthField';
import { NumberField } from '~/components/NumberField';
import { SideView } from '~/components/SideView';
import { Tick } from '~/components/Tick';
import { Choices, Picker, Section } from '~/components/ui';
import { WORN_NAMES } from '~/components/wornNames';
import { RingSizeFields } from '~/screens/RingSizeFields';
import { useEdit, usePiece, useWorkbench } from '~/state/workbench';

/** How it is worn and finished; where makers differ, both ways are offered. */
export const WaysSection = memo(function WaysSection() {
  const piece = usePiece();
  const edit = useEdit();
  const { settings } = useWorkbench();
  const { making } = piece;
  const set = (part: Partial<MakingChoices>): void =>
    edit((p) => ({ ...p, making: { ...p.making, ...part } }));
  return (
    <Section title="Ways of making">
      <Picker
        label="Worn as"
        value={making.wornAs}
        options={WORN_AS.map((w) => ({ value: w, label: WORN_NAMES[w] }))}
        onChange={(wornAs) => set({ wornAs })}
      />
      <Choices
        label="Made"
        value={making.pair}
        options={[
          { value: 'single', label: 'one' },
          { value: 'one-by-one', label: 'a pair, one by one' },
          { value: 'together', label: 'a pair, together' },
        ]}
        onChange={(pair) => set({ pair })}
      />
      <NumberField
        label={making.pair === 'single' ? 'Pieces to make' : 'Pairs to make'}
        value={making.copies}
        min={1}
        max={MOST_COPIES}
        onChange={(copies) => set({ copies })}
      />
      <Choices
        label="The wire’s surface"
        value={making.finish}
        options={[
          { value: 'bare', label: 'bare' },
          { value: 'plated', label: 'plated' },
          { value: 'coated', label: 'coated' },
        ]}
        onChange={(finish) => set({ finish })}
      />
      <Choices
        label="Closed by"
        value={making.closing}
        options={[
          { value: 'mechanical', label: 'wraps and tucks' },
          { value: 'solder', label: 'solder' },
          { value: 'epoxy', label: 'epoxy' },
        ]}
        onChange={(closing) => set({ closing })}
      />
      <Tick
        label="Tap it hard on the block"
        value={making.harden}
        set={(harden) => set({ harden })}
      />
      <Tick label="Patina and buff" value={making.patina} set={(patina) => set({ patina })} />
      <OutOfPlaneFields unit={settings.unit} />
    </Section>
  );
});

type Shaping = OutOfPlane['kind'] | 'flat';

/** Mandrels that are first proposed: a ring in US 7, an ear cuff, a bracelet. */
const ROLLED_MM = { ring: 17.32, cuff: 11, other: 55 } as const;

const PRESETS: Readonly<Record<OutOfPlane['kind'], OutOfPlane>> = {
  roll: { kind: 'roll', mandrelMm: ROLLED_MM.ring, as: 'ring' },
  cup: { kind: 'cup', riseMm: 3 },
  rod: { kind: 'rod', rodMm: 5, backMm: 10 },
  fold: {
    kind: 'fold',
    arms: 4,
    middleMm: 10,
    firstRad: 0,
    way: 'clockwise',
    tucked: true,
    earsMm: 0,
  },
};

const DEGREES = 180 / Math.PI;

function FoldFields({
  folding,
  unit,
  set,
}: {
  folding: Folding;
  unit: LengthUnit;
  set: (folding: Folding) => void;
}) {
  return (
    <>
      <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2">
        <NumberField
          label="Arms folded over"
          value={folding.arms}
          {...FOLD_LIMITS.arms}
          onChange={(arms) => set({ ...folding, arms })}
        />
        <LengthField
          label="Middle, from crease to crease"
          valueMm={folding.middleMm}
          unit={unit}
          {...FOLD_LIMITS.middleMm}
          alone
          onChange={(middleMm) => set({ ...folding, middleMm })}
        />
        <NumberField
          label="First arm, degrees from above"
          value={Math.round(folding.firstRad * DEGREES)}
          min={-359}
          max={359}
          onChange={(degrees) => set({ ...folding, firstRad: degrees / DEGREES })}
        />
        <LengthField
          label="Corners drawn out by"
          valueMm={folding.earsMm}
          unit={unit}
          min={0}
          max={FOLD_LIMITS.earsMm}
          alone
          onChange={(earsMm) => set({ ...folding, earsMm })}
        />
      </div>
      <Choices
        label="One after the other"
        value={folding.way}
        options={[
          { value: 'clockwise', label: 'clockwise' },
          { value: 'anticlockwise', label: 'anticlockwise' },
        ]}
        onChange={(way) => set({ ...folding, way })}
      />
      <Tick
        label="The last is tucked through beneath the first"
        value={folding.tucked}
        set={(tucked) => set({ ...folding, tucked })}
      />
    </>
  );
}

function OutOfPlaneFields({ unit }: { unit: LengthUnit }) {
  const piece = usePiece();
  const edit = useEdit();
  const { outOfPlane } = piece;
  const kind: Shaping = outOfPlane?.kind ?? 'flat';
  const { plan, planned, dressing } = useWorkbench().planState;
  const size = useMemo(
    () =>
      plan && planned && outOfPlane
        ? finishedSize({ ...planned, outOfPlane }, plan, dressing)
        : null,
    [plan, planned, dressing, outOfPlane],
  );
  const side = useMemo(
    () =>
      plan && planned && outOfPlane
        ? shapedFromSide({ ...planned, outOfPlane }, plan, dressing)
        : null,
    [plan, planned, dressing, outOfPlane],
  );
  const folded = useMemo(
    () => (plan && outOfPlane?.kind === 'fold' ? foldedFigure(plan, outOfPlane) : null),
    [plan, outOfPlane],
  );
  const set = (next: OutOfPlane | null): void => edit((p) => ({ ...p, outOfPlane: next }));
  return (
    <>
      <Choices
        label="Out of the plane"
        value={kind}
        options={[
          { value: 'flat', label: 'flat' },
          { value: 'roll', label: 'rolled' },
          { value: 'cup', label: 'cupped' },
          { value: 'rod', label: 'over a rod' },
          { value: 'fold', label: 'folded' },
        ]}
        onChange={(k) => set(k === 'flat' ? null : PRESETS[k])}
      />
      {outOfPlane?.kind === 'roll' && (
        <>
          <Choices
            label="Rolled as"
            value={outOfPlane.as}
            options={[
              { value: 'ring', label: 'ring' },
              { value: 'cuff', label: 'ear cuff' },
              { value: 'other', label: 'bracelet, other' },
            ]}
            onChange={(as) => set({ ...outOfPlane, as, mandrelMm: ROLLED_MM[as] })}
          />
          <LengthField
            label="Mandrel across"
            valueMm={outOfPlane.mandrelMm}
            unit={unit}
            min={3}
            max={300}
            decimals={2}
            onChange={(mandrelMm) => set({ ...outOfPlane, mandrelMm })}
          />
          {outOfPlane.as === 'ring' && (
            <RingSizeFields
              onSize={(insideMm) => set({ ...outOfPlane, mandrelMm: Number(insideMm.toFixed(3)) })}
            />
          )}
        </>
      )}
      {outOfPlane?.kind === 'cup' && (
        <LengthField
          label="Rises by"
          valueMm={outOfPlane.riseMm}
          unit={unit}
          min={0.1}
          max={100}
          onChange={(riseMm) => set({ ...outOfPlane, riseMm })}
        />
      )}
      {outOfPlane?.kind === 'rod' && (
        <LengthField
          label="Rod across"
          valueMm={outOfPlane.rodMm}
          unit={unit}
          min={0.5}
          max={100}
          onChange={(rodMm) => set({ ...outOfPlane, rodMm })}
        />
      )}
      {outOfPlane?.kind === 'rod' && (
        <LengthField
          label="Comes down behind by"
          valueMm={outOfPlane.backMm}
          unit={unit}
          max={1000}
          onChange={(backMm) => set({ ...outOfPlane, backMm })}
        />
      )}
      {outOfPlane?.kind === 'fold' && <FoldFields folding={outOfPlane} unit={unit} set={set} />}
      {folded && <FoldedView view={folded} stock={piece.wire} />}
      {side && <SideView view={side} stock={piece.wire} />}
      {size && (
        <p className="text-xs text-soft">
          Flat it is {printBoth(size.flat.widthMm, unit)} wide and{' '}
          {printBoth(size.flat.heightMm, unit)} high; then {printBoth(size.widthMm, unit)} wide,{' '}
          {printBoth(size.heightMm, unit)} high and {printBoth(size.deepMm ?? 0, unit)} deep. The
          wire’s length stays.
        </p>
      )}
    </>
  );
}
