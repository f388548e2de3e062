import { useState } from 'react';
import { NavLink, Outlet } from 'react-router';
import { useStore } from 'zustand';
import type { Drawer } from '@core/drawer';
import { RecordHistory } from '~/components/RecordHistory';
import { SaveTrouble } from '~/components/SaveTrouble';
import { TopBar } from '~/components/TopBar';
import type { DrawerContext } from '~/screens/drawer/drawerContext';
import { useSamePieces } from '~/screens/drawer/useSamePieces';
import { createRecordStore, useRecordKeeping } from '~/state/recordStore';
import { useWorkshop } from '~/state/workshop';
import { demoAtFirst } from '~/storage/demo';
import { DRAWER_KEY, DRAWER_RECORDS, loadDrawer, putDrawerBy, saveDrawer } from '~/storage/drawer';
import { listPieces } from '~/storage/pieces';
import type { Route } from './+types/drawer';

export async function clientLoader() {
  await demoAtFirst();
  const [drawer, { pieces }] = await Promise.all([loadDrawer(), listPieces()]);
  return { drawer, pieces };
}
clientLoader.hydrate = true as const;

const KEEPING = {
  kind: DRAWER_RECORDS,
  key: DRAWER_KEY,
  save: saveDrawer,
  putBy: putDrawerBy,
};

const PAGES = [
  { to: '/drawer', name: 'In the drawer' },
  { to: '/drawer/cuts', name: 'Cut list' },
  { to: '/drawer/batches', name: 'Batches' },
  { to: '/drawer/orders', name: 'Orders' },
  { to: '/drawer/prices', name: 'Prices' },
] as const;

/** The drawer: what is there, and what is cut from it. */
export default function DrawerScreen({ loaderData }: Route.ComponentProps) {
  const [store] = useState(() => createRecordStore(loaderData.drawer));
  const drawer = useStore(store, (s) => s.value);
  const workshop = useWorkshop();
  const pieces = useSamePieces(loaderData.pieces);
  const kept = useRecordKeeping<Drawer>(store, KEEPING, '/drawer');
  return (
    <div className="mx-auto min-h-dvh max-w-5xl px-6 pb-16 max-sm:px-4">
      <div className="print:hidden">
        <TopBar>
          <RecordHistory store={store} />
        </TopBar>
      </div>
      <main className="space-y-5">
        <div className="flex flex-wrap items-end gap-x-6 gap-y-2 print:hidden">
          <h1 className="text-xl font-semibold">Drawer</h1>
          <nav aria-label="Drawer" className="flex flex-wrap gap-1">
            {PAGES.map(({ to, name }) => (
              <NavLink
                key={to}
                to={to}
                end
                className={({ isActive }) =>
                  `rounded-md px-3 py-1.5 text-sm ${isActive ? 'bg-patina-wash font-semibold' : 'text-soft hover:text-ink'}`
                }
              >
                {name}
              </NavLink>
            ))}
          </nav>
        </div>
        <SaveTrouble
          state={kept.state}
          what="Your drawer"
          keepMine={kept.keepMine}
          takeTheirs={kept.takeTheirs}
        />
        <Outlet context={{ ...workshop, store, drawer, pieces } satisfies DrawerContext} />
      </main>
    </div>
  );
}
