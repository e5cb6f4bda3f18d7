/**
 * Writes the published JSON Schema of the calibration, and raises the edition where the shape of the document is another;
 * with --check, fails when what is there is out of date.
 */
import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { CALIBRATION_EDITION, EDITION_SHAPE } from '@/core/calibration/edition';
import { calibrationJsonSchema } from '@/core/calibration/files/jsonSchema';

const root = path.resolve(import.meta.dirname, '..');
const [published, edition] = ['docs/calibration.schema.json', 'src/core/calibration/edition.ts'].map((name) =>
  path.join(root, name),
) as [string, string];
const schema = calibrationJsonSchema();
const text = `${JSON.stringify(schema, null, 2)}\n`;
const shape = createHash('sha256')
  .update(JSON.stringify(schema, (key, value: unknown) => (isWords(key, value) ? undefined : value)))
  .digest('hex')
  .slice(0, 16);

if (process.argv.includes('--check')) {
  if (readFileSync(published, 'utf8') !== text || shape !== EDITION_SHAPE) {
    console.error(
      'docs/calibration.schema.json or src/core/calibration/edition.ts is out of date. Run: npm run schema',
    );
    process.exitCode = 1;
  }
} else {
  writeFileSync(published, text);
  if (shape !== EDITION_SHAPE) {
    const next = readFileSync(edition, 'utf8')
      .replace(/CALIBRATION_EDITION = \d+/, `CALIBRATION_EDITION = ${CALIBRATION_EDITION + 1}`)
      .replace(/EDITION_SHAPE = '[^']*'/, `EDITION_SHAPE = '${shape}'`);
    writeFileSync(edition, next);
    console.log(`The document has another shape: this is edition ${CALIBRATION_EDITION + 1}.`);
  }
}

/** Words about a field; a field may be called so, but is then no text. */
function isWords(key: string, value: unknown): boolean {
  return (key === 'title' || key === 'description') && typeof value === 'string';
}
