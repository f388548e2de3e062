// Prints how well photographs are judged, and how well makings teach, on simulated makers and photographs: npm run study -- photos 40
import { spawnSync } from 'node:child_process';
import { ensureBundle, ensurePackages } from './ready.mjs';

const STUDIES = { photos: 'scripts/studyPhotos.ts', makers: 'scripts/studyMakers.ts' };
const [wanted, ...rest] = process.argv.slice(2);
const names = wanted ? [wanted] : Object.keys(STUDIES);
for (const name of names) {
  if (!STUDIES[name]) {
    console.error(`${name}: no such study; there are ${Object.keys(STUDIES).join(' and ')}`);
    process.exit(2);
  }
  ensurePackages();
  const bundle = await ensureBundle(`study-${name}`, STUDIES[name], [
    'scripts',
    'core',
    'cli',
    'demo',
  ]);
  const done = spawnSync(process.execPath, [bundle, ...rest], { stdio: 'inherit' });
  if (done.status !== 0) process.exit(done.status ?? 1);
}
