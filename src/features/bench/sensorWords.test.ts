import { frameOf, LOST_BIT, SENSORS_LOST } from '@/core/channel';
import { sensorFaults } from './sensorWords';

test('each sensor in fault is named, with what its signal says of it', () => {
  expect(sensorFaults(frameOf())).toEqual([]);
  expect(sensorFaults(frameOf({ sensorsLost: LOST_BIT.map }))).toEqual([
    'manifold pressure (unplugged, or shorted to ground)',
  ]);
  const both = { sensorsLost: LOST_BIT.coolant | LOST_BIT.throttle, sensorsHigh: LOST_BIT.coolant };
  expect(sensorFaults(frameOf(both))).toEqual([
    'throttle (unplugged, or shorted to ground)',
    'coolant (unplugged, or shorted to supply)',
  ]);
  // The bit of another sensor says nothing of this one.
  expect(sensorFaults(frameOf({ sensorsLost: LOST_BIT.air, sensorsHigh: LOST_BIT.map }))).toEqual([
    'intake air (shorted to ground)',
  ]);
  expect(sensorFaults(frameOf({ sensorsLost: LOST_BIT.map, sensorsHigh: LOST_BIT.map }))).toEqual([
    'manifold pressure (shorted to supply, or without ground)',
  ]);
});

test('every sensor has words for both', () => {
  for (const { id } of SENSORS_LOST.filter((sensor) => sensor.id !== 'none')) {
    for (const sensorsHigh of [0, LOST_BIT[id]]) {
      expect(sensorFaults(frameOf({ sensorsLost: LOST_BIT[id], sensorsHigh }))).toHaveLength(1);
    }
  }
});
