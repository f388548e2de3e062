// All tests in order: types, lint, unit tests, build, interface tests. Ends with one line of totals.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { cache, ensureBuild, ensurePackages, root } from './ready.mjs';

ensurePackages();
ensureBrowser();
mkdirSync(cache, { recursive: true });

let passed = 0;
let failed = 0;
const bin = (name) => join(root, 'node_modules', '.bin', name);

function run(title, command, args, env = {}) {
  console.log(`\n== ${title}`);
  const done = spawnSync(command, args, {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  });
  return done.status === 0;
}

function step(title, ...commands) {
  const ok = commands.every(([command, ...args]) => run(title, command, args));
  if (ok) passed++;
  else failed++;
  return ok;
}

/** Adds the counts of a runner's JSON report; a runner that wrote none counts as one failure. */
function count(report, read, ok) {
  try {
    const [good, bad] = read(JSON.parse(readFileSync(report, 'utf8')));
    passed += good;
    failed += bad + (!ok && bad === 0 ? 1 : 0);
  } catch {
    failed++;
  }
}

step(
  'Types',
  [bin('react-router'), 'typegen'],
  [bin('tsc'), '-p', 'tsconfig.json'],
  [bin('tsc'), '-p', 'tsconfig.core.json'],
);
step(
  'Lint',
  [bin('eslint'), '.', '--max-warnings', '0'],
  [bin('prettier'), '--check', '.', '--log-level', 'warn'],
);

const unitReport = join(cache, 'unit.json');
rmSync(unitReport, { force: true });
const unitOk = run('Unit tests', bin('vitest'), [
  'run',
  '--reporter=dot',
  '--reporter=json',
  `--outputFile.json=${unitReport}`,
]);
count(
  unitReport,
  (r) => [
    r.numPassedTests,
    r.numFailedTests +
      (r.numFailedTestSuites > 0 && r.numFailedTests === 0 ? r.numFailedTestSuites : 0),
  ],
  unitOk,
);

console.log('\n== Build');
const built = ensureBuild() === 0;
if (built) passed++;
else failed++;

if (built) {
  const report = join(cache, 'interface.json');
  rmSync(report, { force: true });
  const ok = run('Interface tests', bin('playwright'), ['test', '--reporter=list,json'], {
    PLAYWRIGHT_JSON_OUTPUT_NAME: report,
  });
  count(report, (r) => [r.stats.expected + r.stats.flaky, r.stats.unexpected], ok);
}

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);

/** Debian's Chromium for the interface tests; installed when missing and allowed. */
function ensureBrowser() {
  if (process.env.CHROMIUM || existsSync('/usr/bin/chromium')) return;
  const apt = existsSync('/usr/bin/apt-get');
  if (!apt || process.getuid?.() !== 0) {
    console.error(
      'The interface tests need Chromium at /usr/bin/chromium. On Debian: sudo apt-get install chromium. Elsewhere set CHROMIUM to its path.',
    );
    process.exit(1);
  }
  console.log('Installing Chromium…');
  const options = ['-y', '-qq', '-o', 'DPkg::Lock::Timeout=300'];
  spawnSync('apt-get', ['update', '-qq'], { stdio: ['ignore', 'ignore', 'inherit'] });
  const done = spawnSync('apt-get', ['install', ...options, 'chromium'], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
  if (done.status !== 0) process.exit(1);
}
