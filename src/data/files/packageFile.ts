import { strToU8, zipSync } from 'fflate';
import { type Calibration, calibrationToText, definitionAt, mapAt, usedMaps } from '@/core/calibration';
import { leaving } from '@/core/compare';
import type { ShownUnits } from '@/core/units';
import { rangeToTsv, rowCount } from '@/core/map/schema';
import { buildReport } from './buildReport';
import { calibrationFileName, partFileName, saveTextFile } from './download';
import { blockToCsv } from './mapFiles';

/** What a package holds, by name: the calibration, its report, its note, and every map as a spreadsheet expects it. */
export function packageContents(
  document: Calibration,
  units: ShownUnits,
  date: Date,
): Readonly<Record<string, string>> {
  const { note } = document;
  const maps = usedMaps(document).flatMap((id) => {
    const map = mapAt(document, id);
    if (map === null) return [];
    const whole = { fromColumn: 0, toColumn: map.x.length - 1, fromRow: 0, toRow: rowCount(map) - 1 };
    const name = `maps/${partFileName(definitionAt(document, id).label, 'map')}.csv`;
    return [[name, blockToCsv(rangeToTsv(map, whole, true))] as const];
  });
  return {
    [calibrationFileName(document.name, date)]: calibrationToText(leaving(document)),
    'report.html': buildReport(document, units),
    ...(note === '' ? {} : { 'note.txt': `${note}\n` }),
    ...Object.fromEntries(maps),
  };
}

/** Hands the package to the browser as a ZIP file. */
export function downloadPackage(document: Calibration, units: ShownUnits): void {
  const now = new Date();
  const contents = packageContents(document, units, now);
  const entries = Object.entries(contents).map(([name, text]) => [name, strToU8(text)] as const);
  const zip = zipSync(Object.fromEntries(entries), { mtime: now });
  saveTextFile(
    `${partFileName(document.name, now.toISOString().slice(0, 10))}.lumbre.zip`,
    zip as Uint8Array<ArrayBuffer>,
    'application/zip',
  );
}
