import { DEFAULT_SETTINGS, settingsSchema, type Settings } from '@core/file';
import { StorageError, storageMessage, table } from './database';

const KEY = 'settings';

/** Settings, or the defaults when none are stored or they cannot be read. */
export async function loadSettings(): Promise<Settings> {
  const stored: unknown = await table('settings').getItem(KEY);
  const known = { ...DEFAULT_SETTINGS, ...(typeof stored === 'object' ? stored : {}) };
  const read = settingsSchema.safeParse(known);
  return read.success ? read.data : DEFAULT_SETTINGS;
}

/** @throws StorageError in plain words */
export async function saveSettings(settings: Settings): Promise<void> {
  try {
    await table('settings').setItem(KEY, settings);
  } catch (error) {
    throw new StorageError(storageMessage(error));
  }
}

const SEEDED = 'demo-offered';

/** Whether the demo pieces were put into this browser before. */
export const demoOffered = async (): Promise<boolean> =>
  (await table('settings').getItem(SEEDED)) === true;

export const noteDemoOffered = async (): Promise<void> => {
  await table('settings').setItem(SEEDED, true);
};
