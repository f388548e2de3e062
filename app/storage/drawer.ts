import { EMPTY_DRAWER, readDrawer, whyDrawerNotKept, type Drawer } from '@core/drawer';
import { table } from './database';
import { keepDeleted } from './deleted';
import { takePending } from './pending';
import { putAside } from './pieces';
import { ANY, keep, type Known, type RecordKind } from './records';

export const DRAWER_KEY = 'drawer';

export const DRAWER_RECORDS: RecordKind<Drawer> = {
  table: 'settings',
  read: readDrawer,
  whyNot: whyDrawerNotKept,
};

/** What of another state gives way can be brought back. */
export const putDrawerBy = async (given: unknown): Promise<void> => {
  await keepDeleted('drawer', 'The drawer, as in another tab', given);
};

/** Wire, beads and findings; empty when none is stored or it cannot be read. */
export async function loadDrawer(): Promise<Drawer> {
  await takePending(DRAWER_RECORDS, (_, drawer) => putDrawerBy(drawer), DRAWER_KEY);
  const raw: unknown = await table('settings').getItem(DRAWER_KEY);
  if (raw === null) return EMPTY_DRAWER;
  const read = readDrawer(raw);
  if (read.ok) return read.value;
  await putAside('settings', DRAWER_KEY, raw, 'The drawer', read.message);
  return EMPTY_DRAWER;
}

/** @throws StorageError in plain words */
export const saveDrawer = (drawer: Drawer, known: Known = ANY): Promise<'kept' | 'elsewhere'> =>
  keep(DRAWER_RECORDS, DRAWER_KEY, drawer, known);
