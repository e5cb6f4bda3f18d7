export {
  type CellShare,
  cellShares,
  type Grid,
  gridOf,
  intervalFraction,
  intervalIndex,
  lookUpCurve,
  lookUpMap,
} from './grid';
export { monotoneCubic } from './monotoneCubic';
