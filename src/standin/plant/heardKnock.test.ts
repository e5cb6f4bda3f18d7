import fc from 'fast-check';
import { bandShare, heardKnockV, knockNoiseV, ringingShare } from './knock';

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
