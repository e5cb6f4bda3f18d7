import { type Curve, curveThrough } from '@/core/numeric';

/** A curve of one point: the same everywhere. */
export function constantCurve(value: number): Curve {
  return curveThrough([[0, value]]);
}
