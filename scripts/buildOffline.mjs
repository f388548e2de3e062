// After the build: lists every file of this version and bundles the worker that keeps them in the browser.
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'vite';

const hashOf = (data) => createHash('sha256').update(data).digest('hex').slice(0, 20);

function filesIn(folder, under = '') {
  return readdirSync(folder)
    .sort()
    .flatMap((name) => {
      const path = join(folder, name);
      const url = `${under}/${name}`;
      return statSync(path).isDirectory() ? filesIn(path, url) : [{ url, path }];
    });
}

/** @param root of the project */
export async function buildOffline(root) {
  const client = join(root, 'build', 'client');
  const files = filesIn(client).filter(({ url }) => !/^\/(sw\.js|offline\.json)|\.map$/.test(url));
  const list = files.map(({ url, path }) => ({
    url,
    // Built files have their content's hash in their name.
    revision: url.startsWith('/assets/') ? null : hashOf(readFileSync(path)),
  }));
  const version = hashOf(
    JSON.stringify(list) + readFileSync(join(root, 'build', 'server', 'index.js'), 'utf8'),
  );
  const define = {
    OFFLINE_FILES: JSON.stringify(list),
    OFFLINE_VERSION: JSON.stringify(version),
    'process.env.NODE_ENV': '"production"',
  };
  await build({
    root,
    configFile: false,
    logLevel: 'error',
    define,
    build: {
      outDir: client,
      emptyOutDir: false,
      copyPublicDir: false,
      lib: { entry: join(root, 'offline', 'worker.ts'), formats: ['es'], fileName: () => 'sw.js' },
    },
  });
}
