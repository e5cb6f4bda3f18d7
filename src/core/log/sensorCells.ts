import type { Grid } from '../numeric';
import { addShares, type Samples } from './samples';

/** What one sensor found in each cell. */
export interface SensorCells {
  /** 0 of the first, 1 of the second. */
  readonly sensor: number;
  /** Mean of the errors that it read, as logarithms; NaN without any. */
  readonly found: Float64Array;
  /** Weight that speaks for it, s. */
  readonly evidenceS: Float64Array;
}

/** What each sensor found, of several logs together; none where only one reads. */
export function sensorCells(all: readonly Samples[], { x, y }: Grid): SensorCells[] {
  const sensors = [...new Set(all.flatMap(({ apart }) => apart.map(({ sensor }) => sensor)))].sort();
  if (sensors.length < 2) return [];
  const cells = x.length * y.length;
  return sensors.map((sensor) => {
    const [found, evidenceS] = [new Float64Array(cells), new Float64Array(cells)];
    for (const { count, cell, shareX, shareY, weightS, apart } of all) {
      const errors = apart.find((one) => one.sensor === sensor)?.errors;
      for (let i = 0; i < count && errors !== undefined; i += 1) {
        const error = errors[i] as number;
        if (Number.isNaN(error)) continue;
        const [low, right, up] = [cell[i] as number, shareX[i] as number, shareY[i] as number];
        const weight = weightS[i] as number;
        addShares(evidenceS, low, x.length, right, up, weight);
        addShares(found, low, x.length, right, up, weight * error);
      }
    }
    return { sensor, evidenceS, found: found.map((sum, i) => sum / (evidenceS[i] as number)) };
  });
}
