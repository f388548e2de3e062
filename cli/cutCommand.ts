import loadHighs from 'highs';
import { z } from 'zod';
import { cutList } from '../core/cutting';
import { FileError, parseJson } from '../core/file';
import { schemaWords } from '../core/piece';

const mm = z.number().positive().max(1e7);
const take = z.number().min(0).max(1e6);
const name = z.string().min(1);
const length = z.object({ id: name, stock: name, mm });

/** More wires than this are not put on one list. */
const MOST_WIRES = 5_000;

const problemSchema = z.object({
  blade_mm: take,
  keep_mm: take,
  needs: z.array(length.extend({ count: z.number().int().min(0).max(MOST_WIRES) })),
  offcuts: z.array(length),
  spools: z.array(length),
});

/** What is there is told apart by its name. */
function expectOwnNames(what: string, all: readonly { id: string }[]): void {
  const seen = new Set<string>();
  for (const { id } of all) {
    if (seen.has(id)) throw new FileError(`Two ${what} are called “${id}”.`);
    seen.add(id);
  }
}

/** Which length is cut from which offcut or spool. @throws FileError */
export async function runCut(text: string, seconds: number): Promise<object> {
  const began = performance.now();
  const read = problemSchema.safeParse(parseJson(text));
  if (!read.success) throw new FileError(`This is no list of lengths: ${schemaWords(read.error)}.`);
  const { blade_mm: bladeMm, keep_mm: keepMm, needs, offcuts, spools } = read.data;
  expectOwnNames('offcuts', offcuts);
  expectOwnNames('spools', spools);
  const wires = needs.reduce((sum, n) => sum + n.count, 0);
  if (wires > MOST_WIRES) {
    throw new FileError(`These are ${wires} wires; up to ${MOST_WIRES} go on one list.`);
  }
  const highs = await loadHighs();
  const list = cutList(
    { bladeMm, keepMm, needs, offcuts, spools },
    highs,
    () => performance.now(),
    seconds,
  );
  return {
    cuts: list.cuts.map(({ leftMm, ...cut }) => ({ ...cut, left_mm: leftMm })),
    spool_mm: list.spoolMm,
    scrap_mm: list.scrapMm,
    short: list.short,
    proven: list.proven,
    gap: list.gap,
    ms: Math.round((performance.now() - began) * 10) / 10,
  };
}
