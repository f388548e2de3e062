import { useMemo, useState } from 'react';
import { Trash2 } from 'lucide-react';
import {
  groundOf,
  jointPlace,
  spotsLeft,
  withOneMore,
  withSpread,
  type Spread,
} from '@core/dressing';
import { twinAxis, type Part } from '@core/piece';
import { LengthField } from '~/components/LengthField';
import { Tick } from '~/components/Tick';
import { Button, Choices, IconButton } from '~/components/ui';
import { useUnit } from '~/state/useWords';
import { useWorkbench } from '~/state/workbench';

type Way = Extract<Spread, { by: 'row' }>['way'];
const WAYS: readonly { value: Way; label: string }[] = [
  { value: 'both', label: 'to both sides' },
  { value: 'on', label: 'onwards' },
  { value: 'back', label: 'back' },
];
/** Beside the drawn one, until another distance is asked for, mm. */
const FIRST_APART_MM = 3;

/** Where the others of a part hang: in a row, all the way round, mirrored, or one by one. */
export function PartSpots({ part, set }: { part: Part; set: (next: Partial<Part>) => void }) {
  const unit = useUnit();
  const { plan, planned } = useWorkbench().planState;
  const [apartMm, setApart] = useState(FIRST_APART_MM);
  const [way, setWay] = useState<Way>('both');
  const [told, setTold] = useState('');
  const ground = useMemo(() => plan && planned && groundOf(planned, plan), [plan, planned]);
  const own = useMemo(() => ground && jointPlace(ground, part), [ground, part]);
  if (!ground || !own) return null;
  const left = spotsLeft(part);
  const take = (next: Part): void => {
    if (next !== part) set({ spots: next.spots });
    setTold(next === part ? 'There is no free place for another there.' : '');
  };
  const spread = (how: Spread): void => take(withSpread(ground, part, how));
  return (
    <div className="space-y-2 rounded-md bg-bench p-2.5 text-sm">
      <p data-testid={`spots-${part.id}`}>
        {part.count - left} of {part.count} have their place
        {left > 0 && '; the others weigh where the drawn one hangs'}.
      </p>
      <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2">
        <LengthField
          label="From one to the next"
          valueMm={apartMm}
          unit={unit}
          min={0.2}
          max={500}
          onChange={setApart}
        />
        <Button onClick={() => spread({ by: 'row', apartMm, way })}>Hang them in a row</Button>
      </div>
      <Choices label="From the drawn one" value={way} options={WAYS} onChange={setWay} />
      <div className="flex flex-wrap gap-2">
        {plan?.wires[own.wire]?.closed && (
          <Button onClick={() => spread({ by: 'round' })}>All the way round</Button>
        )}
        {left > 0 && planned && (
          <>
            <Button onClick={() => spread({ by: 'mirror', axisX: twinAxis(planned) })}>
              Mirrored on the other side
            </Button>
            <Button onClick={() => take(withOneMore(ground, part, apartMm))}>Hang one more</Button>
          </>
        )}
      </div>
      <p role="status" className="text-xs text-soft">
        {told}
      </p>
      {part.spots.length > 0 && (
        <ul className="max-h-40 space-y-1 overflow-y-auto">
          {part.spots.map((spot, i) => (
            <li key={i} className="flex items-center justify-between gap-2">
              <Tick
                label={`${part.name} ${i + 2} is mirrored`}
                value={spot.mirrored}
                set={(mirrored) =>
                  set({ spots: part.spots.map((s, j) => (j === i ? { ...s, mirrored } : s)) })
                }
              />
              <IconButton
                name={`Take ${part.name} ${i + 2} from its place`}
                onClick={() => set({ spots: part.spots.filter((_, j) => j !== i) })}
              >
                <Trash2 size={16} />
              </IconButton>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
