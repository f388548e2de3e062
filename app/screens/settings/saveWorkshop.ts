import { saveFile } from '~/components/saveFile';
import { changeCopies } from '~/storage/copies';
import { gatherWorkshop } from '~/storage/workshopFile';
import { filePlanner } from '~/workers/planner';

/** Saves the whole workshop to a file. @throws when it cannot be put together */
export async function saveWorkshop(withEarlier: boolean): Promise<void> {
  const now = new Date().toISOString();
  const { parts, pictures } = await gatherWorkshop(withEarlier);
  const archive = await filePlanner().packWorkshopFile(parts, pictures, now);
  saveFile(`hush-road-workshop-${now.slice(0, 10)}.zip`, archive, 'application/zip');
  await changeCopies({ last: now });
}
