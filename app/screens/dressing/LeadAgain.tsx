import { useMemo, useState } from 'react';
import {
  actAgain,
  beadedWays,
  drawnTogether,
  groundOf,
  hungRounds,
  roundsOut,
  withAgain,
  type Again,
  type LedItem,
} from '@core/dressing';
import type { Act, LaidAct } from '@core/item';
import type { LengthUnit } from '@core/units';
import { LengthField } from '~/components/LengthField';
import { NumberField } from '~/components/NumberField';
import { Button } from '~/components/ui';
import { useEdit, usePiece, useWorkbench } from '~/state/workbench';
import { AlongFields } from './AlongFields';

const MOST = 399;

/** The same as an act at other places, the last acts once more further out, or a round that hangs in the last. */
export function LeadAgain({
  item,
  act,
  laid,
  unit,
  set,
}: {
  item: LedItem;
  act: Act;
  laid: readonly LaidAct[];
  unit: LengthUnit;
  set: (item: LedItem) => void;
}) {
  const piece = usePiece();
  const { known } = useWorkbench().planState;
  const edit = useEdit();
  const [lasts, setLasts] = useState(() => Math.min(item.acts.length, 6));
  const [times, setTimes] = useState(1);
  const [outMm, setOutMm] = useState(2);
  const [wraps, setWraps] = useState(1);
  const [sagMm, setSagMm] = useState(3);
  const [told, setTold] = useState('');
  const ground = useMemo(() => known && groundOf(known.piece, known.plan), [known]);
  if (!known || !ground) return null;
  const { plan } = known;
  const take = (made: { item: LedItem; added: number }): void => {
    if (made.added > 0) set(made.item);
    setTold(made.added > 0 ? `${made.added} more.` : 'There is no other such place.');
  };
  const twin = (): void => {
    const { added } = withAgain(piece, plan, item, { by: 'mirror' });
    if (added > 0) edit((p) => withAgain(p, plan, item, { by: 'mirror' }).piece);
    setTold(added > 0 ? 'One more wire, on the other side.' : 'It lies on that side already.');
  };
  const run = act.do === 'wrap' && act.way === null ? ground.runAt(act.on) : null;
  const again = (how: Again): void => take(actAgain(ground, item, act.id, how));
  return (
    <details className="rounded-md border border-line px-3 py-2 text-sm">
      <summary className="cursor-pointer">The same again</summary>
      <div className="mt-2 space-y-3">
        <div className="flex flex-wrap gap-2">
          {run && (
            <>
              <Button onClick={() => again({ by: 'bends' })}>At every bend like this one</Button>
              <Button onClick={() => again({ by: 'crossings' })}>At every crossing</Button>
            </>
          )}
          <Button onClick={() => again({ by: 'mirror' })}>All of it, mirrored back</Button>
          {item.kind === 'led' && <Button onClick={twin}>Another wire, mirrored</Button>}
        </div>
        {run && (
          <AlongFields
            plan={plan}
            run={run}
            most={MOST}
            unit={unit}
            add={(count, spacingMm) => again({ by: 'spacing', count, spacingMm })}
          />
        )}
        <fieldset className="grid grid-cols-2 items-end gap-x-3 gap-y-2">
          <legend className="text-xs text-soft">The last places once more</legend>
          <NumberField
            label="Of the last"
            value={Math.min(lasts, item.acts.length)}
            min={1}
            max={Math.max(1, item.acts.length)}
            onChange={setLasts}
          />
          <NumberField label="Wraps each" value={wraps} min={0} max={200} onChange={setWraps} />
          <NumberField label="Rounds" value={times} min={1} max={60} onChange={setTimes} />
          <LengthField
            label="Each further out by"
            valueMm={outMm}
            unit={unit}
            min={0.1}
            max={500}
            decimals={2}
            alone
            onChange={setOutMm}
          />
          <div className="col-span-2">
            <Button onClick={() => take(roundsOut(ground, item, lasts, times, outMm, wraps))}>
              Further out, along their wires
            </Button>
          </div>
          {act.do === 'bead' && act.at === null && (
            <div className="col-span-2">
              <Button onClick={() => take(beadedWays(item, act.id, lasts))}>
                These beads on each of their ways
              </Button>
            </div>
          )}
          <LengthField
            label="Hanging through by"
            valueMm={sagMm}
            unit={unit}
            min={0}
            max={300}
            alone
            onChange={setSagMm}
          />
          <Button onClick={() => take(hungRounds(item, laid, lasts, times, wraps, sagMm))}>
            Hung in their ways
          </Button>
          <div className="col-span-2">
            <Button onClick={() => take(drawnTogether(item, laid, lasts))}>
              Drawn together, through their ways
            </Button>
          </div>
        </fieldset>
        <p role="status" className="text-xs text-soft">
          {told}
        </p>
      </div>
    </details>
  );
}
