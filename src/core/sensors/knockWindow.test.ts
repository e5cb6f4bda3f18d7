import { knockFrequencyHz } from './knock';
import {
  knockSpeeds,
  proposedCoolantFactor,
  proposedKnockFuelPercent,
  proposedLengthDeg,
  proposedStartDeg,
  usualNoiseV,
  windowMs,
} from './knockWindow';

test('a bore of 79 mm rings at 7.047 kHz', () => {
  expect(knockFrequencyHz(79) / 1000).toBeCloseTo(7.047, 3);
});

test('55° at 6200 rev/min last 1.478 ms', () => {
  expect(windowMs(55, 6200)).toBeCloseTo(1.478, 3);
});

test('the window begins later and lasts less with speed', () => {
  expect([1200, 6000].map(proposedStartDeg)).toEqual([9, 13]);
  expect([1000, 6000, 12_000].map(proposedLengthDeg)).toEqual([58, 48, 42]);
});

test('noise that is to be expected rises by the power of 1.5', () => {
  expect(usualNoiseV(4000)).toBeCloseTo(0.15 + 0.8, 9);
  expect(usualNoiseV(0)).toBeCloseTo(0.15, 9);
});

test('a cold engine may be louder, a hot one not', () => {
  expect([-20, 80, 110].map(proposedCoolantFactor)).toEqual([1.4, 1, 1]);
});

test('fuel with the spark that is pulled', () => {
  expect([0, 4, 8].map(proposedKnockFuelPercent)).toEqual([0, 2.4, 4.8]);
});

test('speeds to listen at rise to the highest', () => {
  expect(knockSpeeds(7000)).toEqual([1400, 2200, 3200, 4100, 4900, 5700, 6400, 7000]);
});
