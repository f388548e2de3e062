// Serves the built application on this machine. All answers carry the same strict rules for browsers;
// pages set their own policy for scripts, with a nonce for each answer.
import { createRequestHandler } from '@react-router/express';
import compression from 'compression';
import express from 'express';
import helmet from 'helmet';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { policyOf } from './policy.mjs';
import { readPort } from './port.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
const client = join(root, 'build', 'client');

const port = readPort(process.env.PORT, 4173);
if (port === null) {
  console.error(`PORT is “${process.env.PORT}”: give a whole number from 1024 to 65535.`);
  process.exit(2);
}
const host = process.env.HOST ?? '127.0.0.1';
const build = await import(pathToFileURL(join(root, 'build', 'server', 'index.js')).href);

const app = express();
app.disable('x-powered-by');
app.use(
  helmet({
    contentSecurityPolicy: false,
    crossOriginEmbedderPolicy: false,
    referrerPolicy: { policy: 'no-referrer' },
    // The page is served to this machine only, without a certificate.
    strictTransportSecurity: false,
    xFrameOptions: { action: 'deny' },
  }),
);
app.use((request, response, next) => {
  response.setHeader(
    'Permissions-Policy',
    'camera=(self), screen-wake-lock=(self), fullscreen=(self), microphone=(), geolocation=(), payment=(), usb=(), serial=(), midi=()',
  );
  // Whatever sets no policy of its own is a file or data.
  const { path } = request;
  const { writeHead } = response;
  response.writeHead = function (...rest) {
    if (!response.hasHeader('Content-Security-Policy')) {
      response.setHeader('Content-Security-Policy', policyOf(path));
    }
    return writeHead.apply(this, rest);
  };
  if (request.method === 'GET' || request.method === 'HEAD') return next();
  response.setHeader('Allow', 'GET, HEAD');
  return say(
    response,
    405,
    'Nothing can be sent to this address: Hush Road keeps all work in the browser.',
  );
});
app.use(compression());
app.use(
  '/assets',
  express.static(join(client, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
);
app.use(express.static(client, { maxAge: 0, redirect: false }));
app.all('*', createRequestHandler({ build, mode: process.env.NODE_ENV ?? 'production' }));
// Four parameters: that is how express knows it as the place for errors.
// eslint-disable-next-line no-unused-vars
app.use((error, request, response, next) => {
  const status = Number(error?.statusCode ?? error?.status ?? 500);
  if (status >= 500) console.error(error);
  if (response.headersSent) return response.end();
  if (status === 404) return say(response, 404, 'There is no such file.');
  if (status < 500) return say(response, 400, 'This address cannot be read.');
  return say(
    response,
    500,
    'This could not be answered. Your pieces are in your browser and are as they were.',
  );
});

function say(response, status, text) {
  response.status(status).type('text/plain; charset=utf-8').send(`${text}\n`);
}

const server = app.listen(port, host, () => console.log(`Listening at http://${host}:${port}`));
// A request that is never whole is let go.
server.requestTimeout = 30_000;
server.headersTimeout = 15_000;
server.on('error', (error) => {
  console.error(
    error.code === 'EADDRINUSE'
      ? `Port ${port} is used already. Choose another, such as PORT=${port + 7}.`
      : `Port ${port} cannot be opened (${error.code ?? error.message}).`,
  );
  process.exit(1);
});
for (const signal of ['SIGTERM', 'SIGINT']) {
  process.once(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
}
