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
