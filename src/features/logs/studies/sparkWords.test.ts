import type { SparkFound } from '@/core/logStudies';
import { sparkFoundWords, sparkRefusalWords, sparkSourceWords } from './sparkWords';

const FOUND: SparkFound = {
  speedRpm: 4250,
  manifoldKpa: 127,
  throttlePercent: 100,
  gear: 2,
  pulls: 5,
  fromDeg: 14.6,
  toDeg: 34.6,
  leastDeg: 26.2,
  torque: null,
  standardErrorDeg: 0.42,
  unsure: null,
  knocksFromDeg: null,
  adviseDeg: 26.2,
};

test('a stretch says what gives the torque, what it rests on, and how sure it is', () => {
  expect(sparkFoundWords(FOUND)).toEqual({
    tone: 'good',
    text: '4250 rev/min at 127 kPa, gear 2, 5 pulls from 14.6° to 34.6°: 26.2° ± 0.4° is the least that gives the torque.',
  });
  expect(sparkFoundWords({ ...FOUND, gear: 0 }).text).toMatch(/^4250 rev\/min at 127 kPa, 5 pulls/);
});

test('knock comes before torque', () => {
  expect(sparkFoundWords({ ...FOUND, knocksFromDeg: 24, adviseDeg: 22 })).toEqual({
    tone: 'warning',
    text: expect.stringMatching(
      /gives the torque\. It knocks from 24\.0°\. No more than 22\.0°\.$/,
    ) as string,
  });
});

test('what is not told says why', () => {
  const unsure = (why: SparkFound['unsure']) =>
    sparkFoundWords({ ...FOUND, leastDeg: null, adviseDeg: null, unsure: why });
  expect(unsure('rises').text).toMatch(/the most lies beyond what was driven\.$/);
  expect(unsure('spread').text).toMatch(/spark hardly differed/);
  expect(unsure('scatter').tone).toBe('plain');
  expect(
    sparkFoundWords({ ...FOUND, leastDeg: null, adviseDeg: null, unsure: 'rises', knocksFromDeg: 30 }).tone,
  ).toBe('warning');
});

test('a refusal says what would help', () => {
  expect(sparkRefusalWords({ ok: false, why: 'noSpark' })).toMatch(/^Spark advance was not logged/);
  expect(sparkRefusalWords({ ok: false, why: 'noPull' })).toMatch(/Pull in one gear/);
  expect(sparkRefusalWords({ ok: false, why: 'fuel', off: 0.056 })).toMatch(
    /^Fuel comes first: lambda lay up to 5\.6 %/,
  );
  expect(sparkRefusalWords({ ok: false, why: 'oneAdvance', spreadDeg: 1.2 })).toMatch(
    /^Like runs differ by 1\.2°/,
  );
});

test('of pulls that were never alike another way is said', () => {
  expect(sparkRefusalWords({ ok: false, why: 'oneAdvance', spreadDeg: 0 })).toMatch(
    /^No two pulls were alike/,
  );
});

test('where the numbers come from', () => {
  const study = {
    ok: true,
    found: [],
    pulls: 6,
    leftOutForFuel: 0,
    withoutLambda: 0,
    from: { kind: 'acceleration' },
  } as const;
  expect(sparkSourceWords(study).text).toMatch(/^6 pulls, by how fast they gained speed/);
  expect(
    sparkSourceWords({ ...study, leftOutForFuel: 2, from: { kind: 'column', name: 'Brake' } }).text,
  ).toMatch(/^6 pulls, by Brake, .* 2 more had lambda off its target/);
  const unread = sparkSourceWords({ ...study, withoutLambda: 3 });
  expect(unread.text).toMatch(/In 3 of them no lambda was read/);
  expect(unread.tone).toBe('warning');
});

test('torque in newton metres is told with how far it may be off', () => {
  const { text } = sparkFoundWords({ ...FOUND, torque: { torqueNm: 243.1, offNm: 8.6 } });
  expect(text).toMatch(/243 ± 9 N·m at the crank there, if no wheel spins\./);
});
