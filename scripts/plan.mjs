// The planner on the command line: bundles cli/ when it changed, then runs it.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { cache, contentHash, ensurePackages, isFresh, remember, root } from './ready.mjs';

const bundle = join(cache, 'cli', 'main.js');
if (!existsSync(join(root, 'node_modules', 'vite'))) ensurePackages({ quiet: true });
const hash = contentHash(['cli', 'core', 'package-lock.json']);
if (!isFresh('cli-hash', hash) || !existsSync(bundle)) {
  const { build } = await import('vite');
  await build({
    root,
    configFile: false,
    logLevel: 'error',
    ssr: { noExternal: true },
    build: {
      ssr: join(root, 'cli', 'main.ts'),
      outDir: join(cache, 'cli'),
      emptyOutDir: true,
      target: 'node20',
      rollupOptions: { output: { entryFileNames: 'main.js', format: 'esm' } },
    },
  });
  remember('cli-hash', hash);
}
// npm changes into the project's folder; files are named from where the command was given.
const cwd = process.env.INIT_CWD ?? process.cwd();
const done = spawnSync(process.execPath, [bundle, ...process.argv.slice(2)], {
  cwd,
  stdio: 'inherit',
});
process.exit(done.status ?? 1);
