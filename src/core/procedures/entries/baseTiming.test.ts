import fc from 'fast-check';
import { asked, chose, decided, stepsOf } from '@tests/support/answers';
import { choose } from '@tests/support/everything';
import { demo, programOf } from '@tests/support/ventisca';
import { baseTimingOf } from '../measure/baseTiming';
import type { Answer, Answers } from '../procedure';
import { baseTiming } from './baseTiming';

const STROBE = { stated: 0.25, readTo: 0.15 };
const light = (lightDeg: number, rpm: number): Answer => ({
  kind: 'number',
  value: lightDeg,
  beside: { speed: rpm },
});
const SOURCE = { kind: 'measured', date: '2026-11-28' } as const;
const document = demo('ventisca', (draft) => {
  draft.trigger.tdcOffset = { amount: 84, unit: 'deg', source: SOURCE };
  draft.engine.maxSpeed = { amount: 7000, unit: 'rev/min', source: SOURCE };
});
const at = (answers: Answers, of = document) => decided(baseTiming, answers, of);

describe('offset and delay of a line', () => {
  // (13.5 − 11.9) / (3000 · 6e-6) = 88.89 µs; 13.5 − 10 + 6e-6 · 300 · 88.89 = 3.66°.
  test('commanded 10: light 13.5 at 300 rev/min and 11.9 at 3,300', () => {
    const found = baseTimingOf(
      [
        { rpm: 300, commandedDeg: 10, lightDeg: 13.5 },
        { rpm: 3300, commandedDeg: 10, lightDeg: 11.9 },
      ],
      STROBE,
    );
    expect(found?.delayUs).toBeCloseTo(88.89, 2);
    expect(found?.offsetDeg).toBeCloseTo(3.66, 2);
    expect(found?.leftDeg).toBeCloseTo(0, 9);
    // Read to ± 0.15: 0.0866 each, over 3,000 / √2 rev/min → 6.8 µs; at nothing turning 0.0866 · √(1/2 + 1800² / 4.5e6) = 0.096, with the strobe’s 0.144.
    expect(found?.delayErrorUs).toBeCloseTo(6.8, 1);
    expect(found?.offsetErrorDeg).toBeCloseTo(Math.hypot(0.096, 0.1443), 2);
  });

  test('of any offset, delay and speeds it is found again, whatever was commanded', () => {
    const speeds = fc.uniqueArray(fc.integer({ min: 150, max: 8000 }), { minLength: 2, maxLength: 6 });
    fc.assert(
      fc.property(
        fc.double({ min: -12, max: 12, noNaN: true }),
        fc.double({ min: -200, max: 300, noNaN: true }),
        speeds,
        (offset, delay, all) => {
          const readings = all.map((rpm, i) => ({
            rpm,
            commandedDeg: 10 + i,
            lightDeg: 10 + i + offset - 6e-6 * rpm * delay,
          }));
          const found = baseTimingOf(readings, STROBE);
          expect(found?.offsetDeg).toBeCloseTo(offset, 5);
          expect(found?.delayUs).toBeCloseTo(delay, 2);
        },
      ),
    );
  });

  test('one speed tells no delay', () => {
    const one = { rpm: 300, commandedDeg: 10, lightDeg: 12 };
    expect(baseTimingOf([one], STROBE)).toBeNull();
    expect(baseTimingOf([one, one], STROBE)).toBeNull();
    expect(baseTimingOf([], STROBE)).toBeNull();
  });

  test('readings that scatter know both less well', () => {
    const of = (third: number) =>
      baseTimingOf(
        [300, 1500, 3000].map((rpm, i) => ({ rpm, commandedDeg: 10, lightDeg: 10 + (i === 1 ? third : 0) })),
        STROBE,
      );
    expect(of(0)?.delayErrorUs ?? 9).toBeLessThan(of(1)?.delayErrorUs ?? 0);
    expect(of(1)?.leftDeg).toBeCloseTo(0.67, 1);
  });
});

test('by cranking alone, or on with an engine that runs, up to 3,000 rev/min and over', () => {
  expect(stepsOf(baseTiming, {}, document)).toEqual(['cranking', 'start']);
  expect(stepsOf(baseTiming, { start: chose('later') }, document)).toEqual(['cranking', 'start']);
  expect(stepsOf(baseTiming, { start: chose('runs') }, document)).toEqual([
    'cranking',
    'start',
    'at-1300',
    'at-3000',
    'at-3500',
  ]);
  const works = baseTiming
    .steps(asked({ start: chose('runs') }, document))
    .map(({ work }) => work?.ask ?? null);
  expect(works[0]).toEqual({ kind: 'timing', sparkDeg: 10, fuel: false, forS: 60 });
  expect(works[2]).toEqual({ kind: 'timing', sparkDeg: 15, fuel: true, forS: 180 });
  expect(works[1]).toBeNull();
  const [cranking] = baseTiming.steps(asked({}, document));
  // Both hands are at the light: what acts goes on by itself, and only while it does is anything read.
  expect(cranking?.work?.latched).toBe(true);
  expect(cranking?.takes).toMatchObject({
    whileWorked: true,
    beside: ['speed'],
    instrument: { id: 'strobe', place: 0 },
    min: -60,
    max: 90,
  });
});

test('cranking alone moves the offset, and leaves the delay open', () => {
  const { found, edits } = at({ cranking: light(14, 240), start: chose('later') });
  expect(found).toEqual([
    'warning: The light is 4.0° ± 0.3° early: the first tooth stands elsewhere than it was typed.',
    'warning: The sensor’s delay stays unknown until it runs: read it again at speed.',
  ]);
  expect(edits).toEqual(['trigger.tdcOffset 88 deg']);
  expect(at({ cranking: light(10.1, 240) }).edits).toEqual([]);
  expect(at({ cranking: light(10.2, 240) }).edits).toEqual(['trigger.tdcOffset 84.2 deg']);
  const late = at({ cranking: light(7, 240) });
  expect(late.edits).toEqual(['trigger.tdcOffset 81 deg']);
  expect(late.found[0]).toMatch(/^warning: The light is 3\.0° ± 0\.3° late/);
});

test('both, with the error left and what is known of each', () => {
  const line = (rpm: number, of: number) => light(of + 2 - 6e-6 * rpm * 100, rpm);
  const { found, edits } = at({
    cranking: line(250, 10),
    start: chose('runs'),
    'at-1300': line(1280, 15),
    'at-3000': line(3040, 15),
    'at-3500': line(3470, 15),
  });
  expect(found[0]).toMatch(/^warning: The light is 2\.0° ± 0\.\d° early/);
  expect(found[1]).toMatch(
    /^warning: Edges arrive 100 ± \d µs late: spark falls back with speed, by 4\.2° at 7000 rev\/min\.$/,
  );
  expect(found[2]).toBe('good: What is left over is 0.0° at most.');
  expect(edits).toEqual(['trigger.tdcOffset 86 deg', 'trigger.sensorDelay 100 us']);
});

test('as it was commanded nothing moves; what scatters, or is far off, is refused', () => {
  const still = at({
    cranking: light(10.1, 250),
    start: chose('runs'),
    'at-1300': light(15.1, 1300),
    'at-3000': light(15, 3000),
  });
  expect(still.edits).toEqual([]);
  expect(still.found.every((text) => text.startsWith('good'))).toBe(true);
  const scattered = at({
    cranking: light(10, 250),
    start: chose('runs'),
    'at-1300': light(18, 1300),
    'at-3000': light(15, 3000),
  });
  expect(scattered).toEqual({
    found: [expect.stringMatching(/^error: The readings lie up to \d\.\d° off one line/)],
    edits: [],
  });
  const far = at({ cranking: light(30, 250) });
  expect(far.found[0]).toMatch(/^error: The light is 20\.0° .* Look at the wheel’s teeth/);
  expect(far.edits).toEqual([]);
});

test('a light read at an engine that stood is none, and without one there is nothing', () => {
  expect(at({ cranking: light(10, 0) })).toEqual({
    found: [expect.stringMatching(/^error: The engine did not turn/)],
    edits: [],
  });
  expect(at({ start: chose('later') })).toEqual({ found: [], edits: [] });
});

test('a light that was not read is none, nor is one whose speed nobody knows', () => {
  const line = (rpm: number, of: number) => light(of + 2, rpm);
  const all = {
    cranking: line(250, 10),
    start: chose('runs'),
    'at-1300': line(1280, 15),
    'at-3000': line(3040, 15),
  };
  const expected = at(all).edits;
  expect(expected).toEqual(['trigger.tdcOffset 86 deg']);
  expect(at({ ...all, 'at-3500': { kind: 'number', value: null, beside: { speed: 3500 } } }).edits).toEqual(
    expected,
  );
  expect(at({ ...all, 'at-3500': { kind: 'number', value: 40 } }).edits).toEqual(expected);
});

test('a slow engine is held no faster than it turns', () => {
  const slow = demo('ventisca', (draft) => {
    draft.engine.maxSpeed = { amount: 3600, unit: 'rev/min', source: SOURCE };
  });
  const speeds = stepsOf(baseTiming, { start: chose('runs') }, slow).flatMap(
    (id) => /^at-(\d+)/.exec(id)?.[1] ?? [],
  );
  expect(speeds.length).toBeGreaterThan(1);
  for (const rpm of speeds) expect(Number(rpm)).toBeLessThan(3600);
});

test('a delay that was typed is added to', () => {
  const typedDelay = demo('ventisca', (draft) => {
    draft.trigger.tdcOffset = { amount: 84, unit: 'deg', source: SOURCE };
    draft.trigger.sensorDelay = { amount: 40, unit: 'us', source: SOURCE };
  });
  const line = (rpm: number, of: number) => light(of - 6e-6 * rpm * 60, rpm);
  const { edits } = at(
    { cranking: line(250, 10), start: chose('runs'), 'at-1300': line(1300, 15), 'at-3000': line(3000, 15) },
    typedDelay,
  );
  expect(edits).toEqual(['trigger.sensorDelay 100 us']);
});

describe('with a distributor', () => {
  /** Pardela on a distributor, with a tooth a firing or as many as are asked; spark from 10 to 34° and while cranking. */
  const distributed = (teeth = 2) =>
    demo('pardela', (draft) => {
      choose(draft, 'coils.mode', 'distributor');
      draft.trigger.teeth = { amount: teeth, unit: '1', source: SOURCE };
      const { spark, crankAdvance } = draft.maps;
      if (spark !== null) spark.values = spark.values.map((_, i) => (i === 0 ? 10 : 34));
      if (crankAdvance !== null) crankAdvance.values = crankAdvance.values.map(() => 10);
    });
  const program = programOf(demo('pardela'));
  const of = (answers: Answers, document = distributed()) =>
    baseTiming.decide({ document, program, answers });
  const steps = (answers: Answers, document = distributed()) =>
    baseTiming.steps({ document, program, answers }).map(({ id }) => id);
  const read: Answers = {
    where: chose('crank'),
    cranking: light(10, 250),
    start: chose('later'),
  };
  const typedIn = (value: number | null): Answer => ({ kind: 'number', value });

  test('it is asked where the teeth sit, but only where that is not known', () => {
    expect(steps({})).toEqual(['where']);
    expect(steps({}, distributed(36))).toEqual(['cranking', 'start']);
    expect(stepsOf(baseTiming, {}, document)).toEqual(['cranking', 'start']);
    expect(steps(read)).toEqual(['where', 'cranking', 'start', 'rotor', 'width']);
  });

  test('in the distributor it is turned at the engine, on the crank it is entered', () => {
    const words = (where: string) =>
      baseTiming
        .steps({ document: distributed(), program, answers: { where: chose(where) } })
        .find(({ id }) => id === 'cranking')
        ?.words.join(' ');
    expect(words('distributor')).toMatch(/turn it until the mark stands as it is expected/);
    expect(words('crank')).not.toMatch(/turn it/);
    const said = (where: string) =>
      of({ ...read, where: chose(where) })
        .found.map(({ text }) => text)
        .join(' ');
    expect(said('crank')).toMatch(/offset that is entered; turning the distributor turns its posts alone/);
    expect(said('distributor')).toMatch(/set at the distributor, which turns pickup and cap together/);
  });

  // 10 to 34° of advance are 12° of distributor: 6 past at 10° is 6 before at 34°, and 24° reach 12 either way.
  test('a rotor in the middle of its range reaches its post', () => {
    const { found } = of({ ...read, rotor: typedIn(6), width: typedIn(24) });
    expect(found.at(-1)).toEqual({
      tone: 'good',
      text: 'From 10° to 34° of advance the rotor stands 6° past to 6° before its post, and reaches it within 12°.',
    });
  });

  test('one that jumps is said, with the part that is turned, which way and how far', () => {
    const far = (where: string) =>
      of({ ...read, where: chose(where), rotor: typedIn(-4), width: typedIn(null) }).found.at(-1);
    expect(far('crank')).toMatchObject({ tone: 'error' });
    expect(far('crank')?.text).toMatch(
      /4° before to 16° before its post.*it jumps to another\. Turn the distributor by 10° against the rotor’s turn; then 6° are to spare/,
    );
    expect(far('distributor')?.text).toMatch(/Move the pickup in it, or the rotor on its shaft by 10°/);
  });

  test('a tip that is too narrow for the advance serves at no place', () => {
    expect(of({ ...read, rotor: typedIn(6), width: typedIn(10) }).found.at(-1)?.text).toMatch(
      /no place of the cap serves all of it/,
    );
  });

  test('one that stands too far past its post is turned with the rotor', () => {
    // 18° past at 10°, 6° past at 34°: the middle is 12° past, and 11° either way reach.
    expect(of({ ...read, rotor: typedIn(18), width: typedIn(22) }).found.at(-1)?.text).toMatch(
      /18° past to 6° past its post.*Turn the distributor by 12° the way the rotor turns; then 5° are to spare/,
    );
  });

  test('left out, it is said', () => {
    expect(of({ ...read, rotor: typedIn(null) }).found.at(-1)).toMatchObject({ tone: 'warning' });
  });
});
