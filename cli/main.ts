import { existsSync, readFileSync } from 'node:fs';
import { FileError } from '../core/file';
import { CommandError, readCommand, type Command } from './arguments';
import { runElements } from './elementCommand';
import { loadKit, loadPiece, runPiece } from './pieceCommand';
import { runRoute } from './routeCommand';

function fromFile<T>(file: string, use: (text: string) => T): T {
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch {
    throw new CommandError(`${file}: cannot be opened`);
  }
  try {
    return use(text);
  } catch (error) {
    if (error instanceof FileError) throw new CommandError(`${file}: ${error.message}`);
    throw error;
  }
}

/** One file after the other. */
async function inTurn(
  files: readonly string[],
  answer: (file: string) => Promise<object>,
): Promise<unknown> {
  const results: object[] = [];
  for (const file of files) {
    if (!existsSync(file)) throw new CommandError(`${file}: cannot be opened`);
    try {
      results.push(await answer(file));
    } catch (error) {
      if (error instanceof FileError) throw new CommandError(`${file}: ${error.message}`);
      throw error;
    }
  }
  return results.length === 1 ? results[0] : results;
}

async function trace({ files, trace: options }: Command): Promise<unknown> {
  // Loaded only here: unpacking pictures needs a library that plans do not.
  const { runTrace } = await import('./traceCommand');
  return inTurn(files, (file) => runTrace(file, options));
}

async function cut({ files, seconds = 5 }: Command): Promise<unknown> {
  // Loaded only here, with its solver.
  const { runCut } = await import('./cutCommand');
  return inTurn(files, async (file) =>
    runCut(
      fromFile(file, (text) => text),
      seconds,
    ),
  );
}

async function run(command: Command): Promise<unknown> {
  const { name, files, options } = command;
  if (name === 'trace') return trace(command);
  if (name === 'cut') return cut(command);
  if (name === 'piece') {
    const kit = options.kitFile === undefined ? undefined : fromFile(options.kitFile, loadKit);
    const results = files.map((file) =>
      fromFile(file, (text) => runPiece(loadPiece(text, command.extraWireMm), options, kit)),
    );
    return results.length === 1 ? results[0] : results;
  }
  if (name === 'element') {
    const results = files.map((file) => fromFile(file, runElements));
    return results.length === 1 ? results[0] : results;
  }
  if (name === 'route') {
    const results = files.map((file) =>
      fromFile(file, (text) => runRoute(text, command.extraWireMm ?? Infinity)),
    );
    return results.length === 1 ? results[0] : results;
  }
  throw new CommandError(
    `${name}: no such command; there are trace, route, piece, element and cut`,
  );
}

try {
  process.stdout.write(`${JSON.stringify(await run(readCommand(process.argv.slice(2))))}\n`);
} catch (error) {
  if (!(error instanceof CommandError)) throw error;
  process.stderr.write(`${error.message.replace(/\s+/g, ' ')}\n`);
  process.exitCode = 2;
}
