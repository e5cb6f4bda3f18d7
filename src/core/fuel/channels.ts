import type { ChannelReader } from '../correction';
import type { OperatingPoint } from './engineModel';

/** Reads the channels of an operating point, for corrections. */
export function channelsOf(point: OperatingPoint): ChannelReader {
  return (channel) => {
    switch (channel) {
      case 'speed':
        return point.speedRpm;
      case 'manifoldPressure':
        return point.manifoldKpa;
      case 'throttle':
        return point.throttlePercent;
      case 'throttleRate':
        return point.throttleRatePercentPerS;
      case 'airFlow':
        return point.airFlowGPerS;
      case 'coolant':
        return point.coolantC;
      case 'air':
        return point.airC;
      case 'battery':
        return point.batteryV;
      case 'ethanol':
        return point.ethanolPercent;
      case 'gear':
        return point.gear;
      case 'turns':
        return point.turns;
    }
  };
}
