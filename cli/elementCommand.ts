import { ELEMENT_KINDS, elementSchema, solveElement } from '../core/element';
import { FileError, parseJson } from '../core/file';
import { schemaWords } from '../core/piece';

/** Solves a list of elements; items may be bare or wrapped as `{"element": ...}`. @throws FileError */
export function runElements(text: string): object[] {
  const raw = parseJson(text);
  if (!Array.isArray(raw)) throw new FileError('Give a list of elements.');
  return raw.map((item: unknown, i) => {
    const wrapped = (item as { element?: unknown } | null)?.element;
    const element = wrapped ?? item;
    const kind = (element as { kind?: unknown } | null)?.kind;
    if (typeof kind !== 'string') throw new FileError(`Element ${i + 1} has no kind.`);
    if (!ELEMENT_KINDS.some((k) => k === kind)) {
      throw new FileError(
        `Element ${i + 1}: “${kind}” is not known yet. Known are ${ELEMENT_KINDS.join(', ')}.`,
      );
    }
    const read = elementSchema.safeParse(element);
    if (!read.success) {
      throw new FileError(`Element ${i + 1} (${kind}): ${schemaWords(read.error)}.`);
    }
    return solveElement(read.data);
  });
}
