/** Writes the list of checks from their files, so that a new check is one new file. `--check` only says whether it is current. */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const FOLDER = fileURLToPath(new URL('../src/core/checks/', import.meta.url));
const LIST = path.join(FOLDER, 'all.ts');

/** Folders of checks, in the order of work. One that is not named comes after them. */
const ORDER = [
  'document',
  'engine',
  'cams',
  'trigger',
  'pins',
  'sensors',
  'injectors',
  'injection',
  'staging',
  'coils',
  'outputs',
  'maps',
  'load',
  'blend',
  'overrun',
  'corrections',
];

const rank = (folder: string) => (ORDER.includes(folder) ? ORDER.indexOf(folder) : ORDER.length);
const checks = readdirSync(FOLDER, { withFileTypes: true })
  .filter((entry) => entry.isDirectory() && entry.name !== 'entry')
  .sort((a, b) => rank(a.name) - rank(b.name) || a.name.localeCompare(b.name))
  .flatMap(({ name: folder }) =>
    readdirSync(path.join(FOLDER, folder))
      .filter((name) => /^[a-zA-Z]+\.ts$/.test(name) && name !== 'parts.ts')
      .sort()
      .map((name) => ({ folder, name: name.slice(0, -3) })),
  );
const called = ({ folder, name }: { folder: string; name: string }) =>
  `${folder.replace(/-(.)/g, (_, letter: string) => letter.toUpperCase())}${name[0]?.toUpperCase()}${name.slice(1)}`;
const text = `/** Every check, subject by subject in the order of work. Written by \`npm run checks\` from the files beside it. */
import type { Check } from './entry/check';
${checks.map((check) => `import { ${called(check)} } from './${check.folder}/${check.name}';`).join('\n')}

export const CHECKS: readonly Check[] = [
${checks.map((check) => `  ${called(check)},`).join('\n')}
];
`;

if (process.argv.includes('--check')) {
  if (readFileSync(LIST, 'utf8') !== text) {
    console.error(
      'src/core/checks/all.ts does not name the checks that are there. Write it anew: npm run checks',
    );
    process.exitCode = 1;
  }
} else {
  writeFileSync(LIST, text);
}
