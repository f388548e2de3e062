import { AlertDialog } from 'radix-ui';
import { useState } from 'react';
import type { PackedWorkshop } from '@core/file';
import { Tick } from '~/components/Tick';
import { Button } from '~/components/ui';
import type { Wanted } from '~/storage/workshopFile';

/** What a file would add and replace, before it does, to be taken in part by part. */
export function TakeIn({
  workshop,
  present,
  onCancel,
  onTake,
}: {
  workshop: PackedWorkshop;
  /** the pieces that are here, each as text, by its id */
  present: ReadonlyMap<string, string>;
  onCancel: () => void;
  onTake: (wanted: Wanted) => void;
}) {
  const { pieces, makings, earlier, toolbox, drawer, settings, pictures, damaged } = workshop;
  const [wanted, setWanted] = useState<Wanted>({
    pieces: new Set(pieces.filter((p) => present.get(p.id) !== JSON.stringify(p)).map((p) => p.id)),
    makings: makings.length > 0,
    earlier: earlier.length > 0,
    toolbox: toolbox !== null,
    drawer: drawer !== null,
    // Settings are of this device unless wished otherwise.
    settings: false,
  });
  const set = (part: Partial<Wanted>): void => setWanted({ ...wanted, ...part });
  const toggle = (id: string): void => {
    const next = new Set(wanted.pieces);
    if (!next.delete(id)) next.add(id);
    set({ pieces: next });
  };
  const anything =
    wanted.pieces.size > 0 || wanted.makings || wanted.toolbox || wanted.drawer || wanted.settings;
  const count = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`;
  const same = pieces.filter((p) => present.get(p.id) === JSON.stringify(p)).length;
  const replaced = pieces.filter((p) => present.has(p.id)).length - same;
  return (
    <AlertDialog.Root open>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <AlertDialog.Content className="fixed left-1/2 top-1/2 z-50 flex max-h-[88vh] w-[min(36rem,94vw)] -translate-x-1/2 -translate-y-1/2 flex-col rounded-xl bg-raised p-6 shadow-xl">
          <AlertDialog.Title className="text-lg font-semibold">Bring these in?</AlertDialog.Title>
          <AlertDialog.Description className="mt-1 text-sm text-soft">
            {pieces.length === 0
              ? 'There is no piece in this file that can be used.'
              : `${count(pieces.length - replaced - same, 'piece', 'pieces')} added, ${replaced} replaced, ${same} here already; what is replaced stays among the earlier states of the piece.`}
          </AlertDialog.Description>
          <div className="mt-3 space-y-3 overflow-y-auto text-sm">
            {pieces.length > 0 && (
              <ul className="space-y-1" aria-label="Pieces">
                {pieces.map((p) => (
                  <li key={p.id}>
                    <Tick
                      value={wanted.pieces.has(p.id)}
                      set={() => toggle(p.id)}
                      label={
                        <>
                          {p.name || 'Unnamed piece'}
                          {present.has(p.id) && (
                            <span className="text-soft">
                              {present.get(p.id) === JSON.stringify(p)
                                ? ' is here as it is in the file'
                                : ' replaces the one that is here'}
                            </span>
                          )}
                        </>
                      }
                    />
                  </li>
                ))}
              </ul>
            )}
            <div className="space-y-1 border-t border-line pt-3">
              {makings.length > 0 && (
                <Tick
                  value={wanted.makings}
                  set={(on) => set({ makings: on })}
                  label={<>{count(makings.length, 'making', 'makings')} with notes and photos</>}
                />
              )}
              {earlier.length > 0 && (
                <Tick
                  value={wanted.earlier}
                  set={(on) => set({ earlier: on })}
                  label={
                    <>{count(earlier.length, 'earlier state', 'earlier states')} of these pieces</>
                  }
                />
              )}
              {toolbox && (
                <Tick
                  value={wanted.toolbox}
                  set={(on) => set({ toolbox: on })}
                  label={
                    <>
                      Kits: {toolbox.kits.map((k) => k.name).join(', ')}
                      {toolbox.coils.length > 0 &&
                        `, with ${count(toolbox.coils.length, 'test coil', 'test coils')}`}
                    </>
                  }
                />
              )}
              {drawer && (
                <Tick
                  value={wanted.drawer}
                  set={(on) => set({ drawer: on })}
                  label={
                    <>
                      The drawer: {count(drawer.wires.length, 'length of wire', 'lengths of wire')},{' '}
                      {count(drawer.things.length, 'kind of thing', 'kinds of things')}
                    </>
                  }
                />
              )}
              {settings && (
                <Tick
                  value={wanted.settings}
                  set={(on) => set({ settings: on })}
                  label={<>Settings, in the place of those of this browser</>}
                />
              )}
              {pictures.length > 0 && (
                <p className="text-soft">
                  {count(pictures.length, 'picture', 'pictures')} come with the pieces and makings
                  that use them.
                </p>
              )}
            </div>
            {damaged.length > 0 && (
              <p className="text-alert">
                <strong>{damaged.length} left out:</strong>{' '}
                {damaged
                  .slice(0, 20)
                  .map((d) => `${d.name} (${d.message})`)
                  .join(' ')}
              </p>
            )}
          </div>
          <div className="mt-5 flex justify-end gap-2">
            <AlertDialog.Cancel asChild>
              <Button onClick={onCancel}>Leave it</Button>
            </AlertDialog.Cancel>
            <AlertDialog.Action asChild>
              <Button look="main" disabled={!anything} onClick={() => onTake(wanted)}>
                Bring in
              </Button>
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
