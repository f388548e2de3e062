import { expose } from 'comlink';
import loadHighs, { type Highs } from 'highs';
import wasmUrl from 'highs/runtime?url';
import { cutList, type CutList, type CutProblem } from '@core/cutting';

let loaded: Promise<Highs> | null = null;

/** Cut lists are worked out here, with the solver that only they need. */
const cutter = {
  async cut(problem: CutProblem, seconds: number): Promise<CutList> {
    const highs = await (loaded ??= loadHighs({ locateFile: () => wasmUrl }));
    return cutList(problem, highs, () => performance.now(), seconds);
  },
};

export type Cutter = typeof cutter;

expose(cutter);
