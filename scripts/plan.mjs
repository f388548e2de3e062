// The planner on the command line: bundles cli/ when it changed, then runs it.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBundle, ensurePackages, root } from './ready.mjs';

if (!existsSync(join(root, 'node_modules', 'vite'))) ensurePackages({ quiet: true });
const bundle = await ensureBundle('cli', 'cli/main.ts', ['cli', 'core']);
// npm changes into the project's folder; files are named from where the command was given.
const cwd = process.env.INIT_CWD ?? process.cwd();
const done = spawnSync(process.execPath, [bundle, ...process.argv.slice(2)], {
  cwd,
  stdio: 'inherit',
});
process.exit(done.status ?? 1);
