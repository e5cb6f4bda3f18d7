/** A log as it is looked at: what lies behind each pixel, between two cursors, and in the cells of a map. */
export { columnsOf, edgesOf, firstFrom, nearestTo, type TimeWindow, type TraceColumns } from './columns';
export { type Extremes, extremesOf, type Range, rangeIn } from './extremes';
export { type Statistics, statisticsOf } from './statistics';
