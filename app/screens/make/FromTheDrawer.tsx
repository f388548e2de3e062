import { useMemo } from 'react';
import { Link } from 'react-router';
import { billOf } from '@core/bill';
import {
  cutProblem,
  stillToCut,
  thingBalance,
  wireBalance,
  type Drawer,
  type WireNeed,
} from '@core/drawer';
import type { CutList } from '@core/cutting';
import type { Dressing } from '@core/dressing';
import type { Piece } from '@core/piece';
import type { Plan } from '@core/plan';
import { printLength, printWireLength, type LengthUnit } from '@core/units';
import { Section } from '~/components/ui';
import { BalanceSection } from '~/screens/drawer/BalanceSection';
import { useCutList } from '~/screens/drawer/useCutList';
import { useInstead, withTaken } from '~/screens/drawer/useInstead';
import type { WantedPiece } from '~/screens/drawer/useWanted';
import { useEdit, useWorkbench } from '~/state/workbench';

/** What the piece needs against what is in the drawer, from where it is cut, and what would do where it is short. */
export function FromTheDrawer({ drawer }: { drawer: Drawer }) {
  const { plan, planned, dressing } = useWorkbench().planState;
  const nothing = drawer.wires.length + drawer.things.length === 0;
  return (
    <Section
      title="From the drawer"
      aside={
        <Link to="/drawer/cuts" className="text-xs text-patina underline">
          Cut list of all
        </Link>
      }
    >
      {nothing ? (
        <p className="text-sm text-soft">
          Put your spools, offcuts and beads{' '}
          <Link to="/drawer" className="text-patina underline">
            in the drawer
          </Link>
          , and here stands what to cut from which, and what is short.
        </p>
      ) : plan && planned && dressing ? (
        <Needs drawer={drawer} piece={planned} plan={plan} dressing={dressing} />
      ) : (
        <p className="text-sm text-soft" role="status">
          Being worked out …
        </p>
      )}
    </Section>
  );
}

function Needs({
  drawer,
  piece,
  plan,
  dressing,
}: {
  drawer: Drawer;
  piece: Piece;
  plan: Plan;
  dressing: Dressing;
}) {
  const { settings, toolbox } = useWorkbench();
  const { unit } = settings;
  const edit = useEdit();
  const wanted = useMemo((): WantedPiece[] => {
    const { id, name } = piece;
    const bill = billOf(piece, plan, dressing);
    return [{ key: id, pieceId: id, pieceName: name, copies: 1, bill, piece, plan }];
  }, [piece, plan, dressing]);
  const needs = useMemo(() => stillToCut(wanted, drawer.done).needs, [wanted, drawer.done]);
  const problem = useMemo(() => cutProblem(drawer, needs), [drawer, needs]);
  const { list, busy } = useCutList(problem);
  const wires = useMemo(() => wireBalance(drawer, needs, list), [drawer, needs, list]);
  const things = useMemo(() => thingBalance(drawer, wanted), [drawer, wanted]);
  const offers = useInstead(drawer, wires, things, wanted, toolbox);
  const { made } = wanted[0]!.bill;
  return (
    <>
      {made > 1 && <p className="text-xs text-soft">For all {made}.</p>}
      <BalanceSection
        wires={wires}
        things={things}
        offers={offers}
        unit={unit}
        busy={busy}
        take={(instead) => edit((now) => withTaken(now, instead))}
      />
      {needs.length === 0 && <p className="text-sm">All its wire is cut.</p>}
      {busy && (
        <p className="text-sm text-soft" role="status">
          What to cut from which is being worked out …
        </p>
      )}
      {list && <Whence list={list} drawer={drawer} needs={needs} unit={unit} />}
    </>
  );
}

/** From which spool or offcut each wire is cut. */
function Whence({
  list,
  drawer,
  needs,
  unit,
}: {
  list: CutList;
  drawer: Drawer;
  needs: readonly WireNeed[];
  unit: LengthUnit;
}) {
  return (
    <ul className="space-y-1 text-sm" aria-label="Cut from">
      {list.cuts.map((cut) => {
        const from = drawer.wires.find((w) => w.id === cut.id);
        const alike = new Map<string, { name: string; mm: number; count: number }>();
        for (const { id, mm } of cut.lengths) {
          const name = needs.find((n) => n.id === id)?.name ?? '';
          const count = (alike.get(`${id} ${mm}`)?.count ?? 0) + 1;
          alike.set(`${id} ${mm}`, { name, mm, count });
        }
        return (
          from && (
            <li key={cut.id}>
              {[...alike].map(([key, { name, mm, count }], i) => (
                <span key={key}>
                  {i > 0 && ', '}
                  {name}: {count > 1 && `${count} × `}
                  <strong className="tabular-nums">{printLength(mm, unit)}</strong>
                </span>
              ))}{' '}
              <span className="text-soft">
                from the {cut.from} of {printWireLength(from.leftMm, unit)}
                {from.note && `, ${from.note}`}; {printWireLength(cut.leftMm, unit)} stay
              </span>
            </li>
          )
        );
      })}
    </ul>
  );
}
