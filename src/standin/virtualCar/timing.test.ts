import { spin } from '@tests/support/spin';
import { virtualCar } from '@tests/support/car';
import { decoderOf, NOMINAL_WHEEL } from '@/core/decoding';
import type { TriggerWheel } from '@/core/trigger';
import { soundSensor } from '../car';
import { timingOf } from './timing';

const ROOM = () => ({ earlyDeg: NaN, reversed: false });
const at = (real: TriggerWheel, needsCycle = true) => {
  const decoder = decoderOf(NOMINAL_WHEEL, 4, needsCycle);
  // Ends at the firing TDC of cylinder 1.
  const { state, timeS } = spin(real, decoder, () => 900, { fromDeg: 200, turns: 8 + 520 / 360 });
  return timingOf(decoder, state, timeS, { cylinder: 1, angleDeg: 0 }, ROOM());
};

describe('how far the place of the crank is off', () => {
  test('nothing with the wheel that is described', () => {
    expect(at(NOMINAL_WHEEL).earlyDeg).toBeCloseTo(0, 6);
    expect(at(NOMINAL_WHEEL).reversed).toBe(false);
  });

  // The tooth that is taken for 85° before TDC stands 97° before it: sparks come 12° early.
  test('as far as the first tooth stands elsewhere, earlier where TDC comes later', () => {
    const moved = { ...NOMINAL_WHEEL, tdcOffsetDeg: NOMINAL_WHEEL.tdcOffsetDeg + 12 };
    expect(at(moved).earlyDeg).toBeCloseTo(12, 6);
    expect(at({ ...moved, tdcOffsetDeg: 65 }, false).earlyDeg).toBeCloseTo(-20, 6);
  });

  // Without a cam a turn is all that is known: 200° early is 160° late. Of teeth that are all alike, one every 180° for four
  // cylinders, only a firing is: 100° early is 80° late.
  test('is told within what is known: a turn, or a firing', () => {
    const off = (described: TriggerWheel, byDeg: number) => {
      const decoder = decoderOf(described, 4, false);
      const real = { ...described, tdcOffsetDeg: described.tdcOffsetDeg + byDeg };
      const { state, timeS } = spin(real, decoder, () => 900, { fromDeg: 200, turns: 8 + 520 / 360 });
      return timingOf(decoder, state, timeS, { cylinder: 1, angleDeg: 0 }, { earlyDeg: NaN, reversed: true });
    };
    const alone = { ...NOMINAL_WHEEL, cam: null };
    expect(off(alone, 200)).toEqual({ earlyDeg: expect.closeTo(-160, 6), reversed: false });
    expect(off(alone, 30)).toEqual({ earlyDeg: expect.closeTo(30, 6), reversed: false });
    const alike = { ...alone, kind: 'even', teeth: 2, missing: 0, tdcOffsetDeg: 60 } as const;
    expect(off(alike, 100)).toEqual({ earlyDeg: expect.closeTo(-80, 6), reversed: false });
  });

  test('a cam a turn off takes the turns for each other, and nothing else', () => {
    const cam = { teeth: 1, beforeTdcDeg: 660, windowDeg: 60 };
    const reversed = at({ ...NOMINAL_WHEEL, cam });
    expect(reversed.earlyDeg).toBeCloseTo(0, 6);
    expect(reversed.reversed).toBe(true);
  });
});

// 6·10⁻⁶ · 3,400 rev/min · 120 µs = 2.45°, and the demo’s own: 1° of offset and 45 µs, 0.92°.
test('a slow crank sensor makes sparks late by speed times delay', () => {
  const shift = (rpm: number, delayUs: number) => {
    const car = virtualCar(undefined, {}, undefined, {
      wheelSensors: { crank: soundSensor({ delayUs }), cam: soundSensor() },
    });
    Object.assign(car.controls, { key: true, holdRpm: rpm, pedalPercent: 12 });
    car.advance(4);
    return car.timing?.earlyDeg ?? NaN;
  };
  expect(shift(3400, 0)).toBeCloseTo(-1, 3);
  expect(shift(3400, 120)).toBeCloseTo(-1 - 2.448, 3);
  expect(shift(1000, 120)).toBeCloseTo(-1 - 0.72, 3);
});
