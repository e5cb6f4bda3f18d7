import type { RankedCause, RankedCauses } from '@/core/logCauses';
import {
  causeFirst,
  causesHeadline,
  causeWords,
  leftWords,
  likelihoodWords,
  listedCauses,
} from './causeWords';

const cause = (
  id: RankedCause['id'],
  probability: number,
  change: Partial<RankedCause> = {},
): RankedCause => ({
  id,
  size: 0.1,
  standardError: 0.01,
  probability,
  leftOver: 0.006,
  ...change,
});
const ranked = (causes: readonly RankedCause[], change: Partial<RankedCauses> = {}): RankedCauses => ({
  causes,
  nothing: 0,
  found: 0.09,
  untellable: [],
  ...change,
});
const headline = (of: RankedCauses) => causesHeadline(of, 0.025, null, 1);

test('the likeliest cause leads, with how likely it is and what it leaves', () => {
  const found = ranked([cause('factor', 0.97), cause('filling', 0.02)]);
  expect(headline(found)).toEqual({
    tone: 'warning',
    text: 'One factor for everything, 97 % likely. Everything is 10.5 % lean, whatever speed and load. It leaves 0.6 of 9.0 % over.',
  });
  expect(causeFirst(found, 0.025)?.id).toBe('factor');
  expect(listedCauses(found, 0.025).map(({ id }) => id)).toEqual(['factor']);
});

test('the map itself may lead, and is no cause to be mended first', () => {
  const found = ranked([cause('filling', 0.995), cause('deadTime', 0.2)]);
  expect(headline(found).text).toMatch(/^The filling map itself, over 99 % likely/);
  expect(causeFirst(found, 0.025)).toBeNull();
  const both = ranked([cause('filling', 0.995), cause('deadTime', 0.9)]);
  expect(causeFirst(both, 0.025)?.id).toBe('deadTime');
});

test('where several would look like this none is said; where nothing is likeliest, nothing', () => {
  expect(headline(ranked([cause('factor', 0.4), cause('deadTime', 0.35)])).text).toMatch(
    /none likelier than the rest/,
  );
  expect(headline(ranked([cause('factor', 0.3)], { nothing: 0.6 })).text).toMatch(/^Nothing stands out/);
});

test('errors of half of what counts as right are nobody’s, however sure their pattern is', () => {
  const quiet = ranked([cause('filling', 0.97)], { found: 0.0124 });
  expect(headline(quiet).text).toMatch(/^Nothing stands out: what is off, 1\.2 %/);
  expect(listedCauses(quiet, 0.025)).toEqual([]);
  const loud = ranked([cause('factor', 0.97)], { found: 0.0126 });
  expect(causeFirst(loud, 0.025)?.id).toBe('factor');
  expect(causeFirst(loud, 0.04)).toBeNull();
});

test('a probability promises no more than is known', () => {
  expect([0.999, 0.97, 0.5, 0.004].map(likelihoodWords)).toEqual(['over 99 %', '97 %', '50 %', 'under 1 %']);
  expect(leftWords(cause('factor', 1, { leftOver: 0.0123 }), 0.05)).toBe('leaves 1.2 of 5.0 % over');
  expect(causeWords(cause('deadTime', 1, { size: -0.12 }), null, 1).says).toBe(
    'It was typed 0.12 ms too short: what is injected is off most where pulses are short.',
  );
});
