// The property tests again and again on cases never tried before: npm run roam [ROUNDS] [FILES...]
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensurePackages, root } from './ready.mjs';

ensurePackages();
const [rounds = '5', ...files] = process.argv.slice(2);
const count = Number(rounds);
if (!Number.isInteger(count) || count < 1) {
  console.error('How many rounds? A whole number, such as: npm run roam 5 core/strip');
  process.exit(2);
}
let failed = 0;
for (let round = 1; round <= count; round++) {
  console.log(`\n== Round ${round} of ${count}`);
  const done = spawnSync(join(root, 'node_modules', '.bin', 'vitest'), ['run', ...files], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ROAM: '1' },
  });
  if (done.status !== 0) failed++;
}
console.log(`\n${count - failed} rounds passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
