export { CurveEditor } from './CurveEditor';
export { FanChart } from './FanChart';
export { HistogramBars } from './HistogramBars';
export { LineChart } from './LineChart';
export type { Band, Series } from './scales';
export { Scrubber } from './Scrubber';
export { insideCycle, LaneChart, type Lane, type LaneMark, type LaneSpan } from './LaneChart';
export { type FoundPoint, PatternChart } from './PatternChart';
export { ThresholdStrip } from './ThresholdStrip';
