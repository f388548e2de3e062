// Everything that may go wrong, on purpose and with fixed seeds: npm run faults [FILES] [KILLS]
// Spoilt files in Node, a browser killed while editing, and the interface tests of tabs, room, records,
// the workshop file and work without a connection. Prints a table; what was lost or hung must be nothing.
import { chromium } from '@playwright/test';
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { cache, ensureBuild, ensureBundle, ensurePackages, root, startServer } from './ready.mjs';

ensurePackages();
const [files = 2000, kills = 40] = process.argv.slice(2).map(Number);
/** One file may take so long, ms; a process may take so much memory, MB. */
const MOST_MS = 5_000;
const MOST_MB = 1_000;
/** What is typed is kept within this, ms. */
const KEPT_MS = 500;
const rows = [];
const rowOf = (name) => {
  const row = { name, tried: 0, refused: 0, kept: 0, lost: 0, hung: 0, note: '' };
  rows.push(row);
  return row;
};

/** Runs files from one on, until the last or until one hangs. @returns the next to go on with, or null */
function readFrom(bundle, kind, from, row, worst) {
  return new Promise((done) => {
    const child = spawn(
      process.execPath,
      [`--max-old-space-size=${MOST_MB}`, bundle, kind, from, files],
      {
        stdio: ['ignore', 'pipe', 'ignore'],
      },
    );
    let next = from;
    let late = null;
    // The first takes the program's own start along.
    const wait = (ms) => {
      clearTimeout(late);
      late = setTimeout(() => child.kill('SIGKILL'), ms);
    };
    wait(4 * MOST_MS);
    createInterface({ input: child.stdout }).on('line', (line) => {
      const { i, outcome, ms, mb } = JSON.parse(line);
      next = i + 1;
      row.tried++;
      worst.ms = Math.max(worst.ms, ms);
      worst.mb = Math.max(worst.mb, mb);
      if (ms > MOST_MS || mb > MOST_MB) row.hung++;
      else if (outcome.startsWith('fault')) {
        row.lost++;
        console.log(`  ${kind} ${i}: ${outcome}`);
      } else row[outcome]++;
      wait(2 * MOST_MS);
    });
    child.on('exit', (code) => {
      clearTimeout(late);
      if (code === 0) return done(null);
      console.log(`  ${kind} ${next}: hung, or filled the memory`);
      row.tried++;
      row.hung++;
      return done(next + 1);
    });
  });
}

async function spoiltFiles() {
  const bundle = await ensureBundle('faults', 'scripts/faultFiles.ts', [
    'core',
    'scripts/faultFiles.ts',
  ]);
  for (const kind of ['svg', 'dxf', 'json']) {
    const row = rowOf(`${kind} files`);
    const worst = { ms: 0, mb: 0 };
    for (let from = 0; from !== null;) from = await readFrom(bundle, kind, from, row, worst);
    row.note = `worst ${worst.ms} ms, ${worst.mb} MB`;
  }
}

const port = 4391;
const address = `http://127.0.0.1:${port}`;
const open = (folder) =>
  chromium.launchPersistentContext(folder, {
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu'],
    serviceWorkers: 'block',
  });

/** Types for a while, kills the browser by its process, and looks at what is there afterwards. */
async function killOnce(folder, round, row, worst) {
  row.tried++;
  let context = await open(folder);
  let page = context.pages()[0] ?? (await context.newPage());
  await page.goto(`${address}/piece/demo-boat/figure`);
  const name = page.getByLabel('Name of the piece');
  await name.waitFor();
  const typed = [];
  // Of different lengths, so that each kill meets another moment of a write.
  const until = Date.now() + 700 + ((round * 137) % 900);
  for (let n = 1; Date.now() < until; n++) {
    const text = `Round ${round}, change ${n}`;
    await name.fill(text);
    typed.push({ text, at: Date.now() });
  }
  const killed = Date.now();
  spawnSync('pkill', ['-9', '-f', folder]);
  await context.close().catch(() => undefined);
  await new Promise((rest) => setTimeout(rest, 300));

  context = await open(folder);
  page = context.pages()[0] ?? (await context.newPage());
  await page.goto(`${address}/`);
  await page.getByRole('heading', { name: 'Pieces' }).waitFor();
  const aside = await page.getByRole('region', { name: 'Set aside' }).count();
  await page.goto(`${address}/piece/demo-boat/figure`);
  const again = page.getByLabel('Name of the piece');
  await again.waitFor();
  const found = await again.inputValue();
  await context.close();
  const at = typed.findIndex((t) => t.text === found);
  // How old the oldest change is that is missing.
  const missing = at + 1 < typed.length ? killed - typed[at + 1].at : 0;
  worst.ms = Math.max(worst.ms, missing);
  if (aside > 0 || at < 0 || missing > KEPT_MS) {
    row.lost++;
    console.log(
      `  kill ${round}: ${missing} ms are missing, “${found}”${aside ? ', damaged' : ''}`,
    );
  } else row.kept++;
}

async function killedBrowsers() {
  const row = rowOf('kills while editing');
  const worst = { ms: 0 };
  const server = startServer(port);
  const folder = mkdtempSync(join(tmpdir(), 'hush-road-'));
  try {
    for (let i = 0; i < 100; i++) {
      if (
        await fetch(`${address}/health`).then(
          (a) => a.ok,
          () => false,
        )
      )
        break;
      await new Promise((rest) => setTimeout(rest, 100));
    }
    const first = await open(folder);
    const page = await first.newPage();
    await page.goto(address);
    await page.getByText('Sailing boat').waitFor();
    await first.close();
    for (let round = 1; round <= kills; round++) await killOnce(folder, round, row, worst);
  } finally {
    server.kill('SIGTERM');
    rmSync(folder, { recursive: true, force: true });
  }
  row.note = `missing at most ${worst.ms} ms`;
}

/** What the interface tests say of tabs, room, records, the workshop file and no connection. */
function throughTheInterface() {
  const report = join(cache, 'faults.json');
  rmSync(report, { force: true });
  spawnSync(
    join(root, 'node_modules', '.bin', 'playwright'),
    ['test', 'kept', 'copies', 'tabs', 'offline', 'server', '--reporter=json'],
    {
      cwd: root,
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: report, E2E_PORT: '4392' },
    },
  );
  const suites = (s) => [...(s.specs ?? []), ...(s.suites ?? []).flatMap(suites)];
  for (const spec of JSON.parse(readFileSync(report, 'utf8')).suites.flatMap(suites)) {
    const row = rowOf(spec.title.slice(0, 58));
    row.tried = 1;
    row[spec.ok ? 'kept' : 'lost'] = 1;
  }
}

if ((await ensureBuild()) !== 0) process.exit(1);
await spoiltFiles();
await killedBrowsers();
throughTheInterface();

const head = ['', 'tried', 'refused', 'kept', 'lost', 'hung', ''];
const line = (cells) =>
  cells
    .map((c, i) => (i === 0 ? String(c).padEnd(60) : i < 6 ? String(c).padStart(8) : `  ${c}`))
    .join('');
console.log(`\n${line(head)}`);
for (const r of rows)
  console.log(line([r.name, r.tried, r.refused, r.kept, r.lost, r.hung, r.note]));
const bad = rows.reduce((sum, r) => sum + r.lost + r.hung, 0);
console.log(`\n${bad === 0 ? 'Nothing was lost and nothing hung.' : `${bad} were lost or hung.`}`);
process.exit(bad === 0 ? 0 : 1);
