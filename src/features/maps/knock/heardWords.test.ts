import type { Heard } from '@/core/logStudies';
import { heardSentences, loudCylinders, loudWords } from './heardWords';

const one = (change: Partial<Heard> = {}): Heard => ({
  atS: 62.5,
  cylinder: 3,
  speedRpm: 4210,
  manifoldKpa: 148,
  sparkDeg: 24.5,
  times: 1.6,
  doubt: null,
  ...change,
});

test('nothing heard is good', () => {
  expect(heardSentences({ heard: [], listenedS: 390, byCylinder: [] })).toEqual([
    { tone: 'good', text: 'Nothing in 6.5 min of listening.' },
  ]);
});

test('likely knocks are listed, the loudest first; doubtful ones by why', () => {
  const heard = [one(), one({ times: 2.1, cylinder: 0, sparkDeg: NaN }), one({ doubt: 'cold' }), one({ doubt: 'cold' }), one({ doubt: 'together' })]; // prettier-ignore
  const sentences = heardSentences({ heard, listenedS: 1800, byCylinder: [] });
  expect(sentences.map(({ text }) => text)).toEqual([
    '5 in 30.0 min of listening: 2 likely knocks, 3 doubtful, 6.0 an hour.',
    '62.5 s: 4210 rev/min at 148 kPa, 2.1 times the threshold.',
    '62.5 s: 4210 rev/min at 148 kPa, cylinder 3, 24.5° of spark, 1.6 times the threshold.',
    'Doubtful: 2 with a cold engine, whose pistons are loud; 1 once in most cylinders, as a blow or a loose wire is.',
  ]);
  expect(sentences.map(({ tone }) => tone)).toEqual(['warning', 'warning', 'warning', 'plain']);
  const many = heardSentences({
    heard: Array.from({ length: 9 }, () => one()),
    listenedS: 60,
    byCylinder: [],
  });
  expect(many).toHaveLength(6);
  expect(many[0]?.text).toBe('9 in 1.0 min of listening: 9 likely knocks, 0 doubtful.');
  const short = heardSentences({ heard: [one({ doubt: 'cold' })], listenedS: 599, byCylinder: [] });
  expect(short[0]?.text).toMatch(/, 1 doubtful\.$/);
  expect(heardSentences({ heard: [one({ doubt: 'cold' })], listenedS: 60, byCylinder: [] })[0]?.tone).toBe(
    'plain',
  );
});

test('cylinders further than a tenth from the middle one are apart', () => {
  const byCylinder = [1.05, 1.32, 0.88, 0.91].map((noiseShare, i) => ({ cylinder: i + 1, noiseShare }));
  const loud = loudCylinders({ byCylinder });
  expect(loud.map(({ cylinder }) => cylinder)).toEqual([2, 3]);
  expect(loudWords(loud)).toMatch(/cylinder 2 1\.32 times, cylinder 3 0\.88 times/);
});
