import { useMemo } from 'react';
import { ACT_LIMITS, type Act, type ActOf, type Comes, type LaidAct } from '@core/item';
import { groundOf, handTowards } from '@core/dressing';
import { nearestWire } from '@core/plan';
import type { LengthUnit } from '@core/units';
import { LengthField } from '~/components/LengthField';
import { NumberField } from '~/components/NumberField';
import { Tick } from '~/components/Tick';
import { Choices, Picker } from '~/components/ui';
import { useShownPiece, useWorkbench } from '~/state/workbench';
import { BeadFields } from './BeadFields';

const COMES_OPTIONS: { value: Comes; label: string }[] = [
  { value: 'front', label: 'in front' },
  { value: 'behind', label: 'behind' },
  { value: 'along', label: 'along the wire' },
];

/** What is chosen about one act of a led wire. */
export function ActFields({
  act,
  laid,
  unit,
  set,
}: {
  act: Act;
  laid: readonly LaidAct[];
  unit: LengthUnit;
  set: (act: Act) => void;
}) {
  const index = laid.findIndex((l) => l.id === act.id);
  return (
    <div className="space-y-2">
      <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2">
        {act.do === 'wrap' && (
          <>
            <NumberField
              label="Wraps"
              value={act.wraps}
              min={ACT_LIMITS.wraps.min}
              max={ACT_LIMITS.wraps.max}
              decimals={2}
              onChange={(wraps) => set({ ...act, wraps })}
            />
            {act.way === null && (
              <LengthField
                label="Spread over"
                valueMm={act.on.lengthMm}
                unit={unit}
                min={0}
                max={1_000}
                onChange={(lengthMm) => set({ ...act, on: { ...act.on, lengthMm } })}
              />
            )}
          </>
        )}
        {act.do === 'bead' && (
          <>
            <NumberField
              label="Times through the hole"
              value={act.passes}
              min={1}
              max={ACT_LIMITS.passes}
              onChange={(passes) => set({ ...act, passes })}
            />
            <NumberField
              label="Half turns round it"
              value={act.halves}
              min={0}
              max={ACT_LIMITS.halves}
              onChange={(halves) => set({ ...act, halves })}
            />
          </>
        )}
        {act.do === 'weave' && (
          <>
            <LengthField
              label="Over"
              valueMm={act.on.lengthMm}
              unit={unit}
              min={1}
              max={1_000}
              onChange={(lengthMm) => set({ ...act, on: { ...act.on, lengthMm } })}
            />
            {!act.laced && (
              <NumberField
                label="Wraps a side"
                value={act.wraps}
                {...ACT_LIMITS.weaveWraps}
                onChange={(wraps) => set({ ...act, wraps })}
              />
            )}
            {act.rows !== null && (
              <NumberField
                label={act.laced ? 'Places a side' : 'Rows'}
                value={act.rows}
                min={1}
                max={act.laced ? ACT_LIMITS.laced.most : ACT_LIMITS.rows}
                onChange={(rows) => set({ ...act, rows })}
              />
            )}
            {!act.laced && (
              <Tick
                label="as many rows as fit"
                value={act.rows === null}
                set={(fill) =>
                  set({ ...act, rows: fill ? null : Math.max(1, laid[index]?.turns ?? 1) })
                }
              />
            )}
          </>
        )}
        {(act.do === 'twist' || act.do === 'curl') && (
          <NumberField
            label="Turns"
            value={act.turns}
            {...(act.do === 'twist' ? ACT_LIMITS.twists : ACT_LIMITS.curls)}
            decimals={2}
            onChange={(turns) => set({ ...act, turns })}
          />
        )}
        {act.do === 'curl' && (
          <>
            <LengthField
              label="Opening"
              valueMm={act.openingMm}
              unit={unit}
              min={0}
              max={ACT_LIMITS.openingMm}
              onChange={(openingMm) => set({ ...act, openingMm })}
            />
            <LengthField
              label="Gap between turns"
              valueMm={act.gapMm}
              unit={unit}
              min={0}
              max={ACT_LIMITS.gapMm}
              onChange={(gapMm) => set({ ...act, gapMm })}
            />
          </>
        )}
      </div>
      {act.do === 'twist' && (
        <Choices
          label="Twisted"
          value={act.folded ? 'folded' : 'other'}
          options={[
            { value: 'other', label: 'with another wire led there' },
            { value: 'folded', label: 'with itself, folded back' },
          ]}
          onChange={(v) => set({ ...act, folded: v === 'folded' })}
        />
      )}
      {act.do === 'curl' && (
        <Choices
          label="It curls"
          value={act.left ? 'left' : 'right'}
          options={[
            { value: 'left', label: 'to the left' },
            { value: 'right', label: 'to the right' },
          ]}
          onChange={(v) => set({ ...act, left: v === 'left' })}
        />
      )}
      {act.do === 'weave' && (
        <>
          <Choices
            label="It goes"
            value={act.laced ? 'laced' : 'eights'}
            options={[
              { value: 'eights', label: 'in eights' },
              { value: 'laced', label: 'to and fro' },
            ]}
            onChange={(how) => {
              const { laced: _before, ...own } = act;
              set(
                how === 'laced'
                  ? { ...own, laced: true, rows: ACT_LIMITS.laced.first }
                  : { ...own, rows: null },
              );
            }}
          />
          <WovenWith act={act} set={set} />
        </>
      )}
      {index > 0 && <Coming act={act} laid={laid} index={index} unit={unit} set={set} />}
      {act.do === 'wrap' && act.way === null && <Strands act={act} set={set} />}
      {act.do === 'bead' && (
        <BeadFields
          beads={act.beads}
          most={ACT_LIMITS.beads}
          frameMm={0.8}
          unit={unit}
          set={(beads) => set({ ...act, beads })}
        />
      )}
    </div>
  );
}

/** How the wire comes to the place. */
function Coming({
  act,
  laid,
  index,
  unit,
  set,
}: {
  act: Act;
  laid: readonly LaidAct[];
  index: number;
  unit: LengthUnit;
  set: (act: Act) => void;
}) {
  const { plan } = useWorkbench().planState;
  const onTheWay = act.do === 'bead' && act.at === null;
  if (onTheWay || (act.do === 'twist' && act.folded)) return null;
  const [from, to] = [laid[index - 1]!.at, laid[index]!.at];
  const middle = plan?.hang?.center ?? { x: 0, y: 0 };
  const inward = handTowards(from, to, middle);
  const sag = Math.abs(act.sagMm);
  const outside = sag > 0 && Math.sign(act.sagMm) !== inward;
  return (
    <>
      <Choices
        label="It comes"
        value={act.comes}
        options={COMES_OPTIONS}
        onChange={(comes) => set({ ...act, comes })}
      />
      {act.comes !== 'along' && (
        <LengthField
          label="Hangs through by"
          valueMm={sag}
          unit={unit}
          min={0}
          max={ACT_LIMITS.sagMm}
          onChange={(mm) => set({ ...act, sagMm: mm * (outside ? -inward : inward) })}
        />
      )}
      {sag > 0 && (
        <Tick
          label="to the outside"
          value={outside}
          set={() => set({ ...act, sagMm: -act.sagMm })}
        />
      )}
    </>
  );
}

/** Which stretch lies on the other side of a weave. */
function WovenWith({ act, set }: { act: ActOf<'weave'>; set: (act: Act) => void }) {
  const plan = useWorkbench().planState.known?.plan ?? null;
  const shown = useShownPiece();
  const ground = useMemo(() => (plan ? groundOf(shown, plan) : null), [plan, shown]);
  if (!plan || !ground || plan.wires.length < 2) return null;
  const own = ground.runAt({ ...act.on, lengthMm: 0 })?.wire;
  const now = act.to && ground.runAt({ ...act.to, lengthMm: 0 });
  return (
    <Picker
      label="Woven with"
      value={now ? String(now.wire) : ''}
      options={[
        { value: '', label: 'what lies nearest beside' },
        ...plan.wires.flatMap((_, i) =>
          i === own ? [] : [{ value: String(i), label: `wire ${i + 1}` }],
        ),
      ]}
      onChange={(which) => {
        const foot = which === '' ? null : nearestWire([ground.lines[Number(which)]!], act.on);
        set({ ...act, to: foot && { x: foot.at.x, y: foot.at.y } });
      }}
    />
  );
}

/** How many of the wires that lie there it goes round. */
function Strands({ act, set }: { act: Extract<Act, { do: 'wrap' }>; set: (act: Act) => void }) {
  return (
    <div className="space-y-1">
      {act.strands !== null && (
        <NumberField
          label="Wires it goes round"
          value={act.strands}
          min={1}
          max={12}
          onChange={(strands) => set({ ...act, strands })}
        />
      )}
      <Tick
        label="round all wires that lie here"
        value={act.strands === null}
        set={(all) => set({ ...act, strands: all ? null : 1 })}
      />
    </div>
  );
}
