import { spawn } from 'node:child_process';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, describe, expect, it, test } from 'vitest';
import { readPort } from './port.mjs';

test.each([
  [undefined, 4173],
  ['', 4173],
  ['4200', 4200],
  ['80', null],
  ['70000', null],
  ['4173a', null],
  ['-1', null],
  ['1e4', null],
])('the port %s', (given, port) => {
  expect(readPort(given, 4173)).toBe(port);
});

let server: Server | null = null;
afterEach(() => server?.close());

/** Something that answers at a port of its own. */
async function answering(body: string): Promise<number> {
  const made = createServer((_, response) => response.end(body));
  server = made;
  await new Promise<void>((up) => made.listen(0, '127.0.0.1', up));
  return (made.address() as AddressInfo).port;
}

function demo(port: string): Promise<{ code: number | null; said: string }> {
  const child = spawn(process.execPath, ['scripts/demo.mjs'], {
    env: { ...process.env, PORT: port },
  });
  let said = '';
  child.stdout.on('data', (text) => (said += String(text)));
  child.stderr.on('data', (text) => (said += String(text)));
  return new Promise((done) => child.on('exit', (code) => done({ code, said })));
}

describe('the address of the demo', () => {
  it('is said when it runs there already', async () => {
    const port = await answering('{"ok":true,"name":"hush-road"}');
    const { code, said } = await demo(String(port));
    expect(said).toContain(`runs already: it is open at http://127.0.0.1:${port}`);
    expect(code).toBe(0);
  });

  it('is never another one because a program has taken it', async () => {
    const port = await answering('hello');
    const { code, said } = await demo(String(port));
    expect(said).toContain(`Port ${port} is used by another program`);
    expect(said).toContain('PORT=');
    expect(code).toBe(1);
  });

  it('a bad one gets one line', async () => {
    const { code, said } = await demo('nowhere');
    expect(said.trim().split('\n')).toEqual([
      'PORT is “nowhere”: give a whole number from 1024 to 65535.',
    ]);
    expect(code).toBe(2);
  });
});
