// Reads spoilt files of one kind, one after the other, and says what became of each.
import { mutatedFile, nastyFiles, type FileKind } from '../core/file/hostile.support';
import { tryFile } from '../core/file/hostileFiles.support';

const [kind, from, to] = process.argv.slice(2) as [FileKind, string, string];
const nasty = nastyFiles(kind);

/** Those made to hang first, then spoilt ones by their seed. */
const textOf = (i: number): string => nasty[i] ?? mutatedFile(kind, i - nasty.length);

for (let i = Number(from); i < Number(to) + nasty.length; i++) {
  const text = textOf(i);
  const begun = performance.now();
  let outcome: string;
  try {
    ({ outcome } = tryFile(kind, text));
  } catch (error) {
    outcome = `fault ${error instanceof Error ? error.message : String(error)}`;
  }
  const ms = Math.round(performance.now() - begun);
  const mb = Math.round(process.memoryUsage().rss / 1e6);
  process.stdout.write(`${JSON.stringify({ i, outcome: outcome.slice(0, 200), ms, mb })}\n`);
}
