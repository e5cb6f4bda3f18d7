import type { JudgedStart, StartStudy } from '@/core/logStudies';
import { startRefusalWords, startStudyWords } from './startWords';

const START: JudgedStart = {
  log: 0,
  fromS: 2,
  toS: 60,
  coolantC: -20,
  starterRpm: 190,
  fuelFromTurn: 1.4,
  firedTurn: 3.3,
  crankedTurns: 7,
  end: 'ran',
  ranFromS: 4,
  ranForS: 56,
  dipped: false,
  lambdaAtCatch: 0.7,
  lambdaAtChange: 1.25,
  multiple: 4.8,
  taper: null,
  isRetry: false,
  richestSaid: 0.7,
  verdict: 'right',
  givenAfter: 3,
  lambdaAfterS: 0,
};
const DIED = { end: 'died', ranForS: 0.8 } as const;
const study = (change: Partial<Extract<StartStudy, { readonly ok: true }>> = {}) =>
  startStudyWords({
    ok: true,
    starts: [START],
    cells: { cranking: [], afterStart: [], afterStartDecay: [], warmUp: [] },
    crankingUnsure: null,
    running: null,
    mapUnknownS: 0,
    ...change,
  });
const words = (change: Partial<JudgedStart>) => study({ starts: [{ ...START, ...change }] })[0];

test('one that went right is said to', () => {
  expect(words({})).toEqual({
    tone: 'good',
    text: '−20 °C, cranking fuel × 4.80: it fired after 3.3 turns, at its first chance, and ran.',
  });
});

test.each([
  [
    { verdict: 'lean', firedTurn: 5.4 },
    /fired after 5\.4 turns, a cycle or more after it had fuel: too little\.$/,
  ],
  [
    { end: 'never', firedTurn: null, crankedTurns: 22, verdict: 'lean' },
    /never fired in 22\.0 turns: too little\.$/,
  ],
  [{ end: 'never', firedTurn: null, verdict: 'rich' }, /far more than is usual: it drowned\.$/],
  [{ end: 'never', firedTurn: null, verdict: 'unclear' }, /is not told: dry it with the foot down/],
  [{ end: 'fell', verdict: 'rich' }, /fell back to the starter: too much\.$/],
  [{ verdict: 'rich' }, /its speed fell as it began to run, with lambda 0\.70 from cranking: too much\.$/],
  [
    { ...DIED, verdict: 'rich' },
    /died 0\.8 s after it began to run, with lambda 0\.70 from cranking: too much\.$/,
  ],
  [{ ...DIED, verdict: 'leanAfter' }, /with lambda 1\.25: too little after-start\.$/],
  [{ ...DIED, verdict: 'richAfter' }, /far more after-start than is usual: it drowned in that\.$/],
  [{ ...DIED, verdict: 'unclear' }, /lambda does not tell why\.$/],
] as const)('%o', (change, text) => {
  expect(words(change)?.tone).toBe('warning');
  expect(words(change)?.text).toMatch(text);
});

test('tries on wet walls are counted, not judged', () => {
  const said = study({ starts: [START, { ...START, isRetry: true }, { ...START, isRetry: true }] });
  expect(said.map(({ text }) => text)).toEqual([
    expect.stringMatching(/and ran\.$/),
    '2 more tries on wet walls, which say nothing of cranking fuel.',
  ]);
});

test('what followed is told from the coldest on', () => {
  const found = {
    starts: [0],
    coolantC: 20,
    initial: 1.34,
    decayS: 17,
    seenS: 62,
    seenFromS: 1,
    isRead: true,
    movedLn: 0.11,
  };
  const running = {
    warmUpLn: new Float64Array(0),
    warmUpS: new Float64Array(0),
    afterStarts: [found, { ...found, coolantC: -20, initial: 1.9, seenS: 0 }],
    leftOver: 0.01,
  };
  expect(study({ starts: [], running }).map(({ text }) => text)).toEqual([
    '−20 °C: after-start of × 1.90 is tried next.',
    '20 °C: it asked for after-start of × 1.34, fading over 17 s, by 62 s of lambda.',
  ]);
});

test('a beginning that no sensor could read is said with what to do', () => {
  const found = { starts: [0], coolantC: -20, initial: 1.9, decayS: 9, seenS: 62, seenFromS: 1, isRead: false, movedLn: 0.3 }; // prettier-ignore
  const running = {
    warmUpLn: new Float64Array(0),
    warmUpS: new Float64Array(0),
    afterStarts: [found],
    leftOver: 0,
  };
  const [said] = study({ starts: [], running });
  expect(said?.tone).toBe('warning');
  expect(said?.text).toMatch(/after-start of × 1\.90, fading over 9\.0 s.*at its rich end.*study that start together with this one\.$/); // prettier-ignore
});

test('one that moves fuel far is said, with what to do', () => {
  const found = { starts: [0], coolantC: -20, initial: 1.9, decayS: 9, seenS: 62, seenFromS: 1, isRead: true, movedLn: Math.log(1.19) }; // prettier-ignore
  const running = {
    warmUpLn: new Float64Array(0),
    warmUpS: new Float64Array(0),
    afterStarts: [found],
    leftOver: 0,
  };
  const [said] = study({ starts: [], running });
  expect(said?.tone).toBe('warning');
  expect(said?.text).toMatch(/Fuel moves by 19 % with it, .*study that start together with this one\.$/);
});

test('what is not known is said', () => {
  expect(study({ crankingUnsure: 0.136 }).at(-1)?.text).toMatch(
    /^What it needs to crank is known within 14 %\./,
  );
  expect(study({ mapUnknownS: 40 }).at(-1)).toMatchObject({ tone: 'warning', text: expect.stringMatching(/^For 40 s/) as string }); // prettier-ignore
  expect(study({ mapUnknownS: 9 })).toHaveLength(1);
  const late = /^Lambda was not read in the first seconds/;
  for (const lambdaAfterS of [8, null])
    expect(study({ starts: [{ ...START, lambdaAfterS }] }).at(-1)?.text).toMatch(late);
  expect(study({ starts: [START, { ...START, lambdaAfterS: null }] })).toHaveLength(2);
  expect(study({ starts: [{ ...START, ...DIED, verdict: 'unclear', lambdaAfterS: null }] })).toHaveLength(1);
});

test.each(['noSpeed', 'noCoolant', 'noStart', 'noCurve', 'twoFuels'] as const)(
  '%s is said with what would help',
  (why) => {
    expect(startRefusalWords({ ok: false, why })).toMatch(/\.$/);
  },
);
