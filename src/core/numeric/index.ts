/**
 * Look-up in curves and maps, bisection, least squares, monotone cubic: once each.
 * Plain numbers in, plain numbers out; errors are said by the caller.
 * Nothing here knows an engine, a unit or a field.
 */
export { bisected } from './bisection';
export {
  type Curve,
  curveThrough,
  intervalFraction,
  intervalIndex,
  inverseOf,
  lookUpCurve,
  lookUpStraightOn,
} from './curve';
export { type CellShare, cellShares, type Grid, gridOf, lookUpMap } from './grid';
export { leastSquares } from './leastSquares';
export { monotoneCubic } from './monotoneCubic';
export { quantile } from './quantile';
export { contentSum, textSum } from './textSum';
