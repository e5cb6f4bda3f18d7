import {
  type Calibration,
  correctionKey,
  definitionAt,
  mapAt,
  type MapKey,
  usedMaps,
} from '@/core/calibration';
import type { ShownUnits } from '@/core/units';
import { rowCount } from '@/core/map/schema';
import { formatNumber, inSentence } from '@/core/units';
import { engineLine } from '../store/engineLine';
import { mapPicture } from './mapPicture';
import { type PaperPart, paperPage } from './paper';
import { foundParts, signedText, valueParts } from './reviewPage';

/**
 * The report of a build, for the engine’s folder: sign-off and note, every value with its source, every map as a picture
 * and a table, and what is found and accepted.
 */
export function buildReport(document: Calibration, units: ShownUnits): string {
  const { name, note, corrections } = document;
  const keys: MapKey[] = [...usedMaps(document), ...corrections.map(({ id }) => correctionKey(id))];
  return paperPage(`${name}, build`, name, [
    { text: engineLine(document) },
    { text: signedText(document) },
    ...(note === '' ? [] : [{ heading: 'Note' }, { text: note }]),
    ...foundParts(document, units),
    ...valueParts(document),
    ...keys.flatMap((key) => mapParts(document, key)),
  ]);
}

function mapParts(document: Calibration, key: MapKey): PaperPart[] {
  const map = mapAt(document, key);
  if (map === null) return [];
  const { label, unit, decimals, x, y } = definitionAt(document, key);
  const say = (value: number) => formatNumber(value, decimals);
  const axis = (value: number) => String(Number(value.toPrecision(6)));
  const rows = Array.from({ length: rowCount(map) }, (_, i) => rowCount(map) - 1 - i);
  const across = `${x.label}${y === null ? '' : ` across, ${inSentence(y.label)} up`}`;
  return [
    { heading: unit === '' ? label : `${label}, ${unit}` },
    { text: across },
    { svg: mapPicture(map) },
    {
      head: ['', ...map.x.map(axis)],
      rows: rows.map((row) => [
        map.y.length === 0 ? '' : axis(map.y[row] as number),
        ...map.values.slice(row * map.x.length, (row + 1) * map.x.length).map(say),
      ]),
    },
  ];
}
