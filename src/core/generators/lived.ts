import { baseValue, type Calibration, conversionContext } from '../calibration';
import type { AxisChannel } from '../channel';
import { type AxisWeight, bump } from '../map';

/**
 * Where this engine spends its time along a channel, as a weight for breakpoints; null where nothing is known about it.
 * Speed: around idle, and from peak torque to maximum speed. Pressure: where it idles, and from full load without boost
 * upwards. Throttle: small openings, where little changes much. Coolant: from frost to warm.
 */
export function livedWeight(document: Calibration, channel: AxisChannel): AxisWeight | null {
  switch (channel) {
    case 'speed': {
      const idle = baseValue(document, 'idle.hotSpeed') ?? 1000;
      const torque = baseValue(document, 'engine.torquePeakSpeed');
      const most = baseValue(document, 'engine.maxSpeed');
      if (torque === null || most === null) return null;
      return (rpm) =>
        1 + bump(rpm, idle, 500, 4) + bump(rpm, (torque + most) / 2, (most - torque) * 0.7, 0.8);
    }
    case 'manifoldPressure': {
      const { barometricKpa: baro } = conversionContext(document);
      const most = baseValue(document, 'engine.maxManifoldPressure') ?? baro;
      return (kpa) =>
        1 + bump(kpa, 0.38 * baro, 0.14 * baro, 2) + bump(kpa, Math.max(baro, most), 0.35 * baro, 1);
    }
    case 'throttle':
      return (percent) => 1 + 6 / (1 + percent / 6);
    case 'coolant':
      return (celsius) => 1 + bump(celsius, 0, 35, 1.5);
    default:
      return null;
  }
}
