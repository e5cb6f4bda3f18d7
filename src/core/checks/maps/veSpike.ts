import { check } from '../entry/check';
import { atSpeed, type Cell, cellsOf, mapInUse, worstCell, MAPS_IN_USE } from '../entry/maps';
import type { MapData } from '../../map';
import { cellsRemedy } from '../entry/remedy';

/** A cell this far off both neighbours, in the same way, is a spike: share. */
const SPIKE_SHARE = 0.12;

export const mapsVeSpike = check({
  id: 'maps.veSpike',
  title: 'A cell that stands out',
  severity: 'warns',
  reads: MAPS_IN_USE,
  why: 'One cell that was patched hides a cause that is everywhere.',
  find: (document) =>
    (['ve', 'veThrottle'] as const).flatMap((id) => {
      const map = mapInUse(document, id);
      const worst =
        map === null
          ? null
          : worstCell(cellsOf(map), (cell) => Math.abs(offNeighbours(map, cell)) - SPIKE_SHARE);
      return map === null || worst === null
        ? []
        : [
            {
              place: `maps.${id}` as const,
              data: { cell: worst, offPercent: 100 * offNeighbours(map, worst) },
            },
          ];
    }),
  say: ({ cell, offPercent }) =>
    `At ${atSpeed(cell)} a cell of ${cell.value.toFixed(1)} % stands ${Math.abs(offPercent).toFixed(0)} % ${offPercent > 0 ? 'above' : 'below'} its neighbours. Smooth it, or look for what it makes up for.`,
  remedy: (document, { place }) => {
    const id = place === 'maps.ve' ? 've' : 'veThrottle';
    const map = mapInUse(document, id);
    if (map === null) return null;
    const smooth = (cell: Cell) => {
      if (Math.abs(offNeighbours(map, cell)) <= SPIKE_SHARE) return cell.value;
      const at = cell.row * map.x.length + cell.column;
      return ((map.values[at - 1] as number) + (map.values[at + 1] as number)) / 2;
    };
    return cellsRemedy(id, map, smooth, (cells) => `Put ${cells} between the neighbours`);
  },
});

/** How far a cell is off those on both sides of it along speed, share; 0 at the edges, and where it lies between them. */
function offNeighbours({ x, values }: MapData, { column, row, value }: Cell): number {
  if (column === 0 || column === x.length - 1) return 0;
  const left = values[row * x.length + column - 1] as number;
  const right = values[row * x.length + column + 1] as number;
  if (value > left && value > right) return value / Math.max(left, right) - 1;
  return value < left && value < right ? value / Math.min(left, right) - 1 : 0;
}
