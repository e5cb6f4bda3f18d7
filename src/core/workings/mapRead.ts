import { AT, type Frame, read } from '../channel';
import { type AxisDefinition, axisPlace } from '../map';
import { cellShares, type Grid } from '../numeric';
import { BLENDED, type EcuProgram, isFirstMapId, MAP_DEFINITIONS, type MapId } from '../program';
import type { Step, StepRead } from './step';

/** What a step read from a map, and what of the point lies beyond the map's breakpoints. */
export interface MapRead extends StepRead {
  readonly beyond: readonly string[];
}

/** A map, and where it is read. */
export type MapPoint = readonly [mapId: MapId, x: number, y?: number];

/**
 * Maps of the program read at points, as the part of a step that says so, each with the second map that is blended into
 * it and how much that counts; those that the program has not are left out.
 */
export function mapReads(
  program: EcuProgram,
  frame: Frame,
  ...reads: readonly MapPoint[]
): Pick<Step, 'reads' | 'beyond'> {
  return stepReads(
    reads.flatMap(([mapId, x, y = 0]) => [
      ...tableRead(program.tables[mapId], mapId, x, y),
      ...secondReads(program, frame, mapId, x, y),
    ]),
  );
}

function tableRead(table: Grid | null | undefined, mapId: MapId, x: number, y: number): MapRead[] {
  if (table === null || table === undefined) return [];
  const { x: across, y: up } = MAP_DEFINITIONS[mapId];
  return [gridRead({ mapId }, table, [across, up], x, y)];
}

function secondReads({ blend }: EcuProgram, frame: Frame, mapId: MapId, x: number, y: number): MapRead[] {
  if (blend === null || !isFirstMapId(mapId)) return [];
  const { second, curve } = BLENDED[mapId];
  const blended = blend.second[mapId];
  return [
    ...tableRead(blended?.table, second, x, y),
    ...tableRead(blended?.share, curve, read(frame, AT.ethanol), 0),
  ];
}

/** What was read, as the part of a step that says so. */
export function stepReads(reads: readonly MapRead[]): Pick<Step, 'reads' | 'beyond'> {
  return {
    reads: reads.map(({ of, cells }) => ({ of, cells })),
    beyond: [...new Set(reads.flatMap(({ beyond }) => beyond))],
  };
}

/** Any grid read at a point. @param axes what runs across and up; null for a curve. */
export function gridRead(
  of: StepRead['of'],
  grid: Grid,
  [across, up]: readonly [AxisDefinition, AxisDefinition | null],
  x: number,
  y: number,
): MapRead {
  return {
    of,
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
