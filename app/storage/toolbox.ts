import { DEFAULT_TOOLBOX, readToolbox, whyToolboxNotKept, type Toolbox } from '@core/file';
import { table } from './database';
import { keepDeleted } from './deleted';
import { takePending } from './pending';
import { putAside } from './pieces';
import { ANY, keep, type Known, type RecordKind } from './records';

export const TOOLBOX_KEY = 'toolbox';

export const TOOLBOX_RECORDS: RecordKind<Toolbox> = {
  table: 'settings',
  read: readToolbox,
  whyNot: whyToolboxNotKept,
  before: async (_, stored, next) => {
    const read = readToolbox(stored ?? DEFAULT_TOOLBOX);
    if (read.ok) await keepTakenOut(read.value, next);
  },
};

/** What is no longer in the toolbox can be put back: kits, tools of a kit that stays, coils. */
async function keepTakenOut(before: Toolbox, after: Toolbox): Promise<void> {
  for (const kit of before.kits) {
    const now = after.kits.find((k) => k.id === kit.id);
    if (!now) {
      await keepDeleted('kit', kit.name, kit);
      continue;
    }
    for (const tool of kit.tools) {
      if (now.tools.some((t) => t.id === tool.id)) continue;
      await keepDeleted('tool', `${tool.name}, of ${kit.name}`, tool, { kit: kit.id });
    }
  }
  for (const coil of before.coils) {
    if (!after.coils.some((c) => c.id === coil.id)) await keepDeleted('coil', 'A test coil', coil);
  }
}

/** Kits, test coils and peg board; the defaults when none are stored or they cannot be read. */
export async function loadToolbox(): Promise<Toolbox> {
  await takePending(
    TOOLBOX_RECORDS,
    (_, toolbox) => keepDeleted('toolbox', 'Kits and coils, as in another tab', toolbox),
    TOOLBOX_KEY,
  );
  const raw: unknown = await table('settings').getItem(TOOLBOX_KEY);
  if (raw === null) return DEFAULT_TOOLBOX;
  const read = readToolbox(raw);
  if (read.ok) return read.value;
  await putAside('settings', TOOLBOX_KEY, raw, 'Kits and coils', read.message);
  return DEFAULT_TOOLBOX;
}

/** @throws StorageError in plain words */
export const saveToolbox = (toolbox: Toolbox, known: Known = ANY): Promise<'kept' | 'elsewhere'> =>
  keep(TOOLBOX_RECORDS, TOOLBOX_KEY, toolbox, known);
