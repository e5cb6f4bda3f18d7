/**
 * Everything that must hold: types, lint, format, import rules, generated files, unit tests, browser tests. Installs what
 * is missing. The last line sums all of it up.
 */
import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { ensureBuilt, ensureChromium, ensurePackages, ensureRouteTypes, root } from './ensure.mjs';

const results = path.join(root, 'test-results');
const jestJson = path.join(results, 'jest.json');
const playwrightJson = path.join(results, 'playwright.json');
const bin = (name) => path.join(root, 'node_modules', '.bin', name);
let passed = 0;
let failed = 0;

function step(name, command, args, env = {}) {
  const started = Date.now();
  console.log(`\n== ${name}`);
  const { status } = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  console.log(
    `== ${name}: ${status === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - started) / 1000).toFixed(1)} s`,
  );
  return status === 0;
}

/** A step that is one thing: it passes or fails. */
function single(name, command, args) {
  if (step(name, command, args)) passed += 1;
  else failed += 1;
}

/** A step with tests of its own, counted from its report. */
function counted(name, command, args, env, count) {
  const ok = step(name, command, args, env);
  try {
    const [good, bad] = count();
    passed += good;
    failed += bad + (!ok && bad === 0 ? 1 : 0);
  } catch {
    failed += 1;
    console.log(`== ${name}: no report was written`);
  }
}

const readJson = (file) => JSON.parse(readFileSync(file, 'utf8'));

function types() {
  ensureRouteTypes();
  single('types: app', bin('tsc'), ['--noEmit']);
  single('types: core, without DOM', bin('tsc'), ['-p', 'src/core/tsconfig.json']);
  single('types: standin, without DOM', bin('tsc'), ['-p', 'src/standin/tsconfig.json']);
  single('types: link, without DOM', bin('tsc'), ['-p', 'src/link/tsconfig.json']);
  single('types: service worker', bin('tsc'), ['-p', 'src/offline/tsconfig.json']);
  single('types: hosting, without DOM', bin('tsc'), ['-p', 'src/hosting/tsconfig.json']);
}

ensurePackages();
const onlyTypes = process.argv[2] === 'types';
types();
if (!onlyTypes) {
  ensureChromium();
  rmSync(results, { recursive: true, force: true });
  mkdirSync(results, { recursive: true });
  single('lint', bin('eslint'), ['.', '--cache', '--max-warnings', '0']);
  single('format', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
  single('import rules', bin('depcruise'), ['src', '--config', '.dependency-cruiser.cjs']);
  single('import rules, as shipped', bin('depcruise'), [
    'src/workers',
    '--config',
    '.dependency-cruiser.shipped.cjs',
  ]);
  single('published schema', process.execPath, ['--import', 'tsx', 'scripts/writeSchema.mts', '--check']);
  single('list of checks', process.execPath, ['--import', 'tsx', 'scripts/writeChecks.mts', '--check']);
  single('recipes', process.execPath, ['--import', 'tsx', 'scripts/recipes.mts']);
  counted('unit tests', bin('jest'), ['--maxWorkers=2', '--json', `--outputFile=${jestJson}`], {}, () => {
    const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = readJson(jestJson);
    return [numPassedTests, numFailedTests + numRuntimeErrorTestSuites];
  });
  ensureBuilt();
  single('first download', process.execPath, ['--import', 'tsx', 'scripts/firstDownload.mts', '--check']);
  counted(
    'browser tests',
    bin('playwright'),
    ['test', '--reporter=list,json'],
    { PLAYWRIGHT_JSON_OUTPUT_NAME: playwrightJson },
    () => {
      const { expected, unexpected, flaky } = readJson(playwrightJson).stats;
      if (flaky > 0) console.log(`== browser tests: ${flaky} passed only when tried again`);
      return [expected + flaky, unexpected];
    },
  );
}
console.log(`\n${passed} passed, ${failed} failed`);
process.exitCode = failed === 0 ? 0 : 1;
