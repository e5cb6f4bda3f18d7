import { lookUpCurve } from '../numeric';
import { usualStartOf } from './usualStart';

test('what is usual of petrol is what its curves propose', () => {
  const { cranking, running, wallShare, wallTimeS } = usualStartOf('petrol');
  expect(lookUpCurve(cranking, 0)).toBe(3.4);
  // After-start 1.85 × warm-up 1.28.
  expect(lookUpCurve(running, 0)).toBeCloseTo(2.368, 9);
  expect([lookUpCurve(wallShare, 0), lookUpCurve(wallTimeS, 0)]).toEqual([0.42, 0.54]);
});

test('what takes more heat stays on the wall for longer, and is given more of', () => {
  const [petrol, alcohol] = [usualStartOf('petrol'), usualStartOf('ethanol85')];
  expect(lookUpCurve(alcohol.wallTimeS, 20) / lookUpCurve(petrol.wallTimeS, 20)).toBeCloseTo(
    Math.sqrt(1.5),
    9,
  );
  expect(lookUpCurve(alcohol.cranking, 0)).toBeGreaterThan(lookUpCurve(petrol.cranking, 0));
});
