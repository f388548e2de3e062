import { useOutletContext } from 'react-router';
import type { Drawer } from '@core/drawer';
import type { Piece } from '@core/piece';
import type { RecordStore } from '~/state/recordStore';
import type { Workshop } from '~/state/workshop';

/** The open drawer, on its screens. */
export interface DrawerContext extends Workshop {
  readonly store: RecordStore<Drawer>;
  readonly drawer: Drawer;
  readonly pieces: readonly Piece[];
}

export const useDrawer = (): DrawerContext => useOutletContext<DrawerContext>();
