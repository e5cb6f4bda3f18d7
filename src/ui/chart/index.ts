export { LineChart } from './LineChart';
export type { Band, Series } from './scales';
export { Scrubber } from './Scrubber';
