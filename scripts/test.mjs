// All tests: lint beside types, build and unit tests, then interface tests: two cores are kept busy. Ends with one line of totals.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { cache, ensurePackages, root } from './ready.mjs';

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

/** Runs commands one after the other beside other work; what they say is told when they are done. */
async function aside(title, commands, env = {}) {
  const began = performance.now();
  const said = [];
  let ok = true;
  for (const [command, ...args] of commands) {
    ok &&= await new Promise((resolve) => {
      const child = spawn(command, args, {
        cwd: root,
        stdio: ['ignore', 'pipe', 'pipe'],
        env: { ...process.env, ...env },
      });
      child.stdout.on('data', (text) => said.push(text));
      child.stderr.on('data', (text) => said.push(text));
      child.on('error', (error) => (said.push(`${error.message}\n`), resolve(false)));
      child.on('close', (code) => resolve(code === 0));
    });
  }
  console.log(
    `\n== ${title}${took(began)}\n${Buffer.concat(said.map((t) => Buffer.from(t)))}`.trimEnd(),
  );
  return ok;
}

/** What has no report of its own counts as one test. */
async function step(title, ...commands) {
  const ok = await aside(title, commands);
  if (ok) passed++;
  else fail(title);
  return ok;
}

const took = (began) => `, ${Math.round((performance.now() - began) / 1000)} s`;

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

/** The checker that is written for speed; the linter's types come from the older one. */
const check = join(root, 'node_modules', 'typescript-seven', 'bin', 'tsc');
const node = process.execPath;

const began = performance.now();
run('Types of the routes', bin('react-router'), ['typegen']);
const [, built] = await Promise.all([
  step(
    'Lint',
    [bin('eslint'), '.', '--max-warnings', '0'],
    [bin('prettier'), '--check', '.', '--log-level', 'warn'],
  ),
  typesBuildUnits(),
]);

async function typesBuildUnits() {
  await step(
    'Types',
    [node, check, '-p', 'tsconfig.json'],
    [node, check, '-p', 'tsconfig.core.json'],
  );
  const built = await step('Build', [node, join(root, 'scripts', 'build.mjs')]);
  const report = join(cache, 'unit.json');
  rmSync(report, { force: true });
  const reporters = ['--reporter=dot', '--reporter=json', `--outputFile.json=${report}`];
  // A row of coloured dots is a hundred times longer than the dots, and hides what failed.
  const ok = await aside('Unit tests', [[bin('vitest'), 'run', ...reporters]], { NO_COLOR: '1' });
  count('Unit tests', report, unitResults, ok);
  return built;
}

if (built) {
  const report = join(cache, 'interface.json');
  rmSync(report, { force: true });
  const ok = run('Interface tests', bin('playwright'), ['test', '--reporter=list,json'], {
    PLAYWRIGHT_JSON_OUTPUT_NAME: report,
  });
  count('Interface tests', report, interfaceResults, ok);
}

if (failures.length > 0) console.log(`\n== Failed\n${failures.join('\n')}`);
console.log(`\n== All${took(began)}\n\n${passed} passed, ${failed} failed`);
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
