import { type FitSamples, fittedCells } from '../log';
import type { CellChange } from '../map';
import { type Grid, intervalFraction, intervalIndex, lookUpMap } from '../numeric';
import type { SparkFound } from './sparkStudy';

/** A cell is raised by no more than this at once, °: whether it knocks there is heard first. */
const RAISED_AT_ONCE_DEG = 3;
/** A cell with less weight of what was found, or nearer to right than this, °, stays. */
const LEAST = { weight: 0.25, deg: 0.3 } as const;
/** How a change of spark is drawn through what was found; a stretch that is told to 1° weighs 1. */
const FIT = { smoothS: 0.15, stayS: 0.02, wildTimes: Infinity } as const;

/** A spark map by speed, and by manifold pressure or throttle. */
export interface SparkMap {
  readonly grid: Grid;
  readonly by: 'manifoldPressure' | 'throttle';
}

/**
 * The cells of a spark map that a study moves, towards what it advises: raised a little at a time, and no cell nearer to knock than
 * what is advised where it was heard.
 * @param limits of the map’s values, and its decimals.
 */
export function sparkCells(
  values: readonly number[],
  { grid, by }: SparkMap,
  found: readonly SparkFound[],
  limits: { readonly min: number; readonly max: number; readonly decimals: number },
): CellChange[] {
  const told = found.filter(({ adviseDeg }) => adviseDeg !== null);
  if (told.length === 0) return [];
  const width = grid.x.length;
  const places = told.map(({ speedRpm, manifoldKpa, throttlePercent }) => {
    const y = by === 'throttle' ? throttlePercent : manifoldKpa;
    const [column, row] = [intervalIndex(grid.x, speedRpm), intervalIndex(grid.y, y)];
    return {
      cell: column + width * row,
      shareX: intervalFraction(grid.x, column, speedRpm),
      shareY: intervalFraction(grid.y, row, y),
      now: lookUpMap(grid, speedRpm, y),
    };
  });
  const samples: FitSamples = {
    count: told.length,
    cell: Int32Array.from(places, ({ cell }) => cell),
    shareX: Float64Array.from(places, ({ shareX }) => shareX),
    shareY: Float64Array.from(places, ({ shareY }) => shareY),
    error: Float64Array.from(told, ({ adviseDeg }, k) => (adviseDeg ?? NaN) - (places[k]?.now ?? NaN)),
    weightS: Float64Array.from(told, ({ standardErrorDeg }) => 1 / Math.max(0.5, standardErrorDeg) ** 2),
    driven: new Float64Array(told.length),
  };
  const { change, evidenceS } = fittedCells(samples, grid, FIT);
  const ceilings = ceilingsOf(found, grid, by);
  const scale = 10 ** limits.decimals;
  return values.flatMap((value, index) => {
    if ((evidenceS[index] as number) < LEAST.weight) return [];
    const wanted = Math.min(
      value + Math.min(RAISED_AT_ONCE_DEG, change[index] as number),
      ceilings[index] as number,
      limits.max,
    );
    if (Math.abs(wanted - value) < LEAST.deg) return [];
    // Down to a decimal: rounded up a cell would stand past what was advised.
    return [{ index, value: Math.max(limits.min, Math.floor(wanted * scale + 1e-9) / scale) }];
  });
}

/** By cell the most that may stand there: what is advised wherever knock was heard in the four cells about it. */
function ceilingsOf(found: readonly SparkFound[], { x, y }: Grid, by: SparkMap['by']): Float64Array {
  const ceilings = new Float64Array(x.length * y.length).fill(Infinity);
  for (const { speedRpm, manifoldKpa, throttlePercent, knocksFromDeg, adviseDeg } of found) {
    if (knocksFromDeg === null) continue;
    const most = Math.min(knocksFromDeg - 2, adviseDeg ?? Infinity);
    const low =
      intervalIndex(x, speedRpm) +
      x.length * intervalIndex(y, by === 'throttle' ? throttlePercent : manifoldKpa);
    for (const at of [low, low + 1, low + x.length, low + x.length + 1])
      ceilings[at] = Math.min(ceilings[at] as number, most);
  }
  return ceilings;
}
