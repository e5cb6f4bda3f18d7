import fc from 'fast-check';
import { monotoneCubic } from './monotoneCubic';

describe('monotone cubic', () => {
  // Two points: a straight line. Three on a line: the same line.
  test('is straight through points on a line', () => {
    expect(monotoneCubic([0, 10], [0, 20])(4)).toBeCloseTo(8, 12);
    expect(monotoneCubic([0, 5, 10], [0, 10, 20])(7)).toBeCloseTo(14, 12);
  });

  test('stays between neighbours, for any falling points', () => {
    const falls = fc.array(fc.double({ min: 0.01, max: 5, noNaN: true }), { minLength: 3, maxLength: 8 });
    fc.assert(
      fc.property(falls, (steps) => {
        let level = 50;
        const y = steps.map((step) => (level -= step));
        const x = y.map((_, i) => i);
        const curve = monotoneCubic(x, y);
        for (let at = 0; at <= x.length - 1; at += 0.05) {
          const i = Math.min(x.length - 2, Math.floor(at));
          expect(curve(at)).toBeLessThanOrEqual((y[i] as number) + 1e-9);
          expect(curve(at)).toBeGreaterThanOrEqual((y[i + 1] as number) - 1e-9);
        }
      }),
    );
  });

  // Slopes 2 and 8 meet at their mean 5, tangents 2, 5, 8: at 0.5 the first piece is 0.5·0 + 0.125·(2 − 5) + 0.5·2 = 0.625.
  test('bends between its points as its tangents say', () => {
    const curve = monotoneCubic([0, 1, 2], [0, 2, 10]);
    expect(curve(0.5)).toBeCloseTo(0.625, 12);
    expect(curve(1.5)).toBeCloseTo(6 + 0.125 * (5 - 8), 12);
  });

  // Slopes −1, then −10: the mean −5.5 is 5.5 times the first one, so both tangents there are drawn in to a length of 3.
  test('is flat at a turn, along level points, and drawn in where it would overshoot', () => {
    expect(monotoneCubic([0, 1, 2], [0, 4, 0])(1)).toBe(4);
    expect(monotoneCubic([0, 1, 2], [0, 4, 0])(0.999)).toBeLessThan(4);
    expect(monotoneCubic([0, 1, 2, 3], [0, 5, 5, 9])(1.4)).toBe(5);
    const size = Math.hypot(1, 5.5);
    const [start, end] = [(-3 * 1) / size, (-3 * 5.5) / size];
    expect(monotoneCubic([0, 1, 2], [20, 19, 9])(0.5)).toBeCloseTo(19.5 + 0.125 * (start - end), 12);
  });

  test('does not pass a peak whose sides are of unequal slope, on either side of it', () => {
    const peak = monotoneCubic([0, 1, 2, 3], [0, 4, 2, 1]);
    for (const at of [0.9, 0.97, 1.03, 1.1]) expect(peak(at)).toBeLessThan(4);
    const dip = monotoneCubic([0, 1, 2, 3], [9, 1, 2, 6]);
    for (const at of [0.9, 0.97, 1.03, 1.1]) expect(dip(at)).toBeGreaterThan(1);
  });

  test('is level along a step, before and after it, and exact on its points, the ends too', () => {
    const x = [0, 1, 2, 3, 4];
    const y = [0, 2, 2, 7, 7];
    const curve = monotoneCubic(x, y);
    x.forEach((at, i) => expect(curve(at)).toBeCloseTo(y[i] as number, 12));
    for (const at of [1.2, 1.7]) expect(curve(at)).toBe(2);
    for (const at of [3.2, 3.7]) expect(curve(at)).toBe(7);
    expect(curve(0.999)).toBeLessThan(2);
    expect(curve(2.001)).toBeGreaterThanOrEqual(2);
  });
});
