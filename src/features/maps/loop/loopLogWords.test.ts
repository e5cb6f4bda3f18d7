import { LIED_IDS, type LoopWork } from '@/core/logStudies';
import { plantWords, workWords } from './loopLogWords';

const WORK: LoopWork = {
  actedS: 84,
  atLimitS: 0,
  places: [],
  lied: Object.fromEntries(LIED_IDS.map((id) => [id, { seconds: 0, farthest: 1 }])) as LoopWork['lied'],
  overshoot: null,
  times: 0,
};
const texts = (work: Partial<LoopWork>) => workWords({ ...WORK, ...work }).map(({ text }) => text);

test('a loop that did its work is said to', () => {
  expect(workWords(WORK)).toEqual([
    { tone: 'good', text: 'It acted for 84 s, and hardly stood at its limit.' },
  ]);
});

test('where it stood at its limit, on what it acted, and how far it went beyond', () => {
  const said = texts({
    atLimitS: 22,
    places: [{ speedRpm: 2140, manifoldKpa: 48, seconds: 14, trim: 1.12 }],
    lied: { ...WORK.lied, overrun: { seconds: 3, farthest: 0.92 } },
    overshoot: 0.4,
    times: 7,
  });
  expect(said).toEqual([
    expect.stringMatching(/^It acted for 84 s, 22 s of that at its limit\./),
    'At 2140 rev/min and 48 kPa for 14 s, +12 %.',
    expect.stringMatching(
      /^For 3\.0 s it acted while fuel was cut on overrun.* its trim went to −8 %\. Let it go off/,
    ),
    'It went 40 % beyond in the middle of 7 times: its gains are too high for how late it reads.',
  ]);
  expect(texts({ overshoot: 0.05, times: 4 })[1]).toBe('It went 5 % beyond in the middle of 4 times.');
});

test.each(LIED_IDS)('%s is said once it lasted for a second', (id) => {
  expect(texts({ lied: { ...WORK.lied, [id]: { seconds: 1.2, farthest: 1.04 } } })).toHaveLength(2);
  expect(texts({ lied: { ...WORK.lied, [id]: { seconds: 0.9, farthest: 1.04 } } })).toHaveLength(1);
});

test('delay and lag are told by flow, or what would let them', () => {
  const seen = [{ flowGPerS: 7.1, deadS: 0.405, lagS: 0.094, spreadS: 0.004, steps: 5 }];
  expect(plantWords({ ok: true, seen, fixedS: 0.1, airG: 2, lagS: 0.09, flows: 'one' })[0]?.text).toBe(
    '7.1 g/s, 5 steps: first sign after 405 ms ± 4, lag 94 ms.',
  );
  expect(plantWords({ ok: false, why: 'slow' })[0]?.text).toMatch(/ten times a second/);
  expect(plantWords({ ok: false, why: 'noLambda' })[0]?.text).toMatch(/^Lambda was not logged/);
  expect(plantWords({ ok: false, why: 'still', steps: 1, needed: 4 })[0]?.text).toMatch(
    /^Fuel was stepped once at a held speed, and 4 steps/,
  );
  expect(plantWords({ ok: false, why: 'still', steps: 3, needed: 4 })[0]?.text).toMatch(
    /^Fuel was stepped 3 times/,
  );
});
