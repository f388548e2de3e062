import { useMemo } from 'react';
import { Check, Download, Printer } from 'lucide-react';
import { Link, useRevalidator } from 'react-router';
import { toast } from 'sonner';
import type { CutList, CutOf } from '@core/cutting';
import {
  cutProblem,
  DrawerError,
  isSameStock,
  stillToCut,
  putThingsBack,
  stillToTake,
  takeCut,
  takeThings,
  thingBalance,
  toBuy,
  wireBalance,
  withCopies,
  withoutTaken,
  type CutDone,
  type Drawer,
  type ThingTaken,
  type ToMake,
  type WireNeed,
} from '@core/drawer';
import { writeToBuyCsv } from '@core/file';
import { printLength, printNumber, printWireLength, type LengthUnit } from '@core/units';
import { saveFile } from '~/components/saveFile';
import { Tick } from '~/components/Tick';
import { Button } from '~/components/ui';
import { BalanceSection } from '~/screens/drawer/BalanceSection';
import { CanMake } from '~/screens/drawer/CanMake';
import { CutBar } from '~/screens/drawer/CutBar';
import { useDrawer } from '~/screens/drawer/drawerContext';
import { StockName, stockName } from '~/screens/drawer/StockName';
import { useCutList } from '~/screens/drawer/useCutList';
import { useInstead, withTaken, type Instead } from '~/screens/drawer/useInstead';
import { Lines } from '~/screens/drawer/Lines';
import { useWanted, type WantedPiece } from '~/screens/drawer/useWanted';
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
  const { wanted, busy: planning, without } = useWanted(drawer.toMake, pieces, toolbox, unit);
  const { needs, stray } = useMemo(() => stillToCut(wanted, drawer.done), [wanted, drawer.done]);
  const { stray: strayThings } = useMemo(
    () => stillToTake(wanted, drawer.taken),
    [wanted, drawer.taken],
  );
  const { wires, bladeMm, keepMm, sharesHeld } = drawer;
  const problem = useMemo(
    () => (planning ? null : cutProblem({ wires, bladeMm, keepMm, sharesHeld }, needs)),
    [planning, wires, bladeMm, keepMm, sharesHeld, needs],
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
  const offers = useInstead(drawer, balance, things, wanted, toolbox);
  const take = (instead: Instead): void => {
    edit((d) => ({ ...d, toMake: linesWith(d.toMake, instead) }));
    void changePieces(wanted, instead).then((names) => {
      void revalidate();
      if (names.length > 0)
        toast(`${names.join(', ')} ${names.length === 1 ? 'is' : 'are'} made of it now.`);
    });
  };
  const heldMm = Math.max(0, ...needs.map((n) => n.heldMm));
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
        things={strayThings.filter((t) => !without.includes(t.pieceId))}
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
              offers={offers}
              take={take}
              takeThings={(kind) => {
                edit((d) => takeThings(d, kind, wanted));
                toast(`${kind.name}: taken from the drawer.`, { action: undo });
              }}
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
          {heldMm > 0 && (
            <div className="mb-3 max-w-prose text-sm">
              <Tick
                label={
                  <>
                    Each wire is worked at the end of its length and cut off then, so that what it
                    is held by is shared:{' '}
                    <span className="tabular-nums">{printLength(heldMm, unit)}</span> stay on every
                    length.
                  </>
                }
                value={sharesHeld}
                set={(on) => edit((d) => ({ ...d, sharesHeld: on }))}
              />
            </div>
          )}
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

/** Lines that say of which wire they are made, with another where that one is short. */
const linesWith = (lines: readonly ToMake[], instead: Instead): ToMake[] =>
  withCopies(
    [],
    lines.map((line) =>
      instead.kind === 'wire' && line.as?.wire && isSameStock(line.as.wire, instead.short)
        ? { ...line, as: { ...line.as, wire: instead.take } }
        : line,
    ),
  );

/** Something taken in place of what is short, in all pieces that use it. @returns their names */
async function changePieces(wanted: readonly WantedPiece[], instead: Instead): Promise<string[]> {
  const names: string[] = [];
  for (const pieceId of new Set(wanted.map((w) => w.pieceId))) {
    let isOther = false;
    const next = await changePiece(pieceId, (piece) => {
      const taken = withTaken(piece, instead);
      isOther = taken !== piece;
      return taken;
    });
    if (next && isOther) names.push(next.name);
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
function ToMakeSection({ wanted }: { wanted: readonly WantedPiece[] }) {
  const { store, drawer, pieces, settings } = useDrawer();
  return (
    <section className={`${CARD} print:hidden`} aria-label="To be made">
      <h2 className="mb-2 font-semibold">To be made</h2>
      {drawer.toMake.length === 0 && (
        <p className="mb-2 max-w-prose text-sm text-soft">
          Choose pieces, and how often each is made: the list says what to cut from which spool or
          offcut so that the least is taken from spools and the least is thrown away.
        </p>
      )}
      <Lines
        lines={drawer.toMake}
        // What was cut for what is taken off is cut: it stays known until it is put back or let be.
        set={(toMake) => store.getState().edit((d) => ({ ...d, toMake }))}
        pieces={pieces}
        unit={settings.unit}
        most={200}
        words={{
          count: (name) => `How often ${name}`,
          remove: (name) => `Take ${name} off the list`,
          add: 'Add a piece',
        }}
        made={(key) => wanted.find((w) => w.key === key)?.bill.made}
      />
    </section>
  );
}

/** So many of what is of no use are told one by one. */
const MOST_STRAY = 12;

/** What was cut or taken and fits no piece any more: it goes back in the drawer, or is let be. */
function StraySection({
  stray,
  things,
  unit,
  planning,
}: {
  stray: readonly CutDone[];
  things: readonly ThingTaken[];
  unit: LengthUnit;
  planning: boolean;
}) {
  const { store, pieces } = useDrawer();
  const { edit } = store.getState();
  const all = stray.length + things.length;
  if (planning || all === 0) return null;
  const gone = new Set(stray);
  const without = (d: Drawer): Drawer => ({
    ...d,
    done: d.done.filter((c) => !gone.has(c)),
    taken: withoutTaken(d.taken, things),
  });
  const nameOf = (id: string): string => pieces.find((p) => p.id === id)?.name ?? 'a deleted piece';
  const words = [
    ...stray.map(
      (c) =>
        `${printLength(c.mm, unit)} of ${stockName(c.wire, unit)}, cut for ${nameOf(c.pieceId)}`,
    ),
    ...things.map((t) => `${t.count} × ${t.name}, taken for ${nameOf(t.pieceId)}`),
  ];
  return (
    <section role="alert" className="rounded-xl border border-alert bg-alert-wash p-4 text-sm">
      <p className="font-medium">
        {stray.length > 0 ? 'Cut' : 'Taken'}, but for no piece on the list as it is now:
      </p>
      <ul className="my-1">
        {words.slice(0, MOST_STRAY).map((w, i) => (
          <li key={i}>{w}</li>
        ))}
        {words.length > MOST_STRAY && <li>and {words.length - MOST_STRAY} more</li>}
      </ul>
      <div className="flex flex-wrap gap-2">
        <Button
          onClick={() =>
            edit((d) => ({
              ...putThingsBack(without(d), things, freshId),
              wires: [
                ...d.wires,
                ...stray.map((c) => ({
                  id: freshId(),
                  kind: 'offcut' as const,
                  wire: c.wire,
                  leftMm: c.mm - (c.heldMm ?? 0),
                })),
              ],
            }))
          }
        >
          Put {all === 1 ? 'it' : 'them'} back
          {stray.length > 0 &&
            (all === 1 ? ' as an offcut' : stray.length === all ? ' as offcuts' : '')}
        </Button>
        <Button look="quiet" onClick={() => edit(without)}>
          They are used: forget them
        </Button>
      </div>
    </section>
  );
}
