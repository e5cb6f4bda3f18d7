/** A log as it is looked at: what lies behind each pixel, between two cursors, and in the cells of a map. */
export { columnsOf, edgesOf, firstFrom, nearestTo, type TimeWindow, type TraceColumns } from './columns';
export { type Extremes, extremesOf, type Range, rangeIn } from './extremes';
export { histogramOf, type Scatter, scatterOf, stepOf, type Steps, stepsOver } from './spread';
export { type Moments, momentsOf, type Statistics, statisticsIn } from './statistics';
export { nearestBreakpoint, type Visited, type Visits, visitsOf } from './visits';
