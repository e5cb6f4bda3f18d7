import fc from 'fast-check';
import jsep from 'jsep';
import type { Log } from '../log';
import {
  channelName,
  checkFormula,
  type ComputedChannel,
  FUNCTION_IDS,
  FUNCTIONS,
  LONGEST_FORMULA,
  namedColumns,
  OPERATORS,
  ownNames,
  plainName,
  withComputed,
} from './index';

const parse = (text: string): unknown => jsep(text);

const log: Log = {
  timeS: Float64Array.of(0, 1, 2, 3, 4),
  columns: {
    speed: Float32Array.of(1000, 2000, 3000, 4000, NaN),
    manifoldPressure: Float32Array.of(30, 40, 60, 100, 120),
    boostTarget: Float32Array.of(80, 80, 80, 80, 80),
    lambdaOne: Float32Array.of(0.9, 0.95, 1, 1.05, 1.1),
    lambdaTarget: Float32Array.of(1, 1, 1, 1, 1),
    injectorOpening: Float32Array.of(2, 3, 4, 5, 6),
    coolant: Float32Array.of(80, 80, 81, 82, 82),
  },
  own: [
    { name: 'Fuel press. [bar]', unit: 'bar', values: Float32Array.of(3, 3, 3.1, 3, 3) },
    { name: 'Fuel press (bar)', unit: 'bar', values: Float32Array.of(4, 4, 4, 4, 4) },
    { name: 'Drucköl', unit: '', values: Float32Array.of(1, 0, 1, 0, 1) },
  ],
};
const [speed, map, lambda, target, opening, coolant, goal, oil] = (
  [
    'speed',
    'manifoldPressure',
    'lambdaOne',
    'lambdaTarget',
    'injectorOpening',
    'coolant',
    'boostTarget',
    'oilPressure',
  ] as const
).map(channelName) as [string, string, string, string, string, string, string, string];

const made = (text: string, more: Partial<ComputedChannel> = {}): ComputedChannel => ({
  name: 'Made',
  text,
  unit: null,
  decimals: 2,
  ...more,
});
const column = (text: string) => withComputed(log, [made(text)], parse).own?.[3];
const numbers = (text: string) => Array.from(column(text)?.values ?? [], (one) => Number(one.toFixed(4)));
const checked = (text: string) => checkFormula({ text, unit: null }, namedColumns(log), parse);
const problem = (text: string) => {
  const found = checked(text);
  return 'problem' in found ? found.problem : null;
};
const unit = (text: string) => {
  const found = checked(text);
  return 'problem' in found ? found.problem : found.unit;
};

describe('what a formula gives, by hand', () => {
  test.each([
    [`${lambda} / ${target}`, [0.9, 0.95, 1, 1.05, 1.1]],
    [`${opening} * ${speed} / 1200`, [1.6667, 5, 10, 16.6667, NaN]],
    [`-${opening} + 2 * 3 - 1`, [3, 2, 1, 0, -1]],
    [`(1 + 2) * 3 + time_s`, [9, 10, 11, 12, 13]],
    [`${map} > 50 && ${speed} < 3500`, [0, 0, 1, 0, NaN]],
    [`${map} <= 40 || !(${map} < 120)`, [1, 1, 0, 0, 1]],
    [`${map} >= 60`, [0, 0, 1, 1, 1]],
    [`${map} == 60`, [0, 0, 1, 0, 0]],
    [`${map} != 60`, [1, 1, 0, 1, 1]],
    [`1 / (${map} - 60)`, [-0.0333, -0.05, NaN, 0.025, 0.0167]],
    [`if(${speed} > 2500, ${map}, 0)`, [0, 0, 60, 100, NaN]],
    [`abs(${map} - 60)`, [30, 20, 0, 40, 60]],
    [`min(${map}, 50)`, [30, 40, 50, 50, 50]],
    [`max(${map}, 50)`, [50, 50, 60, 100, 120]],
    [`sqrt(${map} - 40)`, [NaN, 0, 4.4721, 7.746, 8.9443]],
    [`pow(${opening}, 2)`, [4, 9, 16, 25, 36]],
    [`pow(${map} - 40, 0 - 1)`, [-0.1, NaN, 0.05, 0.0167, 0.0125]],
    [`exp(${opening} - 2)`, [1, 2.7183, 7.3891, 20.0855, 54.5981]],
    [`ln(${opening} - 2)`, [NaN, 0, 0.6931, 1.0986, 1.3863]],
    [`exp(100) * (${map} - 60)`, [NaN, NaN, 0, NaN, NaN]],
    [`round(${lambda} * 10 + 0.1)`, [9, 10, 10, 11, 11]],
    [`slope(${map})`, [10, 15, 30, 30, 20]],
    [`total(${opening})`, [0, 2.5, 6, 10.5, 16]],
    [`before(${map}, 1)`, [NaN, 30, 40, 60, 100]],
    [`before(${map}, 0.5)`, [NaN, 35, 50, 80, 110]],
    [`before(${map}, 0)`, [30, 40, 60, 100, 120]],
    [`before(${map}, 9)`, [NaN, NaN, NaN, NaN, NaN]],
    [`smooth(${map}, 2)`, [35, 43.3333, 66.6667, 93.3333, 110]],
    [`smooth(${speed}, 2)`, [1500, 2000, 3000, 3500, 4000]],
    [`smooth(${speed}, 0)`, [1000, 2000, 3000, 4000, NaN]],
    [`smooth(abs(${map} - 60), 2) * 2`, [50, 33.3333, 40, 66.6667, 100]],
    // What is unknown comes and goes, and the mean goes on without it.
    [`smooth(if(${map} == 60, ${map} / 0, ${map}), 2)`, [35, 35, 70, 110, 110]],
    ['fuel_press_bar + fuel_press_bar_2', [7, 7, 7.1, 7, 7]],
  ])('%s', (text, expected) => {
    expect(numbers(text)).toEqual(expected);
  });

  test('a sum over time leaves out what is unknown and goes on', () => {
    expect(numbers(`total(${speed} / 1000)`)).toEqual([0, 1.5, 4, 7.5, 7.5]);
  });

  test('over time means over seconds, whatever the rate', () => {
    const uneven: Log = {
      timeS: Float64Array.of(0, 0.5, 1, 3),
      columns: { injectorOpening: Float32Array.of(2, 4, 6, 10) },
    };
    const gives = (text: string) =>
      Array.from(withComputed(uneven, [made(text)], parse).own?.[0]?.values ?? [], (one) =>
        Number(one.toFixed(4)),
      );
    // 0.5 s at 3, 0.5 s at 5, 2 s at 8.
    expect(gives(`total(${opening})`)).toEqual([0, 1.5, 4, 20]);
    expect(gives(`slope(${opening})`)).toEqual([4, 4, 2.4, 2]);
    expect(gives(`before(${opening}, 1)`)).toEqual([NaN, NaN, 2, 8]);
    expect(gives(`smooth(${opening}, 1)`)).toEqual([3, 4, 5, 10]);
  });

  test('a slope where no time passes is unknown', () => {
    const still = { ...log, timeS: Float64Array.of(0, 0, 0, 1, 2) };
    expect(
      Array.from(withComputed(still, [made(`slope(${map})`)], parse).own?.[3]?.values ?? [])[1],
    ).toBeNaN();
  });

  test('every function and operator has been tried', () => {
    expect(FUNCTION_IDS.every((name) => FUNCTIONS[name].written.startsWith(`${name}(`))).toBe(true);
    expect(FUNCTION_IDS.map((name) => problem(FUNCTIONS[name].written.replace(/\b[xyz]\b/g, map)))).toEqual(
      FUNCTION_IDS.map(() => null),
    );
    expect(Object.keys(OPERATORS).map((sign) => problem(`${map} ${sign} ${map}`))).toEqual(
      Object.keys(OPERATORS).map(() => null),
    );
  });

  test('a long log is computed in stretches as by plain code', () => {
    const count = 10_001;
    const timeS = Float64Array.from({ length: count }, (_, i) => i / 128);
    const values = Float32Array.from(timeS, (at) => 50 + 40 * Math.sin(at));
    const long: Log = { timeS, columns: { manifoldPressure: values, speed: values } };
    const [found] = withComputed(long, [made(`smooth(${map} * 2 + 3, 0.25) - ${map}`)], parse).own ?? [];
    const inner = Array.from(values, (value) => value * 2 + 3);
    // Of these times none is rounded, so that it is certain which samples are within.
    const half = 0.25 / 2;
    for (const i of [0, 3, 2047, 2048, 4096, 9999, 10_000]) {
      const at = timeS[i] as number;
      const near = inner.filter((_, k) => Math.abs((timeS[k] as number) - at) <= half);
      const mean = near.reduce((sum, one) => sum + one, 0) / near.length;
      expect(found?.values[i]).toBeCloseTo(mean - (values[i] as number), 4);
    }
  });
});

describe('units', () => {
  test.each([
    [`${lambda} / ${target}`, ''],
    [`${opening} * ${speed}`, 'ms·rev/min'],
    [`${map} / ${speed}`, 'kPa/(rev/min)'],
    [`1 / ${opening}`, '1/ms'],
    [`${map} - ${goal}`, 'kPa'],
    [`1 - ${lambda}`, 'λ'],
    [`${lambda} * 2 + 1`, 'λ'],
    [`2 * 3`, ''],
    [`slope(${coolant})`, '°C/s'],
    [`slope(time_s)`, ''],
    [`total(${map})`, 'kPa·s'],
    [`pow(${map}, 2)`, 'kPa²'],
    [`pow(${map}, 3) * ${map}`, 'kPa^4'],
    [`pow(${map}, 0)`, ''],
    [`sqrt(${map} * ${map})`, 'kPa'],
    [`sqrt(${map})`, ''],
    [`sqrt(4)`, ''],
    [`pow(${map}, ${map})`, ''],
    [`exp(${map})`, ''],
    [`${map} > 40`, ''],
    [`${map} > 40 && ${coolant} > 70`, ''],
    [`if(${coolant} > 70, ${map}, 0)`, 'kPa'],
    [`min(50, ${map})`, 'kPa'],
    [`smooth(${coolant}, 1)`, '°C'],
    ['fuel_press_bar', 'bar'],
    ['druckol * 2', ''],
  ])('of %s', (text, expected) => {
    expect(unit(text)).toBe(expected);
  });

  test.each([
    [`${map} + ${coolant}`, 'kPa and °C cannot be added: their units differ.'],
    [`${map} - fuel_press_bar`, 'kPa and bar cannot be subtracted: their units differ.'],
    [`${map} < ${coolant}`, 'kPa and °C cannot be compared: their units differ.'],
    [`max(${map}, ${coolant})`, 'kPa and °C cannot be compared: their units differ.'],
    [`if(1, ${map}, ${coolant})`, 'kPa and °C cannot be compared: their units differ.'],
    [`${map} + exp(1)`, 'kPa and a plain number cannot be added: their units differ.'],
  ])('%s is refused', (text, expected) => {
    expect(problem(text)).toBe(expected);
  });

  test('a unit that was typed stands', () => {
    expect(withComputed(log, [made(`${map} / 100`, { unit: 'bar' })], parse).own?.[3]?.unit).toBe('bar');
  });
});

describe('what is no formula is said', () => {
  test.each([
    ['', 'Type a formula, as engine_speed_rpm / 60.'],
    ['  ', 'Type a formula, as engine_speed_rpm / 60.'],
    [`${map} +`, 'Something is missing at its end, as a number, a channel or a bracket.'],
    [`(${map}`, 'Something is missing at its end, as a number, a channel or a bracket.'],
    [`${map} + ) 2`, 'It cannot be read from “) 2” on.'],
    ['0,5 * 2', 'Decimals have a point: 0.5.'],
    [`${map} ^ 2`, 'A power is written pow(x, 2).'],
    [`${map} ** 2`, 'A power is written pow(x, 2).'],
    [`${map} % 2`, `% is not known here. There are ${Object.keys(OPERATORS).join(' ')}.`],
    [`~${map}`, `~ is not known here. There are ${Object.keys(OPERATORS).join(' ')}.`],
    [`sinus(${map})`, `There is no function sinus. There are ${FUNCTION_IDS.join(', ')}.`],
    ['toString()', `There is no function toString. There are ${FUNCTION_IDS.join(', ')}.`],
    [`abs(${map}, 2)`, 'abs takes one number, and has 2: abs(x).'],
    ['min(2)', 'min takes 2 numbers, and has 1: min(x, y).'],
    [`smooth(${map}, ${map})`, 'The seconds of smooth are a number that is typed: smooth(x, 0.5).'],
    [`before(${map}, -1)`, 'The seconds of before are a number that is typed: before(x, 0.2).'],
    ['"a" + 1', 'Words in quotes cannot be computed with.'],
    [`${map}.length`, 'A point stands between digits only.'],
    [`${map} ? 1 : 2`, 'A choice is written if(x > 3, y, z).'],
    ['2 3', 'It is two formulas: an operator is missing between them.'],
    ['this', '“this” is no channel.'],
    ['[1]', 'Only numbers, channels, operators and functions are taken.'],
    ['engine_speed', 'There is no channel engine_speed. engine_speed_rpm is the nearest.'],
    ['constructor', 'There is no channel constructor.'],
    ['xy', 'There is no channel xy.'],
  ])('%s', (text, expected) => {
    expect(problem(text)).toBe(expected);
  });

  test('one that is too long', () => {
    expect(problem(`1${'+1'.repeat(LONGEST_FORMULA)}`)).toContain(`${2 * LONGEST_FORMULA + 1} signs`);
  });

  test('a decimal comma inside a function is its comma', () => {
    expect(problem(`min(2,5)`)).toBeNull();
  });

  test('no text at all makes it throw', () => {
    const word = fc.constantFrom(
      map,
      '1',
      '+',
      '(',
      ')',
      'if',
      ',',
      '.',
      '"',
      '!',
      ' ',
      'smooth(',
      '[',
      '1e5',
      '?',
      ':',
    );
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.array(word).map((words) => words.join('')),
        ),
        (text) => {
          const found = checked(text);
          expect('problem' in found ? found.problem.length > 5 : found.formula !== undefined).toBe(true);
        },
      ),
      { numRuns: 1000 },
    );
  });
});

describe('names', () => {
  test('are letters, digits and underscores', () => {
    expect(['Fuel press. [bar]', 'Öl Druck', '2nd lambda', '  ', 'RPM'].map(plainName)).toEqual([
      'fuel_press_bar',
      'ol_druck',
      'c_2nd_lambda',
      'c_',
      'rpm',
    ]);
  });

  test('are of one column each, and never that of a channel', () => {
    const own = ['Engine speed rpm', 'A b', 'a-b', 'a b 2'].map((name) => ({
      name,
      unit: '',
      values: new Float32Array(1),
    }));
    expect(ownNames(own)).toEqual(['engine_speed_rpm_2', 'a_b', 'a_b_2', 'a_b_2_2']);
  });
});

describe('computed channels', () => {
  test('stand behind the columns of the source, and may read those before them', () => {
    const { own = [] } = withComputed(
      log,
      [
        made(`${map} - ${goal}`, { name: 'Boost' }),
        made('boost * 10', { name: 'Boost in mbar', unit: 'mbar', decimals: 0 }),
      ],
      parse,
    );
    expect(own.slice(3).map(({ name, unit: of, decimals }) => ({ name, of, decimals }))).toEqual([
      { name: 'Boost', of: 'kPa', decimals: 2 },
      { name: 'Boost in mbar', of: 'mbar', decimals: 0 },
    ]);
    expect(Array.from(own[4]?.values ?? [])).toEqual([-500, -400, -200, 200, 400]);
    // Asked for again they are the same numbers, not computed anew.
    expect(own[4]?.values).toBe(own[4]?.values);
  });

  test('one that reads what was not logged is left out, and said', () => {
    expect(withComputed(log, [made(`${oil} * 2`)], parse)).toBe(log);
    const found = checked(`${oil} + ${map}`);
    expect('problem' in found ? [] : found.missing).toEqual([oil]);
  });

  test('one that cannot be taken is left out, and the others stay', () => {
    const { own = [] } = withComputed(log, [made('boost + 1'), made(`${map}`, { name: 'Boost' })], parse);
    expect(own.slice(3).map(({ name }) => name)).toEqual(['Boost']);
  });
});
