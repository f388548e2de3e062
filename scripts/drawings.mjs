// Renews the pictures of the shipped drawings and the demo pieces traced from them.
import { spawnSync } from 'node:child_process';
import { ensureBundle, ensurePackages, root } from './ready.mjs';

ensurePackages();
const bundle = await ensureBundle('drawings', 'scripts/makeDrawings.ts', [
  'scripts',
  'core',
  'demo',
]);
process.exit(spawnSync(process.execPath, [bundle, root], { stdio: 'inherit' }).status ?? 1);
