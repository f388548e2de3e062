import { filePlanner } from '~/workers/planner';
import { table } from './database';
import { gatherWorkshop } from './workshopFile';

const KEY = 'folder';
const FILE = 'hush-road-workshop.zip';
/** What browsers that can write to a folder have beside the standard. */
interface Picker {
  showDirectoryPicker?: (wish: { mode: 'readwrite' }) => Promise<FileSystemDirectoryHandle>;
}
interface Permitted {
  queryPermission?: (wish: { mode: 'readwrite' }) => Promise<PermissionState>;
  requestPermission?: (wish: { mode: 'readwrite' }) => Promise<PermissionState>;
}
const WRITE = { mode: 'readwrite' } as const;

/** The folder that is kept up to date, and whether the browser lets it be written to now. */
export interface Folder {
  readonly name: string;
  readonly open: boolean;
}

export const canKeepFolder = (): boolean =>
  (window as unknown as Picker).showDirectoryPicker !== undefined;

type Handle = FileSystemDirectoryHandle & Permitted;
const handleOf = (): Promise<Handle | null> => table('settings').getItem<Handle>(KEY);

async function mayWrite(handle: Handle): Promise<boolean> {
  return ((await handle.queryPermission?.(WRITE)) ?? 'granted') === 'granted';
}

export async function loadFolder(): Promise<Folder | null> {
  const handle = await handleOf();
  return handle && { name: handle.name, open: await mayWrite(handle) };
}

/** Lets the maker choose a folder and brings it up to date. @returns null when none was chosen */
export async function chooseFolder(): Promise<Folder | null> {
  let handle: Handle;
  try {
    handle = await (window as unknown as Required<Picker>).showDirectoryPicker(WRITE);
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') return null;
    throw error;
  }
  await table('settings').setItem(KEY, handle);
  await writeFolder();
  return loadFolder();
}

/** Asks the browser again for a folder that was chosen before. */
export async function openFolder(): Promise<void> {
  const handle = await handleOf();
  if (!handle) return;
  await handle.requestPermission?.(WRITE);
  await writeFolder();
}

export const leaveFolder = (): Promise<void> => table('settings').removeItem(KEY);

/** Writes the workshop to the folder, if there is one that may be written to. */
export async function writeFolder(): Promise<void> {
  const handle = await handleOf();
  if (!handle || !(await mayWrite(handle))) return;
  const { parts, pictures } = await gatherWorkshop(true);
  const archive = await filePlanner().packWorkshopFile(parts, pictures, new Date().toISOString());
  const file = await handle.getFileHandle(FILE, { create: true });
  // Whole or not at all: it takes the place of the one before when it is closed.
  const writing = await file.createWritable();
  await writing.write(archive);
  await writing.close();
}
