import { type Calibration, mapAt, usedMaps } from '../../calibration';
import type { MapData } from '../../map';
import type { MapId } from '../../program';

/** A cell of a map, with what it holds and where it lies. */
export interface Cell extends Record<string, unknown> {
  readonly column: number;
  readonly row: number;
  readonly x: number;
  readonly y: number;
  readonly value: number;
}

/** The parts of the document that say which maps are in use, and the maps: what every check reads that asks {@link mapInUse}. */
export const MAPS_IN_USE = [
  'maps',
  'blend',
  'engine',
  'idle',
  'load',
  'limits',
  'shift',
  'sensorLoss',
  'boost',
  'acceleration',
  'closedLoop',
  'knock',
  'sensors',
] as const;

/** A map that is there and in use; null else. */
export function mapInUse(document: Calibration, id: MapId): MapData | null {
  return usedMaps(document).includes(id) ? mapAt(document, id) : null;
}

/** Every cell of a map, row by row from the lowest. A curve has one row, at 0. */
export function cellsOf({ x, y, values }: MapData): Cell[] {
  return values.map((value, i) => {
    const column = i % x.length;
    const row = Math.floor(i / x.length);
    return { column, row, x: x[column] as number, y: y[row] ?? 0, value };
  });
}

/** The cell beside another; null beyond the edge. */
export function beside({ x, values }: MapData, { column, row }: Cell, by: 'right' | 'above'): number | null {
  if (by === 'right') return column + 1 < x.length ? (values[row * x.length + column + 1] as number) : null;
  return values[(row + 1) * x.length + column] ?? null;
}

/** The cell for which a measure is largest; null for none above zero. */
export function worstCell(cells: readonly Cell[], measure: (cell: Cell) => number): Cell | null {
  let worst: Cell | null = null;
  let most = 0;
  for (const cell of cells) {
    const much = measure(cell);
    if (much > most) [worst, most] = [cell, much];
  }
  return worst;
}

/** Where a cell of a map over speed and pressure lies: "3100 rev/min, 85 kPa abs" needs the pressure in words. */
export function atSpeed({ x }: Pick<Cell, 'x'>): string {
  return `${Math.round(x)} rev/min`;
}

/** For a map over speed and pressure: what a cell may hold so that nothing rises with pressure from some pressure on. */
export function fallingAbove({ x, y, values }: MapData, fromKpa: number): (cell: Cell) => number {
  const most = [...values];
  for (let i = x.length; i < most.length; i += 1) {
    const belowKpa = y[Math.floor(i / x.length) - 1] as number;
    if (belowKpa >= fromKpa) most[i] = Math.min(most[i] as number, most[i - x.length] as number);
  }
  return ({ column, row }) => most[row * x.length + column] as number;
}
