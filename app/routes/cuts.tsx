import { useMemo } from 'react';
import { Check, Download, Printer, X } from 'lucide-react';
import { Link, useRevalidator } from 'react-router';
import { toast } from 'sonner';
import type { CutList, CutOf } from '@core/cutting';
import {
  cutProblem,
  DrawerError,
  isSameStock,
  stillToCut,
  takeCut,
  thingBalance,
  toBuy,
  wireBalance,
  withInstead,
  type CutDone,
  type Drawer,
  type Stock,
  type Substitute,
  type WireBalance,
  type WireNeed,
} from '@core/drawer';
import { writeToBuyCsv } from '@core/file';
import { printLength, printNumber, printWireLength, type LengthUnit } from '@core/units';
import { saveFile } from '~/components/saveFile';
import { NumberField } from '~/components/NumberField';
import { Button, IconButton, Picker } from '~/components/ui';
import { BalanceSection } from '~/screens/drawer/BalanceSection';
import { CanMake } from '~/screens/drawer/CanMake';
import { CutBar } from '~/screens/drawer/CutBar';
import { useDrawer } from '~/screens/drawer/drawerContext';
import { StockName, stockName } from '~/screens/drawer/StockName';
import { useCutList } from '~/screens/drawer/useCutList';
import { useWanted } from '~/screens/drawer/useWanted';
import { freshId } from '~/state/freshId';
import { changePiece } from '~/storage/pieces';

const CARD = 'rounded-xl border border-line bg-panel p-5 max-sm:p-4 print:border-0 print:p-0';

/** What is cut from which spool or offcut for some pieces, and what is short. */
export default function Cuts() {
  const { store, drawer, pieces, settings, toolbox } = useDrawer();
  const { unit } = settings;
  const { edit } = store.getState();
  const undo = { label: 'Undo', onClick: () => store.temporal.getState().undo() };
  const { revalidate } = useRevalidator();
  const { wanted, busy: planning, without } = useWanted(drawer.toMake, pieces, toolbox);
  const { needs, stray } = useMemo(() => stillToCut(wanted, drawer.done), [wanted, drawer.done]);
  const { wires, bladeMm, keepMm } = drawer;
  const problem = useMemo(
    () => (planning ? null : cutProblem({ wires, bladeMm, keepMm }, needs)),
    [planning, wires, bladeMm, keepMm, needs],
  );
  const { list, busy, failed } = useCutList(problem);
  const working = planning || busy;
  const balance = useMemo(() => wireBalance(drawer, needs, list), [drawer, needs, list]);
  const things = useMemo(() => thingBalance(drawer, wanted), [drawer, wanted]);
  const buy = toBuy(drawer, balance, things);
  const tick = (cut: CutOf): void => {
    try {
      const next = takeCut(drawer, cut, needs);
      edit(() => next);
      toast('Cut, and taken from the drawer.', { action: undo });
    } catch (error) {
      if (!(error instanceof DrawerError)) throw error;
      toast.error(error.message);
    }
  };
  const takeInstead = (short: WireBalance, instead: Substitute): void => {
    void changeWires(drawer, needs, short.wire, instead.wire).then((names) => {
      void revalidate();
      toast(`${names.join(', ')} ${names.length === 1 ? 'is' : 'are'} made of it now.`);
    });
  };
  return (
    <>
      <ToMakeSection wanted={wanted} />
      {without.length > 0 && (
        <p role="alert" className="text-sm text-alert">
          {without.length === 1 ? 'One piece is' : `${without.length} pieces are`} not on the list:
          deleted, or too large to be planned beside others.
        </p>
      )}
      <StraySection
        // Of what cannot be planned nothing is known to be of no use.
        stray={stray.filter((c) => !without.includes(c.pieceId))}
        unit={unit}
        planning={planning}
      />
      {drawer.toMake.length > 0 && (
        <section className={CARD} aria-label="Needed and there">
          <h2 className="mb-2 font-semibold">Needed, and there</h2>
          {wanted.length > 0 && (
            <BalanceSection
              wires={balance}
              things={things}
              unit={unit}
              busy={working}
              takeInstead={takeInstead}
            />
          )}
          {buy.length > 0 && !working && (
            <div className="mt-3 print:hidden">
              <Button onClick={() => saveFile('what to buy.csv', writeToBuyCsv(buy), 'text/csv')}>
                <Download size={16} aria-hidden="true" /> Save what to buy (CSV)
              </Button>
            </div>
          )}
          {wanted.length > 0 && needs.length === 0 && !planning && (
            <p className="mt-2 text-sm">All their wire is cut.</p>
          )}
        </section>
      )}
      {needs.length > 0 && (
        <section className={CARD} aria-label="Cut list">
          <div className="mb-2 flex flex-wrap items-center gap-2">
            <h2 className="flex-1 font-semibold">Cut list</h2>
            <Button
              className="print:hidden"
              onClick={() => window.print()}
              disabled={!list || list.cuts.length === 0}
            >
              <Printer size={16} aria-hidden="true" /> Print
            </Button>
          </div>
          <p role="status" className="mb-3 text-sm text-soft">
            {working ? 'Being worked out …' : list ? listWords(list, unit) : ''}
            {failed && 'No cut list could be worked out. Take a piece off the list and try again.'}
          </p>
          {list?.cuts.length === 0 && (
            <p className="text-sm">
              Nothing in the drawer is long enough for these wires.{' '}
              <Link to="/drawer" className="text-patina underline">
                Put your spools in the drawer
              </Link>{' '}
              first.
            </p>
          )}
          <ul className="divide-y divide-line">
            {list?.cuts.map((cut) => {
              const from = drawer.wires.find((w) => w.id === cut.id);
              if (!from) return null;
              return (
                <li key={cut.id} className="break-inside-avoid py-3">
                  <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-sm">
                    <span className="flex-1">
                      From the <strong>{cut.from}</strong> of{' '}
                      <StockName wire={from.wire} unit={unit} />,{' '}
                      {printWireLength(from.leftMm, unit)}
                      {from.note && <span className="text-soft"> · {from.note}</span>}
                    </span>
                    <Button className="print:hidden" onClick={() => tick(cut)}>
                      <Check size={16} aria-hidden="true" /> Cut
                    </Button>
                    <span className="hidden size-4 border border-ink print:inline-block" />
                  </div>
                  <CutBar from={from} cut={cut} bladeMm={bladeMm} keepMm={keepMm} unit={unit} />
                  <CutWords cut={cut} needs={needs} drawer={drawer} unit={unit} />
                </li>
              );
            })}
          </ul>
        </section>
      )}
      <CanMake />
    </>
  );
}

/** A wire of some pieces made of another, wherever the short one is used. @returns the names of the pieces */
async function changeWires(
  drawer: Drawer,
  needs: readonly WireNeed[],
  from: Stock,
  to: Stock,
): Promise<string[]> {
  const ids = new Set(needs.filter((n) => isSameStock(n.wire, from)).map((n) => n.pieceId));
  const names: string[] = [];
  for (const { pieceId } of drawer.toMake) {
    if (!ids.has(pieceId)) continue;
    const next = await changePiece(pieceId, (piece) => withInstead(piece, from, to));
    if (next) names.push(next.name);
  }
  return names;
}

/** How good a list is, in a maker's words. */
function listWords(
  { cuts, proven, gap, spoolMm, scrapMm, short }: CutList,
  unit: LengthUnit,
): string {
  const lack = short.reduce((sum, s) => sum + s.count, 0);
  const lacks =
    lack > 0 ? `${lack} ${lack === 1 ? 'wire is' : 'wires are'} short, see above. ` : '';
  if (cuts.length === 0) return lacks.trim();
  const sums = `${printWireLength(spoolMm, unit)} from spools, ${printLength(scrapMm, unit)} lost to blade and scrap.`;
  const best = proven
    ? 'No other list takes less: that is proven.'
    : `No other list can be better by more than ${printNumber(100 * gap, gap < 0.001 ? 3 : 1)} %.`;
  return `${lacks}${sums} ${best}`;
}

/** What is cut, wire by wire, and what is left. */
function CutWords({
  cut,
  needs,
  drawer,
  unit,
}: {
  cut: CutOf;
  needs: readonly WireNeed[];
  drawer: Drawer;
  unit: LengthUnit;
}) {
  const whatFor = new Map<string, Map<number, number>>();
  for (const { id, mm } of cut.lengths) {
    const need = needs.find((n) => n.id === id);
    const name = need ? `${need.pieceName}, ${need.name.toLowerCase()}` : 'a piece';
    const lengths = whatFor.get(name) ?? new Map<number, number>();
    whatFor.set(name, lengths.set(mm, (lengths.get(mm) ?? 0) + 1));
  }
  const isScrap = cut.from === 'offcut' && cut.leftMm < drawer.keepMm;
  const left = cut.leftMm < 0.05 ? 'nothing' : printWireLength(cut.leftMm, unit);
  return (
    <p className="text-sm">
      {[...whatFor].map(([name, lengths], i) => (
        <span key={name}>
          {i > 0 && '; '}
          <strong className="tabular-nums">
            {[...lengths]
              .map(([mm, n]) => `${n > 1 ? `${n} × ` : ''}${printLength(mm, unit)}`)
              .join(', ')}
          </strong>{' '}
          for {name}
        </span>
      ))}
      <span className="text-soft">
        . Left: {left}
        {isScrap && left !== 'nothing' && ', too short to keep'}.
      </span>
    </p>
  );
}

/** Which pieces wire is cut for, and how often each is made. */
function ToMakeSection({
  wanted,
}: {
  wanted: readonly { pieceId: string; bill: { made: number } }[];
}) {
  const { store, drawer, pieces } = useDrawer();
  const { edit } = store.getState();
  const nameOf = (id: string): string => pieces.find((p) => p.id === id)?.name ?? 'A deleted piece';
  const free = pieces.filter((p) => !drawer.toMake.some((m) => m.pieceId === p.id));
  return (
    <section className={`${CARD} print:hidden`} aria-label="To be made">
      <h2 className="mb-2 font-semibold">To be made</h2>
      {drawer.toMake.length === 0 && (
        <p className="mb-2 max-w-prose text-sm text-soft">
          Choose pieces, and how often each is made: the list says what to cut from which spool or
          offcut so that the least is taken from spools and the least is thrown away.
        </p>
      )}
      <ul className="mb-3 divide-y divide-line text-sm">
        {drawer.toMake.map((m) => {
          const made = wanted.find((w) => w.pieceId === m.pieceId)?.bill.made ?? 1;
          return (
            <li key={m.pieceId} className="flex flex-wrap items-center gap-3 py-1.5">
              <Link to={`/piece/${m.pieceId}`} className="flex-1 hover:underline">
                {nameOf(m.pieceId)}
                {made > 1 && <span className="text-soft">, {made} each time</span>}
              </Link>
              <span className="w-24">
                <NumberField
                  label={`How often ${nameOf(m.pieceId)}`}
                  labelHidden
                  value={m.copies}
                  min={1}
                  max={200}
                  onChange={(copies) =>
                    edit((d) => ({
                      ...d,
                      toMake: d.toMake.map((t) => (t.pieceId === m.pieceId ? { ...t, copies } : t)),
                    }))
                  }
                />
              </span>
              <IconButton
                name={`Take ${nameOf(m.pieceId)} off the list`}
                onClick={() =>
                  edit((d) => ({
                    ...d,
                    toMake: d.toMake.filter((t) => t.pieceId !== m.pieceId),
                    // What was cut for it is cut: it stays known until it is put back or let be.
                  }))
                }
              >
                <X size={16} />
              </IconButton>
            </li>
          );
        })}
      </ul>
      {free.length > 0 && drawer.toMake.length < 200 && (
        <div className="max-w-xs">
          <Picker
            label="Add a piece"
            value=""
            options={[
              { value: '', label: 'choose one …' },
              ...free.map((p) => ({ value: p.id, label: p.name || 'Unnamed piece' })),
            ]}
            onChange={(pieceId) =>
              pieceId !== '' &&
              edit((d) => ({ ...d, toMake: [...d.toMake, { pieceId, copies: 1 }] }))
            }
          />
        </div>
      )}
    </section>
  );
}

/** Wires that were cut and fit no piece any more: each is an offcut again, or is let be. */
function StraySection({
  stray,
  unit,
  planning,
}: {
  stray: readonly CutDone[];
  unit: LengthUnit;
  planning: boolean;
}) {
  const { store, pieces } = useDrawer();
  const { edit } = store.getState();
  if (planning || stray.length === 0) return null;
  const gone = new Set(stray);
  const without = (d: Drawer): Drawer => ({ ...d, done: d.done.filter((c) => !gone.has(c)) });
  return (
    <section role="alert" className="rounded-xl border border-alert bg-alert-wash p-4 text-sm">
      <p className="font-medium">Cut, but for no piece on the list as it is now:</p>
      <ul className="my-1">
        {stray.slice(0, 12).map((c, i) => (
          <li key={i}>
            {printLength(c.mm, unit)} of {stockName(c.wire, unit)}, cut for{' '}
            {pieces.find((p) => p.id === c.pieceId)?.name ?? 'a deleted piece'}
          </li>
        ))}
        {stray.length > 12 && <li>and {stray.length - 12} more</li>}
      </ul>
      <div className="flex flex-wrap gap-2">
        <Button
          onClick={() =>
            edit((d) => ({
              ...without(d),
              wires: [
                ...d.wires,
                ...stray.map((c) => ({
                  id: freshId(),
                  kind: 'offcut' as const,
                  wire: c.wire,
                  leftMm: c.mm,
                })),
              ],
            }))
          }
        >
          Put {stray.length === 1 ? 'it' : 'them'} back as{' '}
          {stray.length === 1 ? 'an offcut' : 'offcuts'}
        </Button>
        <Button look="quiet" onClick={() => edit(without)}>
          They are used: forget them
        </Button>
      </div>
    </section>
  );
}
