/**
 * Plants faults in the named files, one at a time, and tells which of them no test finds. Not part of `npm test`.
 * Usage: npm run mutation -- src/core/fuel 'src/core/spark/*.ts'
 */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { ensurePackages, root } from './ensure.mjs';

ensurePackages();
const named = process.argv.slice(2);
if (named.length === 0) {
  console.error('Name the files or folders to plant faults in: npm run mutation -- src/core/fuel');
  process.exit(2);
}
const files = named.map((name) => {
  const whole = path.join(root, name);
  return existsSync(whole) && statSync(whole).isDirectory() ? `${name.replace(/\/$/, '')}/**/*.ts` : name;
});
const reports = path.join(root, 'test-results');
mkdirSync(reports, { recursive: true });
const config = path.join(reports, 'mutation.config.json');
writeFileSync(
  config,
  JSON.stringify({
    // A schema says what it says: its words and limits are walked by other tests.
    mutate: [...files, '!**/*.test.ts', '!**/index.ts', '!**/*Schema.ts', '!**/*Maps.ts', '!**/*Schemas.ts'],
    testRunner: 'jest',
    plugins: ['@stryker-mutator/jest-runner'],
    jest: { projectType: 'custom', configFile: 'jest.mutation.config.cjs', enableFindRelatedTests: false },
    coverageAnalysis: 'perTest',
    reporters: ['clear-text', 'json'],
    clearTextReporter: { allowColor: false, allowEmojis: false, logTests: false },
    jsonReporter: { fileName: path.join('test-results', 'mutation.json') },
    mutator: { excludedMutations: ['StringLiteral'] },
    ignorePatterns: ['dist', 'docs', 'e2e', 'public', 'test-results', '.expo'],
    tempDirName: path.join('test-results', 'mutation'),
    concurrency: Number(process.env.MUTATION_CONCURRENCY ?? 2),
    timeoutMS: 20_000,
    allowConsoleColors: false,
  }),
);
const { status } = spawnSync(path.join(root, 'node_modules', '.bin', 'stryker'), ['run', config], {
  cwd: root,
  stdio: 'inherit',
});
process.exit(status ?? 1);
