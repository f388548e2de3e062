// What the entry points share: installing what is missing and building what is stale. Staleness is
// judged by content, so that a fresh clone or a touched file costs nothing it need not.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
const cache = join(root, 'node_modules', '.cache', 'hush-road');

/** Hash of the contents of files and folders, given relative to the project. */
export function contentHash(paths) {
  const hash = createHash('sha256');
  const visit = (path) => {
    const full = join(root, path);
    if (!existsSync(full)) return;
    if (statSync(full).isDirectory()) {
      for (const name of readdirSync(full).sort()) visit(join(path, name));
    } else {
      hash.update(path).update('\0').update(readFileSync(full)).update('\0');
    }
  };
  paths.forEach(visit);
  return hash.digest('hex');
}

function isFresh(name, hash) {
  const file = join(cache, name);
  return existsSync(file) && readFileSync(file, 'utf8') === hash;
}

function remember(name, hash) {
  mkdirSync(cache, { recursive: true });
  writeFileSync(join(cache, name), hash);
}

/** Installs packages when node_modules does not match the lock file. */
export function ensurePackages({ quiet = false } = {}) {
  const hash = contentHash(['package.json', 'package-lock.json']);
  if (isFresh('packages', hash)) return;
  if (!quiet) console.log('Installing packages…');
  const done = spawnSync(
    'npm',
    ['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error'],
    {
      cwd: root,
      stdio: ['ignore', quiet ? 'ignore' : process.stderr, 'inherit'],
    },
  );
  if (done.status !== 0) process.exit(done.status ?? 1);
  remember('packages', hash);
}

/** Builds the application when its sources have changed. */
export async function ensureBuild() {
  const hash = contentHash([
    'app',
    'offline',
    'core',
    'demo',
    'public',
    'package-lock.json',
    'vite.config.ts',
    'react-router.config.ts',
  ]);
  if (isFresh('build', hash) && existsSync(join(root, 'build', 'server', 'index.js'))) return 0;
  console.log('Building…');
  const done = spawnSync(
    process.execPath,
    [join(root, 'node_modules', '@react-router', 'dev', 'bin.js'), 'build'],
    {
      cwd: root,
      stdio: ['ignore', process.stderr, 'inherit'],
      env: { ...process.env, NODE_ENV: 'production' },
    },
  );
  if (done.status !== 0) return done.status ?? 1;
  // Only now are its packages surely there.
  const { buildOffline } = await import('./buildOffline.mjs');
  await buildOffline(root);
  remember('build', hash);
  return 0;
}

/** Starts the built server; resolves with the process. */
export function startServer(port) {
  return spawn(process.execPath, [join(root, 'server', 'main.mjs')], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, NODE_ENV: 'production', HOST: '127.0.0.1', PORT: String(port) },
  });
}

/** Bundles a TypeScript entry for Node when it or the core changed; resolves with the bundle's path. */
export async function ensureBundle(name, entry, sources) {
  const bundle = join(cache, name, 'main.js');
  const hash = contentHash([...sources, 'package-lock.json']);
  if (isFresh(`${name}-hash`, hash) && existsSync(bundle)) return bundle;
  const { build } = await import('vite');
  await build({
    root,
    configFile: false,
    logLevel: 'error',
    ssr: { noExternal: true, external: ['sharp', 'highs'] },
    build: {
      ssr: join(root, entry),
      outDir: join(cache, name),
      emptyOutDir: true,
      target: 'node20',
      // Native code and WebAssembly are not bundled; the bundle lies where they can be found.
      rollupOptions: {
        external: ['sharp', 'highs'],
        output: { entryFileNames: 'main.js', chunkFileNames: '[name].js', format: 'esm' },
      },
    },
  });
  remember(`${name}-hash`, hash);
  return bundle;
}

export { cache, isFresh, remember };
