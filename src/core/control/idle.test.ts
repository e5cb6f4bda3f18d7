import fc from 'fast-check';
import { AT, type ChannelValues, frameOf, IDLE_CODE, LOST_BIT, PHASE, write } from '../channel';
import { gridOf } from '../numeric';
import { idle, type IdleControl, type IdleLoop, type IdleOut, idleSparkDeg, type IdleState } from './idle';

const LOOP: IdleLoop = {
  windowRpm: 300,
  throttleBelowPercent: 1.5,
  sparkDegPer100Rpm: 8,
  sparkLimitDeg: 6,
  sparkRestDeg: 0,
  airPerSPer100Rpm: 5,
  airLimitPercent: 10,
  dashpotPercent: 8,
  dashpotS: 1,
};
/** 1000 rev/min and 20 % hot; 1400 and 60 % at −20 °C. */
const IDLE: IdleControl = {
  air: gridOf({ x: [-20, 80], y: [], values: [60, 20] }),
  target: gridOf({ x: [-20, 80], y: [], values: [1400, 1000] }),
  battery: { belowV: 12.5, raiseRpm: 100 },
  loop: LOOP,
};

class Followed {
  readonly settings: IdleControl;
  readonly state: IdleState;
  readonly out: IdleOut;
  private timeS = 0;

  constructor(settings: IdleControl = IDLE) {
    this.settings = { ...settings };
    this.state = idle.atRest(settings);
    this.out = idle.out(settings);
  }

  /** A fiftieth of a second on. */
  on(values: ChannelValues = {}, forS = 0.02): IdleOut {
    for (let i = 0; i < Math.round(forS / 0.02); i += 1) {
      this.timeS += 0.02;
      const frame = frameOf({
        phase: PHASE.running,
        sinceStart: 60,
        coolant: 80,
        speed: 1000,
        battery: 13.8,
        throttle: 0,
        time: this.timeS,
        ...values,
      });
      idle.step(this.settings, this.state, frame, this.out);
    }
    return { ...this.out };
  }
}

/** A loop that has come to idle long ago. */
function settled(settings: IdleControl = IDLE): Followed {
  const followed = new Followed(settings);
  followed.on({}, 10);
  return followed;
}

test('air and target by coolant, half-way half of each', () => {
  expect(new Followed().on()).toEqual({ reason: 'held', targetRpm: 1000, openingPercent: 20 });
  expect(new Followed().on({ coolant: 30, speed: 1200 })).toMatchObject({
    targetRpm: 1200,
    openingPercent: 40,
  });
});

// A second of 60 missing: 5 · 0.6 = 3 %.
test('what is missing opens the valve over time, and what is too much shuts it', () => {
  const followed = settled();
  expect(followed.on({ speed: 940 }, 1).openingPercent).toBeCloseTo(23, 9);
  expect(followed.on({ speed: 1040 }, 1).openingPercent).toBeCloseTo(21, 9);
});

test('the sum is held within its limit, and says so', () => {
  const followed = settled();
  expect(followed.on({ speed: 800 }, 5)).toMatchObject({ reason: 'atLimit', openingPercent: 30 });
  expect(followed.on({ speed: 1290 }, 10)).toMatchObject({ reason: 'atLimit', openingPercent: 10 });
});

test('it winds no further where the valve is at its end', () => {
  const followed = settled({ ...IDLE, air: gridOf({ x: [0, 1], y: [], values: [97, 97] }) });
  expect(followed.on({ speed: 800 }, 5)).toMatchObject({ reason: 'atLimit', openingPercent: 100 });
  expect(followed.state.integralPercent).toBeLessThan(3.3);
  expect(followed.on({ speed: 1100 }, 0.2).openingPercent).toBeLessThan(100);
});

test('it is entered below the target and its window, and left at once with the throttle', () => {
  const followed = new Followed();
  expect(followed.on({ speed: 1300 }).reason).toBe('outside');
  expect(followed.on({ speed: 1299 }).reason).toBe('held');
  expect(followed.on({ speed: 1599 }).reason).toBe('held');
  expect(followed.on({ speed: 1600 }).reason).toBe('outside');
  expect(followed.on({ speed: 1000 }).reason).toBe('held');
  expect(followed.on({ throttle: 1.5 }).reason).toBe('outside');
  expect(followed.on({ throttle: 1.49 }).reason).toBe('entering');
});

test.each<[string, ChannelValues]>([
  ['the throttle is open', { throttle: 5 }],
  ['it turns too fast', { speed: 2500 }],
  ['fuel is cut on overrun', { overrunCut: 1 }],
  ['it has just started', { sinceStart: 2.9 }],
])('the sum stands still while %s', (_, values) => {
  const followed = settled();
  const learnt = followed.on({ speed: 960 }, 1).openingPercent - 20;
  expect(learnt).toBeCloseTo(2, 9);
  followed.on({ speed: 900, ...values }, 3);
  expect(followed.state.integralPercent).toBeCloseTo(learnt, 9);
});

// After a second e⁻¹ of 8 % is left: 2.94.
test('as the throttle closes air is added, which fades; nothing is learnt from it', () => {
  const followed = settled();
  followed.on({ throttle: 30, speed: 3000 });
  expect(followed.on({ speed: 2500 }, 1).openingPercent).toBeCloseTo(20 + 8 * Math.exp(-1), 6);
  expect(followed.on({ speed: 1200 })).toMatchObject({ reason: 'entering' });
  followed.on({ speed: 1200 }, 1);
  expect(followed.state.integralPercent).toBe(0);
  followed.on({ speed: 990 }, 3);
  expect(followed.state.integralPercent).toBeGreaterThan(0);
});

test('a slower dashpot fades in proportion', () => {
  const slow = settled({ ...IDLE, loop: { ...LOOP, dashpotS: 2 } });
  slow.on({ throttle: 30, speed: 3000 });
  expect(slow.on({ speed: 2500 }, 1).openingPercent).toBeCloseTo(20 + 8 * Math.exp(-0.5), 6);
});

test('it winds no further with the valve shut', () => {
  const followed = settled({ ...IDLE, air: gridOf({ x: [0, 1], y: [], values: [2, 2] }) });
  expect(followed.on({ speed: 1290 }, 5)).toMatchObject({ reason: 'atLimit', openingPercent: 0 });
  expect(followed.state.integralPercent).toBeGreaterThan(-2.4);
  expect(followed.on({ speed: 900 }, 0.4).openingPercent).toBeGreaterThan(0);
});

test('by spark alone there is no air to be at the end of', () => {
  const alone = settled({
    ...IDLE,
    air: null,
    loop: { ...LOOP, airPerSPer100Rpm: 0, airLimitPercent: 0, dashpotPercent: 0 },
  });
  expect(alone.on({ speed: 800 }, 5)).toMatchObject({ reason: 'held', openingPercent: 0 });
});

test('what was learnt stays while nothing is wanted, and idle begins anew', () => {
  const followed = settled();
  followed.on({ speed: 940 }, 1);
  Object.assign(followed.settings, { target: null });
  expect(followed.on().reason).toBe('outside');
  expect(followed.state).toMatchObject({ inside: false, dashpotPercent: 0 });
  expect(followed.state.integralPercent).toBeCloseTo(3, 6);
});

test('loads give air and raise the target; a low battery raises it until it has recovered', () => {
  const followed = settled();
  const loaded = { idleLoadAir: 7, idleLoadSpeed: 100 };
  expect(followed.on({ ...loaded, speed: 1100 })).toMatchObject({ targetRpm: 1100, openingPercent: 27 });
  expect(followed.on({ battery: 12.4 }).targetRpm).toBe(1100);
  expect(followed.on({ battery: 12.7 }).targetRpm).toBe(1100);
  expect(followed.on({ battery: 12.9 }).targetRpm).toBe(1000);
  expect(new Followed({ ...IDLE, battery: null }).on({ battery: 10 }).targetRpm).toBe(1000);
});

test('an engine that is cranked gets the curve alone, and forgets what was learnt', () => {
  const followed = settled();
  followed.on({ speed: 900 }, 1);
  const cranking = { phase: PHASE.cranking, speed: 200, idleLoadAir: 7, battery: 9 };
  expect(followed.on(cranking)).toEqual({ reason: 'outside', targetRpm: 1000, openingPercent: 20 });
  expect(followed.state.integralPercent).toBe(0);
});

test('with a lost load sensor the valve follows its curve alone, and the spark goes on', () => {
  const followed = settled();
  followed.on({ speed: 900 }, 1);
  const lost = { sensorsLost: LOST_BIT.map, speed: 900 };
  expect(followed.on(lost)).toMatchObject({ reason: 'entering', openingPercent: 20 });
  expect(followed.on({ sensorsLost: LOST_BIT.throttle, throttle: 30 }).openingPercent).toBe(20);
  expect(followed.on({ ...lost, idleLoadAir: 7 }).openingPercent).toBe(20);
  expect(followed.on({ speed: 900, sensorsLost: LOST_BIT.coolant }, 1).openingPercent).toBeGreaterThan(20);
});

test('without a loop the curve and the loads alone; without maps nothing is wanted', () => {
  expect(new Followed({ ...IDLE, loop: null }).on({ speed: 500, idleLoadAir: 4 })).toEqual({
    reason: 'off',
    targetRpm: 1000,
    openingPercent: 24,
  });
  expect(new Followed({ ...IDLE, air: null, target: null }).on()).toEqual({
    reason: 'outside',
    targetRpm: NaN,
    openingPercent: 0,
  });
});

describe('the spark of idle', () => {
  const at = (
    values: ChannelValues,
    state: keyof typeof IDLE_CODE = 'held',
    loop: IdleLoop | null = LOOP,
  ) => {
    const frame = frameOf({ throttle: 0, idleTarget: 1000, ...values });
    write(frame, AT.idleState, IDLE_CODE[state]);
    return idleSparkDeg(loop, frame);
  };

  test('8° for 100 rev/min, 6 at most either way', () => {
    expect([1000, 950, 925, 900, 1050, 1100].map((speed) => at({ speed }))).toEqual([0, 4, 6, 6, -4, -6]);
  });

  test('what is held in reserve is given first, and counts within the limit', () => {
    const kept = { ...LOOP, sparkLimitDeg: 10, sparkRestDeg: 8 };
    expect([1000, 900, 800, 700, 1025, 1100].map((speed) => at({ speed }, 'held', kept))).toEqual([
      -8, 0, 8, 10, -10, -10,
    ]);
  });

  test('nothing outside idle, with the throttle, or where nothing is wanted', () => {
    expect(at({ speed: 900 }, 'outside')).toBe(0);
    expect(at({ speed: 900 }, 'off')).toBe(0);
    expect(at({ speed: 900 }, 'entering')).toBe(6);
    expect(at({ speed: 900 }, 'atLimit')).toBe(6);
    expect(at({ speed: 900, throttle: 1.5 })).toBe(0);
    expect(at({ speed: 900, idleTarget: NaN })).toBe(0);
    expect(at({ speed: 900 }, 'held', null)).toBe(0);
  });
});

test('for any settings and any drive the opening stays within 0 to 100 and the sum within its limit', () => {
  const loop: fc.Arbitrary<IdleLoop> = fc.record({
    windowRpm: fc.integer({ min: 50, max: 1500 }),
    throttleBelowPercent: fc.integer({ min: 1, max: 15 }),
    sparkDegPer100Rpm: fc.integer({ min: 0, max: 20 }),
    sparkLimitDeg: fc.integer({ min: 0, max: 15 }),
    sparkRestDeg: fc.integer({ min: 0, max: 15 }),
    airPerSPer100Rpm: fc.integer({ min: 0, max: 50 }),
    airLimitPercent: fc.integer({ min: 0, max: 60 }),
    dashpotPercent: fc.integer({ min: 0, max: 60 }),
    dashpotS: fc.constantFrom(0, 0.1, 1, 10),
  });
  const moment = fc.record({
    speed: fc.constantFrom(0, 300, 900, 1000, 1100, 3000, 9000),
    throttle: fc.constantFrom(0, 1, 20, 100),
    battery: fc.constantFrom(6, 12, 14),
    coolant: fc.constantFrom(-40, 0, 90),
    idleLoadAir: fc.constantFrom(0, 30, 90),
    phase: fc.constantFrom(PHASE.running, PHASE.cranking),
  });
  fc.assert(
    fc.property(loop, fc.array(moment, { maxLength: 60 }), (settings, moments) => {
      const followed = new Followed({ ...IDLE, loop: settings });
      for (const values of moments) {
        const { openingPercent } = followed.on(values, 0.2);
        expect(openingPercent).toBeGreaterThanOrEqual(0);
        expect(openingPercent).toBeLessThanOrEqual(100);
        expect(Math.abs(followed.state.integralPercent)).toBeLessThanOrEqual(settings.airLimitPercent);
        const frame = frameOf({ ...values, idleTarget: 1000, idleState: IDLE_CODE.held });
        expect(Math.abs(idleSparkDeg(settings, frame))).toBeLessThanOrEqual(settings.sparkLimitDeg);
      }
    }),
  );
});
