import { asked, chose, decided, gave, stepsOf } from '@tests/support/answers';
import { listening } from '@tests/support/knocking';
import { demo } from '@tests/support/ventisca';
import type { Answer, Answers } from '../procedure';
import { usualNoiseV } from '../../sensors';
import { knockBaseline } from './knockBaseline';

const document = listening();
/** Held at 1,800 rev/min, so many times as loud as an engine usually is. */
const held = (times: number): Answers => ({
  state: chose('warm'),
  hold: gave({ speed: 1800, knockNoise: times * usualNoiseV(1800) }),
});

/** A pull from 1,800 to 6,600 rev/min in 20 s, so many times as loud, with one knock where it is asked. */
function pull(times: number, knocksAtRpm: number | null = null, throttle = 100): Answer {
  const speed = Array.from({ length: 1000 }, (_, i) => 1800 + 4.8 * i);
  const knocks = knocksAtRpm === null ? -1 : speed.findIndex((rpm) => rpm >= knocksAtRpm);
  return {
    kind: 'traced',
    eachS: 0.02,
    channels: {
      speed,
      throttle: speed.map(() => throttle),
      coolant: speed.map(() => 85),
      phase: speed.map(() => 2),
      knockNoise: speed.map((rpm, i) => times * usualNoiseV(rpm) * (i === knocks ? 2.5 : 1)),
    },
  };
}

const at = (answers: Answers) => decided(knockBaseline, answers, document);

test('the pull comes only where the gain suits', () => {
  expect(stepsOf(knockBaseline, {}, document)).toEqual(['state']);
  expect(stepsOf(knockBaseline, { state: chose('warm') }, document)).toEqual(['state', 'hold']);
  expect(stepsOf(knockBaseline, held(1), document)).toEqual(['state', 'hold', 'pull']);
  expect(stepsOf(knockBaseline, held(4), document)).toEqual(['state', 'hold']);
  expect(stepsOf(knockBaseline, held(0), document)).toEqual(['state', 'hold']);
});

// At 7,000 rev/min an engine usually makes 0.15 + 0.1 · 7^1.5 = 2.00 V; 2.2 / 2.0 · 1 = 1.10, a fourth of it at four times the noise.
test('a gain that is off is put right first: by as much as it is', () => {
  const top = usualNoiseV(document.knock.speedTo?.amount ?? 7000);
  const loud = at(held(4));
  expect(loud.found[0]).toMatch(
    /^warning: The gain makes about \d\.\d V at the highest speed, where 2\.2 V leave room/,
  );
  const gain = document.knock.gain?.amount ?? 1;
  expect(loud.edits).toEqual([`knock.gain ${((gain * 2.2) / (4 * top)).toFixed(2).replace(/0+$/, '')} 1`]);
  expect(at(held(0.2)).edits[0]).toMatch(/^knock\.gain /);
  expect(at(held(1)).edits).toEqual([]);
});

test('what is expected at the low speed is said for the gain there is', () => {
  const expects = (gain: number) => {
    const draft = structuredClone(document);
    draft.knock.gain = { amount: gain, unit: '1', source: { kind: 'measured', date: '2026-11-28' } };
    return Number(
      /About ([\d.]+) V/.exec(
        knockBaseline.steps(asked({ state: chose('warm') }, draft))[1]?.expects ?? '',
      )?.[1],
    );
  };
  expect(expects(2)).toBeCloseTo(2 * expects(1), 1);
});

test('nothing heard is a wire, not an engine', () => {
  expect(at(held(0)).found[0]).toMatch(/^error: Nothing is heard: look at the knock sensor/);
});

test('a clean pull gives thresholds a third over its noise', () => {
  const answers = { ...held(1), pull: pull(0.8) };
  const { found, edits } = at(answers);
  expect(found[1]).toMatch(/^good: The pull is clean from 1800 to 6600 rev\/min: noise up to 1\.\d+ V/);
  expect(edits).toEqual(['cells']);
  const edit = knockBaseline.decide(asked(answers, document)).remedy?.edits[0];
  if (edit?.kind !== 'cells') throw new Error('No cells');
  const x = document.maps.knockThreshold?.x ?? [];
  for (const { index, value } of edit.changes) {
    const rpm = x[index] ?? 0;
    if (rpm < 2000 || rpm > 6400) continue;
    expect(value / (1.35 * 0.8 * usualNoiseV(rpm))).toBeCloseTo(1, 1);
  }
});

test('with thresholds that stand over it already nothing is proposed', () => {
  const answers = { ...held(1), pull: pull(0.8) };
  const { remedy } = knockBaseline.decide(asked(answers, document));
  const edit = remedy?.edits[0];
  if (edit?.kind !== 'cells') throw new Error('No cells');
  const after = structuredClone(document);
  const map = after.maps.knockThreshold;
  if (map === null) throw new Error('No map');
  map.values = map.values.map((value, i) => edit.changes.find(({ index }) => index === i)?.value ?? value);
  expect(decided(knockBaseline, answers, after)).toEqual({
    found: [expect.anything(), expect.anything(), 'good: The thresholds stand a third over it as they are.'],
    edits: [],
  });
});

test.each<[string, Answer, RegExp]>([
  [
    'one knock in it',
    pull(1, 4000),
    /^error: The pull was not clean: about 4\d00 rev\/min something was 2\.\d times as loud/,
  ],
  ['no throttle', pull(1, null, 40), /^error: That was no pull/],
  ['silence', pull(0), /^error: Nothing was heard in the pull/],
])('%s: refused, and nothing is taken from it', (_, traced, words) => {
  const { found, edits } = at({ ...held(1), pull: traced });
  expect(found[1]).toMatch(words);
  expect(edits).toEqual([]);
});

test('a pull that ends early is too short', () => {
  const whole = pull(1);
  if (whole.kind !== 'traced') throw new Error('Not traced');
  const channels = Object.fromEntries(
    Object.entries(whole.channels).map(([id, samples]) => [id, samples.slice(0, 200)]),
  );
  expect(at({ ...held(1), pull: { ...whole, channels } }).found[1]).toMatch(
    /^error: The pull covers too little/,
  );
});

test('with knock control off it is not begun', () => {
  expect(knockBaseline.missing(asked({}, demo()))).toMatch(/^Knock control is off/);
  expect(knockBaseline.missing(asked({}, document))).toBeNull();
});

describe('a cold engine', () => {
  /** At 10 °C so many times as loud as warm, heard at 1,700 and 1,800 rev/min. */
  const cold = (times: number, warmC = 85): Answers => ({
    state: chose('cold'),
    cold: gave({ speed: 1700, coolant: 10, knockNoise: times * usualNoiseV(1700) }),
    warming: { kind: 'gone' },
    hold: gave({ speed: 1800, coolant: warmC, knockNoise: usualNoiseV(1800) }),
    pull: pull(1),
  });

  test('is heard before it is warm, and then at the same speed', () => {
    expect(stepsOf(knockBaseline, { state: chose('cold') }, document)).toEqual(['state', 'cold', 'warming']);
    expect(stepsOf(knockBaseline, cold(1.4), document)).toEqual(['state', 'cold', 'warming', 'hold', 'pull']);
  });

  // 1.7 at 10 °C is 0.01 for each of 70 K: at 45 °C 1.35, at −25 °C 2.05.
  test('1.7 times as loud at 10 °C: 1 % for each kelvin that is missing', () => {
    const { remedy, found } = knockBaseline.decide(asked(cold(1.7), document));
    expect(found.at(-1)?.text).toBe('At 10 °C it is 1.70 times as loud as warm.');
    const edit = remedy?.edits.find((one) => one.kind === 'cells' && one.mapId === 'knockCoolant');
    const { x = [], values = [] } = document.maps.knockCoolant ?? {};
    const put = edit?.kind === 'cells' ? edit.changes : [];
    expect(put).toHaveLength(values.length);
    for (const { index, value } of put) {
      expect(value).toBeCloseTo(1 + 0.01 * Math.max(0, 80 - (x[index] ?? 0)), 1);
    }
  });

  test('that is as loud as its thresholds have it stays', () => {
    const { remedy, found } = knockBaseline.decide(asked(cold(1.28), document));
    expect(found.at(-1)?.text).toMatch(/1\.28 times as loud as warm\. The thresholds follow it so already/);
    expect(remedy?.edits.some((one) => one.kind === 'cells' && one.mapId === 'knockCoolant') ?? false).toBe(
      false,
    );
  });

  test.each([
    ['was never warm', cold(1.5, 70)],
    [
      'was warm from the beginning',
      { ...cold(1.5), cold: gave({ speed: 1700, coolant: 60, knockNoise: 1 }) },
    ],
  ])('that %s is no comparison, and says so', (_, answers) => {
    const { remedy, found } = knockBaseline.decide(asked(answers, document));
    expect(found.at(-1)).toMatchObject({ tone: 'warning' });
    expect(remedy?.edits.some((one) => one.kind === 'cells' && one.mapId === 'knockCoolant') ?? false).toBe(
      false,
    );
  });
});
