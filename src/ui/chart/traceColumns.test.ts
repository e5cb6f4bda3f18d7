import fc from 'fast-check';
import { traceColumns, traceRange } from './traceColumns';

describe('a trace brought to columns of pixels', () => {
  // Eight samples on four columns: two each.
  test('keeps the lowest and the highest of each', () => {
    const { low, high } = traceColumns([1, 5, 2, 2, NaN, NaN, -3, NaN], 4);
    expect(Array.from(low)).toEqual([1, 2, NaN, -3]);
    expect(Array.from(high)).toEqual([5, 2, NaN, -3]);
  });

  test('hides no peak, wherever it is and however many columns there are', () => {
    fc.assert(
      fc.property(fc.nat(4999), fc.integer({ min: 1, max: 900 }), (at, columns) => {
        const values = new Float32Array(5000);
        values[at] = 7;
        const { low, high } = traceColumns(values, columns);
        expect(Math.max(...Array.from(high).filter((value) => !Number.isNaN(value)))).toBe(7);
        expect(Math.min(...Array.from(low).filter((value) => !Number.isNaN(value)))).toBe(0);
      }),
    );
  });

  test('its range is that of all, open for one value, and none for none', () => {
    expect(traceRange([[3, NaN, 9], [-1]])).toEqual([-1, 9]);
    expect(traceRange([[4, 4]])).toEqual([3, 5]);
    expect(traceRange([[NaN], []])).toBeNull();
  });
});
