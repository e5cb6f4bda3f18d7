import fc from 'fast-check';
import { contentSum, textSum } from './textSum';

describe('the sum of a text', () => {
  test('is FNV-1a: nothing → 2166136261, "a" → 3826002220, "foobar" → 3214735720', () => {
    expect(textSum('')).toBe(2166136261);
    expect(textSum('a')).toBe(3826002220);
    expect(textSum('foobar')).toBe(3214735720);
  });

  test('is another for another letter anywhere', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1 }), fc.nat(), (text, at) => {
        const i = at % text.length;
        const other = `${text.slice(0, i)}${text[i] === 'x' ? 'y' : 'x'}${text.slice(i + 1)}`;
        expect(textSum(other)).not.toBe(textSum(text));
      }),
    );
  });
});

describe('the sum of a content', () => {
  test('does not know the order of keys, at any depth', () => {
    expect(contentSum({ a: 1, b: [{ c: 2, d: 'x' }] })).toBe(contentSum({ b: [{ d: 'x', c: 2 }], a: 1 }));
    fc.assert(
      fc.property(fc.dictionary(fc.string(), fc.jsonValue()), (content) => {
        const reversed = Object.fromEntries(Object.entries(content).reverse());
        expect(contentSum(reversed)).toBe(contentSum(content));
      }),
    );
  });

  test('is another for another order of a list, another value, another key', () => {
    const sums = [[1, 2], [2, 1], { a: 1 }, { a: 2 }, { b: 1 }, null, undefined, 'a'].map(contentSum);
    expect(new Set(sums).size).toBe(sums.length);
  });

  test('knows nine digits of a number', () => {
    expect(contentSum(0.1 + 0.2)).toBe(contentSum(0.3));
    expect(contentSum(1.00000001)).not.toBe(contentSum(1));
    expect(contentSum(1.000000001)).toBe(contentSum(1));
  });
});
