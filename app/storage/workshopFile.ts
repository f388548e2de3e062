import {
  mergeToolboxes,
  type PackedPicture,
  type PackedWorkshop,
  type WorkshopParts,
} from '@core/file';
import { EMPTY_DRAWER, mergeDrawers } from '@core/drawer';
import type { Piece } from '@core/piece';
import { table } from './database';
import { keepDeleted } from './deleted';
import { loadDrawer, saveDrawer } from './drawer';
import { keepEarlier, listAllEarlier } from './earlier';
import { listMakings, saveMaking } from './makings';
import { loadPicture, putPicture } from './pictures';
import { listPieces, savePiece } from './pieces';
import { ANY } from './records';
import { loadSettings, saveSettings } from './settings';
import { loadToolbox, saveToolbox } from './toolbox';

/** A picture with the file that the browser keeps. */
export interface KeptFile {
  readonly id: string;
  readonly name: string;
  readonly file: Blob;
}

/** Everything of the workshop, to be put into one file. */
export async function gatherWorkshop(
  withEarlier: boolean,
): Promise<{ parts: WorkshopParts; pictures: KeptFile[] }> {
  const [settings, toolbox, drawer, { pieces }, makings] = await Promise.all([
    loadSettings(),
    loadToolbox(),
    loadDrawer(),
    listPieces(),
    listMakings(),
  ]);
  const earlier = withEarlier ? await listAllEarlier() : undefined;
  const pictures: KeptFile[] = [];
  for (const id of await table('pictures').keys()) {
    const picture = await loadPicture(id);
    if (picture) pictures.push({ id, ...picture });
  }
  const own = drawer === EMPTY_DRAWER ? {} : { drawer };
  return {
    parts: { pieces, settings, toolbox, makings, ...own, ...(earlier && { earlier }) },
    pictures,
  };
}

/** What of a file is to come in. */
export interface Wanted {
  readonly pieces: ReadonlySet<string>;
  readonly makings: boolean;
  readonly earlier: boolean;
  readonly toolbox: boolean;
  readonly drawer: boolean;
  readonly settings: boolean;
}

const picturesOf = (records: readonly unknown[]): Set<string> =>
  new Set(JSON.stringify(records).match(/pic-\d+-[a-z0-9]+/g) ?? []);

/**
 * Takes in what is wanted of a file. What is replaced stays as an earlier state.
 * @param told is called after each piece
 * @throws StorageError when the browser keeps no more; what came in before stays
 */
export async function takeIn(
  file: PackedWorkshop,
  wanted: Wanted,
  told: (kept: number) => void,
): Promise<void> {
  const pieces = file.pieces.filter((p) => wanted.pieces.has(p.id));
  const makings = wanted.makings ? file.makings : [];
  const earlier = wanted.earlier ? file.earlier.filter((p) => wanted.pieces.has(p.id)) : [];
  const used = picturesOf([pieces, makings, earlier]);
  for (const picture of file.pictures) if (used.has(picture.id)) await putBack(picture);
  let kept = 0;
  for (const piece of pieces) {
    await keepReplaced(piece);
    await savePiece(piece);
    told(++kept);
  }
  for (const piece of earlier) await keepEarlier(piece.id, piece, true);
  for (const making of makings) await saveMaking(making);
  if (wanted.toolbox && file.toolbox) {
    await saveToolbox(mergeToolboxes(await loadToolbox(), file.toolbox));
  }
  if (wanted.drawer && file.drawer) {
    await saveDrawer(mergeDrawers(await loadDrawer(), file.drawer));
  }
  if (wanted.settings && file.settings) {
    await keepDeleted('settings', 'Settings of before a file came in', await loadSettings());
    await saveSettings(file.settings, ANY);
  }
}

const putBack = ({ id, name, type, bytes }: PackedPicture): Promise<void> =>
  putPicture(id, { name, file: new Blob([new Uint8Array(bytes)], { type }) });

async function keepReplaced(piece: Piece): Promise<void> {
  const stored = await table('pieces').getItem<Piece>(piece.id);
  if (stored && stored.changed !== piece.changed) await keepEarlier(piece.id, stored, true);
}
