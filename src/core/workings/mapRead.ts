import { type AxisDefinition, axisPlace } from '../map';
import { type CellShare, cellShares, type Grid } from '../numeric';
import { type EcuProgram, MAP_DEFINITIONS, type MapId } from '../program';

/** What a step read from a map, and what of the point lies beyond the map's breakpoints. */
export interface MapRead {
  readonly cells: readonly CellShare[];
  readonly beyond: readonly string[];
}

/** A map of the program read at a point; no cells where the program has none. */
export function mapRead(
  { tables }: EcuProgram,
  mapId: MapId,
  x: number,
  y = 0,
): MapRead & { readonly mapId: MapId } {
  const { x: across, y: up } = MAP_DEFINITIONS[mapId];
  const table = tables[mapId];
  return table === undefined
    ? { mapId, cells: [], beyond: [] }
    : { mapId, ...gridRead(table, [across, up], x, y) };
}

/** Any grid read at a point. @param axes what runs across and up; null for a curve. */
export function gridRead(
  grid: Grid,
  [across, up]: readonly [AxisDefinition, AxisDefinition | null],
  x: number,
  y: number,
): MapRead {
  return {
    cells: cellShares(grid, x, y),
    beyond: [...beyondAxis(across, grid.x, x), ...(up === null ? [] : beyondAxis(up, grid.y, y))],
  };
}

function beyondAxis(axis: AxisDefinition, breakpoints: ArrayLike<number>, value: number): string[] {
  const first = breakpoints[0] as number;
  const last = breakpoints[breakpoints.length - 1] as number;
  if (value >= first && value <= last) return [];
  const [side, end, edge] = value < first ? ['below', 'first', first] : ['above', 'last', last];
  return [
    `${axis.label}: ${axisPlace(axis, value)} is ${side} the map’s ${end} breakpoint, ${axisPlace(axis, edge)}. Its edge is taken.`,
  ];
}
