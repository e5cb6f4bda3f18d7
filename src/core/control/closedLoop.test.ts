import fc from 'fast-check';
import { AT, type ChannelValues, frameOf, LOOP_CODE, PHASE } from '../channel';
import { gridOf } from '../numeric';
import {
  type ClosedLoop,
  closedLoop,
  type ClosedLoopState,
  giveBack,
  LOOP_DURING,
  loopTrim,
  withinAuthority,
} from './closedLoop';

const STEP_S = 0.02;
const curve = (value: number) => gridOf({ x: [0, 100], y: [], values: [value, value] });
const plane = (value: number) => gridOf({ x: [0, 8000], y: [0, 200], values: [value, value, value, value] });

const SENSOR_ONE = { place: AT.lambdaOne, lostBit: 8, group: 0, min: 0.65, max: 1.4 };
const SENSOR_TWO = { place: AT.lambdaTwo, lostBit: 16, group: 1, min: 0.65, max: 1.4 };

const LOOP: ClosedLoop = {
  sensors: [SENSOR_ONE],
  groups: [{ sensors: [0], take: 'mean' }],
  groupOf: [0, 0, 0, 0],
  shown: [0, 0],
  loadPlace: AT.manifoldPressure,
  sensorWarmS: 20,
  coolantFromC: 60,
  speedFromRpm: 600,
  speedToRpm: 7000,
  pressureToKpa: Infinity,
  throttleToPercent: Infinity,
  believedWithinLn: Math.log(1.25),
  delay: { fixedS: 0.1, airG: 1, lagS: 0.1 },
  startS: gridOf({ x: [-20, 80], y: [], values: [120, 10] }),
  proportional: curve(0.25),
  integral: curve(1.5),
  richer: plane(12),
  leaner: plane(8),
  during: { enrichment: 'hold', cut: 'hold', limiter: 'hold', launch: 'off', protection: 'off' },
};

const RUNS: ChannelValues = {
  phase: PHASE.running,
  speed: 3000,
  manifoldPressure: 60,
  throttle: 20,
  coolant: 85,
  sinceStart: 100,
  sinceKeyOn: 100,
  lambdaTarget: 1,
  lambdaOne: 1,
  engineAirFlow: 20,
};

/** A loop stepped through moments 20 ms apart. */
class Looped {
  private readonly state: ClosedLoopState;
  readonly out = closedLoop.out(null);
  private timeS = 0;

  constructor(private readonly settings: ClosedLoop = LOOP) {
    this.state = closedLoop.atRest(settings);
    // What is wanted has long been what it is.
    for (let i = 0; i < 100; i += 1) this.step({});
  }

  step(change: ChannelValues): this {
    this.timeS += STEP_S;
    closedLoop.step(this.settings, this.state, frameOf({ ...RUNS, ...change, time: this.timeS }), this.out);
    return this;
  }

  for(seconds: number, change: ChannelValues | ((i: number) => ChannelValues)): this {
    for (let i = 0; i < Math.round(seconds / STEP_S); i += 1) {
      this.step(typeof change === 'function' ? change(i) : change);
    }
    return this;
  }

  trim(group = 0, at: ChannelValues = {}, learnedLn = 0): number {
    return loopTrim(this.settings, this.state, group, frameOf({ ...RUNS, ...at }), learnedLn);
  }

  get why(): string {
    return this.out.reason;
  }
}

const with_ = (change: Partial<ClosedLoop>): ClosedLoop => ({ ...LOOP, ...change });
/** A mixture that lives a little, so that the sensor is seen to be alive. */
const lean = (lambda: number) => (i: number) => ({ lambdaOne: lambda * (1 + 0.003 * Math.sin(i / 2)) });

test('nothing is corrected where what is read is what is wanted', () => {
  const loop = new Looped().for(2, {});
  expect(loop.trim()).toBe(1);
  expect(loop.why).toBe('active');
});

// K·e at once and Ki·e·t: e = ln 1.05 = 0.04879; after one step of 20 ms 0.25·e + 1.5·e·0.02 = 0.01366.
test('a reading 5 % lean adds 1.37 % of fuel at once', () => {
  expect(Math.log(new Looped().step({ lambdaOne: 1.05 }).trim())).toBeCloseTo(0.01366, 5);
});

test('a rich one takes as much away', () => {
  expect(Math.log(new Looped().step({ lambdaOne: 1 / 1.05 }).trim())).toBeCloseTo(-0.01366, 5);
});

test('the error counts from what was wanted when the gas was made', () => {
  const richer = new Looped().step({ lambdaTarget: 0.9 });
  expect(richer.trim()).toBeCloseTo(1, 2);
  richer.for(2, { lambdaTarget: 0.9, lambdaOne: 0.9 });
  expect(richer.trim()).toBeCloseTo(1, 1);
});

test('an error is what is read over what is wanted, also where that is not 1', () => {
  const loop = new Looped().for(20, { lambdaTarget: 0.9, lambdaOne: 0.9 });
  const before = Math.log(loop.trim());
  const after = Math.log(loop.step({ lambdaTarget: 0.9, lambdaOne: 0.945 }).trim());
  // e = ln 1.05: 0.25·e + 1.5·e·0.02.
  expect(after - before).toBeCloseTo(0.01366, 4);
});

test('gains follow the air flow', () => {
  const slope = gridOf({ x: [0, 100], y: [], values: [0, 1] });
  const settings = with_({ proportional: slope, integral: curve(0) });
  const at = (engineAirFlow: number) =>
    Math.log(new Looped(settings).step({ engineAirFlow, lambdaOne: 1.05 }).trim()) / Math.log(1.05);
  expect(at(20)).toBeCloseTo(0.2, 6);
  expect(at(60)).toBeCloseTo(0.6, 6);
});

describe('authority', () => {
  test('ends the trim both ways, and says so', () => {
    const rich = new Looped().for(3, lean(1.2));
    expect(rich.trim()).toBeCloseTo(1.12, 9);
    expect(rich.why).toBe('atLimit');
    const poor = new Looped().for(3, lean(0.85));
    expect(poor.trim()).toBeCloseTo(1 / 1.08, 9);
  });

  test('the sum does not go on behind it: back at the target it is given back as from the limit', () => {
    const short = new Looped().for(1, lean(1.2)).for(0.5, lean(0.98));
    const long = new Looped().for(20, lean(1.2)).for(0.5, lean(0.98));
    expect(long.trim()).toBeCloseTo(short.trim(), 2);
    expect(long.trim()).toBeLessThan(1.11);
  });

  test('at an end that comes nearer nothing is said to push further once nothing is off any more', () => {
    const slope = gridOf({ x: [2000, 3000], y: [0, 200], values: [3, 12, 3, 12] });
    const loop = (lambda: number) =>
      new Looped(with_({ richer: slope, leaner: slope }))
        .for(4, lean(lambda))
        .for(0.1, { speed: 2000, lambdaOne: 1 });
    for (const lambda of [1.2, 0.85]) {
      const pushed = loop(lambda);
      expect(pushed.why).toBe('active');
      expect(Math.abs(Math.log(pushed.trim(0, { speed: 2000 })))).toBeCloseTo(Math.log(1.03), 9);
    }
    expect(new Looped().for(4, lean(0.85)).why).toBe('atLimit');
  });

  test('what was learned takes its part at either end, and is given back from there', () => {
    const learned = { learnedTrim: 1.05 };
    const at = (lambda: number, back: number) =>
      new Looped()
        .for(4, (i) => ({ ...lean(lambda)(i), ...learned }))
        .for(0.4, (i) => ({ ...lean(back)(i), ...learned }))
        .trim(0, {}, Math.log(1.05));
    // Between 1.12 / 1.05 = 1.0667 and 1 / (1.08 · 1.05) = 0.8818.
    expect(at(1.2, 0.98)).toBeLessThan(1.055);
    expect(at(0.85, 0.85)).toBeCloseTo(1 / (1.08 * 1.05), 6);
    expect(at(0.85, 1.02)).toBeGreaterThan(0.89);
  });

  test('zero is not crossed at any speed or load between two steps', () => {
    const richer = gridOf({ x: [1000, 3000], y: [0, 200], values: [0, 12, 0, 12] });
    const loop = new Looped(with_({ richer })).for(3, lean(1.2));
    expect(loop.trim()).toBeGreaterThan(1.1);
    expect(loop.trim(0, { speed: 1000 })).toBe(1);
    expect(loop.trim(0, { speed: 2000 })).toBeCloseTo(1.06, 9);
    expect(loop.trim(0, { speed: 500 })).toBe(1);
  });

  test('where there is none the loop is off and says so; one way alone is on', () => {
    expect(new Looped(with_({ richer: plane(0), leaner: plane(0) })).for(1, lean(1.1)).why).toBe(
      'noAuthority',
    );
    const one = new Looped(with_({ leaner: plane(0) }));
    expect(one.for(1, lean(0.9)).trim()).toBe(1);
    expect(one.for(3, lean(1.1)).trim()).toBeGreaterThan(1.1);
    expect(new Looped(with_({ richer: plane(0) })).for(3, lean(0.95)).trim()).toBeLessThan(0.95);
  });
});

describe('is off', () => {
  const rows: readonly [string, ChannelValues, string][] = [
    ['before the engine runs', { phase: PHASE.cranking }, 'notRunning'],
    ['too soon after the start', { sinceStart: 9 }, 'starting'],
    ['longer in the cold', { coolant: 60, sinceStart: 31 }, 'starting'],
    ['with a cold engine', { coolant: 59, sinceStart: 500 }, 'cold'],
    ['below its speed', { speed: 599 }, 'outside'],
    ['above its speed', { speed: 7001 }, 'outside'],
    ['with a cold sensor', { sinceKeyOn: 19 }, 'sensorCold'],
    ['without a reading', { lambdaOne: NaN }, 'sensorLost'],
    ['with a sensor in fault', { sensorsLost: 8 }, 'sensorLost'],
    ['with a reading that is no mixture', { lambdaOne: 1.5 }, 'sensorOutside'],
  ];

  test.each(rows)('%s', (_, change, why) => {
    const loop = new Looped().for(2, lean(1.1));
    expect(loop.trim()).toBeGreaterThan(1.05);
    loop.for(1, (i) => ({ ...lean(1.1)(i), ...change }));
    expect(loop.why).toBe(why);
    expect(loop.trim()).toBeCloseTo(1, 3);
  });

  test.each([
    ['pressure', { pressureToKpa: 59 }],
    ['throttle', { throttleToPercent: 19 }],
  ])('above a %s where one is given', (_, change) => {
    expect(new Looped(with_(change)).for(1, lean(1.02)).why).toBe('outside');
    expect(new Looped().for(1, lean(1.02)).why).toBe('active');
  });

  test('without settings, and then decides nothing', () => {
    const out = closedLoop.out(null);
    closedLoop.step(null, closedLoop.atRest(null), frameOf(RUNS), out);
    expect(out.reason).toBe('off');
  });
});

describe('in other states', () => {
  const STATES: Readonly<Record<(typeof LOOP_DURING)[number], readonly ChannelValues[]>> = {
    enrichment: [
      { warmUp: 1.05 },
      { afterStart: 1.05 },
      { acceleration: 1.3 },
      { filmAdds: 6 },
      { filmAdds: -6 },
    ],
    cut: [{ overrunCut: 1 }],
    limiter: [{ cutShare: 20 }],
    launch: [{ launch: 1 }, { launch: 1, cutShare: 50 }],
    protection: [{ protectionRicher: 5 }, { boostHeldDown: 1 }, { protectionLimit: 0 }],
  };
  const rows = LOOP_DURING.flatMap((state) => STATES[state].map((is) => [state, is] as const));
  const only = (state: (typeof LOOP_DURING)[number], rule: 'off' | 'hold' | 'freeze') => {
    const others = rule === 'hold' ? ('off' as const) : ('hold' as const);
    const all = Object.fromEntries(LOOP_DURING.map((id) => [id, others])) as ClosedLoop['during'];
    return with_({ during: { ...all, [state]: rule } });
  };

  test.each(rows)('%s %o: off lets the trim go', (state, is) => {
    const loop = new Looped(only(state, 'off')).for(2, lean(1.1));
    loop.for(1, (i) => ({ ...lean(1.1)(i), ...is }));
    expect(loop.trim()).toBeCloseTo(1, 3);
    expect(loop.why).toBe('waiting');
  });

  test.each(rows)('%s %o: hold keeps it as it is', (state, is) => {
    const loop = new Looped(only(state, 'hold')).for(0.3, lean(1.1));
    const before = loop.trim();
    loop.for(2, (i) => ({ ...lean(1.15)(i), ...is }));
    expect(loop.trim()).toBe(before);
    expect(loop.why).toBe('waiting');
  });

  test.each(rows)('%s %o: freeze keeps the sum, and errors act at once', (state, is) => {
    const loop = new Looped(only(state, 'freeze')).for(0.3, lean(1.1));
    loop.for(1, (i) => ({ ...lean(1.05)(i), ...is }));
    const atOne = (lambdaOne: number) => Math.log(loop.step({ ...is, lambdaOne }).trim());
    const [low, high] = [atOne(1), atOne(1.04)];
    expect(high - low).toBeCloseTo(0.25 * Math.log(1.04), 6);
    expect(loop.why).toBe('frozen');
  });

  test('nothing acts again before fresh gas has passed: delay and three lags', () => {
    // Delay 0.1 + 1/20 = 0.15 s, three lags 0.3 s: 22 steps of 20 ms and a half.
    const loop = new Looped().for(1, lean(1.02)).for(1, { overrunCut: 1 });
    const told = Array.from({ length: 25 }, (_, i) => loop.step(lean(1.02)(i)).why);
    expect(told.filter((why) => why === 'settling')).toHaveLength(22);
    expect(told.at(-1)).toBe('active');
  });

  test('a guard that only warns changes nothing', () => {
    expect(new Looped().for(1, { protection: 3 }).why).toBe('active');
  });
});

describe('from where on', () => {
  const acts = (change: ChannelValues, settings = LOOP) =>
    new Looped(settings).for(0.5, (i) => ({ ...lean(1.02)(i), ...change })).why === 'active';

  test.each<[string, ChannelValues, ChannelValues]>([
    ['coolant', { coolant: 60 }, { coolant: 59.9 }],
    ['the lowest speed', { speed: 600 }, { speed: 599.9 }],
    ['the highest speed', { speed: 7000 }, { speed: 7000.1 }],
    ['a warm sensor', { sinceKeyOn: 20 }, { sinceKeyOn: 19.9 }],
    ['the time after the start', { sinceStart: 10 }, { sinceStart: 9.9 }],
    ['warm-up', { warmUp: 1.009 }, { warmUp: 1.011 }],
    ['after-start', { afterStart: 1.009 }, { afterStart: 1.011 }],
    ['acceleration', { acceleration: 1.009 }, { acceleration: 1.011 }],
    ['the film, rising', { filmAdds: 4.9 }, { filmAdds: 5.1 }],
    ['the film, falling', { filmAdds: -4.9 }, { filmAdds: -5.1 }],
  ])('%s', (_, yes, no) => {
    expect([acts(yes), acts(no)]).toEqual([true, false]);
  });

  test('pressure and throttle, where they are limited', () => {
    const limited = with_({ pressureToKpa: 60, throttleToPercent: 20 });
    expect(acts({}, limited)).toBe(true);
    expect(acts({ manifoldPressure: 60.1 }, limited)).toBe(false);
    expect(acts({ throttle: 20.1 }, limited)).toBe(false);
  });
});

test('the strongest of several rules holds', () => {
  const rules = with_({ during: { ...LOOP.during, enrichment: 'freeze', cut: 'hold', protection: 'off' } });
  const said = (change: ChannelValues) =>
    new Looped(rules)
      .for(0.3, lean(1.1))
      .for(1, (i) => ({ ...lean(1.1)(i), ...change }))
      .trim();
  expect(said({ warmUp: 1.1, overrunCut: 1 })).toBe(said({ overrunCut: 1 }));
  expect(said({ overrunCut: 1, protectionRicher: 4 })).toBeCloseTo(1, 3);
  expect(said({ protectionRicher: 4, overrunCut: 1, warmUp: 1.1 })).toBeCloseTo(1, 3);
  const falling = with_({ during: { ...LOOP.during, enrichment: 'off', cut: 'hold', protection: 'freeze' } });
  const all = { warmUp: 1.1, overrunCut: 1, protectionRicher: 4 };
  const let_ = new Looped(falling).for(0.3, lean(1.1)).for(1, (i) => ({ ...lean(1.1)(i), ...all }));
  expect(let_.trim()).toBeCloseTo(1, 3);
});

test('a trim that is let go falls to a third in 0.15 s and a step', () => {
  const loop = new Looped().for(2, lean(1.1));
  const before = Math.log(loop.trim());
  loop.for(0.16, { phase: PHASE.cranking });
  // e^(−0.16 / 0.15) = 0.344.
  expect(Math.log(loop.trim()) / before).toBeCloseTo(0.344, 2);
});

test('after a frozen sum nothing waits for fresh gas; after the trim was let go it does', () => {
  const frozen = with_({ during: { ...LOOP.during, cut: 'freeze' } });
  expect(new Looped(frozen).for(0.5, { overrunCut: 1 }).step({}).why).toBe('active');
  expect(new Looped().for(0.5, { launch: 1 }).step({}).why).toBe('settling');
});

test('a target that is not known leaves what was wanted', () => {
  const loop = new Looped().for(1, { lambdaTarget: NaN });
  expect(loop.trim()).toBe(1);
  expect(loop.for(1, { lambdaTarget: 0 }).trim()).toBe(1);
});

test('what was learned has its part of the authority', () => {
  const loop = new Looped().for(4, (i) => ({ ...lean(1.2)(i), learnedTrim: 1.05 }));
  expect(loop.why).toBe('atLimit');
  const state = closedLoop.atRest(LOOP);
  (state.groups[0] as { trimLn: number }).trimLn = Math.log(1.1);
  const trim = loopTrim(LOOP, state, 0, frameOf(RUNS), Math.log(1.05));
  expect(trim * 1.05).toBeCloseTo(1.12, 9);
  expect(withinAuthority(LOOP, frameOf(RUNS), 0.5)).toBeCloseTo(Math.log(1.12), 9);
  expect(withinAuthority(LOOP, frameOf(RUNS), -0.5)).toBeCloseTo(-Math.log(1.08), 9);
  expect(withinAuthority(LOOP, frameOf(RUNS), 0)).toBe(0);
});

test('what the surface has moved is given back by sum and trim of each mixture', () => {
  const state = closedLoop.atRest({ ...LOOP, groups: [...LOOP.groups, ...LOOP.groups] });
  giveBack(state, 0.01);
  expect(state.groups.map(({ integralLn, trimLn }) => [integralLn, trimLn])).toEqual([
    [-0.01, -0.01],
    [-0.01, -0.01],
  ]);
});

test('a copy is one of its own', () => {
  const state = closedLoop.atRest(LOOP);
  const copy = closedLoop.copied(state);
  giveBack(state, 0.1);
  state.aim.three = 1;
  (state.doubts[0] as { badS: number }).badS = 9;
  (state.groups[0] as { seen: { one: number } }).seen.one = 7;
  expect(copy.groups[0]).toEqual({ integralLn: 0, trimLn: 0, seen: { one: 0, two: 0, three: 0 } });
  expect(copy.aim.three).toBe(0);
  expect(copy.doubts[0]?.badS).toBe(0);
});

describe('several sensors', () => {
  const two = with_({ sensors: [SENSOR_ONE, { ...SENSOR_TWO, group: 0 }] });
  const both = (take: 'first' | 'mean') => ({ ...two, groups: [{ sensors: [0, 1], take }] });
  const read = (one: number, other: number) => ({ lambdaOne: one, lambdaTwo: other });
  const at = (settings: ClosedLoop, change: ChannelValues) =>
    Math.exp(Math.log(new Looped(settings).for(1, read(1, 1)).step(change).trim()) / (0.25 + 1.5 * STEP_S));

  test('the mean, of logarithms, or the first; another stands in for one that is left', () => {
    expect(at(both('mean'), read(1.08, 1.02))).toBeCloseTo(Math.sqrt(1.08 * 1.02), 6);
    expect(at(both('first'), read(1.08, 1.02))).toBeCloseTo(1.08, 6);
    expect(at(both('first'), { ...read(1.08, 1.02), sensorsLost: 8 })).toBeCloseTo(1.02, 6);
    expect(at(both('mean'), { ...read(1.08, 1.02), sensorsLost: 16 })).toBeCloseTo(1.08, 6);
  });

  test('each its own mixture, and the one that does not act is what is said', () => {
    const each = with_({
      sensors: [SENSOR_ONE, SENSOR_TWO],
      groups: [
        { sensors: [0], take: 'mean' },
        { sensors: [1], take: 'mean' },
      ],
      groupOf: [0, 0, 1, 1],
      shown: [0, 1],
    });
    const loop = new Looped(each).for(1, (i) => ({ ...lean(1.1)(i), lambdaTwo: 1 }));
    expect(loop.trim(0)).toBeGreaterThan(1.05);
    expect(loop.trim(1)).toBe(1);
    loop.for(1, (i) => ({ ...lean(1.1)(i), lambdaTwo: NaN }));
    expect(loop.why).toBe('sensorLost');
    expect(loop.trim(0)).toBeGreaterThan(1.1);
    expect(loop.trim(2)).toBe(1);
    loop.for(3, (i) => ({ ...lean(1)(i), lambdaOne: NaN, lambdaTwo: 1 + 0.003 * Math.sin(i / 2) }));
    expect(loop.why).toBe('sensorLost');
  });
});

describe('a reading is held against what should be read', () => {
  const far = lean(1.35);
  /** From one reading to another in a fifth of a second: faster it is noise. */
  const slide = (from: number, to: number) => (i: number) => ({
    lambdaOne: from * (to / from) ** Math.min(1, i / 10),
  });

  test('while the loop acts: too far from it, or not answering it, the sensor is left', () => {
    expect(new Looped().for(0.5, far).why).toBe('sensorFar');
    expect(new Looped().for(3, { lambdaOne: 1.1 }).why).toBe('sensorStuck');
  });

  test.each<[string, ChannelValues]>([
    ['in a cut', { overrunCut: 1 }],
    ['outside its speeds', { speed: 599 }],
  ])('and not %s', (_, change) => {
    const loop = new Looped()
      .for(1, lean(1))
      .for(0.3, (i) => ({ ...slide(1, 1.35)(i), ...change }))
      .for(1, (i) => ({ ...far(i), ...change }))
      .for(0.3, (i) => ({ ...slide(1.35, 1)(i), ...change }));
    expect(loop.for(0.5, lean(1)).why).toBe('active');
  });

  test('nor before fresh gas has come', () => {
    const loop = new Looped()
      .for(1, lean(1))
      .for(0.3, (i) => ({ ...slide(1, 1.35)(i), overrunCut: 1 }))
      .for(0.5, (i) => ({ ...far(i), overrunCut: 1 }));
    expect(loop.for(0.32, far).for(0.3, slide(1.35, 1)).for(0.2, lean(1)).why).toBe('active');
  });

  test('what would hold it inside does not, outside', () => {
    const loop = new Looped().for(1, lean(1)).for(1, { speed: 599, warmUp: 1.05 });
    expect(loop.step({}).why).toBe('active');
  });
});

test('time that stood still for long is not made up for', () => {
  const loop = new Looped();
  const state = closedLoop.atRest(LOOP);
  const out = closedLoop.out(LOOP);
  closedLoop.step(LOOP, state, frameOf({ ...RUNS, time: 0 }), out);
  closedLoop.step(LOOP, state, frameOf({ ...RUNS, time: 60, lambdaOne: 1.1 }), out);
  expect(loop.trim()).toBe(1);
  // K·e + Ki·e·0.1 s at the most.
  expect(state.groups[0]?.trimLn).toBeLessThan((0.25 + 0.15) * Math.log(1.1) + 1e-9);
});

test('no reading moves fuel beyond its authority, whatever it is', () => {
  const readings = fc.array(fc.double({ min: 0.3, max: 4, noNaN: false }), { minLength: 20, maxLength: 80 });
  fc.assert(
    fc.property(readings, fc.constantFrom(0, 8), (list, lost) => {
      const loop = new Looped();
      list.forEach((lambdaOne, i) => {
        loop.step({ lambdaOne, sensorsLost: i % 7 === 0 ? lost : 0 });
        expect(loop.trim()).toBeLessThanOrEqual(1.12 + 1e-12);
        expect(loop.trim()).toBeGreaterThanOrEqual(1 / 1.08 - 1e-12);
      });
    }),
  );
});

test('every reason that a loop gives is in the list of its channel', () => {
  expect(LOOP_CODE.off).toBe(0);
  expect(LOOP_CODE.active).toBeLessThan(LOOP_CODE.atLimit);
});
