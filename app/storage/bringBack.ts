import { mergeToolboxes, readToolbox, settingsSchema } from '@core/file';
import { readDrawer } from '@core/drawer';
import type { z } from 'zod';
import { kitSchema, kitToolSchema, testCoilSchema } from '@core/forming';
import { NO_NOTES, readMaking, withStep } from '@core/making';
import { readPiece } from '@core/piece';
import { StorageError, table } from './database';
import { saveDrawer } from './drawer';
import { dropDeleted, loadDeleted, type Deleted } from './deleted';
import { loadMaking, MAKING_RECORDS } from './makings';
import { savePiece, type SetAside } from './pieces';
import { ANY, change, keep } from './records';
import { saveSettings } from './settings';
import { loadToolbox, saveToolbox } from './toolbox';

const gone = (what: string): StorageError =>
  new StorageError(`${what} It stays among what was lately deleted.`);

/** @returns the record as its schema reads it. @throws StorageError when it is damaged */
function sound<T>(schema: z.ZodType<T>, record: unknown): T {
  const read = schema.safeParse(record);
  if (!read.success) throw gone('The record is damaged and cannot be brought back.');
  return read.data;
}

/** Puts one back where it was. @throws StorageError when that cannot be */
async function putBack({ kind, record, from }: Deleted): Promise<void> {
  switch (kind) {
    case 'piece': {
      const read = readPiece(record);
      if (!read.ok) throw gone(read.message);
      await savePiece(read.value);
      return;
    }
    case 'making': {
      const read = readMaking(record);
      if (!read.ok) throw gone(read.message);
      await keep(MAKING_RECORDS, read.value.id, read.value, ANY);
      return;
    }
    case 'aside': {
      const aside = record as SetAside;
      await table('aside').setItem(aside.key, aside);
      return;
    }
    case 'kit':
    case 'coil': {
      const toolbox = await loadToolbox();
      const kits = kind === 'kit' ? [sound(kitSchema, record)] : [];
      const coils = kind === 'coil' ? [sound(testCoilSchema, record)] : [];
      const { board, inUse } = toolbox;
      await saveToolbox(mergeToolboxes(toolbox, { ...toolbox, kits, coils, board, inUse }));
      return;
    }
    case 'tool': {
      const tool = sound(kitToolSchema, record);
      const toolbox = await loadToolbox();
      const kit = toolbox.kits.find((k) => k.id === from?.['kit']);
      if (!kit) throw gone('The kit of this tool is not there any more: bring the kit back first.');
      const tools = [...kit.tools.filter((t) => t.id !== tool.id), tool];
      await saveToolbox({
        ...toolbox,
        kits: toolbox.kits.map((k) => (k.id === kit.id ? { ...k, tools } : k)),
      });
      return;
    }
    case 'photo': {
      const [id, step] = [String(record), from?.['step'] ?? ''];
      const making = await loadMaking(from?.['making'] ?? '');
      if (!making)
        throw gone('The making of this photo is not there any more: bring it back first.');
      await change(MAKING_RECORDS, making.id, (now) => {
        const { photos } = (now ?? making).steps[step] ?? NO_NOTES;
        const changed = new Date().toISOString();
        const next = withStep(now ?? making, step, { photos: [...new Set([...photos, id])] });
        return { ...next, changed };
      });
      return;
    }
    case 'toolbox': {
      const read = readToolbox(record);
      if (!read.ok) throw gone(read.message);
      await saveToolbox(read.value);
      return;
    }
    case 'drawer': {
      const read = readDrawer(record);
      if (!read.ok) throw gone(read.message);
      await saveDrawer(read.value);
      return;
    }
    case 'settings':
      await saveSettings(sound(settingsSchema, record), ANY);
      return;
  }
}

/** Brings back what was deleted lately. @returns it. @throws StorageError in a maker's words */
export async function bringBack(key: string): Promise<Deleted> {
  const entry = await loadDeleted(key);
  if (!entry) throw new StorageError('This is not there any more.');
  await putBack(entry);
  await dropDeleted(key);
  return entry;
}
