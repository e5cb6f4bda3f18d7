import fc from 'fast-check';
import { demo, programOf } from '@tests/support/ventisca';
import { carOf } from '../carOfDocument';
import { bandShare, heardKnockV, knockNoiseV, knockOf, ringingShare } from './knock';

const DOCUMENT = demo();

const EAR = { startDeg: 12, lengthDeg: 55, bandHz: 6627, gain: 1 };
const ENGINE = { ringsHz: 6627, valveNoise: 0 };

// e^0 − e^(−55/18) = 0.953; begun 18° late 1/e less of it.
test('of a ringing that begins 12° after top dead centre a window hears what lies in it', () => {
  expect(ringingShare(12, 55)).toBeCloseTo(0.953, 3);
  expect(ringingShare(0, 67)).toBeCloseTo(0.953, 3);
  expect(ringingShare(30, 200)).toBeCloseTo(1 / Math.E, 3);
  expect(ringingShare(-30, 40)).toBeCloseTo(0, 9);
});

test('a band a tenth beside the bore’s own hears half', () => {
  expect(bandShare(6600, 6600)).toBe(1);
  expect(bandShare(6600, 6000)).toBeCloseTo(0.5, 9);
  expect(bandShare(6000, 5000)).toBeCloseTo(0.2, 9);
});

test('without knock it is the noise by the length of the window, times the gain', () => {
  expect(heardKnockV(4000, 80, 0, 0, EAR, ENGINE)).toBeCloseTo(0.92, 9);
  expect(heardKnockV(4000, 80, 0, 0, { ...EAR, lengthDeg: 27.5, gain: 2 }, ENGINE)).toBeCloseTo(0.92, 9);
  expect(heardKnockV(4000, 80, 0, 0.5, EAR, ENGINE)).toBeCloseTo(knockNoiseV(4000, 80, 0, 0.5), 9);
});

test('knock comes on top, as far as it is in window and band; and ends at the rail', () => {
  expect(heardKnockV(4000, 80, 0.5, 0, EAR, ENGINE)).toBeCloseTo(0.92 + 0.9 * 0.953, 3);
  expect(heardKnockV(4000, 80, 0.5, 0, { ...EAR, bandHz: 6627 / 1.1 }, ENGINE)).toBeCloseTo(
    0.92 + 0.45 * 0.953,
    3,
  );
  expect(heardKnockV(4000, 80, 9, 0, EAR, ENGINE)).toBe(5);
});

test('loud valves rattle at any time, and close within a window that reaches 72°', () => {
  const loud = { ...ENGINE, valveNoise: 0.8 };
  expect(heardKnockV(4000, 80, 0, 0, EAR, loud)).toBeCloseTo(0.92 * 1.32, 9);
  expect(heardKnockV(4000, 80, 0, 0, { ...EAR, lengthDeg: 60 }, loud)).toBeCloseTo(
    0.92 * ((60 / 55) * 1.32 + 0.8),
    9,
  );
  expect(heardKnockV(4000, 80, 0, 0, { ...EAR, startDeg: 73, lengthDeg: 5 }, loud)).toBeLessThan(0.12);
});

test('louder with more knock, never softer', () => {
  const any = fc.double({ min: 0, max: 2, noNaN: true });
  fc.assert(
    fc.property(any, any, (some, more) => {
      const at = (knock: number) => heardKnockV(3000, 80, knock, 0, EAR, ENGINE);
      expect(at(some + more)).toBeGreaterThanOrEqual(at(some));
    }),
  );
});

// Cold by 60 K: 1 + 0.004 · 60 = 1.24; a firing 0.5 of the spread louder: 1 + 0.12 · 0.5 = 1.06.
test('noise rises with cold, not with heat, and spreads from firing to firing', () => {
  expect(knockNoiseV(4000, 20, 0, 0)).toBeCloseTo(0.92 * 1.24, 9);
  expect(knockNoiseV(4000, 110, 0, 0)).toBeCloseTo(0.92, 9);
  expect(knockNoiseV(4000, 80, 0, 0.5)).toBeCloseTo(0.92 * 1.06, 9);
  expect(knockNoiseV(4000, 80, 0.5, 0.5)).toBeCloseTo(0.92 * 1.06 + 0.9, 9);
});

// Valves that close are louder by half of what the firing is: 0.8 · (1 + 0.5 / 2) = 1.0, at 72° itself too.
test('valves that close spread too', () => {
  const loud = { ...ENGINE, valveNoise: 0.8 };
  const ear = { ...EAR, startDeg: 72, lengthDeg: 55 };
  expect(heardKnockV(4000, 80, 0, 0.5, ear, loud)).toBeCloseTo(0.92 * 1.06 * (1.32 + 1), 9);
});

describe('knock of a charge', () => {
  const metal = carOf(DOCUMENT, programOf(DOCUMENT)).engine;
  const volume = metal.cylinderVolumeCm3;
  /** Air that fills the cylinder at 20 °C to so much, mg: p·V / (R·T). */
  const airAt = (kpa: number) => (kpa * volume) / (0.287055 * 293.15);
  const at = (kpa: number, sparkDeg: number, speedRpm: number, octane = metal.fuel.octane) =>
    knockOf({ ...metal, fuel: { ...metal.fuel, octane } }, airAt(kpa), 20, sparkDeg, speedRpm, 1);

  test('there is none at little load, at a standstill, or with time enough to burn', () => {
    expect(at(44.9, 80, 1500, 40)).toBe(0);
    expect(at(45.2, 80, 1500, 40)).toBeGreaterThan(0);
    expect(at(150, 80, 0, 40)).toBe(0);
    expect(at(100, 0, 6000, 110)).toBe(0);
  });

  // What it has of time is to what it needs as (1 + knock): a fuel of other octane needs (other / one)^3.402 times as long.
  test('by octane as the law says', () => {
    const [one, other] = [at(170, 45, 1500, 80), at(170, 45, 1500, 70)];
    expect(one).toBeGreaterThan(0);
    expect((1 + other) / (1 + one)).toBeCloseTo((80 / 70) ** 3.402, 6);
  });

  // The time it has falls as speed rises; at best spark, which moves with speed, so at a rise that is at its end either way.
  test('by speed as time passes', () => {
    const [slow, fast] = [at(250, 90, 1500, 60), at(250, 90, 3000, 60)];
    expect((1 + slow) / (1 + fast)).toBeCloseTo(2, 6);
  });
});
