/**
 * Plants faults in the named files, one at a time, and tells which of them no test finds. Not part of `npm test`.
 * Each is judged by the tests of its own folder, or by those that are named behind `--tests`: few and fast ones.
 * Usage: npm run mutation -- src/core/fuel/veGenerator.ts --tests src/core/fuel/generators.test.ts
 */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { ensurePackages, root } from './ensure.mjs';

ensurePackages();
const given = process.argv.slice(2);
const split = given.includes('--tests') ? given.indexOf('--tests') : given.length;
const named = given.slice(0, split).map((name) => name.replace(/\/$/, ''));
const judges = given.slice(split + 1).map((name) => name.replace(/\/$/, ''));
const missing = [...named, ...judges].filter((name) => !existsSync(path.join(root, name)));
if (named.length === 0 || missing.length > 0) {
  console.error(
    missing.length > 0
      ? `There is no ${missing.join(', ')}. Name files or folders from the project’s root.`
      : 'Name the files or folders to plant faults in: npm run mutation -- src/core/fuel',
  );
  process.exit(2);
}
const isFolder = (name) => statSync(path.join(root, name)).isDirectory();
const folderOf = (name) => (isFolder(name) ? name : path.dirname(name));
const tests = [
  ...new Set(
    (judges.length > 0 ? judges : named.map(folderOf)).map((name) =>
      isFolder(name) ? `${name}/**/*.test.ts` : name,
    ),
  ),
];
const reports = path.join(root, '.cache', 'mutation');
mkdirSync(reports, { recursive: true });
const config = path.join(reports, 'config.json');
writeFileSync(
  config,
  JSON.stringify({
    mutate: [
      ...named.map((name) => (isFolder(name) ? `${name}/**/*.ts` : name)),
      // Tables of words and limits are walked by other tests.
      ...['*.test.ts', 'index.ts', '*Schema.ts', '*Maps.ts', 'channels.ts'].map((name) => `!**/${name}`),
    ],
    testRunner: 'jest',
    plugins: ['@stryker-mutator/jest-runner'],
    jest: { projectType: 'custom', configFile: 'jest.mutation.config.cjs', enableFindRelatedTests: false },
    coverageAnalysis: 'perTest',
    reporters: ['clear-text', 'progress-append-only', 'json'],
    clearTextReporter: { allowColor: false, allowEmojis: false, logTests: false },
    jsonReporter: { fileName: path.join('.cache', 'mutation', 'report.json') },
    // Words are not judged here: the tests of the screens and of Workings read them.
    mutator: { excludedMutations: ['StringLiteral'] },
    ignorePatterns: ['dist', 'docs', 'e2e', 'public', 'test-results', '.expo', '.cache'],
    tempDirName: path.join('.cache', 'mutation', 'sandboxes'),
    concurrency: Number(process.env.MUTATION_CONCURRENCY ?? 2),
    // A machine that does something else meanwhile is slow, and finds no fault by that.
    timeoutMS: 15_000,
    warnings: false,
  }),
);
const { status } = spawnSync(path.join(root, 'node_modules', '.bin', 'stryker'), ['run', config], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, MUTATION_TESTS: JSON.stringify(tests.map((name) => `<rootDir>/${name}`)) },
});
process.exit(status ?? 1);
