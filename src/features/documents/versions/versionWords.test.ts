import { changedSinceWords, countWords, mergeWords, namedWords } from './versionWords';

test('what differs is named as far as it is read at a glance', () => {
  expect(namedWords([])).toBe('');
  expect(namedWords(['Rated flow'])).toBe('Rated flow');
  expect(namedWords(['Rated flow', 'Spark advance', 'Fan', 'Bore', 'Stroke'])).toBe(
    'Rated flow, spark advance, fan and 2 more',
  );
});

test('a label that stands twice is named once', () => {
  expect(changedSinceWords([{ label: 'Pull-up' }, { label: 'Pull-up' }, { label: 'Bore' }])).toBe(
    'Changed after it: Pull-up, bore.',
  );
  expect(changedSinceWords([])).toBe('Nothing was changed after it.');
});

test('how many differ', () => {
  expect([0, 1, 4].map((count) => countWords(count, 'Before', null))).toEqual([
    'Nothing differs from “Before”.',
    '1 place differs from “Before”.',
    '4 places differ from “Before”.',
  ]);
  expect(countWords(2, 'Before', 'Delivered')).toBe('2 places differ between “Delivered” and “Before”.');
  expect(countWords(0, 'Before', 'Delivered')).toBe('Nothing differs between “Delivered” and “Before”.');
});

test('who changed what', () => {
  const merge = {
    own: ['engine.bore'],
    other: ['maps.ve', 'maps.spark'],
    alike: [],
    clashing: ['maps.lambda'],
  } as const;
  expect(mergeWords(merge, 'Copied')).toBe(
    'Both come from “Copied”: 1 changed only here, 2 only there, 1 on both sides to different things.',
  );
  expect(mergeWords({ own: [], other: [], alike: [], clashing: [] }, 'Copied')).toBe(
    'Both come from “Copied”: nothing was changed since.',
  );
});
