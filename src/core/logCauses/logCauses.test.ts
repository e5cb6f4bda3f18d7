import { deadTimeCurve } from '../injector';
import type { Bin, InjectionFacts } from '../log';
import { curveThrough, gridOf } from '../numeric';
import { CAUSE_LIST, type CauseId, rankedCauses } from './index';
import { covariancesOf, withPatterns } from './covariance';

const FACTS: InjectionFacts = {
  ratedFlowGPerS: 6,
  ratedPressureKpa: 350,
  measuredFlow: curveThrough([]),
  railGaugeKpa: 350,
  regulator: 'manifold',
  barometricKpa: 81,
  deadTime: { pressuresKpa: Float64Array.of(350), curves: [deadTimeCurve([{ volts: 12, ms: 1 }, { volts: 14, ms: 0.8 }])] }, // prettier-ignore
  shortPulse: curveThrough([]),
  squirts: 1,
  cylinderVolumeCm3: 400,
  stoichiometricRatio: 14.7,
};
const ONE = { facts: FACTS, sensors: 1 };
const BIN: Bin = {
  cell: 0,
  sensor: 0,
  weightS: 10,
  error: 0,
  netMs: 2,
  volts: 14,
  manifoldKpa: 80,
  airC: 20,
};
const infoOf = (id: CauseId) => CAUSE_LIST.find((info) => info.id === id) as (typeof CAUSE_LIST)[number];
const errorOf = (id: CauseId, size: number, bin: Partial<Bin> = {}, context: typeof ONE = ONE) =>
  infoOf(id).error({ ...BIN, ...bin }, size, context);

describe('what each cause lays over the errors', () => {
  test('dead time typed 0.12 ms too long: lambda times 0.9016 at 1.1 ms net, 0.9524 at 2.4, 0.9834 at 7.1', () => {
    const lambda = (netMs: number) => Math.exp(errorOf('deadTime', 0.12, { netMs }));
    expect(lambda(1.1)).toBeCloseTo(0.9016, 4);
    expect(lambda(2.4)).toBeCloseTo(0.9524, 4);
    expect(lambda(7.1)).toBeCloseTo(0.9834, 4);
    expect(errorOf('deadTime', 0.12, { netMs: NaN })).toBe(0);
    // An injector that would not open at all is not told apart from one that hardly does.
    expect(errorOf('deadTime', -5, { netMs: 1 })).toBeCloseTo(-Math.log(0.2), 12);
  });

  test('a fixed regulator typed to follow: 350 kPa over 81, at 165 kPa fuel times 0.8718, lambda times 1.147', () => {
    expect(Math.exp(errorOf('regulator', 1, { manifoldKpa: 165 }))).toBeCloseTo(1.147, 3);
    expect(errorOf('regulator', 1, { manifoldKpa: 81 })).toBeCloseTo(0, 12);
    const typedFixed = { facts: { ...FACTS, regulator: 'fixed' as const }, sensors: 1 };
    expect(Math.exp(errorOf('regulator', 1, { manifoldKpa: 165 }, typedFixed))).toBeCloseTo(0.8718, 4);
    expect(errorOf('regulator', 0.5, { manifoldKpa: 165, netMs: NaN })).toBeCloseTo(0.5 * Math.log(1.147), 3);
  });

  test('with pressure an injector opens later too: 0.1 ms of 2 at 161 kPa more', () => {
    const curve = (ms: number) => deadTimeCurve([{ volts: 12, ms }, { volts: 14, ms }]); // prettier-ignore
    const deadTime = { pressuresKpa: Float64Array.of(250, 350), curves: [curve(0.8), curve(0.9)] };
    const error = errorOf(
      'regulator',
      1,
      { manifoldKpa: 181 },
      { facts: { ...FACTS, deadTime }, sensors: 1 },
    );
    expect(error).toBeCloseTo(0.5 * Math.log(350 / 250) - Math.log(1 + 0.1 / 2), 9);
  });

  test('the others: a factor, the warmth of the air against 20 °C, and what either sensor sees', () => {
    expect(errorOf('factor', 0.07)).toBe(0.07);
    expect(errorOf('chargeTemperature', 1, { airC: 49.315 })).toBeCloseTo(Math.log(1.1), 6);
    expect(errorOf('chargeTemperature', 1, { airC: NaN })).toBe(0);
    expect([0, 1].map((sensor) => errorOf('sensorOne', 0.05, { sensor }))).toEqual([0.05, 0]);
    expect([0, 1].map((sensor) => errorOf('sensorTwo', 0.05, { sensor }))).toEqual([0, 0.05]);
  });

  test.each(CAUSE_LIST)(
    '$id says what it is, and what would tell it',
    ({ id, label, says, test: tells, telling }) => {
      expect(label).toMatch(/^[A-Z]/);
      for (const size of [0.1, -0.1]) expect(says(size, ONE)).toMatch(/^[A-Z].*\.$/);
      expect(tells).toMatch(/^[A-Z].*[.?]$/);
      expect(telling.how).toMatch(/^[A-Z].*\.$/);
      expect(CAUSE_LIST.filter((other) => other.id === id)).toHaveLength(1);
    },
  );
});

test('what goes together: a cell, a neighbourhood, and a pattern', () => {
  const bins = [{ ...BIN }, { ...BIN, weightS: 4 }, { ...BIN, cell: 1 }];
  const places = [{ x: 0, y: 0 }, { x: 0, y: 0 }, { x: 0.3, y: 0 }]; // prettier-ignore
  const { always, filling } = covariancesOf(bins, places, 0.02);
  const [cell, smooth, bin] = [0.004 ** 2, 0.0045 ** 2, 0.003 ** 2];
  expect(always[0]).toBeCloseTo(cell + smooth + bin + 0.02 ** 2 / 10, 12);
  expect(always[4]).toBeCloseTo(cell + smooth + bin + 0.02 ** 2 / 4, 12);
  expect(always[3]).toBeCloseTo(cell + smooth, 12);
  expect(always[6]).toBeCloseTo(smooth * Math.exp(-0.5), 12);
  // A map that is off is so about its own mean, which is off by 2 % at the most likely.
  const more = (i: number, j: number) => {
    const at = Math.max(i, j) * 3 + Math.min(i, j);
    return (filling[at] as number) - (always[at] as number);
  };
  const shares = [10 / 24, 4 / 24, 10 / 24];
  for (const i of [0, 1, 2])
    expect(shares.reduce((all, share, j) => all + share * more(i, j), 0)).toBeCloseTo(0.02 ** 2, 12);
  const apart = 0.035 ** 2 * (Math.exp(-0.09 / 0.08) + Math.exp(-0.09 / 0.72));
  expect(more(0, 0) - 2 * more(0, 2) + more(2, 2)).toBeCloseTo(2 * (2 * 0.035 ** 2 - apart), 12);
  const sum = withPatterns(always, [[0.1, 0, 0.2], [0, 1, 0]]); // prettier-ignore
  expect((sum[6] as number) - (always[6] as number)).toBeCloseTo(0.02, 12);
  expect((sum[4] as number) - (always[4] as number)).toBeCloseTo(1, 12);
  expect((sum[3] as number) - (always[3] as number)).toBeCloseTo(0, 12);
});

const GRID = gridOf({
  x: [1000, 2000, 3000, 4000],
  y: [20, 50, 80],
  values: Array.from({ length: 12 }, () => 60),
});
const CELLS = { change: new Float64Array(12), leftOver: 0.006 };
/** A bin in each cell, with pulses from 1 to 6 ms, that reads what is said of it. */
const binsWith = (error: (bin: Bin) => number, change: Partial<Bin> = {}) =>
  Array.from({ length: 12 }, (_, cell): Bin => {
    const bin = { ...BIN, cell, netMs: 1 + (5 * cell) / 11, manifoldKpa: 20 + 30 * Math.floor(cell / 4), airC: 10 + 2 * cell, ...change }; // prettier-ignore
    return { ...bin, error: error(bin) };
  });
const ranked = (bins: readonly Bin[], facts: InjectionFacts | null = FACTS) =>
  rankedCauses(bins, { task: { grid: GRID, now: facts, pulse: null }, cells: CELLS });
test('of plain pulses no regulator is told: what pressure does is in them', () => {
  const bins = binsWith((bin) => 0.001 * bin.manifoldKpa);
  const found = rankedCauses(bins, {
    task: { grid: GRID, now: FACTS, pulse: { target: GRID } },
    cells: CELLS,
  });
  expect(found?.causes.map(({ id }) => id)).not.toContain('regulator');
  expect(found?.untellable.find(({ id }) => id === 'regulator')?.why).toMatch(/^Plain pulses/);
  expect(ranked(bins)?.causes.map(({ id }) => id)).toContain('regulator');
});
const likelihoodOf = (of: ReturnType<typeof ranked>, id: CauseId | 'filling') =>
  of?.causes.find((cause) => cause.id === id)?.probability ?? NaN;

describe('what is likeliest', () => {
  test('each pattern by itself comes first, at its size', () => {
    const sizes: readonly (readonly [CauseId, number])[] = [['factor', 0.08], ['deadTime', 0.15], ['deadTime', -0.15], ['regulator', 1], ['chargeTemperature', 0.8]]; // prettier-ignore
    for (const [id, size] of sizes) {
      const [first] = ranked(binsWith((bin) => infoOf(id).error(bin, size, ONE)))?.causes ?? [];
      expect(first?.id).toBe(id);
      expect(Math.abs((first?.size ?? NaN) - size)).toBeLessThan(3 * (first?.standardError ?? NaN));
      expect(first?.leftOver).toBeLessThan(0.006);
    }
  });

  test('of two sensors the one that is off; of one neither', () => {
    const both = [0, 1].flatMap((sensor) => binsWith(() => (sensor === 1 ? 0.07 : 0), { sensor }));
    expect(ranked(both)?.causes[0]).toMatchObject({ id: 'sensorTwo' });
    expect(ranked(binsWith(() => 0.07))?.untellable.map(({ id }) => id)).toEqual(['sensorOne', 'sensorTwo']);
  });

  test('errors of no pattern are the map’s, and none are nothing', () => {
    const bumpy = binsWith(({ cell }) => (cell % 4 === 1 ? 0.09 : cell % 4 === 2 ? -0.07 : 0));
    expect(ranked(bumpy)?.causes[0]?.id).toBe('filling');
    const still = ranked(binsWith(() => 0.001));
    expect(still?.nothing).toBeGreaterThan(0.4);
    expect(Math.max(...(still?.causes ?? []).map(({ probability }) => probability))).toBeLessThan(0.5);
  });

  test('a cause that is likelier than not comes before the map that is off beside it', () => {
    const both = ranked(
      binsWith((bin) => 0.09 + (bin.cell % 4 === 1 ? 0.05 : bin.cell % 4 === 2 ? -0.05 : 0)),
    );
    expect(both?.causes.slice(0, 2).map(({ id }) => id)).toEqual(['factor', 'filling']);
    expect(likelihoodOf(both, 'filling')).toBeGreaterThan(likelihoodOf(both, 'factor'));
  });

  test('all that is likely adds up: a cause alone, with the map, the map alone, and nothing', () => {
    const found = ranked(binsWith(({ cell }) => 0.01 * Math.sin(cell)));
    const sum = (found?.causes ?? []).reduce(
      (all, { id, probability }) => all + (id === 'filling' ? 0 : probability),
      0,
    );
    expect(sum + (found?.nothing ?? NaN)).toBeLessThanOrEqual(1 + 1e-9);
    expect(sum + (found?.nothing ?? NaN) + likelihoodOf(found, 'filling')).toBeGreaterThanOrEqual(1 - 1e-9);
  });

  test('what was not logged or did not vary is not told, with what would make it', () => {
    const why = (bins: readonly Bin[], facts: InjectionFacts | null = FACTS) =>
      Object.fromEntries(ranked(bins, facts)?.untellable.map(({ id, why }) => [id, why]) ?? []);
    expect(why(binsWith(() => 0.05, { netMs: NaN }))['deadTime']).toMatch(/No injector opening was logged/);
    expect(why(binsWith(() => 0.05, { netMs: 3 }))['deadTime']).toMatch(/lights on and off/);
    expect(why(binsWith(() => 0.05, { airC: NaN }))['chargeTemperature']).toMatch(/not logged/);
    expect(why(binsWith(() => 0.05, { airC: 15 }))['chargeTemperature']).toMatch(/about as warm/);
    expect(why(binsWith(() => 0.05, { manifoldKpa: 80 }))['regulator']).toMatch(/hardly varied/);
    expect(
      why(
        binsWith(() => 0.05),
        { ...FACTS, regulator: 'measured' },
      )['regulator'],
    ).toMatch(/is measured/);
    expect(why(binsWith(() => 0.05), null)).toMatchObject({ deadTime: expect.stringMatching(/two injector sets/) as string, regulator: expect.stringMatching(/two injector sets/) as string }); // prettier-ignore
    expect(Object.keys(why(binsWith(() => 0.05)))).toEqual(['sensorOne', 'sensorTwo']);
  });

  test('with hardly any evidence nothing is said', () => {
    expect(ranked(binsWith(() => 0.1).slice(0, 5))).toBeNull();
    expect(ranked(binsWith(() => 0.1).slice(0, 6))).not.toBeNull();
  });
});
