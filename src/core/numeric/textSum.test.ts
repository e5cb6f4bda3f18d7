import fc from 'fast-check';
import { textSum } from './textSum';

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
