import type { Calibration } from '../../calibration';
import { airComesBackM, type FalseReading } from '../../closedLoop';
import { camCharacterOf, falseReadingAt, surroundingsOf, usualChoices } from '../../generators';
import { check } from '../entry/check';
import { type Cell, cellsOf, MAPS_IN_USE } from '../entry/maps';
import { cellsRemedy } from '../entry/remedy';
import { authorityInUse } from './parts';

export const closedLoopFalseReading = check({
  id: 'closedLoop.falseReading',
  title: 'Authority where the sensor lies',
  severity: 'warns',
  reads: [...MAPS_IN_USE, 'cams', 'injectors'],
  why: 'The loop corrects a mixture that is not there, and spoils the one that is.',
  find: (document) =>
    authorityInUse(document).flatMap(([mapId, way, by]) => {
      const cells = falseCells(document, mapId, by);
      const first = cells[0];
      if (first === undefined) return [];
      const { cell, why } = first;
      const { pipeBehindM, displacementL } = surroundingsOf(document, usualChoices(document));
      const backM = airComesBackM(displacementL, 2 * displacementL);
      return [
        {
          place: `maps.${mapId}` as const,
          data: { cell, why, way, count: cells.length, pipeM: pipeBehindM ?? 0, backM },
        },
      ];
    }),
  say: ({ cell, why, way, count, pipeM, backM }) =>
    `${REASON[why](pipeM, backM)} The loop may go ${cell.value.toFixed(0)} % ${way} at ${Math.round(cell.x)} rev/min${count > 1 ? `, and in ${count - 1} other ${count === 2 ? 'cell' : 'cells'} like it` : ''}. Zero is off.`,
  remedy: (document, { place }) => {
    const entry = authorityInUse(document).find(([mapId]) => `maps.${mapId}` === place);
    if (entry === undefined) return null;
    const [mapId, , by] = entry;
    const map = document.maps[mapId];
    if (map === null) return null;
    const lies = new Set(
      falseCells(document, mapId, by).map(({ cell }) => cell.column + map.x.length * cell.row),
    );
    return cellsRemedy(
      mapId,
      map,
      ({ column, row, value }) => (lies.has(column + map.x.length * row) ? 0 : value),
      (cells) => `Set ${cells} to zero`,
    );
  },
});

/** Cells with authority where what is read is not the mixture, and why. */
function falseCells(
  document: Calibration,
  mapId: ReturnType<typeof authorityInUse>[number][0],
  by: 'pressure' | 'throttle',
): { readonly cell: Cell; readonly why: FalseReading }[] {
  const map = document.maps[mapId];
  if (map === null) return [];
  const reads = falseReadingAt(document, { ...usualChoices(document), cams: camCharacterOf(document) }, by);
  return cellsOf(map).flatMap((cell) => {
    const why = cell.value > 0 ? reads(cell.x, cell.y) : null;
    return why === null ? [] : [{ cell, why }];
  });
}

const REASON: Readonly<Record<FalseReading, (pipeM: number, backM: number) => string>> = {
  pipe: (pipeM, backM) =>
    `Outside air comes back ${backM.toFixed(2)} m at idle, and ${pipeM.toFixed(2)} m of pipe are behind the sensor: it reads lean with little gas.`,
  overlap: () => 'With this much overlap air passes unburned around idle, and reads lean.',
  overrun: () => 'Below a quarter of the air outside charges burn by chance, and read lean.',
};
