import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

const root = path.resolve(__dirname, '../../..');
const said = readFileSync(path.join(root, 'docs/files.md'), 'utf8');

/** The sources of `data`, tests left out. */
function sources(): string {
  const folder = path.join(root, 'src/data');
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && /\.tsx?$/.test(entry.name) && !/\.test\./.test(entry.name))
    .map((entry) => readFileSync(path.join(entry.parentPath, entry.name), 'utf8'))
    .join('\n');
}

/** Keys begin so in the sources, as templates and as constants. */
const begun = [
  ...new Set(
    [...sources().matchAll(/[`'"]((?:library\/[a-z]+)|(?:[a-z]+(?:-[a-z]+)?\/(?=\$\{|['"`])))/g)].map(
      ([, key]) => key as string,
    ),
  ),
].filter((key) => !['lumbre/', 'maps/', 'build/', 'open/'].includes(key));

test('every key that is kept stands in the document of files', () => {
  expect(begun.length).toBeGreaterThan(14);
  for (const key of begun) expect(said).toContain(`\`${key}`);
});

test('every key that stands there is kept', () => {
  const keys = [...said.matchAll(/^\| `([a-z-]+\/[a-z]*)/gm)].map(([, key]) => key as string);
  const kept = keys.filter((key) => !['maps/'].includes(key));
  expect(kept.length).toBeGreaterThan(14);
  for (const key of kept)
    expect(begun.some((one) => key.startsWith(one)) ? key : `not kept: ${key}`).toBe(key);
});
