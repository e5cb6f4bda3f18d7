import { type Calibration, listensForKnock } from '../../calibration';
import { expectedNoiseV } from '../../generators';
import { THRESHOLD_MARGIN } from '../../sensors';
import { MAP_DEFINITIONS } from '../../program';
import { check } from '../entry/check';
import { type Cell, cellsOf, mapInUse, MAPS_IN_USE, worstCell } from '../entry/maps';
import { cellsRemedy } from '../entry/remedy';
import type { MapData } from '../../map';

export const knockThresholdInNoise = check({
  id: 'knock.thresholdInNoise',
  title: 'Knock threshold under the noise',
  severity: 'warns',
  reads: [...MAPS_IN_USE, 'injectors'],
  why: 'A healthy engine would be taken to knock, and its spark pulled.',
  find: (document) => {
    const map = mapInUse(document, 'knockThreshold');
    if (!listensForKnock(document) || map === null) return null;
    const noise = expectedNoiseV(document);
    const worst = worstCell(guessedCells(map), ({ x, value }) => noise(x) - value);
    return worst === null
      ? null
      : { place: 'maps.knockThreshold' as const, data: { cell: worst, noiseV: noise(worst.x) } };
  },
  say: ({ cell, noiseV }) =>
    `At ${Math.round(cell.x)} rev/min the threshold is ${cell.value.toFixed(2)} V, and ${noiseV.toFixed(2)} V of noise are to be expected without knock. Take it from a clean pull.`,
  proposedAt: 'maps/knock',
  remedy: (document: Calibration) => {
    const { knockThreshold } = document.maps;
    if (knockThreshold === null) return null;
    const noise = expectedNoiseV(document);
    const guessed = new Set(guessedCells(knockThreshold).map(({ column }) => column));
    return cellsRemedy(
      'knockThreshold',
      knockThreshold,
      ({ column, x, value }) =>
        guessed.has(column) && value < noise(x)
          ? Math.min(MAP_DEFINITIONS.knockThreshold.max, Number((THRESHOLD_MARGIN * noise(x)).toFixed(2)))
          : value,
      (cells) => `Raise ${cells} over the noise`,
    );
  },
});

/** Cells that nobody measured: what a clean pull says is believed. */
function guessedCells(map: MapData): Cell[] {
  return cellsOf(map).filter((_, i) => map.sources[map.cellSources[i] as number]?.kind !== 'measured');
}
