/** Writes the published JSON Schema of the calibration; with --check, fails when the one that is there is out of date. */
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { calibrationJsonSchema } from '@/core/calibration/files/jsonSchema';

const file = path.resolve(import.meta.dirname, '../docs/calibration.schema.json');
const text = `${JSON.stringify(calibrationJsonSchema(), null, 2)}\n`;
if (!process.argv.includes('--check')) {
  writeFileSync(file, text);
} else if (readFileSync(file, 'utf8') !== text) {
  console.error('docs/calibration.schema.json is out of date. Run: npm run schema');
  process.exitCode = 1;
}
