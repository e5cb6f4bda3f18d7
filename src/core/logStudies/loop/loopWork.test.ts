import { between, drawnLog } from '@tests/support/drawnLog';
import { LOOP_CODE } from '../../channel';
import { LIED_IDS, loopWork } from './loopWork';

const never = () => false;
const ACTIVE = {
  loopState: LOOP_CODE.active,
  speed: 2100,
  manifoldPressure: 45,
  lambdaTrim: 1,
  lambdaOne: 1,
  lambdaTarget: 1,
} as const;
const work = (readings: Parameters<typeof drawnLog>[0], isFalse: Parameters<typeof loopWork>[1] = never) => {
  const found = loopWork(drawnLog({ ...ACTIVE, ...readings }), isFalse);
  if (found === null) throw new TypeError('No loop acted');
  return found;
};

test('a log without a loop, or with one that never acted, says nothing', () => {
  expect(loopWork(drawnLog({ speed: 2000 }), never)).toBeNull();
  expect(loopWork(drawnLog({ ...ACTIVE, loopState: LOOP_CODE.cold }), never)).toBeNull();
});

test('a loop that has nothing to do lies nowhere, stands at no limit and overshoots nothing', () => {
  const { actedS, atLimitS, places, lied, overshoot, times } = work({});
  expect(actedS).toBeCloseTo(30, 0);
  expect([atLimitS, places, overshoot, times]).toEqual([0, [], null, 0]);
  for (const id of LIED_IDS) expect(lied[id]).toEqual({ seconds: 0, farthest: 1 });
});

test('where it stood at its limit is told, longest first, and not for moments', () => {
  const loopState = (atS: number) =>
    atS < 12 || (atS > 20 && atS < 25) || atS > 29.5 ? LOOP_CODE.atLimit : LOOP_CODE.active;
  const speed = (atS: number) => (atS < 12 ? 2100 : atS < 26 ? 3700 : 900);
  const { atLimitS, places } = work({ loopState, speed, lambdaTrim: (atS) => (atS < 12 ? 1.12 : 0.92) });
  expect(Math.abs(atLimitS - 17.5)).toBeLessThan(0.1);
  expect(places.map(({ speedRpm, manifoldKpa }) => [speedRpm, manifoldKpa].map(Math.round))).toEqual([
    [2100, 45],
    [3700, 45],
  ]);
  expect(places[0]?.seconds).toBeCloseTo(12, 1);
  expect(places[0]?.trim).toBeCloseTo(1.12, 6);
  expect(places[1]?.trim).toBeCloseTo(0.92, 6);
});

test('speeds and pressures near each other are one place, at their mean', () => {
  const wobble = (low: number, high: number) => (atS: number) => (Math.floor(atS) % 2 === 0 ? low : high);
  const { places } = work({
    loopState: LOOP_CODE.atLimit,
    speed: wobble(2050, 2150),
    manifoldPressure: wobble(42, 58),
    lambdaTrim: wobble(1.1, 1.12),
  });
  expect(places).toHaveLength(1);
  expect(places[0]?.speedRpm).toBeCloseTo(2100, -1);
  expect(places[0]?.manifoldKpa).toBeCloseTo(50, 0);
  expect(places[0]?.trim).toBeCloseTo(1.11, 2);
});

test('the three longest of its places are told, apart by speed, pressure and side', () => {
  /** Begin, end, speed, pressure, trim: 1.5, 2.5, 2, 3.5 and 3 s. */
  const stood = [
    [1, 2.5, 2100, 45, 1.1],
    [4, 6.5, 2100, 95, 1.1],
    [8, 10, 2600, 45, 1.1],
    [12, 15.5, 2100, 45, 0.9],
    [18, 21, 4100, 150, 1.1],
  ] as const;
  const during = (what: 2 | 3 | 4, else_: number) => (atS: number) =>
    stood.find(([from, to]) => atS >= from && atS < to)?.[what] ?? else_;
  const { atLimitS, places } = work({
    loopState: (atS) =>
      stood.some(([from, to]) => atS >= from && atS < to) ? LOOP_CODE.atLimit : LOOP_CODE.active,
    speed: during(2, 3300),
    manifoldPressure: during(3, 70),
    lambdaTrim: during(4, 1),
  });
  expect(atLimitS).toBeCloseTo(12.5, 1);
  expect(
    places.map((place) =>
      [place.speedRpm, place.manifoldKpa, place.trim, place.seconds].map((value) => Number(value.toFixed(2))),
    ),
  ).toEqual([
    [2100, 45, 0.9, 3.5],
    [4100, 150, 1.1, 3],
    [2100, 95, 1.1, 2.5],
  ]);
});

test('without a pressure places are told apart by their speed, and a trim of nothing is none', () => {
  const { places } = work({
    loopState: LOOP_CODE.atLimit,
    manifoldPressure: NaN,
    speed: (atS) => (atS < 10 ? 2100 : 3700),
    lambdaTrim: 0,
  });
  expect(places.map(({ speedRpm, trim, seconds }) => [speedRpm, trim, seconds].map(Math.round))).toEqual([
    [3700, 1, 20],
    [2100, 1, 10],
  ]);
  // And without a speed, by their pressure.
  const pressures = work({
    loopState: LOOP_CODE.atLimit,
    speed: NaN,
    manifoldPressure: (atS) => (atS < 10 ? 30 : 90),
  });
  expect(pressures.places.map(({ manifoldKpa }) => Math.round(manifoldKpa))).toEqual([90, 30]);
});

describe('readings that were not the mixture’s', () => {
  test('a limiter and an overrun cut, while they act and until their exhaust has passed', () => {
    const { lied } = work({
      cutShare: between(5, 7, 0.4, 0),
      overrunCut: between(15, 18, 1, 0),
      lambdaTrim: (atS) => (atS > 5 && atS < 7 ? 1.1 : atS > 15 && atS < 18.8 ? 1.08 : 1.01),
    });
    expect(lied.limiter.seconds).toBeCloseTo(3, 1);
    expect(lied.limiter.farthest).toBeCloseTo(1.1, 6);
    expect(lied.overrun.seconds).toBeCloseTo(4, 1);
    expect(lied.overrun.farthest).toBeCloseTo(1.08, 6);
    expect(lied.pipe.seconds + lied.misfire.seconds).toBe(0);
  });

  test('a short exhaust, by speed and pressure', () => {
    const speed = between(10, 16, 900, 2500);
    const { lied } = work({ speed }, (rpm, kpa) => rpm < 1000 && kpa === 45);
    expect(lied.pipe.seconds).toBeCloseTo(6, 1);
  });

  test('charges that did not burn, by both sensors together', () => {
    const lambdaOne = between(10, 12, 1.5, 1);
    expect(work({ lambdaOne }).lied.misfire.seconds).toBeCloseTo(2, 1);
    expect(work({ lambdaOne, lambdaTwo: 1 }).lied.misfire.seconds).toBe(0);
    // A target that is lean itself is none.
    expect(work({ lambdaOne, lambdaTarget: 1.2 }).lied.misfire.seconds).toBe(0);
  });

  test('count only while it acted', () => {
    const loopState = between(5, 8, LOOP_CODE.waiting, LOOP_CODE.active);
    expect(work({ cutShare: between(5, 7, 1, 0), loopState }).lied.limiter.seconds).toBe(0);
  });

  test('of two banks the trim that is further off is told', () => {
    const { lied } = work({ overrunCut: 1, lambdaTrim: 1.02, lambdaTrimTwo: 0.9 });
    expect(lied.overrun.farthest).toBeCloseTo(0.9, 6);
    const other = work({ overrunCut: 1, lambdaTrim: 1.2, lambdaTrimTwo: 0.9 });
    expect(other.lied.overrun.farthest).toBeCloseTo(1.2, 6);
  });
});

describe('overshoot', () => {
  /** Every five seconds lambda is a tenth off, comes back in a second, and goes so far beyond for another. */
  const swings = (beyond: number) => (atS: number) => {
    const at = atS % 5;
    return at < 1 ? 1.1 - 0.1 * at : at < 2 ? 1 - beyond * 0.1 : 1;
  };

  test('the middle of all times is told, in whatever order they came', () => {
    // A trim that swings back by 60, 10, 50, 0, 40 and 20 %: in the middle, of six, the fourth.
    const by = [0.6, 0.1, 0.5, 0, 0.4, 0.2];
    const { overshoot } = work({ lambdaOne: (atS) => swings(by[Math.floor(atS / 5)] ?? 0)(atS) });
    expect(Math.abs((overshoot ?? 9) - 0.4)).toBeLessThan(0.05);
  });

  test('what is lean comes back as what is rich does, and sensors that say nothing count for nothing', () => {
    const lean = work({ lambdaOne: swings(0.5) }).overshoot ?? 9;
    const rich = work({ lambdaOne: (atS) => 1 / swings(0.5)(atS) }).overshoot ?? 9;
    expect(Math.abs(lean - rich)).toBeLessThan(0.01);
    expect(work({ lambdaOne: swings(0.5), lambdaTwo: 0, lambdaTrimTwo: 0 }).overshoot).toBe(lean);
    expect(work({ lambdaOne: NaN, lambdaTwo: swings(0.5) }).overshoot).toBe(lean);
    expect(work({ lambdaOne: 0, lambdaTwo: 0 })).toMatchObject({ overshoot: null, times: 0 });
    // Both at half of it are off by half as much, and by the same share beyond.
    const both = work({ lambdaOne: swings(0.5), lambdaTwo: 1 });
    expect(Math.abs((both.overshoot ?? 9) - lean)).toBeLessThan(0.05);
    expect(work({ lambdaOne: swings(0.5), lambdaTwo: (atS) => 2 - swings(0.5)(atS) }).times).toBe(0);
  });

  test('what was put right when the log ended, or when it was off too little, is no time', () => {
    // Off for the first time 2 s before its end.
    expect(work({ lambdaOne: between(28, 30, 1.1, 1) }).times).toBe(0);
    expect(work({ lambdaOne: between(5, 20, 1.02, 1) }).times).toBe(0);
    expect(work({ lambdaOne: between(5, 20, 1.05, 1) }).times).toBeGreaterThan(3);
  });

  test('what is read is the mean of five: one wild sample is nothing to put right', () => {
    // A tenth off for a single sample of 50 a second is a fiftieth in the mean, every five seconds.
    const wild = (by: number) => (atS: number) => (Math.abs((atS % 5) - 2.5) < 0.01 ? by : 1);
    expect(work({ lambdaOne: wild(1.1) }).times).toBe(0);
    expect(work({ lambdaOne: wild(1.3) }).times).toBeGreaterThan(0);
  });

  test.each([0, 0.2, 0.5])('%d of what was off is told so', (beyond) => {
    const { overshoot, times } = work({ lambdaOne: swings(beyond) });
    expect(Math.abs((overshoot ?? 9) - beyond)).toBeLessThan(0.07);
    expect(times).toBe(6);
  });

  test('fewer than three times say nothing, nor do those in which it stopped acting', () => {
    const lambdaOne = (atS: number) => (atS < 10 ? swings(0.3)(atS) : 1);
    expect(work({ lambdaOne })).toMatchObject({ overshoot: null, times: 2 });
    const loopState = (atS: number) => (atS % 5 < 2 ? LOOP_CODE.active : LOOP_CODE.outside);
    expect(work({ lambdaOne: swings(0.3), loopState }).times).toBe(0);
  });
});
