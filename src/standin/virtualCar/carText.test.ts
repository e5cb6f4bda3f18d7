import type { CarState } from './carState';
import { carOfText, carText } from './carText';

const asCar = (state: object) => state as unknown as CarState;

describe('a car as text', () => {
  test('keeps numbers that JSON has no word for, arrays of their own kind, nothing and words', () => {
    const state = asCar({
      a: [NaN, Infinity, -Infinity, 0.1 + 0.2, -0],
      b: Float64Array.of(1.5, NaN, -Infinity),
      c: { d: null, e: true, f: 'NaN' },
    });
    const again = carOfText(carText(state)) as unknown as { a: number[]; b: Float64Array; c: object };
    expect(again.a.slice(0, 4)).toEqual([NaN, Infinity, -Infinity, 0.1 + 0.2]);
    expect(again.b).toBeInstanceOf(Float64Array);
    expect(Array.from(again.b)).toEqual([1.5, NaN, -Infinity]);
    expect(again.c).toEqual({ d: null, e: true, f: 'NaN' });
  });

  test('refuses what is none, and another version, by name', () => {
    expect(() => carOfText('{}')).toThrow(/no car’s state/);
    expect(() => carOfText('{"format":"lumbre-car","version":1}')).toThrow(/no car’s state/);
    expect(() => carOfText('{"format":"other","version":1,"state":{}}')).toThrow(/no car’s state/);
    expect(() => carOfText('{"format":"lumbre-car","version":1,"state":{}}')).toThrow(/version 1, not 3/);
    expect(() => carOfText('not')).toThrow(SyntaxError);
  });
});
