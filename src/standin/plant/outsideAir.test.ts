import fc from 'fast-check';
import { builtMetal } from '@tests/support/metal';
import { airAtSensor } from './exhaust';

const { metal } = builtMetal();
const piped = (pipeBehindM: number) => ({ ...metal, exhaust: { ...metal.exhaust, pipeBehindM } });
const LITRES = (metal.cylinders * metal.cylinderVolumeCm3) / 1000;

test('a pipe that ends at the sensor lets a fifth of air to it', () => {
  expect(airAtSensor(piped(0), 5)).toBeCloseTo(0.2, 9);
});

// 0.4 m at 2 g/s a litre: 0.2 · e^(−0.4 · 2 / 0.48) = 0.0378; at three times that 0.2 · e^(−5) = 0.00135.
test('0.4 m let 3.8 % to it at idle, and next to nothing with three times the gas', () => {
  expect(airAtSensor(piped(0.4), 2 * LITRES)).toBeCloseTo(0.0378, 4);
  expect(airAtSensor(piped(0.4), 6 * LITRES)).toBeCloseTo(0.00135, 5);
});

test('a usual pipe lets none to it that could be read', () => {
  expect(airAtSensor(piped(2.2), 2 * LITRES)).toBeLessThan(0.0001);
});

test('less the longer the pipe, and less the more gas', () => {
  const any = fc.double({ min: 0.1, max: 4, noNaN: true });
  fc.assert(
    fc.property(any, fc.double({ min: 1, max: 50, noNaN: true }), (pipeM, flow) => {
      const air = airAtSensor(piped(pipeM), flow);
      expect(airAtSensor(piped(pipeM * 1.05), flow)).toBeLessThan(air);
      expect(airAtSensor(piped(pipeM), flow * 1.05)).toBeLessThan(air);
    }),
  );
});
