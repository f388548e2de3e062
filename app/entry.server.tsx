import { randomBytes } from 'node:crypto';
import { PassThrough } from 'node:stream';
import { createReadableStreamFromReadable } from '@react-router/node';
import { renderToPipeableStream } from 'react-dom/server';
import { ServerRouter, type EntryContext, type HandleErrorFunction } from 'react-router';

/** After this a page is sent as far as it has come, ms. */
export const streamTimeout = 5_000;

/** What a page may do: its own scripts and those with the nonce, and nothing from elsewhere. */
const policyOf = (nonce: string): string =>
  [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}'`,
    "script-src-attr 'none'",
    // Lengths and colours of drawings are set at their elements.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "font-src 'self' data:",
    "connect-src 'self' blob:",
    "worker-src 'self'",
    "manifest-src 'self'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');

/** Answers with a page, its scripts allowed one by one. */
export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  context: EntryContext,
): Promise<Response> | Response {
  const nonce = randomBytes(16).toString('base64');
  headers.set('Content-Type', 'text/html; charset=utf-8');
  headers.set('Content-Security-Policy', policyOf(nonce));
  headers.set('Cache-Control', 'no-cache');
  if (request.method === 'HEAD') return new Response(null, { status, headers });
  return new Promise((resolve, reject) => {
    let now = status;
    const { pipe, abort } = renderToPipeableStream(
      <ServerRouter context={context} url={request.url} nonce={nonce} />,
      {
        nonce,
        onShellReady() {
          const body = new PassThrough({
            final(done) {
              clearTimeout(late);
              done();
            },
          });
          pipe(body);
          resolve(new Response(createReadableStreamFromReadable(body), { status: now, headers }));
        },
        onShellError: reject,
        onError(error) {
          now = 500;
          console.error(error);
        },
      },
    );
    const late = setTimeout(() => abort(), streamTimeout + 1_000);
  });
}

/** Faults of the server stand in its own output, never in an answer. */
export const handleError: HandleErrorFunction = (error, { request }) => {
  if (!request.signal.aborted) console.error(error);
};
