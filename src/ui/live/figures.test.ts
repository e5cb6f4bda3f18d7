import fc from 'fast-check';
import { baselineIn, drawFigures, figuresWidth, fitted, wrapped } from './figures';

/** By hand: a one is 4 px wide, every other digit 8, every other sign 5. */
const widthOf = (words: string) =>
  [...words].reduce((sum, sign) => sum + (sign === '1' ? 4 : /\d/.test(sign) ? 8 : 5), 0);

function drawn(words: string, x = 0): { pieces: [string, number, number][]; end: number } {
  const pieces: [string, number, number][] = [];
  const end = drawFigures(
    {
      measureText: (of) => ({ width: widthOf(of) }) as TextMetrics,
      fillText: (piece, atX, atY) => void pieces.push([piece, atX, atY]),
    },
    words,
    x,
    30,
  );
  return { pieces, end };
}

test('a digit has the room of a nought, in the middle of which it stands', () => {
  expect(drawn('01')).toEqual({
    pieces: [
      ['0', 0, 30],
      ['1', 10, 30],
    ],
    end: 16,
  });
  expect(drawn('−1,0 at', 3)).toEqual({
    pieces: [
      ['−', 3, 30],
      ['1', 10, 30],
      [',', 16, 30],
      ['0', 21, 30],
      [' at', 29, 30],
    ],
    end: 44,
  });
  expect(drawn('')).toEqual({ pieces: [], end: 0 });
});

test('numbers of as many digits end at the same place, which is as wide as is said', () => {
  const measure = { measureText: (of: string) => ({ width: widthOf(of) }) as TextMetrics };
  fc.assert(
    fc.property(fc.integer({ min: 1000, max: 9999 }), fc.integer({ min: 1000, max: 9999 }), (a, b) => {
      expect(drawn(`Now ${a}: `).end).toBe(drawn(`Now ${b}: `).end);
      expect(drawn(`Now ${a}: `).end).toBe(figuresWidth(measure, `Now ${a}: `));
    }),
  );
});

// By hand: letters reach 44 px up and 9 down, 53 of a line of 48: they begin 2.5 px above it, and stand 41.5 below its top.
test('letters stand in a line as a browser puts them', () => {
  const measure = {
    measureText: () => ({ fontBoundingBoxAscent: 44, fontBoundingBoxDescent: 9 }) as TextMetrics,
  };
  expect(baselineIn(measure, 48)).toBe(41.5);
});

test('words are broken between words, and a word that is too wide stands alone', () => {
  const lines = (words: string, width: number) => wrapped(words, width, ({ length }) => length);
  expect(lines('one two three', 7)).toEqual(['one two', 'three']);
  expect(lines('one two three', 6)).toEqual(['one', 'two', 'three']);
  expect(lines('one two three', 13)).toEqual(['one two three']);
  expect(lines('enormous is', 5)).toEqual(['enormous', 'is']);
  fc.assert(
    fc.property(fc.string(), fc.nat(20), (words, width) => {
      expect(lines(words, width).join(' ')).toBe(words);
    }),
  );
});

test('words that have no room end with an ellipsis, as late as there is room', () => {
  const fit = (words: string, width: number) => fitted(words, width, ({ length }) => length);
  expect(fit('below 70', 8)).toBe('below 70');
  expect(fit('below 70', 7)).toBe('below…');
  expect(fit('below 70', 5)).toBe('belo…');
  expect(fit('', 0)).toBe('');
  fc.assert(
    fc.property(fc.string({ minLength: 1 }), fc.integer({ min: 1, max: 30 }), (words, width) => {
      const said = fit(words, width);
      expect(said.length).toBeLessThanOrEqual(width);
      if (said !== words) expect(words.startsWith(said.slice(0, -1))).toBe(true);
    }),
  );
});
