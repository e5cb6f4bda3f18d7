import { demo } from '@tests/support/ventisca';
import { virtualCar } from '@tests/support/car';
import { looped } from '@tests/support/looped';
import { AT, LOOP_CODE, read } from '@/core/channel';
import { IDLE_AS_IT_IS, type IdleAsk, type WorkAsk } from '@/core/control';

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

describe('an idle that is tried', () => {
  /** A warm engine that idles with a change of its calibration, and the means of channels while something is tried, each for so long, s. */
  function idled(asks: readonly (Partial<IdleAsk> | null)[], document = demo('ventisca')) {
    const car = virtualCar(document, { coolantC: 84 });
    car.controls.key = true;
    car.advance(2);
    car.controls.starter = true;
    car.advance(2);
    car.controls.starter = false;
    car.advance(20);
    const ids = [
      'lambdaTarget',
      'lambdaOne',
      'sparkAdvance',
      'idleOpening',
      'speed',
      'loopState',
      'lambdaTrim',
    ] as const;
    return asks.map((ask) => {
      if (ask === null) car.endWork();
      else expect(car.beginWork({ ...IDLE_AS_IT_IS, ...ask })).toBeNull();
      const sums = ids.map(() => 0);
      for (let i = 0; i < 12; i += 1) {
        car.holdWork();
        car.advance(0.5);
        if (i >= 6) ids.forEach((id, k) => (sums[k] = (sums[k] ?? 0) + read(car.frame, AT[id]) / 6));
      }
      return Object.fromEntries(ids.map((id, k) => [id, sums[k] ?? NaN])) as Record<
        (typeof ids)[number],
        number
      >;
    });
  }

  test('another target is asked for and measured, and the map has it again afterwards', () => {
    const [before, tried, after] = idled([{}, { lambda: 0.85 }, null]);
    expect(tried?.lambdaTarget).toBeCloseTo(0.85, 9);
    const moved = (tried?.lambdaOne ?? 0) / (before?.lambdaOne ?? 0);
    expect(moved).toBeCloseTo(0.85 / (before?.lambdaTarget ?? 0), 2);
    expect(after?.lambdaTarget).toBeCloseTo(before?.lambdaTarget ?? 0, 3);
  });

  test('a tenth more fuel reads a tenth richer, at the target that is asked', () => {
    const [before, tried] = idled([{}, { fuelShare: 1.1 }]);
    expect(tried?.lambdaTarget).toBeCloseTo(before?.lambdaTarget ?? 0, 3);
    expect((before?.lambdaOne ?? 0) / (tried?.lambdaOne ?? 0)).toBeCloseTo(1.1, 2);
  });

  test('spark is held, or added to what idle control gives', () => {
    const [before, fixed, added] = idled([{}, { sparkDeg: 18 }, { sparkAddsDeg: 5 }]);
    expect(fixed?.sparkAdvance).toBeCloseTo(18, 9);
    // Idle control takes its part back through the air: about so much is left of it.
    expect((added?.sparkAdvance ?? 0) - (before?.sparkAdvance ?? 0)).toBeCloseTo(5, 0);
  });

  test('air is held: the valve stands, and what control had learned is there again', () => {
    const [before, held, after] = idled([{}, { airPercent: 25 }, null]);
    expect(held?.idleOpening).toBeCloseTo(25, 9);
    expect(held?.speed).toBeGreaterThan((before?.speed ?? 0) + 100);
    expect(Math.abs((after?.idleOpening ?? 0) - (before?.idleOpening ?? 0))).toBeLessThan(3);
  });

  test('the closed loop lets go, and corrects nothing of what is tried', () => {
    const [loop, tried] = idled([null, { lambda: 0.9 }], looped());
    expect(loop?.loopState).toBe(LOOP_CODE.active);
    expect(Math.abs((loop?.lambdaTrim ?? 1) - 1)).toBeGreaterThan(0.005);
    expect(tried?.loopState).toBe(LOOP_CODE.waiting);
    expect(tried?.lambdaTrim).toBeCloseTo(1, 9);
  });
});
