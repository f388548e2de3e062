import { useMemo, useState } from 'react';
import { alikeTo, groundOf, withAgain, type Again } from '@core/dressing';
import { kindOf, type PieceItem } from '@core/item';
import type { LengthUnit } from '@core/units';
import { Tick } from '~/components/Tick';
import { Button } from '~/components/ui';
import { useEdit, usePiece, useWorkbench } from '~/state/workbench';
import { AlongFields } from './AlongFields';

const MOST = 200;

/** The same item at other places: mirrored, at every crossing or bend like this one, or further along. */
export function SameAgain({ item, unit }: { item: PieceItem; unit: LengthUnit }) {
  const edit = useEdit();
  const piece = usePiece();
  const { known } = useWorkbench().planState;
  const [told, setTold] = useState('');
  const [all, setAll] = useState(false);
  const run = useMemo(
    () => known && groundOf(known.piece, known.plan).runAt(item.on),
    [known, item.on],
  );
  if (!known) return null;
  const { plan } = known;
  const { place } = kindOf(item);
  const line = run && plan.wires[run.wire]?.pathId;
  const hasBeside = plan.wires.filter((w) => w.pathId === line).length > 1;
  const along = place === 'point' || place === 'stretch';
  const alike = alikeTo(piece, item);
  const again = (how: Again): void => {
    const of = all ? alike : [item];
    const { added } = withAgain(piece, plan, item, how, of);
    if (added > 0) edit((p) => withAgain(p, plan, item, how, of).piece);
    setTold(added > 0 ? `${added} more.` : 'There is no other such place.');
  };
  return (
    <details className="rounded-md border border-line px-3 py-2 text-sm">
      <summary className="cursor-pointer">The same again</summary>
      <div className="mt-2 space-y-2">
        {alike.length > 1 && (
          <Tick label={`Each of the ${alike.length} alike`} value={all} set={setAll} />
        )}
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => again({ by: 'mirror' })}>Mirrored</Button>
          {along && (
            <>
              <Button onClick={() => again({ by: 'bends' })}>At every bend like this one</Button>
              <Button onClick={() => again({ by: 'crossings' })}>At every crossing</Button>
              {hasBeside && (
                <Button onClick={() => again({ by: 'beside' })}>On the wires beside it</Button>
              )}
            </>
          )}
        </div>
        {along && run && (
          <AlongFields
            plan={plan}
            run={run}
            most={MOST}
            unit={unit}
            add={(count, spacingMm) => again({ by: 'spacing', count, spacingMm })}
          />
        )}
        <p role="status" className="text-xs text-soft">
          {told}
        </p>
      </div>
    </details>
  );
}
