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
/** What failed and why, told once more at the end. */
const failures = [];
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
  else fail(title);
  return ok;
}

function fail(what, why = '') {
  failed++;
  failures.push(why ? `${what}\n    ${why.split('\n').slice(0, 6).join('\n    ')}` : what);
}

/**
 * Adds what a runner's JSON report says; a runner that wrote none, or failed without a failed test,
 * counts as one failure.
 * @param read from a report to how many passed and what failed
 */
function count(title, report, read, ok) {
  try {
    const { good, bad } = read(JSON.parse(readFileSync(report, 'utf8')));
    passed += good;
    for (const { name, why } of bad) fail(name, why);
    if (!ok && bad.length === 0) fail(title);
  } catch {
    fail(`${title}: no report`);
  }
}

const unitResults = (r) => ({
  good: r.numPassedTests,
  bad: r.testResults.flatMap((file) => {
    const tests = file.assertionResults.filter((t) => t.status === 'failed');
    if (tests.length === 0 && file.status === 'failed') {
      return [{ name: file.name, why: file.message }];
    }
    return tests.map((t) => ({ name: `${file.name}: ${t.fullName}`, why: t.failureMessages[0] }));
  }),
});

const interfaceResults = (r) => {
  const specs = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specs)];
  const failedSpecs = r.suites.flatMap(specs).filter((s) => !s.ok);
  return {
    good: r.stats.expected + r.stats.flaky,
    bad: failedSpecs.map((s) => ({
      name: `${s.file}: ${s.title}`,
      why: s.tests[0]?.results.at(-1)?.error?.message,
    })),
  };
};

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
const unitOk = run(
  'Unit tests',
  bin('vitest'),
  ['run', '--reporter=dot', '--reporter=json', `--outputFile.json=${unitReport}`],
  // A row of coloured dots is a hundred times longer than the dots, and hides what failed.
  { NO_COLOR: '1' },
);
count('Unit tests', unitReport, unitResults, unitOk);

console.log('\n== Build');
const built = (await ensureBuild()) === 0;
if (built) passed++;
else fail('Build');

if (built) {
  const report = join(cache, 'interface.json');
  rmSync(report, { force: true });
  const ok = run('Interface tests', bin('playwright'), ['test', '--reporter=list,json'], {
    PLAYWRIGHT_JSON_OUTPUT_NAME: report,
  });
  count('Interface tests', report, interfaceResults, ok);
}

if (failures.length > 0) console.log(`\n== Failed\n${failures.join('\n')}`);
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
