import { useMemo, useState } from 'react';
import { ChevronDown, ChevronUp, Trash2 } from 'lucide-react';
import {
  actsAlike,
  leadSpots,
  newAct,
  spotAlong,
  withAct,
  withActAlike,
  withActMoved,
  withActsAfter,
  withoutAct,
  type Dressed,
  type LeadTool,
  type LedItem,
} from '@core/dressing';
import { ACT_LIMITS, actTitle, type Act, type LaidAct } from '@core/item';
import { alongBlank } from '@core/plan';
import type { LengthUnit } from '@core/units';
import { printLength } from '@core/units';
import { LengthField } from '~/components/LengthField';
import { Tick } from '~/components/Tick';
import { Button, Choices, IconButton, Picker } from '~/components/ui';
import { useWords } from '~/state/useWords';
import { useWorkbench } from '~/state/workbench';
import { ActFields } from './ActFields';
import { ActsList, type ActWords } from './ActsList';
import { LeadAgain } from './LeadAgain';

/** What a press on the figure does, and which act is in work. */
export interface Leading {
  readonly tool: LeadTool;
  readonly act: string | null;
}
export const LEADING: Leading = { tool: 'wrap', act: null };

const TOOLS: readonly { value: LeadTool; label: string }[] = [
  { value: 'wrap', label: 'Wraps' },
  { value: 'bead', label: 'A bead' },
  { value: 'pass', label: 'Goes through' },
  { value: 'weave', label: 'Weave' },
  { value: 'twist', label: 'Twist' },
  { value: 'curl', label: 'Curl' },
];

/** All that a led wire does, in order, with the wire so far; the one in work with its choices. */
export function ActsField({
  item,
  dressed,
  unit,
  leading,
  lead,
  set,
}: {
  item: LedItem;
  dressed: Dressed | undefined;
  unit: LengthUnit;
  leading: Leading;
  lead: (change: Partial<Leading>) => void;
  set: (item: LedItem) => void;
}) {
  const told = useWords();
  const laid = useMemo(() => dressed?.acts ?? [], [dressed?.acts]);
  const rows = useMemo(() => wordsOf(item.acts, laid, told, unit), [item.acts, laid, told, unit]);
  const act = item.acts.find((a) => a.id === leading.act);
  const [together, setTogether] = useState(true);
  const alike = act ? actsAlike(item, act).length : 1;
  return (
    <fieldset className="space-y-2">
      <legend className="mb-1 text-sm text-soft">What it does, in order</legend>
      <Choices
        label="A press on the figure"
        value={leading.tool}
        options={[...TOOLS]}
        onChange={(tool) => lead({ tool })}
      />
      <ActsList rows={rows} act={leading.act} lead={lead} />
      <p className="text-xs text-soft">
        {item.acts.length < ACT_LIMITS.acts
          ? 'Press the places on the figure in their order; a number typed is that of the wraps. The right-hand column is the wire so far.'
          : `A wire does ${ACT_LIMITS.acts} things at the most: lead on another from here.`}
      </p>
      {act && (
        <div className="space-y-2 rounded-md border border-patina p-2.5">
          <div className="flex items-center justify-between">
            <strong className="text-sm">Place {item.acts.indexOf(act) + 1}</strong>
            <span className="flex gap-1">
              <IconButton name="Earlier" onClick={() => set(withActMoved(item, act.id, -1))}>
                <ChevronUp size={16} />
              </IconButton>
              <IconButton name="Later" onClick={() => set(withActMoved(item, act.id, 1))}>
                <ChevronDown size={16} />
              </IconButton>
              <IconButton
                name="Take this place out"
                onClick={() => {
                  lead({ act: null });
                  set(withoutAct(item, act.id));
                }}
              >
                <Trash2 size={16} />
              </IconButton>
            </span>
          </div>
          {alike > 1 && (
            <Tick
              label={`What is changed here is changed in all ${alike} alike`}
              value={together}
              set={setTogether}
            />
          )}
          <ActFields
            act={act}
            laid={laid}
            unit={unit}
            set={(next) => set(together ? withActAlike(item, act, next) : withAct(item, next))}
          />
        </div>
      )}
      <AddPlace item={item} dressed={dressed} unit={unit} leading={leading} lead={lead} set={set} />
      {act && <LeadAgain item={item} act={act} laid={laid} unit={unit} set={set} />}
    </fieldset>
  );
}

/** All acts as they stand in the list, each with the wire so far. */
function wordsOf(
  acts: readonly Act[],
  laid: readonly LaidAct[],
  told: ReturnType<typeof useWords>,
  unit: LengthUnit,
): ActWords[] {
  const own = new Map(laid.map((l) => [l.id, l]));
  const rows: ActWords[] = [];
  let soFarMm = 0;
  for (const [i, a] of acts.entries()) {
    const l = own.get(a.id);
    if (l) soFarMm += l.wayMm + l.hereMm;
    rows.push({
      id: a.id,
      number: i + 1,
      title: l ? told(actTitle(a, l)) : '…',
      way: l && l.wayMm > 0 ? printLength(l.wayMm, unit) : null,
      soFar: l ? printLength(soFarMm, unit) : '',
      trouble: l?.trouble ?? false,
    });
  }
  return rows;
}

/** A place from a list, or so far along a wire: all that a press on the figure does. */
function AddPlace({
  item,
  dressed,
  unit,
  leading,
  lead,
  set,
}: {
  item: LedItem;
  dressed: Dressed | undefined;
  unit: LengthUnit;
  leading: Leading;
  lead: (change: Partial<Leading>) => void;
  set: (item: LedItem) => void;
}) {
  const plan = useWorkbench().planState.known?.plan ?? null;
  const told = useWords();
  const spots = useMemo(
    () => (plan ? leadSpots(plan, dressed?.acts ?? []) : []),
    [plan, dressed?.acts],
  );
  const [which, setWhich] = useState('0');
  const [alongMm, setAlongMm] = useState(0);
  if (!plan) return null;
  const add = (at: Parameters<typeof newAct>[2], spot: Parameters<typeof newAct>[3]): void => {
    const act = newAct(item, leading.tool, at, spot);
    if (!act) return;
    set(withActsAfter(item, [act], leading.act));
    lead({ act: act.id });
  };
  const wires = plan.wires.map((w, i) => ({ value: `w${i}`, label: `along wire ${i + 1} …`, w }));
  const named = spots.map((s, i) => ({ value: String(i), label: told(s.name) }));
  const options = [...named, ...wires.map(({ value, label }) => ({ value, label }))];
  const chosen = options.some((o) => o.value === which) ? which : (options[0]?.value ?? '');
  const wire = wires.find((w) => w.value === chosen)?.w;
  // As the strip is marked: from the first end of the blank.
  const from = wire ? alongBlank(wire, 0) : 0;
  const to = wire ? Math.max(from + 0.1, alongBlank(wire, wire.developedMm)) : 0;
  const shownMm = Math.min(to, Math.max(from, alongMm));
  const press = (): void => {
    const spot = wire ? spotAlong(plan, plan.wires.indexOf(wire), shownMm) : spots[Number(chosen)];
    if (spot) add(spot.at, spot);
  };
  return (
    <div className="grid grid-cols-[1fr_auto] items-end gap-2">
      <Picker label="Next place" value={chosen} options={options} onChange={setWhich} />
      {wire && (
        <LengthField
          label="From its first end"
          valueMm={shownMm}
          unit={unit}
          min={from}
          max={to}
          alone
          onChange={setAlongMm}
        />
      )}
      <Button onClick={press}>Lead on there</Button>
      {leading.tool === 'bead' && (
        <Button
          onClick={() => {
            const bead = newAct(item, 'bead', { x: 0, y: 0 }, null);
            if (bead?.do !== 'bead') return;
            set(withActsAfter(item, [{ ...bead, at: null }], leading.act));
            lead({ act: bead.id });
          }}
        >
          A bead on the way
        </Button>
      )}
    </div>
  );
}
