import { looped, loopNumber } from '@tests/support/looped';
import { LOOPED_AT, loopedCar, settled, watched } from '@tests/support/loopedCar';
import { AT, LOOP_CODE, read } from '@/core/channel';
import type { SensorFault } from '../car';

/** Ventisca with the delay that a step trial measures in it. */
const DOCUMENT = looped('ventisca', (document) => {
  loopNumber(document, 'delayFixed', 90, 'ms');
  loopNumber(document, 'delayAir', 172, 'ms');
  loopNumber(document, 'lag', 97, 'ms');
});

describe('a map of filling that is 10 % too low', () => {
  test.each(LOOPED_AT)(
    'is within 1 %% of its target in ten delays at %o, and goes 12 %% beyond at most',
    (at) => {
      const { withinS, overshoot, delayS } = watched(DOCUMENT, at, 1);
      expect(withinS).toBeLessThan(10 * delayS);
      expect(overshoot).toBeLessThan(0.12);
    },
  );
});

describe('a sensor that is not right', () => {
  const HELD = { speedRpm: 3000, pedalPercent: 20 };
  const faults: readonly [string, SensorFault, number][] = [
    ['unplugged', { kind: 'unplugged' }, LOOP_CODE.sensorLost],
    ['shorted low', { kind: 'shortedLow' }, LOOP_CODE.sensorLost],
    ['shorted high', { kind: 'shortedHigh' }, LOOP_CODE.sensorLost],
    ['lean by two volts and a half', { kind: 'offset', size: 2.5 }, LOOP_CODE.sensorFar],
    ['noisy', { kind: 'noisy', size: 1 }, LOOP_CODE.sensorNoisy],
  ];

  test.each(faults)('%s: is left within a second, and fuel never beyond its authority', (_, fault, why) => {
    const car = settled(loopedCar(DOCUMENT), HELD);
    car.sensorFaults = { lambdaOne: fault, lambdaTwo: fault };
    let most = 0;
    for (let i = 0; i < 100; i += 1) {
      car.advance(0.01);
      most = Math.max(most, Math.abs(Math.log(read(car.frame, AT.lambdaTrim))));
      most = Math.max(most, Math.abs(Math.log(read(car.frame, AT.lambdaTrimTwo))));
    }
    const codes = new Set<number>();
    for (let i = 0; i < 200; i += 1) {
      car.advance(0.01);
      codes.add(read(car.frame, AT.loopState));
      expect(Math.abs(read(car.frame, AT.lambdaTrim) - 1)).toBeLessThan(0.005);
    }
    expect(codes).not.toContain(LOOP_CODE.active);
    expect([...codes]).toContain(why);
    expect(most).toBeLessThanOrEqual(Math.log(1.12) + 1e-9);
  });

  test('one of two: its bank runs by the map, the other is corrected on', () => {
    const car = settled(loopedCar(DOCUMENT, { errors: [{ id: 'injectorFlow', size: -6 }] }), HELD);
    expect(read(car.frame, AT.lambdaTrimTwo)).toBeGreaterThan(1.02);
    car.sensorFaults = { lambdaOne: { kind: 'unplugged' } };
    car.advance(2);
    expect(read(car.frame, AT.lambdaTrim)).toBeCloseTo(1, 3);
    expect(read(car.frame, AT.lambdaTrimTwo)).toBeGreaterThan(1.02);
    expect(read(car.frame, AT.loopState)).toBe(LOOP_CODE.sensorLost);
  });

  test('cold: nothing is corrected before it is warm', () => {
    const car = loopedCar(DOCUMENT, { errors: [{ id: 'injectorFlow', size: -6 }] });
    Object.assign(car.controls, { key: true, holdRpm: 3000, pedalPercent: 20 });
    for (let i = 0; i < 180; i += 1) {
      car.advance(0.1);
      expect(read(car.frame, AT.lambdaTrim)).toBe(1);
    }
  });
});

test('a bank that is lean alone is corrected alone', () => {
  const car = settled(loopedCar(DOCUMENT, { errors: [{ id: 'bankLean', size: 6 }] }), LOOPED_AT[1]);
  const apart = read(car.frame, AT.lambdaTrimTwo) / read(car.frame, AT.lambdaTrim);
  expect(apart).toBeGreaterThan(1.05);
  expect(apart).toBeLessThan(1.075);
  expect(read(car.frame, AT.lambdaOne)).toBeCloseTo(read(car.frame, AT.lambdaTarget), 2);
  expect(read(car.frame, AT.lambdaTwo)).toBeCloseTo(read(car.frame, AT.lambdaTarget), 2);
});

describe('a short exhaust at idle', () => {
  const IDLE = { speedRpm: 950, pedalPercent: 1.5 };
  const car = (document: typeof DOCUMENT) =>
    settled(loopedCar(document, { errors: [{ id: 'shortExhaust', size: 0.4 }] }), IDLE);

  test('reads lean, and a loop that may act there makes the idle rich', () => {
    const trusting = car(DOCUMENT);
    expect(read(trusting.frame, AT.lambdaTrim)).toBeGreaterThan(1.01);
  });

  test('with its pipe typed the proposed authority is zero there, and fuel is let alone', () => {
    const typed = looped('ventisca', (document) => loopNumber(document, 'pipeBehind', 400, 'mm'));
    const careful = car(typed);
    expect(read(careful.frame, AT.lambdaTrim)).toBe(1);
    expect(read(careful.frame, AT.loopState)).toBe(LOOP_CODE.noAuthority);
  });
});
