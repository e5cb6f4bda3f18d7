import fc from 'fast-check';
import { type ChannelValues, frameOf, LIMIT_CODE, type LimitId, LIMITS, PHASE } from '../channel';
import { gridOf } from '../numeric';
import {
  type Launch,
  LONG_AGO_S,
  type ShiftCut,
  type SpeedLimiting,
  type SpeedLimitOut,
  speedLimits,
  withholdsSpark,
} from './speedLimits';

const NORMAL: SpeedLimiting = {
  cylinders: 4,
  softRpm: 7200,
  hardRpm: 7500,
  hysteresisRpm: 0,
  by: 'fuel',
  softly: 'cuts',
  retardDeg: 12,
  byCoolant: null,
  byGear: null,
  launch: null,
  shift: null,
  heldRetardDeg: 0,
};

const curve = (x: number[], values: number[]) => gridOf({ x, y: [], values });

/** A limiter followed from moment to moment, with cylinder after cylinder. */
class Followed {
  readonly state;
  readonly out: SpeedLimitOut;
  private events = 0;

  constructor(readonly settings: SpeedLimiting) {
    this.state = speedLimits.atRest(settings);
    this.out = speedLimits.out(settings);
  }

  at(values: ChannelValues): SpeedLimitOut {
    const cylinder = (this.events % this.settings.cylinders) + 1;
    this.events += 1;
    const frame = frameOf({ phase: PHASE.running, coolant: 90, cylinder, ...values });
    speedLimits.step(this.settings, this.state, frame, this.out);
    return { ...this.out };
  }

  withheld(cylinder: number): boolean {
    return withholdsSpark(this.settings, this.state, this.out, cylinder);
  }

  cutsBy(reason: LimitId, of: 'fuelCuts' | 'sparkCuts'): number[] {
    const { cylinders } = this.settings;
    const from = LIMIT_CODE[reason] * cylinders;
    return this.state[of].slice(from, from + cylinders);
  }
}

describe('between soft and hard', () => {
  test('7200 soft, 7500 hard, 7275 rev/min: a quarter is cut', () => {
    expect(new Followed(NORMAL).at({ speed: 7275 })).toMatchObject({
      share: 0.25,
      reason: 'speed',
      softRpm: 7200,
      hardRpm: 7500,
    });
  });

  test('the share rises from nothing at the soft speed to all at the hard one', () => {
    const shares = [7100, 7200, 7201.5, 7350, 7499, 7500, 9000].map(
      (speed) => new Followed(NORMAL).at({ speed }).share,
    );
    expect(shares).toEqual([0, 0, 0.005, 0.5, expect.closeTo(0.99667, 4), 1, 1]);
    expect(new Followed(NORMAL).at({ speed: 7200 }).reason).toBe('none');
  });

  test('or the spark is pulled, and nothing cut until the hard speed', () => {
    const pulled = { ...NORMAL, softly: 'retard' } as const;
    expect(new Followed(pulled).at({ speed: 7275 })).toMatchObject({
      share: 0,
      retardDeg: 3,
      reason: 'speed',
    });
    expect(new Followed(pulled).at({ speed: 7500 })).toMatchObject({
      share: 1,
      retardDeg: 12,
      cutFuel: true,
    });
    expect(new Followed(NORMAL).at({ speed: 7275 }).retardDeg).toBe(0);
  });

  test('on the way back it lets go only past the hysteresis', () => {
    const limiter = new Followed({ ...NORMAL, hysteresisRpm: 60 });
    const shares = [7350, 7320, 7290, 7260, 7300, 7330].map((speed) => limiter.at({ speed }).share);
    // Held at 7350 down to 7290; from there 60 above what it is, and up again only past that.
    expect(shares).toEqual([0.5, 0.5, 0.5, 0.4, 0.4, expect.closeTo(0.4333, 4)]);
  });

  test('without hysteresis it follows both ways', () => {
    const limiter = new Followed(NORMAL);
    expect([7350, 7290].map((speed) => limiter.at({ speed }).share)).toEqual([0.5, 0.3]);
  });

  test('an engine that is cranked is not limited', () => {
    expect(new Followed(NORMAL).at({ speed: 8000, phase: PHASE.cranking })).toMatchObject({
      share: 0,
      reason: 'none',
      cutFuel: false,
    });
  });
});

describe('what is withheld', () => {
  const above = { speed: 7600 };

  test('by fuel: the charge that is prepared gets none, and every spark falls', () => {
    const limiter = new Followed(NORMAL);
    expect(limiter.at(above).cutFuel).toBe(true);
    expect([1, 2, 3, 4].map((cylinder) => limiter.withheld(cylinder))).toEqual([false, false, false, false]);
    expect(limiter.cutsBy('speed', 'fuelCuts')).toEqual([1, 0, 0, 0]);
  });

  test('by spark: from the hard speed on none falls at all, and fuel runs', () => {
    const limiter = new Followed({ ...NORMAL, by: 'spark' });
    expect(limiter.at(above).cutFuel).toBe(false);
    expect([2, 3].map((cylinder) => limiter.withheld(cylinder))).toEqual([true, true]);
    expect(limiter.cutsBy('speed', 'sparkCuts')).toEqual([0, 1, 1, 0]);
    expect(limiter.cutsBy('speed', 'fuelCuts')).toEqual([0, 0, 0, 0]);
  });

  test('a charge that is chosen below it gets no spark when it comes to fire, whatever speed is by then', () => {
    const limiter = new Followed({ ...NORMAL, by: 'both' });
    const chosen = Array.from({ length: 4 }, () => limiter.at({ speed: 7275 }).cutFuel);
    expect(chosen).toEqual([false, false, false, true]);
    limiter.at({ speed: 6000 });
    expect([3, 4].map((cylinder) => limiter.withheld(cylinder))).toEqual([false, true]);
    expect(limiter.cutsBy('speed', 'sparkCuts')).toEqual([0, 0, 0, 1]);
    for (let i = 0; i < 3; i += 1) limiter.at({ speed: 6000 });
    expect(limiter.withheld(4)).toBe(false);
  });

  test('where no cylinder is named nothing is cut, and nothing is counted', () => {
    const limiter = new Followed(NORMAL);
    expect(limiter.at({ ...above, cylinder: NaN }).cutFuel).toBe(false);
    expect(limiter.at({ ...above, cylinder: 5 }).cutFuel).toBe(false);
    expect(limiter.state.fuelCuts.every((count) => count === 0)).toBe(true);
    expect(withholdsSpark(null, limiter.state, limiter.out, 1)).toBe(false);
  });
});

describe('the lowest of the limits acts', () => {
  const all: SpeedLimiting = {
    ...NORMAL,
    byCoolant: curve([-30, 50], [4500, 7500]),
    byGear: curve([0, 1, 2], [6000, 7500, 8000]),
  };

  test.each([
    ['cold', { coolant: -30, gear: 1, speed: 4600 }, 4500],
    ['cold', { coolant: 10, gear: 1, speed: 6100 }, 6000],
    ['gear', { coolant: 50, gear: 0, speed: 6100 }, 6000],
    ['speed', { coolant: 50, gear: 2, speed: 7600 }, 7500],
    ['protection', { coolant: 50, gear: 1, speed: 3600, protectionLimit: 3500 }, 3500],
    ['sensor', { coolant: 50, gear: 1, speed: 5100, sensorLimit: 5000, protectionLimit: 5000.5 }, 5000],
  ] as const)('%s at %j', (reason, values, hardRpm) => {
    expect(new Followed(all).at(values)).toMatchObject({ reason, hardRpm, softRpm: hardRpm - 300, share: 1 });
  });

  test('one that nobody knows is none', () => {
    expect(new Followed(all).at({ coolant: NaN, gear: 1, speed: 7600 })).toMatchObject({
      reason: 'speed',
      hardRpm: 7500,
    });
  });

  test('protection and lost sensors cut fuel, whatever the normal limit cuts', () => {
    const bySpark = { ...all, by: 'spark' } as const;
    expect(new Followed(bySpark).at({ speed: 4000, protectionLimit: 3500 })).toMatchObject({
      by: 'fuel',
      cutFuel: true,
    });
    expect(new Followed(bySpark).at({ coolant: -30, speed: 4600 }).by).toBe('spark');
  });
});

describe('launch', () => {
  const launch: Launch = {
    hardRpm: 4000,
    belowKmPerH: 10,
    by: 'spark',
    sparkDeg: 5,
    after: { hardRpm: 6500, forS: 2 },
  };
  const limiter = () => new Followed({ ...NORMAL, launch });
  const held = { launchSwitch: 1, vehicleSpeed: 0, speed: 4100 };

  test('holds the engine at its own speed, by its own cut, with its own spark, while the switch is held', () => {
    const one = limiter();
    expect(one.at({ ...held, time: 1 })).toMatchObject({
      reason: 'launch',
      launching: true,
      hardRpm: 4000,
      by: 'spark',
      sparkDeg: 5,
      sinceLaunchS: LONG_AGO_S,
    });
    expect(one.at({ ...held, launchSwitch: 0, time: 2, speed: 3000 })).toMatchObject({
      launching: false,
      sparkDeg: null,
    });
  });

  test.each([
    ['the car is as fast as that', { vehicleSpeed: 10 }],
    ['the switch is let go', { launchSwitch: 0 }],
    ['the engine is cranked', { phase: PHASE.cranking }],
  ])('not when %s', (_, values) => {
    expect(limiter().at({ ...held, ...values })).toMatchObject({ launching: false, hardRpm: 7500 });
  });

  test('a limit for a time after it, and then the normal one; the time is told', () => {
    const one = limiter();
    one.at({ ...held, time: 1 });
    const later = [1.5, 2.5, 3.4, 3.5].map((time) =>
      one.at({ ...held, vehicleSpeed: 12, time, speed: 6600 }),
    );
    expect(later.map(({ reason }) => reason)).toEqual(['afterLaunch', 'afterLaunch', 'afterLaunch', 'none']);
    expect(later.map(({ sinceLaunchS }) => sinceLaunchS)).toEqual([0, 1, expect.closeTo(1.9, 9), 2]);
    expect(one.at({ ...held, time: 4 })).toMatchObject({ reason: 'launch', sinceLaunchS: LONG_AGO_S });
  });

  test('without such a limit the normal one is back at once', () => {
    const one = new Followed({ ...NORMAL, launch: { ...launch, after: null } });
    one.at({ ...held, time: 1 });
    expect(one.at({ ...held, vehicleSpeed: 12, time: 1.1, speed: 6600 })).toMatchObject({ hardRpm: 7500 });
  });
});

describe('gear shift', () => {
  const shift: ShiftCut = {
    by: 'spark',
    timeMs: curve([1, 2, 3], [100, 80, 60]),
    aboveRpm: 3000,
    aboveThrottlePercent: 30,
    againAfterS: 0.4,
  };
  const pulls = { speed: 5000, throttle: 90, gear: 2 };
  const limiter = () => new Followed({ ...NORMAL, shift });
  const closing = (values: ChannelValues, one = limiter()) => {
    one.at({ ...pulls, ...values, time: 1, shiftSwitch: 0 });
    return one.at({ ...pulls, ...values, time: 1.02, shiftSwitch: 1 });
  };

  test('all charges are cut for as long as the gear’s curve says, from the moment the switch closes', () => {
    const one = limiter();
    expect(closing({}, one)).toMatchObject({ reason: 'shift', share: 1, by: 'spark' });
    const shares = [1.06, 1.099, 1.1, 1.3].map((time) => one.at({ ...pulls, time, shiftSwitch: 1 }).share);
    expect(shares).toEqual([1, 1, 0, 0]);
  });

  test.each([
    ['too slow', { speed: 3000 }],
    ['with the throttle closed', { throttle: 30 }],
    ['cranked', { phase: PHASE.cranking }],
  ])('not %s', (_, values) => {
    expect(closing(values).share).toBe(0);
  });

  test('not again until its time is over, then again', () => {
    const one = limiter();
    closing({}, one);
    const bounce = (time: number) => {
      one.at({ ...pulls, time, shiftSwitch: 0 });
      return one.at({ ...pulls, time: time + 0.01, shiftSwitch: 1 }).share;
    };
    expect([bounce(1.2), bounce(1.41), bounce(1.55)]).toEqual([0, 1, 0]);
  });
});

test('a held switch pulls the spark by so much, beside what a limit pulls', () => {
  const settings = { ...NORMAL, softly: 'retard', heldRetardDeg: 8 } as const;
  expect(new Followed(settings).at({ speed: 3000, retardSwitch: 1 }).retardDeg).toBe(8);
  expect(new Followed(settings).at({ speed: 7275, retardSwitch: 1 }).retardDeg).toBe(11);
  expect(new Followed(settings).at({ speed: 3000, retardSwitch: 0 }).retardDeg).toBe(0);
});

test('every limit there is has a name, and its number is its place', () => {
  expect(LIMITS.map(({ id }) => LIMIT_CODE[id])).toEqual(LIMITS.map((_, i) => i));
});

test('what is withheld is counted once for each charge, by its limit, whatever the speed does', () => {
  const speeds = fc.array(fc.integer({ min: 6900, max: 7700 }), { minLength: 1, maxLength: 200 });
  fc.assert(
    fc.property(speeds, fc.constantFrom('fuel', 'spark', 'both'), (list, by) => {
      const limiter = new Followed({ ...NORMAL, by });
      let [fuel, spark] = [0, 0];
      list.forEach((speed, i) => {
        if (limiter.at({ speed, time: i / 100 }).cutFuel) fuel += 1;
        if (limiter.withheld(((i + 1) % 4) + 1)) spark += 1;
      });
      const sum = (counts: readonly number[]) => counts.reduce((a, b) => a + b, 0);
      expect([sum(limiter.state.fuelCuts), sum(limiter.state.sparkCuts)]).toEqual([fuel, spark]);
      if (by === 'fuel') expect(spark).toBe(0);
      if (by === 'spark') expect(fuel).toBe(0);
      expect(limiter.out.share).toBeGreaterThanOrEqual(0);
      expect(limiter.out.share).toBeLessThanOrEqual(1);
    }),
  );
});
