import type { ChannelId } from '../channel';
import type { Grid } from '../numeric';

/** What a log is compared with: the filling map as it is now, and what its engine must be known for. */
export interface MapTask {
  readonly grid: Grid;
  /** What the map’s rows go by. */
  readonly load: 'manifoldPressure' | 'throttle';
  readonly displacementCm3: number;
  readonly barometricKpa: number;
}

/** The channels that rows may go by, the best first: a throttle with what idle air adds to it is what the map was read at. */
export const LOAD_CHANNELS: Readonly<Record<MapTask['load'], readonly ChannelId[]>> = {
  manifoldPressure: ['manifoldPressure'],
  throttle: ['loadThrottle', 'throttle'],
};
