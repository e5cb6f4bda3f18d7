import fc from 'fast-check';
import { panned, windowAbout, windowWith, zoomed } from './stripWindow';

const WHOLE = { fromS: 0, toS: 100 };

test('by hand', () => {
  expect(windowAbout(WHOLE, 50, 10)).toEqual({ fromS: 45, toS: 55 });
  expect(windowAbout(WHOLE, 2, 10)).toEqual({ fromS: 0, toS: 10 });
  expect(windowAbout(WHOLE, 99, 10)).toEqual({ fromS: 90, toS: 100 });
  expect(zoomed(WHOLE, { fromS: 40, toS: 60 }, 0.5, 45)).toEqual({ fromS: 42.5, toS: 52.5 });
  expect(zoomed(WHOLE, { fromS: 40, toS: 60 }, 99, 45)).toEqual(WHOLE);
  expect(panned(WHOLE, { fromS: 40, toS: 60 }, 0.5)).toEqual({ fromS: 50, toS: 70 });
  expect(windowWith(WHOLE, { fromS: 40, toS: 60 }, 55)).toEqual({ fromS: 40, toS: 60 });
  expect(windowWith(WHOLE, { fromS: 40, toS: 60 }, 70)).toEqual({ fromS: 60, toS: 80 });
});

test('whatever is done, a window lies in the whole, and a zoom leaves its time where it was unless an end is in the way', () => {
  const time = fc.double({ min: 0, max: 100, noNaN: true });
  fc.assert(
    fc.property(
      time,
      time,
      fc.double({ min: 0.01, max: 20, noNaN: true }),
      time,
      (one, other, factor, about) => {
        const window = windowAbout(WHOLE, (one + other) / 2, Math.abs(one - other));
        for (const next of [zoomed(WHOLE, window, factor, about), panned(WHOLE, window, factor - 10)]) {
          expect(next.fromS).toBeGreaterThanOrEqual(0);
          expect(next.toS).toBeLessThanOrEqual(100 + 1e-9);
          expect(next.toS - next.fromS).toBeGreaterThanOrEqual(0.2 - 1e-9);
        }
        const next = zoomed(WHOLE, window, factor, about);
        if (next.fromS <= 1e-9 || next.toS >= 100 - 1e-9) return;
        const share = (at: { fromS: number; toS: number }) => (about - at.fromS) / (at.toS - at.fromS);
        expect(share(next)).toBeCloseTo(share(window), 6);
      },
    ),
  );
});
