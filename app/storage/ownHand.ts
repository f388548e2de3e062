import { LEARNT, learn, pagesOf, type Learnt, type LearntId } from '@core/notebook';
import { listMakings } from './makings';
import { report } from './report';
import { loadToolbox, saveToolbox } from './toolbox';

/** A value that moved by less than this is as it was. */
const SAME = 1e-4;

/** Learns of all makings anew; what plans take as learnt is kept so in the toolbox. */
export async function learnOwnHand(): Promise<Record<LearntId, Learnt>> {
  const learnt = learn(pagesOf(await listMakings()));
  const toolbox = await loadToolbox();
  const own = { ...toolbox.own };
  let changed = false;
  for (const id of LEARNT) {
    const { way, value } = own[id];
    if (way !== 'learnt' || Math.abs(value - learnt[id].value) < SAME) continue;
    own[id] = { way, value: learnt[id].value };
    changed = true;
  }
  if (changed) {
    try {
      await saveToolbox({ ...toolbox, own });
    } catch (error) {
      // Plans go by what was learnt before; what is shown is true all the same.
      report(error, 'own hand');
    }
  }
  return learnt;
}
