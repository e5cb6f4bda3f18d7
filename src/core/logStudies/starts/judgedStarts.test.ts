import { drawnLog } from '@tests/support/drawnLog';
import { plainTask } from '@tests/support/plainTask';
import { usualStartOf } from '../../generators';
import { gridOf, lookUpCurve } from '../../numeric';
import { isAtOnce, judgedStarts } from './judgedStarts';
import type { StartedLog } from './startCurves';

const USUAL = usualStartOf('petrol');
const RUNNING = lookUpCurve(USUAL.running, 0);
const CRANKING = lookUpCurve(USUAL.cranking, 0);
const TASK = plainTask([800, 2000], [30, 80], [70, 70, 70, 70], {
  ends: { lambdaOne: { min: 0.7, max: 1.3 } },
});
const flat = (value: number) => gridOf({ x: [-30, 40], y: [], values: [value, value] });

interface Made {
  /** When it fires, s after the starter began at 2 s. */
  readonly firesS?: number;
  /** When it is only turned by the starter again, and when it stands, s in the log. */
  readonly fallsS?: number;
  readonly standsS?: number;
  /** Cranking fuel, and what followed it, as shares of what is usual. */
  readonly share?: number;
  readonly after?: number;
  /** Its speed sinks so far just behind the start. */
  readonly dips?: boolean;
  readonly lambda?: (atS: number) => number;
  readonly coolantC?: number;
  readonly forS?: number;
}

/** A start by a starter that turns 240 rev/min, four turns a second, with fuel from the first turn on. */
function made({
  firesS = 0.5,
  fallsS = Infinity,
  standsS = Infinity,
  share = 1,
  after = 1,
  dips = false,
  lambda = () => NaN,
  coolantC = 0,
  forS = 20,
}: Made): StartedLog {
  const runsS = 2.4 + firesS;
  const log = drawnLog(
    {
      speed: (atS) => {
        if (atS < 2 || atS >= standsS) return 0;
        if (atS < 2 + firesS || atS > fallsS) return 240;
        if (dips && atS > runsS + 0.4 && atS < runsS + 0.7) return 600;
        return Math.min(1000, 240 + 1400 * (atS - 2 - firesS));
      },
      phase: (atS) => (atS < 2 || atS >= standsS ? 0 : atS > runsS && atS < fallsS ? 2 : 1),
      injectorOpening: (atS) => (atS < 2.25 ? 0 : 8),
      coolant: coolantC,
      lambdaOne: lambda,
    },
    forS,
    25,
  );
  const curves = {
    cranking: flat(share * CRANKING),
    crankingTaper: null,
    afterStart: flat(after * RUNNING),
    afterStartDecay: flat(15),
    warmUp: flat(1),
  };
  return { log, then: null, curves };
}
const judged = (...drives: readonly StartedLog[]) => judgedStarts(drives, TASK, USUAL);
const verdict = (start: Made) => judged(made(start)).map((one) => one.verdict);
/** Read while cranking fuel burns, and as what follows takes over. */
const read =
  (atCatch: number, atChange: number, firesS = 0.5) =>
  (atS: number) =>
    atS < 2.4 + firesS + 0.36 ? atCatch : atChange;

test('one that fires within 2.6 turns of its fuel is right, later it had too little', () => {
  // Fuel from the first turn; 0.85 s of the starter are 3.4 turns, 0.95 s 3.8.
  expect(verdict({})).toEqual(['right']);
  expect(verdict({ firesS: 0.85 })).toEqual(['right']);
  expect(verdict({ firesS: 0.95 })).toEqual(['lean']);
  const [start] = judged(made({}));
  if (start === undefined) throw new TypeError('No start');
  expect(isAtOnce({ ...start, fuelFromTurn: 1, firedTurn: 3.59 })).toBe(true);
  expect(isAtOnce({ ...start, fuelFromTurn: 1, firedTurn: 3.6 })).toBe(false);
  expect(isAtOnce({ ...start, firedTurn: null })).toBe(false);
});

test.each([
  [1.19, 'lean'],
  [1.21, 'unclear'],
  [1.39, 'unclear'],
  [1.41, 'rich'],
])('one that never fires with %d of what is usual: %s', (share, expected) => {
  expect(verdict({ firesS: Infinity, share })).toEqual([expected]);
});

test('one that falls back to the starter was drowned', () => {
  const fell = made({ firesS: 0.5, fallsS: 3.2 });
  const { phase: _, ...columns } = fell.log.columns;
  expect(judged({ ...fell, log: { ...fell.log, columns } }).map((one) => one.verdict)).toEqual(['rich']);
});

describe('one that dies as running fuel takes over', () => {
  const dies = { standsS: 5 };

  test('wanted for it where that was lean, and says nothing where it was not', () => {
    // It pulls up to 0.9 · e^(0.29 − 0.15) = 1.035.
    expect(verdict({ ...dies, lambda: read(0.9, 1.04) })).toEqual(['leanAfter']);
    expect(verdict({ ...dies, lambda: read(0.9, 1.03) })).toEqual(['unclear']);
    expect(verdict(dies)).toEqual(['unclear']);
  });

  test('drowned in it with more than 1.1 of what is usual', () => {
    expect(verdict({ ...dies, after: 1.11 })).toEqual(['richAfter']);
    expect(verdict({ ...dies, after: 1.09 })).toEqual(['unclear']);
    // Also where it ran on for less than eight seconds.
    expect(verdict({ standsS: 10, after: 1.11 })).toEqual(['richAfter']);
    expect(verdict({ standsS: 10, after: 1.09 })).toEqual(['right']);
    expect(verdict({ standsS: 12, after: 1.11 })).toEqual(['right']);
  });

  test('had drowned before, where what burned was as rich as is read and more than usual', () => {
    const drowned = { ...dies, dips: true };
    expect(verdict({ ...drowned, lambda: read(0.7, 0.95) })).toEqual(['rich']);
    expect(verdict({ ...drowned, lambda: read(0.7, 1.2), share: 1.46 })).toEqual(['rich']);
    expect(verdict({ ...drowned, lambda: read(0.7, 1.2), share: 1.44 })).toEqual(['leanAfter']);
    expect(verdict({ ...drowned, lambda: read(0.9, 0.95) })).toEqual(['unclear']);
  });
});

test('one that runs on and reads lean with no less than usual did not burn what it was given', () => {
  expect(verdict({ lambda: read(0.7, 1.06) })).toEqual(['rich']);
  expect(verdict({ lambda: read(0.7, 1.04) })).toEqual(['right']);
  expect(verdict({ lambda: read(0.7, 1.06), after: 0.94 })).toEqual(['right']);
  expect(verdict({ lambda: read(0.7, 1.06), after: 0.96 })).toEqual(['rich']);
  expect(verdict({ lambda: read(0.72, 1.06) })).toEqual(['right']);
});

test('nor with little of it where cranking fuel was half as much again as usual', () => {
  const little = { lambda: read(0.7, 1.06), after: 0.7 };
  expect(verdict({ ...little, share: 1.46 })).toEqual(['rich']);
  expect(verdict({ ...little, share: 1.44 })).toEqual(['right']);
  expect(verdict({ ...little, share: 1.46, lambda: read(0.72, 1.06) })).toEqual(['right']);
  expect(verdict({ ...little, share: 1.46, lambda: read(0.7, 1.04) })).toEqual(['right']);
});

test('a try on walls that are still wet says nothing', () => {
  const twice = (pauseS: number): StartedLog => {
    const first = made({ firesS: Infinity, standsS: 6, share: 1.1, forS: 6 });
    const second = made({ share: 1.1 });
    const timeS = [...first.log.timeS, ...second.log.timeS.map((atS) => atS + 4 + pauseS)];
    const columns = Object.fromEntries(
      Object.entries(second.log.columns).map(([id, values]) => [
        id,
        Float32Array.from([...(first.log.columns[id as 'speed'] ?? []), ...values]),
      ]),
    );
    return { ...second, log: { timeS: Float64Array.from(timeS), columns } };
  };
  expect(judged(twice(20)).map((one) => one.verdict)).toEqual(['lean', 'unclear']);
  expect(judged(twice(26)).map((one) => one.verdict)).toEqual(['lean', 'right']);
  // In another log nobody knows of the one before.
  expect(judged(made({}), made({})).map((one) => [one.log, one.verdict])).toEqual([
    [0, 'right'],
    [1, 'right'],
  ]);
});

test('a start is told with what its own curves gave, and when lambda was first read', () => {
  const [start] = judged(made({ share: 1.2, after: 0.8, lambda: (atS) => (atS < 5 ? NaN : 0.9) }));
  expect(start?.multiple).toBeCloseTo(1.2 * CRANKING, 9);
  expect(start?.givenAfter).toBeCloseTo(0.8 * RUNNING, 9);
  expect(start).toMatchObject({ richestSaid: 0.7, taper: null, isRetry: false });
  // It ran at 2.92 s.
  expect(start?.lambdaAfterS).toBeCloseTo(5 - (start?.ranFromS ?? NaN), 9);
  expect(start?.ranFromS).toBeCloseTo(2.92, 6);
  expect(judged(made({ lambda: (atS) => (atS < 5 ? 0.9 : NaN) }))[0]?.lambdaAfterS).toBe(0);
  expect(judged(made({}))[0]?.lambdaAfterS).toBeNull();
  expect(judged(made({ standsS: 6, lambda: (atS) => (atS < 7 ? NaN : 0.9) }))[0]?.lambdaAfterS).toBeNull();
  expect(judged(made({ firesS: Infinity, lambda: () => 0.9 }))[0]?.lambdaAfterS).toBeNull();
  const { log, ...other } = made({});
  const second = { ...other, log: { ...log, columns: { ...log.columns, lambdaTwo: log.timeS.map((atS) => (atS < 4 ? NaN : 1)) } } }; // prettier-ignore
  expect(judged(second)[0]?.lambdaAfterS).toBeCloseTo(1.08, 6);
});

test('without its curves, or without coolant, a start says nothing', () => {
  const start = made({});
  expect(judged({ ...start, curves: null })).toEqual([]);
  const { curves } = start;
  if (curves === null) throw new TypeError('No curves');
  expect(judged({ ...start, curves: { ...curves, cranking: null } })).toEqual([]);
  expect(judged({ ...start, curves: { ...curves, warmUp: null } })[0]?.givenAfter).toBeNaN();
  expect(judged({ ...start, curves: { ...curves, afterStart: null } })[0]?.givenAfter).toBeNaN();
  expect(judged(made({ coolantC: NaN }))).toEqual([]);
  expect(judgedStarts([start], null, USUAL)[0]?.richestSaid).toBe(0);
});
