// The property tests again and again on cases never tried before: npm run roam [ROUNDS] [FILES...] [-- --seed N]
import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { cache, ensurePackages, root } from './ready.mjs';

ensurePackages();
const words = process.argv.slice(2);
const wished = words.indexOf('--seed');
const [, seedWord] = wished < 0 ? [] : words.splice(wished, 2);
const [rounds = '5', ...files] = words;
const count = Number(rounds);
const seed = wished < 0 ? Math.floor(Math.random() * 1e9) : Number(seedWord);
if (!Number.isInteger(count) || count < 1 || !Number.isInteger(seed)) {
  console.error('How many rounds? Whole numbers, such as: npm run roam 5 core/strip -- --seed 7');
  process.exit(2);
}
mkdirSync(cache, { recursive: true });
const tally = join(cache, 'roam.txt');
rmSync(tally, { force: true });
let failed = 0;
for (let round = 0; round < count; round++) {
  console.log(`\n== Round ${round + 1} of ${count}, seed ${seed + round}`);
  const done = spawnSync(join(root, 'node_modules', '.bin', 'vitest'), ['run', ...files], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ROAM_SEED: String(seed + round), ROAM_TALLY: tally },
  });
  if (done.status !== 0) failed++;
}
const cases = readFileSync(tally, 'utf8')
  .split('\n')
  .reduce((sum, line) => sum + Number(line), 0);
console.log(
  `\n${count - failed} rounds passed, ${failed} failed; ${cases} cases from seed ${seed}`,
);
process.exit(failed === 0 ? 0 : 1);
