import { usualStartOf } from '../../generators';
import { drawnLog } from '@tests/support/drawnLog';
import { plainTask } from '@tests/support/plainTask';
import { programOf, demo } from '@tests/support/ventisca';
import type { ChannelId } from '../../channel';
import { type Grid, gridOf, lookUpCurve } from '../../numeric';
import {
  START_CURVES,
  type StartCurveOf,
  startCurvesOf,
  type StartedLog,
  startStudy,
  type StartStudy,
} from '../index';
import { isAtOnce } from './judgedStarts';

const COOLANTS = [-20, 0, 20, 60];
const curve = (values: number[]) => gridOf({ x: COOLANTS, y: [], values });
const CURVES = {
  cranking: curve([4.8, 3.4, 2.5, 1.4]),
  crankingTaper: null,
  afterStart: curve([1.6, 1.4, 1.3, 1.2]),
  afterStartDecay: curve([20, 16, 12, 8]),
  warmUp: curve([1.5, 1.3, 1.1, 1]),
};
const USUAL = usualStartOf('petrol');
const LIMITS = Object.fromEntries(
  START_CURVES.map((id) => [id, { min: 0, max: 200, decimals: 3 }]),
) as Readonly<Record<StartCurveOf, { min: number; max: number; decimals: number }>>;
const TASK = plainTask([800, 1200, 2000], [30, 50, 80], [70, 70, 70, 70, 70, 70, 70, 70, 70], {
  ends: { lambdaOne: { min: 0.7, max: 1.3 } },
});

interface Made {
  readonly coolantC?: number;
  /** When it fires, s after the starter began at 2 s; never when left out. */
  readonly firesS?: number;
  readonly fallsS?: number;
  readonly also?: Partial<Record<ChannelId, number | ((atS: number) => number)>>;
}

/** A start by a starter that turns 240 rev/min, four turns a second, with fuel from the first turn on. */
const made = (
  { coolantC = 0, firesS = Infinity, fallsS = Infinity, also = {} }: Made,
  curves: StartedLog['curves'] = CURVES,
): StartedLog => ({
  then: null,
  curves,
  log: drawnLog(
    {
      speed: (atS) => {
        if (atS < 2) return 0;
        if (atS < 2 + firesS || atS > 2 + fallsS) return 240;
        return Math.min(1000, 240 + 1200 * (atS - 2 - firesS));
      },
      phase: (atS) => (atS < 2 ? 0 : atS > 2.4 + firesS && atS < 2 + fallsS ? 2 : 1),
      injectorOpening: (atS) => (atS < 2.25 ? 0 : 8),
      coolant: coolantC,
      manifoldPressure: 40,
      ...also,
    },
    60,
    25,
  ),
});
const study = (
  drives: readonly StartedLog[],
  now: StartedLog['curves'] = CURVES,
  task: typeof TASK | null = TASK,
) => startStudy(drives, { task, now, usual: USUAL, limits: LIMITS });
const ok = (found: StartStudy) => {
  if (!found.ok) throw new TypeError(found.why);
  return found;
};
const verdict = (start: Made, curves?: StartedLog['curves']) =>
  ok(study([made(start, curves)])).starts[0]?.verdict;
const times = (factor: number): StartedLog['curves'] => ({
  ...CURVES,
  cranking: scaled(CURVES.cranking, factor),
});
const scaled = (of: Grid, factor: number): Grid => ({
  ...of,
  values: of.values.map((value) => value * factor),
});

describe('a start is judged', () => {
  test('by when it fires: at its first chance, or a cycle later', () => {
    expect(verdict({ firesS: 0.7 })).toBe('right');
    expect(verdict({ firesS: 1.2 })).toBe('lean');
    const [start] = ok(study([made({ firesS: 0.7 })])).starts;
    expect(start && isAtOnce(start)).toBe(true);
    expect(start).toMatchObject({
      log: 0,
      multiple: 3.4,
      isRetry: false,
      richestSaid: 0.7,
      lambdaAfterS: null,
    });
    expect(start?.givenAfter).toBeCloseTo(1.4 * 1.3, 9);
  });

  test('by what it was given where it never fired', () => {
    expect(verdict({})).toBe('lean');
    expect(verdict({}, times(1.3))).toBe('unclear');
    expect(verdict({}, times(2.6))).toBe('rich');
  });

  test('one that fires and falls back drowned', () => {
    expect(verdict({ firesS: 0.7, fallsS: 1.05 })).toBe('rich');
  });

  test('one that dies as running fuel takes over wanted for it, or had too much of either', () => {
    const lean = { firesS: 0.7, fallsS: 2.4, also: { lambdaOne: 1.25 } };
    expect(verdict(lean)).toBe('leanAfter');
    expect(verdict({ ...lean, also: { lambdaOne: 0.95 } })).toBe('unclear');
    expect(verdict({ ...lean, also: {} })).toBe('unclear');
    expect(verdict(lean, { ...CURVES, afterStart: scaled(CURVES.afterStart, 2) })).toBe('richAfter');
    // It dips with what cranking left: as much as that is more than any engine asks for.
    const dips = { ...lean, fallsS: 1.6, also: { lambdaOne: (atS: number) => (atS > 3.2 ? 1.25 : 0.7) } };
    expect(verdict(dips, times(1.6))).toBe('rich');
    expect(verdict(dips, times(1.2))).toBe('leanAfter');
  });

  test('a second try on wet walls says nothing', () => {
    const speed = (atS: number) => (atS > 2 && atS % 15 < 6 ? 240 : 0);
    const { starts } = ok(study([{ ...made({}), log: drawnLog({ speed, phase: 1, coolant: 0 }, 60, 25) }]));
    expect(starts.map(({ isRetry }) => isRetry)).toEqual([false, true, true, true]);
    expect(starts[1]?.verdict).toBe('unclear');
  });

  test('one whose coolant was not read is left out', () => {
    const coolant = (atS: number) => (atS < 3 ? NaN : 20);
    expect(study([made({ also: { coolant } })])).toEqual({ ok: false, why: 'noStart' });
  });

  test('when lambda was first read after it ran is told', () => {
    const lambdaOne = (atS: number) => (atS < 13.12 ? NaN : 0.9);
    expect(ok(study([made({ firesS: 0.7, also: { lambdaOne } })])).starts[0]?.lambdaAfterS).toBeCloseTo(
      10,
      1,
    );
  });
});

describe('cranking fuel', () => {
  const cells = (...drives: StartedLog[]) => ok(study(drives)).cells.cranking;

  test('stays where starts went right, and beyond where any start speaks', () => {
    expect(cells(made({ firesS: 0.7 }))).toEqual([]);
    // At 0 °C: ±15 °C holds no other cell.
    expect(cells(made({})).map(({ index }) => index)).toEqual([1]);
  });

  test('rises where it was too little, falls where it was too much, never further than is wise at once', () => {
    expect(cells(made({ firesS: 1.2 }))[0]?.value).toBeGreaterThanOrEqual(3.4 * 1.08 - 1e-9);
    const rich = cells(made({ firesS: 0.7, fallsS: 1.05 }, times(3)))[0]?.value ?? 0;
    expect(rich).toBeGreaterThan(3.4 / 1.8);
    const fell =
      ok(study([made({ firesS: 0.7, fallsS: 1.05 }, times(1.8))], times(1.8))).cells.cranking[0]?.value ?? 0;
    // What fired at its first chance is leaned by a fifth at most.
    expect(fell).toBeCloseTo(Math.max(3.4 * 1.8 * 0.8, fell), 9);
    expect(fell).toBeLessThan(3.4 * 1.8);
    const never = ok(study([made({}, times(0.3))], times(0.3))).cells.cranking[0]?.value;
    expect(never).toBeCloseTo(3.4 * 0.3 * 1.8, 3);
  });

  test('a start that went right beside holds it', () => {
    const late = made({ firesS: 1.2 }, times(0.7));
    const alone = ok(study([late], CURVES)).cells.cranking[0]?.value ?? 3.4;
    const beside =
      ok(study([late, made({ firesS: 0.7, coolantC: 5 }, times(0.75))], CURVES)).cells.cranking[0]?.value ??
      3.4;
    expect(beside).toBeLessThanOrEqual(1.3 * 0.75 * 3.4 * (lookUpCurve(USUAL.cranking, 0) / 3.4) * 1.1);
    expect(alone).not.toBe(beside);
  });

  test('how unsure it is is told with a change alone', () => {
    expect(ok(study([made({ firesS: 0.7 })])).crankingUnsure).toBeNull();
    const unsure = ok(study([made({})])).crankingUnsure ?? 0;
    expect(unsure).toBeGreaterThan(0.1);
    expect(unsure).toBeLessThan(0.5);
  });
});

describe('after-start and warm-up', () => {
  /** Lambda a tenth lean from when running fuel has taken over. */
  const lean = (coolantC: number) =>
    made({
      firesS: 0.7,
      coolantC,
      also: {
        lambdaOne: (atS) => (atS < 4.6 ? 1 : 1.1),
        lambdaTarget: 1,
        lambdaTrim: 1,
        vePercent: 70,
        warmUp: 1.3,
        afterStart: 1,
      },
    });

  test('cells of warm-up move where cold running speaks for them, and their neighbours', () => {
    const found = ok(study([lean(0)]));
    expect(found.running?.afterStarts).toHaveLength(1);
    expect(found.cells.warmUp.map(({ index }) => index)).toEqual([1]);
    expect(found.cells.warmUp[0]?.value).toBeCloseTo(1.43, 1);
    expect(found.mapUnknownS).toBeGreaterThan(20);
    // Nothing was given on top, and nothing is asked for: after-start at 0 °C shrinks.
    expect(found.cells.afterStart.find(({ index }) => index === 1)?.value).toBeLessThan(1.4);
    expect(found.cells.afterStart.find(({ index }) => index === 3)).toBeUndefined();
  });

  test('without a map or lambda only cranking is told', () => {
    const { running, cells, mapUnknownS } = ok(study([lean(0)], CURVES, null));
    expect([running, mapUnknownS]).toEqual([null, 0]);
    expect([cells.warmUp, cells.afterStart, cells.afterStartDecay]).toEqual([[], [], []]);
    expect(ok(study([made({ firesS: 0.7 })])).running).toBeNull();
  });

  test('without a curve of after-start there are no cells of it', () => {
    const { cells } = ok(study([lean(0)], { ...CURVES, afterStart: null, afterStartDecay: null }));
    expect([cells.afterStart, cells.afterStartDecay]).toEqual([[], []]);
  });
});

describe('it refuses', () => {
  test.each([
    ['noSpeed', [{ ...made({}), log: drawnLog({ coolant: 0 }) }], CURVES],
    ['noCoolant', [made({ also: { coolant: NaN } })], CURVES],
    ['twoFuels', [made({})], null],
    ['noCurve', [made({})], { ...CURVES, cranking: null }],
    ['noCurve', [made({})], { ...CURVES, warmUp: null }],
    ['noStart', [{ ...made({}), log: drawnLog({ speed: 900, coolant: 0 }) }], CURVES],
    ['noStart', [made({}, null)], CURVES],
  ] as const)('%s', (why, drives, now) => {
    expect(study(drives, now)).toEqual({ ok: false, why });
  });
});

test('the curves of a program are its tables, and none where they are blended', () => {
  const program = programOf(demo());
  expect(startCurvesOf(program)?.cranking).toBe(program.tables.cranking);
  const blend = { base: 'petrol', densityGPerCm3: 0.74, second: {} } as never;
  expect(startCurvesOf({ ...program, blend })).toBeNull();
});
