import { DEFAULT_SETTINGS, readSettings, settingsSchema, type Settings } from '@core/file';
import { schemaWords } from '@core/piece';
import { table } from './database';
import { putAside } from './pieces';
import { change, keep, type Known, type RecordKind } from './records';

export const SETTINGS_KEY = 'settings';

export const SETTINGS_RECORDS: RecordKind<Settings> = {
  table: 'settings',
  read: readSettings,
  whyNot: (settings) => {
    const read = settingsSchema.safeParse(settings);
    return read.success ? null : schemaWords(read.error);
  },
};

/** Settings, or the defaults when none are stored; those that cannot be read are set aside. */
export async function loadSettings(): Promise<Settings> {
  const raw: unknown = await table('settings').getItem(SETTINGS_KEY);
  if (raw === null) return DEFAULT_SETTINGS;
  const read = readSettings(raw);
  if (read.ok) return read.value;
  await putAside('settings', SETTINGS_KEY, raw, 'Settings', read.message);
  return DEFAULT_SETTINGS;
}

/** What of the settings is to be another: only that is written, whatever else another tab changed. */
export type SettingsChange = Partial<Omit<Settings, 'limits'>> & {
  readonly limits?: Partial<Settings['limits']>;
};

/** @throws StorageError in plain words */
export const changeSettings = (wish: SettingsChange): Promise<Settings> =>
  change(SETTINGS_RECORDS, SETTINGS_KEY, (now) => {
    const from = now ?? DEFAULT_SETTINGS;
    return { ...from, ...wish, limits: { ...from.limits, ...wish.limits } };
  });

export const saveSettings = (settings: Settings, known: Known): Promise<'kept' | 'elsewhere'> =>
  keep(SETTINGS_RECORDS, SETTINGS_KEY, settings, known);

const SEEDED = 'demo-offered';

/** Whether the demo pieces were put into this browser before. */
export const demoOffered = async (): Promise<boolean> =>
  (await table('settings').getItem(SEEDED)) === true;

export const noteDemoOffered = async (): Promise<void> => {
  await table('settings').setItem(SEEDED, true);
};
