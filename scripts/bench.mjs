// Measures planning and judging by number of bends, tracing by kind of picture, routing by number of strokes, cut lists, the size of the first load, how soon a piece is there, and how soon a picture is one.
import { spawnSync } from 'node:child_process';
import { gzipSync } from 'node:zlib';
import { measureFirstMinute, measureScreens } from './benchScreens.mjs';
import { ensureBuild, ensureBundle, ensurePackages, startServer } from './ready.mjs';

ensurePackages();
const bundle = await ensureBundle('bench', 'scripts/benchPlans.ts', ['scripts', 'core']);
const timed = spawnSync(process.execPath, [bundle], { stdio: 'inherit' });
const tracing = await ensureBundle('benchTraces', 'scripts/benchTraces.ts', [
  'scripts',
  'core',
  'demo',
]);
const traced = spawnSync(process.execPath, [tracing], { stdio: 'inherit' });
const routing = await ensureBundle('benchRoutes', 'scripts/benchRoutes.ts', ['scripts', 'core']);
const routed = spawnSync(process.execPath, [routing], { stdio: 'inherit' });
const judging = await ensureBundle('benchGauge', 'scripts/benchGauge.ts', ['scripts', 'core']);
const judged = spawnSync(process.execPath, [judging], { stdio: 'inherit' });
const cutting = await ensureBundle('benchCuts', 'scripts/benchCuts.ts', ['scripts', 'core']);
const cut = spawnSync(process.execPath, [cutting], { stdio: 'inherit' });

if ((await ensureBuild()) !== 0) process.exit(1);
const port = 4391;
const server = startServer(port);
const at = (path) => `http://127.0.0.1:${port}${path}`;
for (let i = 0; i < 100; i++) {
  try {
    if ((await fetch(at('/health'))).ok) break;
  } catch {
    await new Promise((wait) => setTimeout(wait, 100));
  }
}
console.log('\nFirst load, scripts, gzip');
for (const path of ['/', '/piece/demo-swallow/figure', '/piece/demo-swallow/sheet']) {
  const html = await (await fetch(at(path))).text();
  const scripts = new Set(
    [
      ...html.matchAll(/(?:src|href)="(\/assets\/[^"]+\.js)"/g),
      ...html.matchAll(/["'](\/assets\/[^"']+\.js)["']/g),
    ].map((m) => m[1]),
  );
  let bytes = 0;
  for (const script of scripts)
    bytes += gzipSync(Buffer.from(await (await fetch(at(script))).arrayBuffer())).length;
  console.log(
    `${path.padEnd(30)} ${String(scripts.size).padStart(3)} files ${(bytes / 1000).toFixed(0).padStart(5)} kB`,
  );
}
await measureScreens(at('/'));
await measureFirstMinute(at('/'));
server.kill('SIGTERM');
process.exit(timed.status || traced.status || routed.status || judged.status || cut.status || 0);
