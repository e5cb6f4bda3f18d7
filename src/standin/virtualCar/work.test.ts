import { demo } from '@tests/support/ventisca';
import { virtualCar } from '@tests/support/car';
import { AT, read } from '@/core/channel';
import type { WorkAsk } from '@/core/control';

const HELD: Extract<WorkAsk, { kind: 'timing' }> = { kind: 'timing', sparkDeg: 12, fuel: true, forS: 60 };

/** A car with a spark that is held, its starter on, for so long. */
function cranked(ask: WorkAsk | null, forS: number) {
  const car = virtualCar(demo('pardela'), { coolantC: 70 });
  const sparks: number[] = [];
  car.onEvent = ({ sparkDeg }) => sparks.push(sparkDeg);
  car.controls.key = true;
  car.advance(3);
  const before = car.plant.totals.injectedMg;
  if (ask !== null) expect(car.beginWork(ask)).toBeNull();
  car.controls.starter = true;
  for (let i = 0; i < forS * 2; i += 1) {
    car.advance(0.5);
    car.holdWork();
  }
  return { car, sparks, injectedMg: car.plant.totals.injectedMg - before };
}

test('injectors off: it is cranked, sparks where it is told to, and gets no fuel', () => {
  const without = cranked({ ...HELD, fuel: false }, 3);
  expect(without.injectedMg).toBe(0);
  expect(without.car.felt.speedRpm).toBeLessThan(450);
  expect(without.sparks.length).toBeGreaterThan(6);
  for (const deg of without.sparks.slice(2)) expect(Math.abs(deg - 12)).toBeLessThan(1.5);
  expect(cranked(null, 3).injectedMg).toBeGreaterThan(20);
});

test('with fuel it starts on the spark that is held, which the maps have again when it is let go', () => {
  const { car, sparks } = cranked(HELD, 2);
  car.controls.starter = false;
  for (let i = 0; i < 10; i += 1) {
    car.advance(0.5);
    car.holdWork();
  }
  expect(car.felt.speedRpm).toBeGreaterThan(500);
  expect(read(car.frame, AT.sparkAdvance)).toBe(12);
  expect(Math.abs((sparks.at(-1) ?? 0) - 12)).toBeLessThan(1);
  car.endWork();
  car.advance(1);
  expect(read(car.frame, AT.sparkAdvance)).not.toBe(12);
  expect(car.beginWork({ kind: 'hold', function: 'output-fan', forS: 5, dutyPercent: 100 })).toBe(
    'workTurning',
  );
});

test('a delay that is typed is made up for by speed: 100 µs at 6,000 rev/min are 3.6°', () => {
  const early = (us: number) => {
    const document = demo('pardela', ({ trigger }) => {
      trigger.sensorDelay = { amount: us, unit: 'us', source: { kind: 'measured', date: '2026-11-28' } };
    });
    const car = virtualCar(document, { coolantC: 80 });
    Object.assign(car.controls, { key: true, holdRpm: 6000, pedalPercent: 40 });
    car.advance(4);
    return car.timing?.earlyDeg ?? NaN;
  };
  expect(early(100) - early(0)).toBeCloseTo(3.6, 1);
});
