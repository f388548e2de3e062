import { existsSync, readFileSync } from 'node:fs';
import { FileError } from '../core/file';
import { CommandError, readCommand, type Command } from './arguments';
import { runElements } from './elementCommand';
import { describePiece, loadKit, loadPiece, plannedWith, type PlannedPiece } from './pieceCommand';
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

/** The piece that a file holds, planned as the options say. */
function plannedFrom(file: string, { options, extraWireMm }: Command): PlannedPiece {
  const kit = options.kitFile === undefined ? undefined : fromFile(options.kitFile, loadKit);
  return fromFile(file, (text) => plannedWith(loadPiece(text, extraWireMm), options, kit));
}

async function pattern(command: Command): Promise<unknown> {
  // Loaded only here, with what draws pictures.
  const { runPattern } = await import('./patternCommand');
  return inTurn(command.files, (file) => runPattern(plannedFrom(file, command), command.pattern));
}

async function photo(command: Command): Promise<unknown> {
  const { runPhoto } = await import('./photoCommand');
  const [piece, picture, ...more] = command.files;
  if (!piece || !picture || more.length > 0) {
    throw new CommandError('photo: name a piece and one photograph of it');
  }
  const planned = plannedFrom(piece, command);
  return inTurn([picture], (file) => runPhoto(planned, file));
}

async function run(command: Command): Promise<unknown> {
  const { name, files } = command;
  if (name === 'trace') return trace(command);
  if (name === 'cut') return cut(command);
  if (name === 'pattern') return pattern(command);
  if (name === 'photo') return photo(command);
  if (name === 'piece') {
    const results = files.map((file) => describePiece(plannedFrom(file, command)));
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
    `${name}: no such command; there are trace, route, piece, element, cut, pattern and photo`,
  );
}

try {
  process.stdout.write(`${JSON.stringify(await run(readCommand(process.argv.slice(2))))}\n`);
} catch (error) {
  if (!(error instanceof CommandError)) throw error;
  process.stderr.write(`${error.message.replace(/\s+/g, ' ')}\n`);
  process.exitCode = 2;
}
