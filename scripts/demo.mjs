// Opens Hush Road with the Lantern Lane pieces: installs and builds what is missing, then serves, always
// at the same address: another address has another storage, where the maker's pieces would seem lost.
import { readPort } from '../server/port.mjs';
import { ensureBuild, ensurePackages, startServer } from './ready.mjs';

const STANDARD = 4173;
const port = readPort(process.env.PORT, STANDARD);
if (port === null) {
  console.error(`PORT is “${process.env.PORT}”: give a whole number from 1024 to 65535.`);
  process.exit(2);
}
const address = `http://127.0.0.1:${port}`;

/** Who answers at the port: Hush Road, something else, or nobody. */
async function whoIsThere() {
  try {
    const answer = await fetch(`${address}/health`, { signal: AbortSignal.timeout(3000) });
    const said = await answer.json().catch(() => null);
    return said?.name === 'hush-road' ? 'self' : 'other';
  } catch (error) {
    return error?.cause?.code === 'ECONNREFUSED' ? 'nobody' : 'other';
  }
}

const there = await whoIsThere();
if (there === 'self') {
  console.log(`Hush Road runs already: it is open at ${address}`);
  process.exit(0);
}
if (there === 'other') {
  console.error(
    `Port ${port} is used by another program. Close that, or choose another port: PORT=${port + 7} npm run demo\n` +
      'Pieces are kept for each address apart: with another port the list begins anew. Carry them over with the workshop file in Settings.',
  );
  process.exit(1);
}

ensurePackages();
if ((await ensureBuild()) !== 0) process.exit(1);

const server = startServer(port);
const stop = () => server.kill('SIGTERM');
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
process.on('exit', stop);
// A signal to npm alone does not reach this process: stop when npm is gone.
const parent = process.ppid;
setInterval(() => {
  if (process.ppid !== parent) {
    stop();
    process.exit(0);
  }
}, 1000).unref();
server.on('exit', (code) => process.exit(code ?? 0));

let up = false;
for (let i = 0; i < 150 && !up; i++) {
  up = (await whoIsThere()) === 'self';
  if (!up) await new Promise((wait) => setTimeout(wait, 100));
}
if (!up) {
  console.error('Hush Road did not come up within 15 seconds.');
  process.exit(1);
}
console.log(`\nHush Road is open at ${address}\nStop it with Ctrl+C.`);
