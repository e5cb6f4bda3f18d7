import { frameOf } from '@/core/channel';
import { type MappedCells, type MappingGoal } from '@/core/log';
import { apartWords, goalWords, mappedWords, placeOf, progressWords } from './mappingWords';

const AIM = { holdS: 3, tolerance: 0.02 };
const GOAL: MappingGoal = { index: 3, speedRpm: 3000, load: 60, missingS: 2.2, isThere: false };
const HERE = { x: 2500, y: 50 };
const cells = (
  part: Partial<Record<'change' | 'evidenceS' | 'provenS' | 'driven', readonly number[]>>,
): MappedCells => {
  const of = (id: keyof typeof part) => Float64Array.from(part[id] ?? [0, 0, 0]);
  return {
    change: of('change'),
    evidenceS: of('evidenceS'),
    provenS: of('provenS'),
    driven: of('driven'),
    found: of('change'),
    standardError: of('change'),
    leftOver: 0,
  };
};

test.each<[Parameters<typeof goalWords>, string]>([
  [[null, HERE, null, 'manifoldPressure'], 'All of it is known.'],
  [[GOAL, null, null, 'manifoldPressure'], 'Start it, then 3000 rev/min at 60 kPa: hold 3 s'],
  [[GOAL, HERE, null, 'manifoldPressure'], 'Up to 60 kPa at 3000 rev/min: hold 3 s'],
  [[GOAL, { x: 2500, y: 70 }, null, 'throttle'], 'Down to 60 % at 3000 rev/min: hold 3 s'],
  [[{ ...GOAL, isThere: true }, HERE, null, 'manifoldPressure'], 'Hold it: 3 s more'],
  [[{ ...GOAL, isThere: true }, HERE, 'unsteady', 'manifoldPressure'], 'Hold it still: 3 s more'],
  [[GOAL, HERE, 'unsteady', 'manifoldPressure'], 'Up to 60 kPa at 3000 rev/min: hold 3 s'],
  [
    [GOAL, HERE, 'cold', 'manifoldPressure'],
    'Nothing counts: coolant below 60 °C, or still in warm-up enrichment',
  ],
])('the big line: %j', (given, words) => {
  expect(goalWords(...given)).toBe(words);
});

test('a cell says its error, what was held, and what it lacks', () => {
  const some = cells({
    change: [0, 0.05, -0.01, 0.004],
    evidenceS: [0, 4, 2, 5],
    provenS: [0, 4, 2, 5],
    driven: [0, 0, 0, 0],
  });
  expect([0, 1, 2, 3].map((index) => mappedWords(some, index, AIM))).toEqual([
    'not held yet',
    '+5.0 % filling, 4.0 s held; off: take the correction',
    '−1.0 % filling, 2.0 s held; 1.0 s are missing',
    '+0.4 % filling, 5.0 s held; right, as it was driven',
  ]);
  const taken = cells({ change: [0.001], evidenceS: [4], provenS: [0], driven: [-0.05] });
  expect(mappedWords(taken, 0, AIM)).toBe('+0.1 % filling, 4.0 s held; corrected, and not driven since');
  expect(progressWords(some, [0, 1, 2, 3], AIM)).toBe('1 of 4 cells are right, 1 off.');
  expect(progressWords(taken, [0], AIM)).toBe('0 of 1 cells are right, 1 corrected and not driven since.');
});

test('two mixtures that differ are said, once it is sure', () => {
  const names = ['Cylinder 1', 'Cylinder 3'] as const;
  expect(apartWords({ ln: Math.log(1.031), forS: 20 }, names)).toBe(
    'Cylinder 1 runs 3.1 % leaner than Cylinder 3, over 20 s.',
  );
  expect(apartWords({ ln: -Math.log(1.02), forS: 9 }, names)).toMatch(
    /^Cylinder 3 runs 2.0 % leaner than Cylinder 1/,
  );
  expect(apartWords({ ln: 0.009, forS: 20 }, names)).toBeNull();
  expect(apartWords({ ln: 0.05, forS: 7.9 }, names)).toBeNull();
  expect(apartWords(null, names)).toBeNull();
});

test('where the engine is, by what the rows go by', () => {
  const frame = frameOf({ speed: 2000, manifoldPressure: 55, loadThrottle: 12 });
  expect(placeOf(frame, 'manifoldPressure')).toEqual({ x: 2000, y: 55 });
  expect(placeOf(frame, 'throttle')).toEqual({ x: 2000, y: 12 });
  expect(placeOf(frameOf({ speed: 0, manifoldPressure: 55 }), 'manifoldPressure')).toBeNull();
});
