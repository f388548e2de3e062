// Prints how well the gauge verdict meets what practice has settled, and how far its free numbers may go.
import { spawnSync } from 'node:child_process';
import { ensureBundle, ensurePackages } from './ready.mjs';

ensurePackages();
const bundle = await ensureBundle('fitGauge', 'scripts/fitGauge.ts', ['scripts', 'core']);
process.exit(spawnSync(process.execPath, [bundle], { stdio: 'inherit' }).status ?? 1);
