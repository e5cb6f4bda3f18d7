/** Two runs beside each other: by time, by a mark, or by speed in a pull. */
export { commonSpeeds, type Compared, comparedOver, difference, overSpeed, overTime } from './align';
export { type Pull, pullsOf } from './pulls';
