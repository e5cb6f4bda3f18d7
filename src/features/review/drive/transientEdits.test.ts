import { demo } from '@tests/support/ventisca';
import type { TransientCure } from '@/workers/driveProtocol';
import { believedFilm, putFilm, putRate } from './transientEdits';
import { filmWords, rateWords, worstWords } from './transientWords';

const worst = { leaner: 0.236, richer: 0.03, died: false };
const CURE: TransientCure = {
  now: worst,
  rate: { change: { factor: 1.5, decayTurns: 12 }, worst },
  film: { factors: { share: 1.2, time: 0.8 }, worst },
  tried: 24,
};
const source = { kind: 'computed', date: '2026-11-27' } as const;

test('the enrichment that was found is put in: its curve by the factor, and how long it lasts', () => {
  const document = demo('ventisca');
  const before = document.maps.acceleration?.values ?? [];
  putRate(document, CURE, source);
  expect(document.maps.acceleration?.values).toEqual(
    before.map((value) => Math.min(300, Math.round(1.5 * value))),
  );
  expect(document.acceleration.decay?.amount).toBe(12);
  expect(document.acceleration.model?.value).toBe('rate');
});

test('the film that was found is put in with maps that were not there, and fuel follows it', () => {
  const document = demo('ventisca');
  const share = believedFilm(document).sharePercent.values;
  putFilm(document, CURE, source);
  expect(document.acceleration.model?.value).toBe('film');
  document.maps.filmShare?.values.forEach((value, i) => {
    expect(Math.abs(value - 1.2 * (share[i] as number))).toBeLessThanOrEqual(0.5);
  });
  expect(document.maps.filmTime?.values.at(-1)).toBeCloseTo(0.8 * 0.22, 1);
  const again = believedFilm(document).sharePercent.values;
  expect(again[0]).toBe(document.maps.filmShare?.values[0]);
});

test('in words', () => {
  expect(worstWords(worst)).toBe('24 % leaner, 3 % richer');
  expect(worstWords({ ...worst, died: true })).toMatch(/and the engine dies$/);
  expect(rateWords(CURE)).toBe('The curve × 1.50, fading within 12 turns');
  expect(filmWords(CURE)).toBe('What wets the wall × 1.20, the time it takes to dry × 0.80');
  expect(filmWords({ ...CURE, film: { factors: { share: 1, time: 1 }, worst } })).toMatch(/^The film as/);
});
