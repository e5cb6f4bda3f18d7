import fc from 'fast-check';
import { baseValue, type Calibration, compile, fieldInfo, tableAt, valueAt } from '../calibration';
import { LIFE_FIELDS } from '../checks';
import { calibrationFromSheet, STARTER_SHEETS } from '../starters';
import { everything } from '@tests/support/everything';
import { demo, TEST_DAY } from '@tests/support/ventisca';
import { BELIEVABLE } from './believable';
import { guesses, spreadWords, wrongBy } from './guesses';

const entry = (path: string) => {
  const found = BELIEVABLE.find((each) => each.path === path);
  if (found === undefined) throw new Error(`no ${path}`);
  return found;
};

/** Numbers that the engine lives on without a start showing it, or that are counted, not measured. */
const NOT_ASKED = ['engine.cylinders', 'engine.compressionRatio'];

test('every value is a field once, and those that break parts are among them', () => {
  const paths = BELIEVABLE.map(({ path }) => path);
  expect(new Set(paths).size).toBe(paths.length);
  expect(paths.filter((path) => fieldInfo(path) === undefined)).toEqual([]);
  const numbers = LIFE_FIELDS.filter((path) => {
    const kind = fieldInfo(path)?.kind;
    return (kind === 'quantity' || kind === 'deadTime') && !NOT_ASKED.includes(path);
  });
  expect(numbers.filter((path) => !paths.includes(path))).toEqual([]);
});

test('only what nobody vouches for is a guess', () => {
  const document = demo();
  const before = guesses(document).map(({ path }) => path);
  expect(before).not.toContain('injectors.ratedFlow');
  const { ratedFlow } = document.injectors;
  if (ratedFlow === null) throw new Error('no flow');
  ratedFlow.source = { kind: 'estimated', date: TEST_DAY };
  const after = guesses({ ...document, injectors: { ...document.injectors } });
  expect(after.find(({ path }) => path === 'injectors.ratedFlow')).toMatchObject({ label: 'Rated flow' });
});

test('a starter has many', () => {
  const sheet = STARTER_SHEETS.find(({ id }) => id === 'four') ?? STARTER_SHEETS[0];
  if (sheet === undefined) throw new Error('no starters');
  const document = calibrationFromSheet(sheet, 'starter', 'Four', TEST_DAY);
  const labels = guesses(document).map(({ label }) => label);
  expect(labels.length).toBeGreaterThan(8);
  expect(labels).toContain('Coolant temperature: pull-up');
  expect(new Set(labels).size).toBe(labels.length);
});

// 610 typed where the truth is 610: to be 10 % short of the truth, 610/1.1 = 554.5 is typed.
test('the truth lies so far beyond what is typed then', () => {
  const document = demo();
  const flow = baseValue(document, 'injectors.ratedFlow') as number;
  const typed = baseValue(
    wrongBy(document, entry('injectors.ratedFlow'), 1),
    'injectors.ratedFlow',
  ) as number;
  expect((flow / typed - 1) * 100).toBeCloseTo(15, 6);
  const offset = baseValue(document, 'trigger.tdcOffset') as number;
  const late = baseValue(wrongBy(document, entry('trigger.tdcOffset'), -0.5), 'trigger.tdcOffset') as number;
  expect(offset - late).toBeCloseTo(-6, 6);
});

test('of a table the second column, of dead time all times alike, whatever the unit', () => {
  const document = demo();
  const rows = tableAt(document, 'sensors.coolant.resistances') ?? [];
  const off = tableAt(
    wrongBy(document, entry('sensors.coolant.resistances'), 1),
    'sensors.coolant.resistances',
  );
  rows.forEach(([celsius, ohm], i) => {
    expect(off?.[i]?.[0]).toBe(celsius);
    expect((ohm as number) / (off?.[i]?.[1] as number)).toBeCloseTo(1.3, 9);
  });
  for (const unit of ['ms', 'us'] as const) {
    const given = demo('ventisca', ({ injectors }) => {
      if (injectors.deadTime === null || unit === 'ms') return;
      injectors.deadTime.unit = 'us';
      for (const row of injectors.deadTime.rows)
        row.times = row.times.map((time) => (time === null ? null : 1000 * time));
    });
    const timesOf = ({ injectors }: Calibration) =>
      injectors.deadTime?.rows.flatMap(({ times }) => times) ?? [];
    const after = timesOf(wrongBy(given, entry('injectors.deadTime'), 0.4));
    timesOf(given).forEach((was, i) => {
      const is = after[i] ?? null;
      if (was === null) expect(is).toBeNull();
      else expect((was - (is ?? NaN)) / (unit === 'us' ? 1000 : 1)).toBeCloseTo(0.1, 9);
    });
    expect(after.some((time) => time !== null)).toBe(true);
  }
});

test('nothing else changes, the document given stays, and what comes of it is complete', () => {
  const document = everything();
  const text = JSON.stringify(document);
  const positions = fc.integer({ min: -10, max: 10 }).map((tenths) => tenths / 10);
  fc.assert(
    fc.property(fc.constantFrom(...BELIEVABLE), positions, (believable, position) => {
      const wrong = wrongBy(document, believable, position);
      expect(JSON.stringify(document)).toBe(text);
      const isThere = valueAt(document, believable.path) !== null;
      expect(wrong === document).toBe(!isThere || position === 0);
      expect(restOf(wrong, believable.path)).toEqual(restOf(document, believable.path));
      expect(compile(wrong).ok).toBe(compile(document).ok);
    }),
    { numRuns: 60 },
  );
});

test('how far, in words', () => {
  expect(spreadWords(entry('injectors.ratedFlow'))).toBe('15 %');
  expect(spreadWords(entry('injectors.ratedFlow'), -0.5)).toBe('7.5 %');
  expect(spreadWords(entry('injectors.deadTime'), 0.6)).toBe('0.15 ms');
  expect(spreadWords(entry('trigger.tdcOffset'))).toBe('12.0 °');
  expect(spreadWords(entry('startUp.runningSpeed'))).toBe('150 rev/min');
});

/** The document without the value at a path. */
function restOf(document: Calibration, path: string): unknown {
  return JSON.parse(
    JSON.stringify(document, function (this: unknown, key: string, value: unknown) {
      return key === path.split('.').at(-1) && this === owner(document, path) ? undefined : value;
    }),
  ) as unknown;
}

function owner(document: Calibration, path: string): unknown {
  let at: unknown = document;
  for (const key of path.split('.').slice(0, -1)) at = (at as Record<string, unknown>)[key];
  return at;
}
