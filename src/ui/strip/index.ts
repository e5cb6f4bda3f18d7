/** A log as a strip of paper: traces in lanes over one time, read by a finger, a pointer or keys. */
export {
  isChannel,
  lanesByQuantity,
  lanesOf,
  type Meant,
  type TraceId,
  traceLabel,
  traceOf,
  tracesIn,
} from './logLanes';
export { LogStrip } from './LogStrip';
export {
  putSecond,
  showMoment,
  showWhole,
  type StripStore,
  stripStore,
  takeSecondAway,
  zoom,
} from './stripStore';
export { changeWords } from './StripValues';
export type { StripBand, StripLane, StripMark, StripTrace } from './traces';
