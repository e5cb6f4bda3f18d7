/**
 * Does what `docs/recipes.md` says in a copy of the project: counts the files, checks the types and runs the tests that
 * walk the lists. Then leaves out the last part of the recipe of a map, which those tests must notice.
 * A recipe is a heading with its parts: "In `file`, before | after | in place of `line`:" or "A new file `file`:", and a block
 * of code.
 */
import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import path from 'node:path';

const root = path.join(import.meta.dirname, '..');
const copy = path.join(root, '.cache', 'recipes');
/** The most files that a recipe may touch, tests not counted. */
const MOST_FILES: Readonly<Record<string, number>> = {
  'An optional field, with help, on a screen': 3,
  'A curve, with its generator, in the engine computer and in Workings': 5,
  'A channel': 2,
  'A check': 1,
  'A fuel': 1,
  'An engine computer': 1,
  'A procedure at the engine': 2,
};
const WALKS = [
  'everyMap',
  'everyChannel',
  'checks/checks',
  'pins/pins',
  'fuels',
  'startup/startup',
  'everyProcedure',
];
/** Of all fields those of the recipe's section are shown again: the others stand where the tests of the project found them. */
const FIELD_SCHEMA = 'src/core/coil/coilSchema.ts';
const FIELDS = ['everyField', '-t', 'of coils|what is usual|stands once'];

interface Part {
  readonly file: string;
  /** Nothing for a new file. */
  readonly where: string;
  readonly line: string;
  readonly code: string;
}

interface Recipe {
  readonly title: string;
  readonly parts: readonly Part[];
}

function readRecipes(): Recipe[] {
  const text = readFileSync(path.join(root, 'docs', 'recipes.md'), 'utf8');
  const part =
    /(?:In `([^`]+)`, (before|after|in place of) `([^\n]+)`|A new file `([^`]+)`):\n\n```\w+\n([\s\S]*?)```/g;
  return text
    .split(/^## /m)
    .slice(1)
    .map((section) => ({
      title: section.split('\n', 1)[0] ?? '',
      parts: [...section.matchAll(part)].map(([, file, where = '', line = '', newFile = '', code = '']) => ({
        file: file ?? newFile,
        where,
        line,
        code,
      })),
    }));
}

function follow({ file, where, line, code }: Part): void {
  const at = path.join(copy, file);
  if (where === '') {
    writeFileSync(at, code);
    return;
  }
  const lines = readFileSync(at, 'utf8').split('\n');
  const places = lines.flatMap((text, i) => (text === line ? [i] : []));
  const [place] = places;
  if (place === undefined || places.length > 1) {
    throw new Error(`${file} has the line ${places.length} times, not once: ${line}`);
  }
  const [from, gone] = where === 'before' ? [place, 0] : where === 'after' ? [place + 1, 0] : [place, 1];
  lines.splice(from, gone, code.replace(/\n$/, ''));
  writeFileSync(at, lines.join('\n'));
}

function copied(): void {
  rmSync(copy, { recursive: true, force: true });
  mkdirSync(copy, { recursive: true });
  for (const name of readdirSync(root, { withFileTypes: true })) {
    const wanted = name.isFile() || ['src', 'tests', 'docs', 'scripts'].includes(name.name);
    if (wanted) cpSync(path.join(root, name.name), path.join(copy, name.name), { recursive: true });
  }
  symlinkSync(path.join(root, 'node_modules'), path.join(copy, 'node_modules'));
}

function run(...args: readonly string[]): { readonly ok: boolean; readonly said: string } {
  const { status, stdout, stderr } = spawnSync(process.execPath, args, {
    cwd: copy,
    encoding: 'utf8',
    maxBuffer: 1e8,
  });
  return { ok: status === 0, said: `${stdout}${stderr}` };
}

const jest = (...tests: readonly string[]) =>
  run('node_modules/jest/bin/jest.js', '--maxWorkers=1', ...tests);

const problems: string[] = [];
const recipes = readRecipes();
copied();
for (const { title, parts } of recipes) {
  const isTest = (file: string) => file.endsWith('.test.ts') || file.startsWith('tests/');
  const files = new Set(parts.map(({ file }) => file).filter((file) => !isTest(file)));
  const most = MOST_FILES[title];
  console.log(`${title}: ${files.size} of at most ${most ?? '?'} files`);
  if (most === undefined || files.size === 0 || files.size > most)
    problems.push(`${title}: too many files, or none`);
  parts.forEach(follow);
}
for (const title of Object.keys(MOST_FILES)) {
  if (!recipes.some((recipe) => recipe.title === title)) problems.push(`There is no recipe "${title}"`);
}
if (
  !recipes.some(
    ({ title, parts }) =>
      title.startsWith('An optional field') && parts.some(({ file }) => file === FIELD_SCHEMA),
  )
)
  problems.push(`The recipe of a field is no longer in ${FIELD_SCHEMA}: walk its section instead`);
const listed = run('--import', 'tsx', 'scripts/writeChecks.mts');
if (!listed.ok) problems.push(`The list of checks: ${listed.said}`);
const types = run('node_modules/typescript/bin/tsc', '--noEmit');
if (!types.ok) problems.push(`Types: ${types.said}`);
const walked = jest(...WALKS);
const fields = jest(...FIELDS);
if (!walked.ok) problems.push(`The tests that walk the lists: ${walked.said}`);
if (!fields.ok || !fields.said.includes('3 passed'))
  problems.push(`The fields on their screens: ${fields.said}`);
console.log(
  `all of them at once: types ${types.ok ? 'hold' : 'fail'}, walking tests ${walked.ok && fields.ok ? 'pass' : 'fail'}`,
);

copied();
const curve = recipes.find(({ title }) => title.startsWith('A curve'));
for (const part of curve?.parts.slice(0, 2) ?? []) follow(part);
const without = jest('everyMap');
const noticed = !without.ok && without.said.includes('fuelAir');
console.log(`a curve that no fuel follows from: ${noticed ? 'noticed' : 'not noticed'}`);
if (!noticed) problems.push('A curve without a consumer was not noticed');

rmSync(copy, { recursive: true, force: true });
if (problems.length > 0) {
  console.error(problems.join('\n\n'));
  process.exitCode = 1;
}
