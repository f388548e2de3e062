import { useState } from 'react';
import { ClipboardPaste, Download, Plus } from 'lucide-react';
import { toast } from 'sonner';
import { EMPTY_DRAWER, mergeDrawers, type Thing, type WireLength } from '@core/drawer';
import { writeDrawerCsv } from '@core/file';
import { saveFile } from '~/components/saveFile';
import { Button } from '~/components/ui';
import { LengthField } from '~/components/LengthField';
import { useDrawer } from '~/screens/drawer/drawerContext';
import { PasteDialog } from '~/screens/drawer/PasteDialog';
import { ThingForm } from '~/screens/drawer/ThingForm';
import { ThingsTable } from '~/screens/drawer/ThingsTable';
import { WireForm } from '~/screens/drawer/WireForm';
import { WiresTable } from '~/screens/drawer/WiresTable';

/** What is being entered or changed: a new one has no other of its name. */
type Open = { wire: WireLength | null } | { thing: Thing | null } | null;

const CARD = 'rounded-xl border border-line bg-panel p-5 max-sm:p-4';

const put = <T extends { id: string }>(all: readonly T[], one: T): T[] =>
  all.some((a) => a.id === one.id) ? all.map((a) => (a.id === one.id ? one : a)) : [...all, one];

/** Spools, offcuts, beads and findings. */
export default function InTheDrawer() {
  const { store, drawer, settings } = useDrawer();
  const { edit } = store.getState();
  const [open, setOpen] = useState<Open>(null);
  const [pasting, setPasting] = useState(false);
  const undo = { label: 'Undo', onClick: () => store.temporal.getState().undo() };
  const { unit } = settings;
  const nothing = drawer.wires.length + drawer.things.length === 0;
  return (
    <>
      <section className={CARD} aria-label="Wire">
        <div className="mb-3 flex flex-wrap items-center gap-2">
          <h2 className="flex-1 font-semibold">Wire</h2>
          <Button onClick={() => setPasting(true)}>
            <ClipboardPaste size={16} aria-hidden="true" /> Paste a table
          </Button>
          <Button look="main" onClick={() => setOpen({ wire: null })}>
            <Plus size={16} aria-hidden="true" /> Add wire
          </Button>
        </div>
        {nothing && (
          <p className="mb-2 max-w-prose text-sm text-soft">
            Nothing is in the drawer yet. Add your spools by their length, or by what they weigh, or
            paste them from a spreadsheet. Then a cut list says what to cut from which, and what is
            short before you begin.{' '}
            <button
              type="button"
              className="text-patina underline"
              onClick={() =>
                void import('@demo/drawer').then(({ demoDrawer }) =>
                  edit((d) => mergeDrawers(d, demoDrawer())),
                )
              }
            >
              Fill it as the Lantern Lane stall’s, to try it
            </button>
            .
          </p>
        )}
        {open && 'wire' in open && (
          <WireForm
            key={open.wire?.id ?? 'new'}
            from={open.wire}
            last={drawer.wires.at(-1) ?? null}
            unit={unit}
            close={() => setOpen(null)}
            keep={(wire) => {
              edit((d) => ({ ...d, wires: put(d.wires, wire) }));
              setOpen(null);
            }}
          />
        )}
        <WiresTable
          wires={drawer.wires}
          unit={unit}
          change={(wire) => setOpen({ wire })}
          another={(wire) => edit((d) => ({ ...d, wires: [...d.wires, wire] }))}
          remove={(wire) => {
            edit((d) => ({ ...d, wires: d.wires.filter((w) => w.id !== wire.id) }));
            toast('The wire was taken out.', { action: undo });
          }}
        />
      </section>
      <section className={CARD} aria-label="Beads and findings">
        <div className="mb-3 flex flex-wrap items-center gap-2">
          <h2 className="flex-1 font-semibold">Beads, stones and findings</h2>
          <Button onClick={() => setOpen({ thing: null })}>
            <Plus size={16} aria-hidden="true" /> Add beads or findings
          </Button>
        </div>
        {open && 'thing' in open && (
          <ThingForm
            key={open.thing?.id ?? 'new'}
            from={open.thing}
            unit={unit}
            close={() => setOpen(null)}
            keep={(thing) => {
              edit((d) => ({ ...d, things: put(d.things, thing) }));
              setOpen(null);
            }}
          />
        )}
        <ThingsTable
          things={drawer.things}
          unit={unit}
          change={(thing) => setOpen({ thing })}
          count={(thing, n) =>
            edit((d) => ({ ...d, things: put(d.things, { ...thing, count: n }) }))
          }
          remove={(thing) => {
            edit((d) => ({ ...d, things: d.things.filter((t) => t.id !== thing.id) }));
            toast(`${thing.name} was taken out.`, { action: undo });
          }}
        />
      </section>
      <section className={CARD} aria-label="Cutting">
        <h2 className="mb-2 font-semibold">Cutting</h2>
        <div className="grid max-w-xl gap-3 sm:grid-cols-2">
          <LengthField
            label="Each cut takes"
            valueMm={drawer.bladeMm}
            unit={unit}
            decimals={2}
            min={0}
            max={10}
            onChange={(bladeMm) => edit((d) => ({ ...d, bladeMm }))}
            hint="A flush cutter takes 0.2 to 0.5 mm, a saw as much as its blade is thick."
          />
          <LengthField
            label="Offcuts are kept from"
            valueMm={drawer.keepMm}
            unit={unit}
            min={0}
            max={1000}
            onChange={(keepMm) => edit((d) => ({ ...d, keepMm }))}
            hint="What is left of an offcut and is shorter counts as scrap."
          />
        </div>
        {!nothing && (
          <div className="mt-4 flex flex-wrap gap-2">
            <Button onClick={() => saveFile('drawer.csv', writeDrawerCsv(drawer), 'text/csv')}>
              <Download size={16} aria-hidden="true" /> Save as a table (CSV)
            </Button>
            <Button
              onClick={() => {
                edit(({ pricing, bladeMm, keepMm }) => ({
                  ...EMPTY_DRAWER,
                  pricing,
                  bladeMm,
                  keepMm,
                }));
                toast('The drawer is empty.', { action: undo });
              }}
            >
              Take everything out
            </Button>
          </div>
        )}
      </section>
      {pasting && (
        <PasteDialog
          unit={unit}
          close={() => setPasting(false)}
          take={({ wires, things }) => {
            edit((d) => ({
              ...d,
              wires: [...d.wires, ...wires],
              things: [...d.things, ...things],
            }));
            setPasting(false);
            toast(`${wires.length + things.length} came into the drawer.`, { action: undo });
          }}
        />
      )}
    </>
  );
}
