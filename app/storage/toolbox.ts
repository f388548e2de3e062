import { DEFAULT_TOOLBOX, readToolbox, type Toolbox } from '@core/file';
import { StorageError, storageMessage, table } from './database';
import type { SetAside } from './pieces';

const KEY = 'toolbox';

/** Kits, test coils and peg board; the defaults when none are stored or they cannot be read. */
export async function loadToolbox(): Promise<Toolbox> {
  const stored: unknown = await table('settings').getItem(KEY);
  const read = stored === null ? null : readToolbox(stored);
  if (read && !read.ok) {
    // What cannot be read is kept apart, so that nothing of it is lost.
    const key = `toolbox-${Date.now()}`;
    const when = new Date().toISOString();
    const record: SetAside = {
      key,
      name: 'Kits and coils',
      message: read.message,
      when,
      raw: stored,
    };
    await table('aside').setItem(key, record);
    await table('settings').removeItem(KEY);
  }
  return read?.ok ? read.value : DEFAULT_TOOLBOX;
}

/** @throws StorageError in plain words */
export async function saveToolbox(toolbox: Toolbox): Promise<void> {
  try {
    await table('settings').setItem(KEY, toolbox);
  } catch (error) {
    throw new StorageError(storageMessage(error));
  }
}
