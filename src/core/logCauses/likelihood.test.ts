import fc from 'fast-check';
import { choleskyOf, dot, logEvidence, patternFit, whitened } from './likelihood';

const matrix = (rows: readonly (readonly number[])[]) => Float64Array.from(rows.flat());

test('by hand: two readings of variance 4 that share 2', () => {
  const base = choleskyOf(
    2,
    matrix([
      [4, 2],
      [2, 4],
    ]),
  );
  expect(Array.from(base.lower)).toEqual([2, 0, 1, Math.sqrt(3)]);
  expect(base.logDeterminant).toBeCloseTo(Math.log(12), 12);
  // The inverse is (4 −2; −2 4) ÷ 12: of 1 and 3 it is (4 − 12 + 36) ÷ 12.
  const y = whitened(base, [1, 3]);
  expect(dot(y, y)).toBeCloseTo(28 / 12, 12);
  expect(logEvidence(base, y)).toBeCloseTo(-0.5 * (28 / 12 + Math.log(12)), 12);
});

test('by hand: one reading of 3 with variance 1, and a size that is 0 ± 2 before', () => {
  const base = choleskyOf(1, Float64Array.of(1));
  const fit = patternFit(base, Float64Array.of(3), Float64Array.of(1), { mean: 0, spread: 2 });
  expect(fit.size).toBeCloseTo(12 / 5, 12);
  expect(fit.standardError).toBeCloseTo(Math.sqrt(4 / 5), 12);
  expect(fit.logEvidence).toBeCloseTo(-0.5 * (9 / 5 + Math.log(5)), 12);
  const about = patternFit(base, Float64Array.of(3), Float64Array.of(1), { mean: 1, spread: 2 });
  expect(about.size).toBeCloseTo(1 + (2 * 4) / 5, 12);
  expect(about.logEvidence).toBeCloseTo(-0.5 * (4 / 5 + Math.log(5)), 12);
});

test('a matrix that is not positive is refused', () => {
  expect(() => choleskyOf(2, matrix([[1, 2], [2, 1]]))).toThrow(RangeError); // prettier-ignore
  expect(() => choleskyOf(1, Float64Array.of(0))).toThrow(RangeError);
});

test('a pattern weighed by the lemma is what its whole covariance says', () => {
  const value = fc.double({ min: -3, max: 3, noNaN: true });
  const some = fc.integer({ min: 1, max: 6 }).chain((size) =>
    fc.record({
      root: fc.array(fc.array(value, { minLength: size, maxLength: size }), {
        minLength: size,
        maxLength: size,
      }),
      y: fc.array(value, { minLength: size, maxLength: size }),
      x: fc.array(value, { minLength: size, maxLength: size }),
      spread: fc.double({ min: 0.1, max: 3, noNaN: true }),
      mean: value,
    }),
  );
  fc.assert(
    fc.property(some, ({ root, y, x, spread, mean }) => {
      const size = y.length;
      const covariance = new Float64Array(size * size);
      const whole = new Float64Array(size * size);
      for (let i = 0; i < size; i += 1) {
        for (let j = 0; j < size; j += 1) {
          const at = i * size + j;
          covariance[at] = dot(root[i] as number[], root[j] as number[]) + (i === j ? 1 : 0);
          whole[at] = (covariance[at] as number) + spread * spread * (x[i] as number) * (x[j] as number);
        }
      }
      const base = choleskyOf(size, covariance);
      const fit = patternFit(base, whitened(base, y), whitened(base, x), { mean, spread });
      const all = choleskyOf(size, whole);
      const off = y.map((one, i) => one - mean * (x[i] as number));
      const plain = logEvidence(all, whitened(all, off));
      expect(fit.logEvidence).toBeCloseTo(plain, 6);
      // No other size would be likelier, beside its own spread.
      const cost = (of: number) => {
        const rest = whitened(base, y.map((one, i) => one - of * (x[i] as number))); // prettier-ignore
        return dot(rest, rest) + ((of - mean) / spread) ** 2;
      };
      expect(cost(fit.size)).toBeLessThanOrEqual(cost(fit.size + 0.05) + 1e-9);
      expect(cost(fit.size)).toBeLessThanOrEqual(cost(fit.size - 0.05) + 1e-9);
    }),
  );
});
