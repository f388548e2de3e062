import { useState } from 'react';
import { Copy, Plus, Trash2 } from 'lucide-react';
import { useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { useStore } from 'zustand';
import { z } from 'zod';
import { kitFor, type Toolbox } from '@core/file';
import type { Kit, KitTool, ToolKind } from '@core/forming';
import { METALS, TEMPERS } from '@core/wire';
import { RecordHistory } from '~/components/RecordHistory';
import { SaveTrouble } from '~/components/SaveTrouble';
import { TopBar } from '~/components/TopBar';
import { LengthField } from '~/components/LengthField';
import { NameField } from '~/components/NameField';
import { SizesField } from '~/components/SizesField';
import { Button, Picker } from '~/components/ui';
import { CoilSection } from '~/screens/kit/CoilSection';
import { FeltSection } from '~/screens/kit/FeltSection';
import { OwnHandSection } from '~/screens/kit/OwnHandSection';
import { newTool, TOOL_KINDS } from '~/screens/kit/newTool';
import { freshId } from '~/state/freshId';
import { ToolCard } from '~/screens/kit/ToolCard';
import { createRecordStore, useRecordKeeping } from '~/state/recordStore';
import { useWorkshop } from '~/state/workshop';
import { keepDeleted } from '~/storage/deleted';
import { learnOwnHand } from '~/storage/ownHand';
import { loadToolbox, saveToolbox, TOOLBOX_KEY, TOOLBOX_RECORDS } from '~/storage/toolbox';
import type { Route } from './+types/kit';

export async function clientLoader() {
  // First what makings teach: the toolbox keeps what plans take of it.
  const learnt = await learnOwnHand();
  return { toolbox: await loadToolbox(), learnt };
}
clientLoader.hydrate = true as const;

const KEEPING = {
  kind: TOOLBOX_RECORDS,
  key: TOOLBOX_KEY,
  save: saveToolbox,
  putBy: async (given: unknown) => {
    await keepDeleted('toolbox', 'Kits and coils, as in another tab', given);
  },
};

export default function KitScreen({ loaderData }: Route.ComponentProps) {
  const [store] = useState(() => createRecordStore(loaderData.toolbox));
  const toolbox = useStore(store, (s) => s.value);
  const edit = useStore(store, (s) => s.edit);
  const { settings } = useWorkshop();
  const kept = useRecordKeeping<Toolbox>(store, KEEPING, '/kit');
  const wire = useWishedWire();
  const kit = kitFor(toolbox, null);
  const setKit = (change: (kit: Kit) => Kit): void =>
    edit((t) => ({ ...t, kits: t.kits.map((k) => (k.id === kit.id ? change(k) : k)) }));
  return (
    <div className="mx-auto min-h-dvh max-w-4xl px-6 pb-16">
      <TopBar>
        <RecordHistory store={store} />
      </TopBar>
      <main className="space-y-6">
        <h1 className="text-xl font-semibold">Kit</h1>
        <SaveTrouble
          state={kept.state}
          what="Your kit"
          keepMine={kept.keepMine}
          takeTheirs={kept.takeTheirs}
        />
        <section className="rounded-xl border border-line bg-panel p-5">
          <KitChoice toolbox={toolbox} kit={kit} edit={edit} />
          <ul className="mt-4 space-y-3">
            {kit.tools.map((tool) => (
              <ToolCard
                key={tool.id}
                tool={tool}
                unit={settings.unit}
                change={(next) =>
                  setKit((k) => ({
                    ...k,
                    tools: k.tools.map((t) => (t.id === next.id ? next : t)),
                  }))
                }
                remove={() => {
                  setKit((k) => ({ ...k, tools: k.tools.filter((t) => t.id !== tool.id) }));
                  toast(`${tool.name} was taken out.`, {
                    action: { label: 'Undo', onClick: () => store.temporal.getState().undo() },
                  });
                }}
              />
            ))}
          </ul>
          {kit.tools.length === 0 && (
            <p className="py-3 text-sm text-soft">
              This kit is empty. Add the pliers and mandrels you have; all curves are planned for
              fingers until then.
            </p>
          )}
          <AddTool add={(tool) => setKit((k) => ({ ...k, tools: [...k.tools, tool] }))} />
        </section>
        <section id="coils" className="rounded-xl border border-line bg-panel p-5">
          <h2 className="mb-2 font-semibold">Test coils</h2>
          <CoilSection
            coils={toolbox.coils}
            unit={settings.unit}
            wire={wire}
            add={(coil) => edit((t) => ({ ...t, coils: [...t.coils, coil] }))}
            remove={(id) => edit((t) => ({ ...t, coils: t.coils.filter((c) => c.id !== id) }))}
          />
        </section>
        <section id="own-hand" className="rounded-xl border border-line bg-panel p-5">
          <h2 className="mb-2 font-semibold">Your own hand</h2>
          <OwnHandSection
            own={toolbox.own}
            learnt={loaderData.learnt}
            set={(id, value) => edit((t) => ({ ...t, own: { ...t.own, [id]: value } }))}
          />
        </section>
        <section className="rounded-xl border border-line bg-panel p-5">
          <h2 className="mb-2 font-semibold">How pieces turned out</h2>
          <FeltSection />
        </section>
        <section className="rounded-xl border border-line bg-panel p-5">
          <h2 className="mb-2 font-semibold">Peg board and pins</h2>
          <div className="grid gap-3 sm:grid-cols-3">
            <LengthField
              label="From hole to hole"
              valueMm={toolbox.board.pitchMm}
              unit={settings.unit}
              decimals={2}
              min={1}
              max={100}
              onChange={(pitchMm) => edit((t) => ({ ...t, board: { ...t.board, pitchMm } }))}
            />
            <SizesField
              label="Pegs across"
              valuesMm={toolbox.board.pegsMm}
              max={100}
              most={60}
              onChange={(pegsMm) => edit((t) => ({ ...t, board: { ...t.board, pegsMm } }))}
            />
            <LengthField
              label="Pins on the pattern, across"
              valueMm={toolbox.board.pinMm}
              unit={settings.unit}
              decimals={2}
              min={0.2}
              max={10}
              onChange={(pinMm) => edit((t) => ({ ...t, board: { ...t.board, pinMm } }))}
            />
          </div>
        </section>
      </main>
    </div>
  );
}

/** The wire that a piece asked a coil for, from the address. */
function useWishedWire() {
  const [search] = useSearchParams();
  const wished = z
    .object({
      metal: z.enum(METALS),
      temper: z.enum(TEMPERS),
      diameterMm: z.coerce.number().min(0.08).max(5),
    })
    .safeParse({
      metal: search.get('metal'),
      temper: search.get('temper'),
      diameterMm: search.get('mm') ?? undefined,
    });
  return wished.success ? wished.data : null;
}

function KitChoice({
  toolbox,
  kit,
  edit,
}: {
  toolbox: Toolbox;
  kit: Kit;
  edit: (change: (toolbox: Toolbox) => Toolbox) => void;
}) {
  const put = (added: Kit): void =>
    edit((t) => ({ ...t, kits: [...t.kits, added], inUse: added.id }));
  return (
    <div className="flex flex-wrap items-end gap-3">
      <div className="w-56">
        <Picker
          label="Kit in use"
          value={kit.id}
          options={toolbox.kits.map((k) => ({ value: k.id, label: k.name }))}
          onChange={(inUse) => edit((t) => ({ ...t, inUse }))}
        />
      </div>
      <div className="w-56">
        <NameField
          key={kit.id}
          label="Its name"
          value={kit.name}
          most={80}
          onChange={(name) =>
            edit((t) => ({
              ...t,
              kits: t.kits.map((k) => (k.id === kit.id ? { ...k, name } : k)),
            }))
          }
        />
      </div>
      <Button
        disabled={toolbox.kits.length >= 40}
        onClick={() => put({ id: freshId(), name: 'New kit', tools: [] })}
      >
        <Plus size={16} aria-hidden="true" /> New kit
      </Button>
      <Button
        disabled={toolbox.kits.length >= 40}
        onClick={() => put({ ...kit, id: freshId(), name: `${kit.name}, copy`.slice(0, 80) })}
      >
        <Copy size={16} aria-hidden="true" /> Copy
      </Button>
      <Button
        disabled={toolbox.kits.length < 2}
        onClick={() =>
          edit((t) => {
            const kits = t.kits.filter((k) => k.id !== kit.id);
            return { ...t, kits, inUse: kits[0]?.id ?? t.inUse };
          })
        }
      >
        <Trash2 size={16} aria-hidden="true" /> Delete
      </Button>
    </div>
  );
}

function AddTool({ add }: { add: (tool: KitTool) => void }) {
  const [kind, setKind] = useState<ToolKind>('mandrels');
  return (
    <div className="mt-4 flex flex-wrap items-end gap-3">
      <div className="w-64">
        <Picker
          label="Another tool"
          value={kind}
          options={TOOL_KINDS.map((k) => ({ value: k.kind, label: k.name }))}
          onChange={setKind}
        />
      </div>
      <Button onClick={() => add(newTool(kind))}>
        <Plus size={16} aria-hidden="true" /> Add it
      </Button>
    </div>
  );
}
