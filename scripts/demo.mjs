// Opens Hush Road with the Lantern Lane pieces: installs and builds what is missing, then serves.
import { createServer } from 'node:net';
import { ensureBuild, ensurePackages, startServer } from './ready.mjs';

ensurePackages();
if (ensureBuild() !== 0) process.exit(1);

/** The wished port, or any free one when it is taken. */
function freePort(wished) {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', (error) => {
      if (error.code === 'EADDRINUSE' && wished !== 0) freePort(0).then(resolve, reject);
      else reject(error);
    });
    probe.listen(wished, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}

const port = await freePort(Number(process.env.PORT ?? 4173));
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

for (let i = 0; i < 100; i++) {
  try {
    const answer = await fetch(`http://127.0.0.1:${port}/health`);
    if (answer.ok) break;
  } catch {
    // Not up yet.
  }
  await new Promise((wait) => setTimeout(wait, 100));
}
console.log(`\nHush Road is open at http://127.0.0.1:${port}\nStop it with Ctrl+C.`);
