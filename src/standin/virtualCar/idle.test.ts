import fc from 'fast-check';
import { filmed } from '@tests/support/filmed';
import { bandRpm, idled, screwSetFor } from '@tests/support/idling';
import { demo, programOf, TEST_DAY } from '@tests/support/ventisca';
import type { Calibration } from '@/core/calibration';
import { AT, read } from '@/core/channel';
import { calibrationFromSheet, STARTER_SHEETS } from '@/core/starters';
import { SPARK_LIMITS } from '@/core/ecu';
import { carOf } from '../carOfDocument';
import { VirtualCar } from './virtualCar';

const starter = (id: string): Calibration => {
  const sheet = STARTER_SHEETS.find((one) => one.id === id);
  if (sheet === undefined) throw new RangeError(id);
  return calibrationFromSheet(sheet, 'starter', 'Mine', TEST_DAY);
};
/** An idle with other gains. */
const geared = (sparkGain: number, airGain: number): Calibration =>
  demo('ventisca', ({ idle }) => {
    Object.assign(idle.sparkGain ?? {}, { amount: sparkGain });
    Object.assign(idle.airGain ?? {}, { amount: airGain });
    Object.assign(idle.airLimit ?? {}, { amount: 30 });
  });

describe.each([
  ['Ventisca', demo('ventisca'), [-20, 20, 80]],
  ['the four', starter('four'), [-20, 80]],
  ['the exhaust-charged four', starter('fourExhaustCharged'), [-20, 80]],
  ['the eight', starter('eight'), [-20, 20, 80]],
] as const)('%s, with a valve', (_, document, temperatures) => {
  test.each(temperatures)(
    'idles at its target at %d °C, and comes back from lamps and a stab within 2 s',
    (coolantC) => {
      for (const seed of [1, 2]) {
        const { ran, stalled, meanOffRpm, onS, offS, stabS, surges } = idled(document, coolantC, seed);
        expect([ran, stalled, surges]).toEqual([true, false, false]);
        expect(Math.abs(meanOffRpm)).toBeLessThan(bandRpm(coolantC));
        expect(Math.max(onS, offS, stabS)).toBeLessThan(2);
      }
    },
  );
});

test('by spark alone, with the reserve its screws are opened for, Pardela idles at its target and comes back from lamps and a stab', () => {
  for (const coolantC of [-20, 20, 80]) {
    const { ran, stalled, meanOffRpm, onS, offS, stabS, surges } = idled(demo('pardela'), coolantC, 1);
    expect([ran, stalled, surges]).toEqual([true, false, false]);
    expect(Math.abs(meanOffRpm)).toBeLessThan(bandRpm(coolantC));
    expect(Math.max(onS, offS, stabS)).toBeLessThan(2);
  }
});

test('the twin of a starter does so hot once its screw is set', () => {
  const twin = starter('twin');
  const screw = screwSetFor(twin, 1);
  const { ran, stalled, meanOffRpm, onS, offS, stabS } = idled(twin, 80, 1, 15, screw);
  expect([ran, stalled]).toEqual([true, false]);
  expect(Math.abs(meanOffRpm)).toBeLessThan(40);
  expect(Math.max(onS, offS, stabS)).toBeLessThan(2);
});

test('air three times too fast with little spark surges, and is named; the proposed gains do not', () => {
  for (const seed of [1, 2, 3]) {
    expect(idled(geared(2, 20), 80, seed).surges).toBe(true);
    expect(idled(geared(8, 4.3), 80, seed).surges).toBe(false);
  }
});

test('without control lamps pull the idle down for as long as they are on', () => {
  const free = demo('ventisca', ({ idle }) => Object.assign(idle.control ?? {}, { value: 'no' }));
  expect(idled(free, 80, 1).onS).toBe(6);
});

test('no setting gives an opening or a spark outside its limits, or no number', () => {
  const amount = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  const settings = fc.record({
    window: amount(50, 1500),
    throttleBelow: amount(0.3, 15),
    sparkGain: amount(0, 20),
    sparkLimit: amount(0, 15),
    airGain: amount(0.1, 50),
    airLimit: amount(1, 60),
    dashpot: amount(0, 60),
    dashpotFade: amount(0.1, 10),
    batteryBelow: amount(9, 14),
    batteryRaise: amount(10, 600),
  });
  const walls = fc.tuple(amount(0, 85), amount(0.05, 5));
  fc.assert(
    fc.property(settings, walls, fc.constantFrom(-20, 80), (values, [share, time], coolantC) => {
      const document = filmed(
        demo('ventisca', ({ idle }) => {
          for (const [key, value] of Object.entries(values)) {
            Object.assign(idle[key as keyof typeof values] ?? {}, { amount: value });
          }
        }),
      );
      document.maps.filmShare?.values.fill(share);
      document.maps.filmTime?.values.fill(time);
      const program = programOf(document);
      const truth = carOf(document, program);
      const surroundings = { barometricKpa: truth.barometricKpa, airC: 0 };
      const car = new VirtualCar(program, truth, { coolantC, batteryV: 12.6, surroundings, seed: 3 });
      car.controls.key = true;
      car.advance(1.6);
      car.controls.starter = true;
      car.advance(2);
      car.controls.starter = false;
      for (let i = 0; i < 200; i += 1) {
        car.controls.pedalPercent = i % 60 < 8 ? 30 : 0;
        car.controls.loadsA = i % 90 < 45 ? 25 : 0;
        car.advance(0.05);
        const opening = read(car.frame, AT.idleOpening);
        expect(opening).toBeGreaterThanOrEqual(0);
        expect(opening).toBeLessThanOrEqual(100);
        const spark = read(car.frame, AT.sparkAdvance);
        if (!Number.isNaN(spark)) {
          expect(spark).toBeGreaterThanOrEqual(SPARK_LIMITS.min);
          expect(spark).toBeLessThanOrEqual(SPARK_LIMITS.max);
        }
        expect(Number.isFinite(car.plant.speedRpm)).toBe(true);
        expect(read(car.frame, AT.injectorOpening)).toBeGreaterThanOrEqual(0);
      }
    }),
    { numRuns: 12 },
  );
});
