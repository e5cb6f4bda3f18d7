import type { Source } from '../field';
import { axisPlace, type MapDefinition } from './mapDefinition';
import type { MapData } from './mapSchema';

/** A rectangle of cells, both ends included; rows count from the lowest y breakpoint. */
export interface CellRange {
  readonly fromColumn: number;
  readonly toColumn: number;
  readonly fromRow: number;
  readonly toRow: number;
}

/** What to do to each cell of a range. */
export type CellOperation =
  | { readonly kind: 'set'; readonly amount: number }
  | { readonly kind: 'add'; readonly amount: number }
  | { readonly kind: 'multiply'; readonly amount: number }
  /** Percent to raise or lower by: 5 multiplies by 1.05. */
  | { readonly kind: 'percent'; readonly amount: number };

/** Why an edit was refused: it would take this cell outside the map's limits. */
export interface CellLimitProblem {
  readonly column: number;
  readonly row: number;
  readonly value: number;
  readonly min: number;
  readonly max: number;
}

export type EditResult =
  | { readonly ok: true; readonly changes: readonly CellChange[] }
  | { readonly ok: false; readonly problem: CellLimitProblem };

export interface CellChange {
  readonly index: number;
  readonly value: number;
}

/** Flat indices of a range's cells, row by row. */
export function rangeIndices(range: CellRange, width: number): number[] {
  const indices: number[] = [];
  for (let row = range.fromRow; row <= range.toRow; row += 1) {
    for (let column = range.fromColumn; column <= range.toColumn; column += 1)
      indices.push(row * width + column);
  }
  return indices;
}

/**
 * The changes an operation makes to a range. All or nothing: if one cell would leave the map's limits the whole edit
 * is refused and that cell is named.
 */
export function editedCells(
  map: MapData,
  definition: MapDefinition,
  range: CellRange,
  operation: CellOperation,
): EditResult {
  const width = map.x.length;
  const changes: CellChange[] = [];
  for (const index of rangeIndices(range, width)) {
    const value = operated(map.values[index] as number, operation);
    if (!(value >= definition.min && value <= definition.max)) {
      const { min, max } = definition;
      const place = { column: index % width, row: Math.floor(index / width) };
      return { ok: false, problem: { ...place, value, min, max } };
    }
    if (value !== map.values[index]) changes.push({ index, value });
  }
  return { ok: true, changes };
}

/** The first change that would leave the map's limits; null when all stay inside. */
export function changesProblem(
  map: MapData,
  { min, max }: MapDefinition,
  changes: readonly CellChange[],
): CellLimitProblem | null {
  const outside = changes.find(({ value }) => !(value >= min && value <= max));
  if (outside === undefined) return null;
  const width = map.x.length;
  const place = { column: outside.index % width, row: Math.floor(outside.index / width) };
  return { ...place, value: outside.value, min, max };
}

function operated(value: number, { kind, amount }: CellOperation): number {
  switch (kind) {
    case 'set':
      return amount;
    case 'add':
      return value + amount;
    case 'multiply':
      return value * amount;
    case 'percent':
      return value * (1 + amount / 100);
  }
}

/** Most sources a map remembers; older unused ones make room. */
const MAX_SOURCES = 64;

/**
 * The map with changed cells, each now carrying `source`. Sources no cell uses any more are dropped; the input is not
 * modified.
 */
export function withCells(map: MapData, changes: readonly CellChange[], source: Source): MapData {
  const values = map.values.slice();
  const cellSources = map.cellSources.slice();
  const sources = [...map.sources, source];
  for (const { index, value } of changes) {
    values[index] = value;
    cellSources[index] = sources.length - 1;
  }
  return { ...map, values, ...compactSources(sources, cellSources) };
}

/** Merges equal sources, drops unused ones and renumbers the cells. */
function compactSources(
  sources: readonly Source[],
  cellSources: readonly number[],
): Pick<MapData, 'sources' | 'cellSources'> {
  const kept: Source[] = [];
  const places = new Map<string, number>();
  const placeOfIndex: (number | undefined)[] = [];

  const place = (index: number): number => {
    const source = sources[index] as Source;
    const key = JSON.stringify([source.kind, source.date, source.note ?? '']);
    const known = places.get(key);
    if (known !== undefined) return known;
    if (kept.length === MAX_SOURCES) return MAX_SOURCES - 1;
    places.set(key, kept.length);
    kept.push(source);
    return kept.length - 1;
  };
  const renumbered = cellSources.map((index) => (placeOfIndex[index] ??= place(index)));
  return { sources: kept, cellSources: renumbered };
}

/** A sentence for a refused edit: what, where, what to do. */
export function cellLimitMessage(map: MapData, definition: MapDefinition, problem: CellLimitProblem): string {
  const unit = definition.unit === '' ? '' : ` ${definition.unit}`;
  const x = axisPlace(definition.x, map.x[problem.column]);
  const y = definition.y === null ? '' : `, ${axisPlace(definition.y, map.y[problem.row])}`;
  const limits = `${definition.min} to ${definition.max}${unit}`;
  return `${definition.label} at ${x}${y} would become ${problem.value.toFixed(definition.decimals)}${unit}. It must stay within ${limits}. Nothing was changed.`;
}
