/**
 * Drives a demo and writes what its engine computer saw as a table.
 * Usage: npm run drive -- ventisca lap drive.csv
 */
import { writeFileSync } from 'node:fs';
import Papa from 'papaparse';
import { compile } from '@/core/calibration';
import { writtenLog } from '@/core/log';
import { calibrationFromSheet, ENGINE_SHEETS } from '@/core/starters';
import { carOf } from '@/standin/carOfDocument';
import { DRIVE_IDS, type DriveId, DRIVES } from '@/standin/drives';
import { driveLog, Recording } from '@/standin/driving';

const RATE_HZ = 20;
const [demoId, driveId, file] = process.argv.slice(2);
const sheet = ENGINE_SHEETS.find(({ id }) => id === demoId);
const drive = DRIVE_IDS.find((id) => id === driveId);
if (sheet === undefined || drive === undefined || file === undefined) {
  const demos = ENGINE_SHEETS.map(({ id }) => id).join(' or ');
  console.error(`Say which car (${demos}), which drive (${DRIVE_IDS.join(', ')}) and the file to write:`);
  console.error('npm run drive -- ventisca lap drive.csv');
  process.exit(2);
}

const document = calibrationFromSheet(sheet, 'demo', sheet.name, '2026-01-01');
const compiled = compile(document);
if (!compiled.ok) throw new TypeError(`${sheet.name} is not complete`);
const car = carOf(document, compiled.program);
const recording = new Recording(
  compiled.program,
  car,
  drive satisfies DriveId,
  { coolantC: 20, batteryV: 12.6, seed: 1, surroundings: { barometricKpa: car.barometricKpa, airC: 5 } },
  RATE_HZ,
);
recording.advance(DRIVES[drive].mostS);
const trace = recording.trace();
const { head, length, row } = writtenLog(driveLog(trace));
const rows = [...head, ...Array.from({ length }, (_, i) => row(i))];
writeFileSync(file, `${Papa.unparse(rows, { newline: '\n' })}\n`);
console.log(`${DRIVES[drive].label}: ${trace.samples} samples at ${RATE_HZ} Hz in ${file}`);
