import fc from 'fast-check';
import { roughness } from './roughness';

test('three cells 50, 51, 50 lie 0.0198 from their line', () => {
  expect(roughness({ x: [1000, 2000, 3000], y: [50], values: [50, 51, 50] })).toBeCloseTo(0.0198, 4);
});

// Halfway by value, not by place: 2000 is a third of the way from 1000 to 4000.
test('uneven breakpoints are counted as they lie', () => {
  const at = (ln: number) => Math.exp(ln);
  const straight = { x: [1000, 2000, 4000], y: [50], values: [at(4), at(4.1), at(4.3)] };
  expect(roughness(straight)).toBeCloseTo(0, 12);
  // ln 4.15 lies 0.05 above the third of 0.3.
  expect(roughness({ ...straight, values: [at(4), at(4.15), at(4.3)] })).toBeCloseTo(0.05, 12);
});

test('both ways count alike, cell by cell', () => {
  const values = [50, 50, 50, 50, 55, 50, 50, 50, 50];
  const axis = [1, 2, 3];
  // One of three lines each way bends by ln 1.1.
  expect(roughness({ x: axis, y: axis, values })).toBeCloseTo(Math.log(1.1) / Math.sqrt(3), 12);
});

test('without a neighbour on both sides nothing is rough, and what is not above zero is left out', () => {
  expect(roughness({ x: [1, 2], y: [1, 2], values: [1, 9, 3, 4] })).toBe(0);
  expect(roughness({ x: [1, 2, 3], y: [1], values: [0, 1, 2] })).toBe(0);
});

test('neither a factor nor a slope of logarithms is rough', () => {
  const some = fc.double({ min: -0.2, max: 0.2, noNaN: true });
  fc.assert(
    fc.property(some, some, some, (level, across, up) => {
      const [x, y] = [
        [1, 2, 5, 6],
        [10, 20, 50],
      ];
      const values = y.flatMap((load) =>
        x.map((speed) => Math.exp(level + across * speed + (up * load) / 10)),
      );
      expect(roughness({ x, y, values })).toBeLessThan(1e-9);
    }),
  );
});
