/**
 * Everything that must hold: types, lint, format, import rules, generated files, unit tests, browser tests. Installs what
 * is missing. The last line sums all of it up.
 */
import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
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

/** Runs a step whose words are printed when it is over. @returns whether it passed. */
function quietly(name, command, args) {
  const started = Date.now();
  return new Promise((done) => {
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += text));
    child.on('close', (status) => {
      const took = ((Date.now() - started) / 1000).toFixed(1);
      console.log(`\n== ${name}\n${said}== ${name}: ${status === 0 ? 'passed' : 'FAILED'} in ${took} s`);
      done(status === 0);
    });
  });
}

/** Steps that are one thing each, which passes or fails: as many at a time as there are processors. */
async function together(steps) {
  const left = [...steps];
  const one = async () => {
    for (let next = left.shift(); next !== undefined; next = left.shift()) {
      if (await quietly(...next)) passed += 1;
      else failed += 1;
    }
  };
  await Promise.all(Array.from({ length: availableParallelism() }, one));
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

const node = (...args) => [process.execPath, args];
const tsx = (...args) => node('--import', 'tsx', ...args);
const types = [
  ['types: app', bin('tsc'), ['--noEmit']],
  ['types: core, without DOM', bin('tsc'), ['-p', 'src/core/tsconfig.json']],
  ['types: standin, without DOM', bin('tsc'), ['-p', 'src/standin/tsconfig.json']],
  ['types: link, without DOM', bin('tsc'), ['-p', 'src/link/tsconfig.json']],
  ['types: service worker', bin('tsc'), ['-p', 'src/offline/tsconfig.json']],
  ['types: hosting, without DOM', bin('tsc'), ['-p', 'src/hosting/tsconfig.json']],
];
/** The longest first: nothing waits for it in the end. */
const singles = [
  ['recipes', ...tsx('scripts/recipes.mts')],
  ['lint', bin('eslint'), ['.', '--cache', '--max-warnings', '0']],
  ...types,
  ['format', bin('prettier'), ['--check', '--log-level', 'warn', '.']],
  ['import rules', bin('depcruise'), ['src', '--config', '.dependency-cruiser.cjs']],
  [
    'import rules, as shipped',
    bin('depcruise'),
    ['src/workers', '--config', '.dependency-cruiser.shipped.cjs'],
  ],
  ['published schema', ...tsx('scripts/writeSchema.mts', '--check')],
  ['list of checks', ...tsx('scripts/writeChecks.mts', '--check')],
];

ensurePackages();
ensureRouteTypes();
if (process.argv[2] === 'types') await together(types);
else {
  ensureChromium();
  rmSync(results, { recursive: true, force: true });
  mkdirSync(results, { recursive: true });
  await together(singles);
  counted('unit tests', bin('jest'), ['--maxWorkers=2', '--json', `--outputFile=${jestJson}`], {}, () => {
    const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = readJson(jestJson);
    return [numPassedTests, numFailedTests + numRuntimeErrorTestSuites];
  });
  ensureBuilt();
  await together([['first download', ...tsx('scripts/firstDownload.mts', '--check')]]);
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
