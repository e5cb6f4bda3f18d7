import type { Grid } from '../../numeric';
import { intervalFraction, intervalIndex } from '../../numeric';
import { DRIVEN_WITHIN, TOUCHED_S } from '../evidence';
import type { MappedCells } from './mapping';

/** What a mapping wants of a cell. */
export interface MappingAim {
  /** Steady running at a cell that makes it known, s. */
  readonly holdS: number;
  /** Off by no more than this it is right, a share. */
  readonly tolerance: number;
}

/** Time and tolerance that a builder may choose between: held for less, the worst cells come out up to 3 % off. */
export const MAPPING_AIMS = { holdS: [4, 6, 8], tolerance: [0.02, 0.025, 0.03] } as const;

/** How far a cell has come. */
export type CellState = 'open' | 'held' | 'off' | 'corrected' | 'right';

/**
 * How far a cell has come: nothing is known; held, and not long enough yet; known and off; corrected, and not driven since; known, driven
 * as it is and within tolerance.
 */
export function cellState(cells: MappedCells, index: number, { holdS, tolerance }: MappingAim): CellState {
  const [evidenceS, provenS] = [cells.evidenceS[index] as number, cells.provenS[index] as number];
  if (!(evidenceS > 0)) return 'open';
  if (provenS < holdS) {
    const isOther = Math.abs(cells.driven[index] as number) > DRIVEN_WITHIN;
    return isOther && provenS < TOUCHED_S ? 'corrected' : 'held';
  }
  return Math.abs(cells.change[index] as number) > tolerance ? 'off' : 'right';
}

/** Where an engine should go next, and how much longer it should be held there. */
export interface MappingGoal {
  readonly index: number;
  readonly speedRpm: number;
  readonly load: number;
  readonly missingS: number;
  /** The engine is there: nearer to this cell than to any other. */
  readonly isThere: boolean;
}

/** A step along the speed costs so much against one along the load: a load is changed by a foot. */
const SPEED_COSTS = 1.5;

/**
 * The nearest cell that is wanted and not known enough, from where the engine is; the one it is at first.
 * @param here where the engine is; null while it stands: then the slowest, lightest one.
 * @param wanted whether a cell is to be mapped.
 * @returns null where all of them are known.
 */
export function nextGoal(
  grid: Grid,
  cells: MappedCells,
  here: { readonly x: number; readonly y: number } | null,
  wanted: (index: number) => boolean,
  { holdS }: MappingAim,
): MappingGoal | null {
  const width = grid.x.length;
  const from = here === null ? { column: 0, row: 0 } : placeOf(grid, here);
  let best: MappingGoal | null = null;
  let least = Infinity;
  for (let index = 0; index < width * grid.y.length; index += 1) {
    const missingS = holdS - (cells.provenS[index] as number);
    if (!wanted(index) || missingS <= 0) continue;
    const [column, row] = [index % width, Math.floor(index / width)];
    const [away, up] = [Math.abs(column - from.column), Math.abs(row - from.row)];
    const far = SPEED_COSTS * away + up;
    if (far >= least) continue;
    least = far;
    best = {
      index,
      speedRpm: grid.x[column] as number,
      load: grid.y[row] as number,
      missingS,
      isThere: here !== null && away <= 0.5 && up <= 0.5,
    };
  }
  return best;
}

/** Where a point lies, in breakpoints. */
function placeOf({ x, y }: Grid, at: { readonly x: number; readonly y: number }) {
  const along = (axis: Float64Array, value: number) => {
    const index = intervalIndex(axis, value);
    return index + intervalFraction(axis, index, value);
  };
  return { column: along(x, at.x), row: along(y, at.y) };
}

/** Below this no throttle lets an engine that is held at a speed breathe, kPa. */
const LEAST_KPA = 35;

/** The cells that a naturally fed engine can be held at: no row above the air outside, none below where it idles. */
export function reachable(
  { x, y }: Grid,
  {
    load,
    barometricKpa,
    charged,
  }: {
    readonly load: 'manifoldPressure' | 'throttle';
    readonly barometricKpa: number;
    readonly charged: boolean;
  },
  { fromRpm, toRpm }: { readonly fromRpm: number; readonly toRpm: number },
): (index: number) => boolean {
  const mostLoad = load === 'manifoldPressure' && !charged ? 0.97 * barometricKpa : Infinity;
  const leastLoad = load === 'manifoldPressure' ? LEAST_KPA : 0;
  return (index) => {
    const speed = x[index % x.length] as number;
    const row = y[Math.floor(index / x.length)] as number;
    return speed >= fromRpm && speed <= toRpm && row >= leastLoad && row <= mostLoad;
  };
}
