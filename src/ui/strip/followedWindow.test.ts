import fc from 'fast-check';
import { between } from './useFollowedWindow';

test('what was drawn for 10 to 20 s of 100 px lies 50 px further left, twice as wide, in 12.5 to 17.5 s', () => {
  expect(between({ fromS: 10, toS: 20 }, { fromS: 12.5, toS: 17.5 }, 100)).toEqual({ scale: 2, shift: -50 });
  expect(between({ fromS: 10, toS: 20 }, { fromS: 10, toS: 20 }, 100)).toEqual({ scale: 1, shift: 0 });
});

test('any moment lands where it would have been drawn', () => {
  const time = fc.double({ min: 0, max: 100, noNaN: true });
  const span = fc.double({ min: 0.2, max: 50, noNaN: true });
  fc.assert(
    fc.property(time, span, time, span, time, (a, spanA, b, spanB, atS) => {
      const [drawn, window] = [
        { fromS: a, toS: a + spanA },
        { fromS: b, toS: b + spanB },
      ];
      const x = ({ fromS, toS }: typeof drawn) => ((atS - fromS) / (toS - fromS)) * 400;
      const { scale, shift } = between(drawn, window, 400);
      expect(x(drawn) * scale + shift).toBeCloseTo(x(window), 6);
    }),
  );
});
