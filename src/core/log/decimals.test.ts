import fc from 'fast-check';
import { decimalsOf } from './decimals';

test('the fewest decimals that lose nothing', () => {
  expect(decimalsOf(Float32Array.of(1, 2, NaN))).toBe(0);
  expect(decimalsOf(Float32Array.of(1.25, 2.5))).toBe(2);
  expect(decimalsOf(Float32Array.of(Math.PI))).toBeNull();
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: -1e5, max: 1e5 }), { minLength: 1 }),
      fc.nat(4),
      (whole, decimals) => {
        const values = Float32Array.from(whole, (one) => one / 10 ** decimals);
        const found = decimalsOf(values);
        expect(found).not.toBeNull();
        expect(found).toBeLessThanOrEqual(decimals);
      },
    ),
  );
});
