import fc from 'fast-check';
import { AT, type Frame, frameOf, PHASE, write } from '../channel';
import {
  beginWork,
  endWork,
  holdWork,
  IDLE_TRIAL_LIMITS,
  type IdleAsk,
  PULSE_LIMITS,
  work,
  type WorkAsk,
  type WorkTarget,
} from './work';

const TARGETS: readonly WorkTarget[] = [
  { function: 'output-lamp', kind: 'output', output: 0 },
  { function: 'output-pump', kind: 'output', output: 1 },
  { function: 'injector-2', kind: 'injector', output: -1 },
  { function: 'coil-1', kind: 'coil', output: -1 },
];
const SETTINGS = { targets: TARGETS, pump: 1, idleThrottlePercent: 2 };
const PUMP: WorkAsk = { kind: 'hold', function: 'output-pump', forS: 10, dutyPercent: 100 };
const CLICKS: WorkAsk = {
  kind: 'pulses',
  function: 'injector-2',
  openMs: 5,
  everyMs: 100,
  count: 4,
  pump: false,
};

/** Work from a moment on, stepped fifty times a second, held every second or by choice. */
function made(fromS = 3) {
  const state = work.atRest(SETTINGS);
  const out = work.out(SETTINGS);
  const frame = frameOf({ time: fromS });
  let timeS = fromS;
  const step = () => {
    write(frame, AT.time, timeS);
    work.step(SETTINGS, state, frame, out);
    timeS = Math.round(timeS * 50 + 1) / 50;
  };
  return {
    state,
    out,
    frame,
    begin: (ask: WorkAsk) => beginWork(SETTINGS, state, frame, ask),
    /** What was seen at every step of so many seconds. */
    run(forS: number, holds = true) {
      return Array.from({ length: Math.round(forS * 50) }, (_, i) => {
        if (holds && i % 50 === 0) holdWork(state, frame);
        step();
        return { ...out };
      });
    },
  };
}

test('an output is held for its time, counted down, and let go by itself', () => {
  const pump = made();
  expect(pump.run(0.1).every(({ output, reason }) => output === -1 && reason === 'none')).toBe(true);
  expect(pump.begin(PUMP)).toBeNull();
  const seen = pump.run(12);
  expect(seen.filter(({ output }) => output === 1)).toHaveLength(499);
  expect(seen[0]).toMatchObject({ reason: 'working', dutyPercent: 100, pulsed: -1 });
  // It began at the step before: 10 s, and 0.02 s less with each step.
  expect(seen[0]?.leftS).toBeCloseTo(9.98, 9);
  expect(seen[250]?.leftS).toBeCloseTo(4.98, 9);
  expect(seen.at(-1)).toMatchObject({ output: -1, dutyPercent: 0, leftS: 0, reason: 'done' });
});

test('nobody is heard of for three seconds: it ends, and says so', () => {
  const pump = made();
  pump.begin(PUMP);
  const seen = pump.run(5, false);
  const onFor = seen.filter(({ output }) => output === 1).length / 50;
  expect(onFor).toBeGreaterThan(2.95);
  expect(onFor).toBeLessThan(3.06);
  expect(seen.at(-1)?.reason).toBe('silent');
});

test('the engine turns: it ends in that step, and is not begun', () => {
  const pump = made();
  pump.begin(PUMP);
  pump.run(1);
  write(pump.frame, AT.speed, 40);
  expect(pump.run(0.02)[0]).toMatchObject({ output: -1, reason: 'turning' });
  expect(pump.begin(PUMP)).toBe('workTurning');
  write(pump.frame, AT.speed, 0);
  expect(pump.run(1).every(({ output }) => output === -1)).toBe(true);
});

test('it is ended by hand, and ending what is not there says nothing', () => {
  const pump = made();
  endWork(pump.state);
  expect(pump.run(0.02)[0]?.reason).toBe('none');
  pump.begin(PUMP);
  pump.run(0.5);
  endWork(pump.state);
  expect(pump.run(0.02)[0]).toMatchObject({ output: -1, reason: 'ended' });
});

// 4 pulses at 0, 0.1, 0.2 and 0.3 s, and 0.1 s after the last it is done.
test('pulses come in their time, each once, and so many of them', () => {
  const clicks = made(0);
  clicks.begin(CLICKS);
  const seen = clicks.run(1);
  const at = seen.flatMap(({ pulsed }, i) => (pulsed >= 0 ? [i / 50] : []));
  expect(at).toEqual([0, 0.1, 0.2, 0.3]);
  expect(seen[5]).toMatchObject({ pulsed: 2, openMs: 5, output: -1 });
  expect(seen.at(-1)?.reason).toBe('done');
});

test('with the pump: it runs two seconds before the first pulse, and to the end', () => {
  const flow = made(0);
  expect(flow.begin({ ...CLICKS, pump: true })).toBeNull();
  const seen = flow.run(3);
  expect(seen.flatMap(({ pulsed }, i) => (pulsed >= 0 ? [i / 50] : []))).toEqual([2, 2.1, 2.2, 2.3]);
  expect(seen.filter(({ output }) => output === 1)).toHaveLength(120);
  expect(seen[0]?.leftS).toBeCloseTo(2.4, 9);
  const none = { ...SETTINGS, pump: -1 };
  expect(beginWork(none, flow.state, flow.frame, { ...CLICKS, pump: true })).toBe('noTarget');
});

test('another ask takes the place of the one before, from its own beginning', () => {
  const both = made();
  both.begin(PUMP);
  both.run(4);
  both.begin({ ...PUMP, function: 'output-lamp', forS: 2 });
  const seen = both.run(3);
  expect(seen.filter(({ output }) => output === 0).length / 50).toBeCloseTo(2, 1);
  expect(seen.some(({ output }) => output === 1)).toBe(false);
});

test.each<[string, WorkAsk, string]>([
  ['nothing on a pin of that name', { ...PUMP, function: 'output-horn' }, 'noTarget'],
  ['longer than a minute', { ...PUMP, forS: 60.1 }, 'workTooMuch'],
  ['for no time', { ...PUMP, forS: 0 }, 'workTooMuch'],
  ['further than open', { ...PUMP, dutyPercent: 101 }, 'workTooMuch'],
  ['not opened at all', { ...PUMP, dutyPercent: 0 }, 'workTooMuch'],
  ['an injector held open', { ...PUMP, function: 'injector-2' }, 'workTooMuch'],
  ['a coil held', { ...PUMP, function: 'coil-1' }, 'workTooMuch'],
  ['a pump pulsed', { ...CLICKS, function: 'output-pump' }, 'workTooMuch'],
  ['an injector open for too long', { ...CLICKS, openMs: 20.1 }, 'workTooMuch'],
  ['an injector not opened', { ...CLICKS, openMs: 0 }, 'workTooMuch'],
  ['without a rest', { ...CLICKS, openMs: 18, everyMs: 21.9 }, 'workTooMuch'],
  ['more often than it is stepped', { ...CLICKS, everyMs: 19 }, 'workTooMuch'],
  ['half a pulse', { ...CLICKS, count: 1.5 }, 'workTooMuch'],
  ['no pulse', { ...CLICKS, count: 0 }, 'workTooMuch'],
  ['too many', { ...CLICKS, openMs: 1, count: 1001 }, 'workTooMuch'],
  ['too much fuel', { ...CLICKS, openMs: 20, count: 301 }, 'workTooMuch'],
  ['a coil that would burn', { ...CLICKS, function: 'coil-1', openMs: 8.1 }, 'workTooMuch'],
  ['a coil too often', { ...CLICKS, function: 'coil-1', openMs: 3, everyMs: 99 }, 'workTooMuch'],
])('refused: %s, and nothing is worked', (_, ask, why) => {
  const one = made();
  expect(one.begin(ask)).toBe(why);
  expect(one.run(1).every(({ output, pulsed }) => output === -1 && pulsed === -1)).toBe(true);
});

test('at its limits it is taken', () => {
  const { openMs, count } = PULSE_LIMITS.injector;
  expect(made().begin({ ...PUMP, forS: 60 })).toBeNull();
  expect(made().begin({ ...CLICKS, openMs, everyMs: 24, count: 300 })).toBeNull();
  expect(made().begin({ ...CLICKS, openMs: 6, count })).toBeNull();
  expect(made().begin({ ...CLICKS, function: 'coil-1', openMs: 8, count: 50 })).toBeNull();
});

test('whatever is asked in whatever order, one thing at a time is worked, never a coil or injector beyond its limits', () => {
  const ask = fc.oneof(
    fc.constantFrom<WorkAsk>(PUMP, CLICKS, { ...PUMP, function: 'output-lamp', forS: 1 }),
    fc.record({
      kind: fc.constant('pulses' as const),
      function: fc.constantFrom('injector-2', 'coil-1', 'output-pump'),
      openMs: fc.double({ min: -5, max: 40, noNaN: true }),
      everyMs: fc.double({ min: 0, max: 300, noNaN: true }),
      count: fc.integer({ min: -5, max: 2000 }),
      pump: fc.constant(false),
    }),
  );
  fc.assert(
    fc.property(
      fc.array(fc.tuple(ask, fc.integer({ min: 1, max: 150 }), fc.boolean()), { maxLength: 8 }),
      (asks) => {
        const one = made();
        for (const [wanted, steps, holds] of asks) {
          one.begin(wanted);
          const seen = one.run(steps / 50, holds);
          for (const { output, pulsed, openMs, reason } of seen) {
            expect(output >= 0 && pulsed >= 0).toBe(false);
            if (output >= 0 || pulsed >= 0) expect(reason).toBe('working');
            const kind = TARGETS[pulsed]?.kind;
            if (kind !== undefined) expect(openMs).toBeLessThanOrEqual(kind === 'coil' ? 8 : 20);
          }
          const open = seen.reduce((sum, { openMs }) => sum + openMs, 0);
          expect(open).toBeLessThanOrEqual(6000);
        }
      },
    ),
    { numRuns: 60 },
  );
});

describe('a spark that is held', () => {
  const HELD: WorkAsk = { kind: 'timing', sparkDeg: 10, fuel: false, forS: 30 };

  test('acts at an engine that turns and at one that stands, and nothing else does', () => {
    const one = made();
    write(one.frame, AT.speed, 240);
    expect(one.begin(HELD)).toBeNull();
    const [first] = one.run(1);
    expect(first).toMatchObject({ sparkDeg: 10, noFuel: true, output: -1, pulsed: -1, reason: 'working' });
    write(one.frame, AT.speed, 0);
    expect(one.run(0.1).at(-1)).toMatchObject({ sparkDeg: 10, reason: 'working' });
  });

  test('with fuel it only holds the spark; ended it holds nothing', () => {
    const one = made();
    one.begin({ ...HELD, fuel: true });
    expect(one.run(0.1).at(-1)).toMatchObject({ sparkDeg: 10, noFuel: false });
    endWork(one.state);
    expect(one.run(0.1).at(-1)).toMatchObject({ sparkDeg: NaN, noFuel: false, reason: 'ended' });
  });

  test('it is over after its time, and when nobody holds it', () => {
    const one = made();
    one.begin(HELD);
    const seen = one.run(31);
    expect(seen.filter(({ noFuel }) => noFuel).length / 50).toBeCloseTo(30, 1);
    one.begin(HELD);
    expect(one.run(4, false).at(-1)).toMatchObject({ sparkDeg: NaN, noFuel: false, reason: 'silent' });
  });

  test.each<[string, Partial<Extract<WorkAsk, { kind: 'timing' }>>]>([
    ['too early', { sparkDeg: 25.1 }],
    ['too late', { sparkDeg: -10.1 }],
    ['no number', { sparkDeg: NaN }],
    ['for too long', { forS: 300.1 }],
    ['for no time', { forS: 0 }],
  ])('refused: %s', (_, part) => {
    expect(made().begin({ ...HELD, ...part } as WorkAsk)).toBe('workTooMuch');
  });

  test('at its limits it is taken', () => {
    expect(made().begin({ ...HELD, sparkDeg: 25, forS: 300 } as WorkAsk)).toBeNull();
    expect(made().begin({ ...HELD, sparkDeg: -10 } as WorkAsk)).toBeNull();
  });
});

describe('an idle that is tried', () => {
  const TRIED: IdleAsk = {
    kind: 'idle',
    lambda: 0.9,
    fuelShare: 1.1,
    sparkDeg: 12,
    sparkAddsDeg: 3,
    airPercent: 20,
    forS: 30,
  };
  const idling = () => {
    const one = made();
    write(one.frame, AT.phase, PHASE.running);
    write(one.frame, AT.speed, 950);
    return one;
  };

  test('acts with all it names, and with nothing of it before and after', () => {
    const one = idling();
    const none = { lambda: NaN, sparkDeg: NaN, airPercent: NaN, fuelShare: 1, sparkAddsDeg: 0 };
    expect(one.run(0.1)[0]).toMatchObject(none);
    expect(one.begin(TRIED)).toBeNull();
    const seen = one.run(31);
    const { lambda, sparkDeg, airPercent, fuelShare, sparkAddsDeg } = TRIED;
    const all = { lambda, sparkDeg, airPercent, fuelShare, sparkAddsDeg, output: -1, pulsed: -1 };
    expect(seen[0]).toMatchObject({ ...all, noFuel: false });
    expect(seen[1400]).toMatchObject({ ...all, reason: 'working' });
    expect(seen.at(-1)).toMatchObject({ ...none, reason: 'done' });
  });

  test('what is null is not held', () => {
    const one = idling();
    one.begin({ ...TRIED, lambda: null, sparkDeg: null, airPercent: null });
    expect(one.run(0.1).at(-1)).toMatchObject({ lambda: NaN, sparkDeg: NaN, airPercent: NaN });
  });

  test.each<[string, (frame: Frame) => void]>([
    ['a foot opens the throttle', (frame) => write(frame, AT.throttle, 2)],
    ['it dies', (frame) => write(frame, AT.phase, PHASE.off)],
  ])('%s: it ends at once, and says so', (_, happens) => {
    const one = idling();
    one.begin(TRIED);
    one.run(1);
    happens(one.frame);
    const [first] = one.run(0.02);
    expect(first).toMatchObject({ lambda: NaN, airPercent: NaN, fuelShare: 1, reason: 'leftIdle' });
    expect(one.begin(TRIED)).toBe('workNotIdling');
  });

  test('a throttle that is nearly closed still idles', () => {
    const one = idling();
    write(one.frame, AT.throttle, 1.99);
    expect(one.begin(TRIED)).toBeNull();
    expect(one.run(0.02)[0]?.reason).toBe('working');
  });

  const { lambda, fuelShare, sparkDeg, sparkAddsDeg, airPercent, forS } = IDLE_TRIAL_LIMITS;
  test.each<Partial<IdleAsk>>([
    { lambda: lambda.min - 0.001 },
    { lambda: lambda.max + 0.001 },
    { fuelShare: fuelShare.min - 0.001 },
    { fuelShare: fuelShare.max + 0.001 },
    { sparkDeg: sparkDeg.min - 0.1 },
    { sparkDeg: sparkDeg.max + 0.1 },
    { sparkAddsDeg: sparkAddsDeg.min - 0.1 },
    { sparkAddsDeg: sparkAddsDeg.max + 0.1 },
    { airPercent: -0.1 },
    { airPercent: 100.1 },
    { forS: 0 },
    { forS: forS + 1 },
    { fuelShare: NaN },
  ])('refused beyond its limits: %j', (part) => {
    const one = idling();
    expect(one.begin({ ...TRIED, ...part })).toBe('workTooMuch');
    expect(one.run(0.1).every(({ reason }) => reason === 'none')).toBe(true);
  });

  test('taken at its limits', () => {
    for (const end of ['min', 'max'] as const) {
      const at = {
        lambda: lambda[end],
        fuelShare: fuelShare[end],
        sparkDeg: sparkDeg[end],
        sparkAddsDeg: sparkAddsDeg[end],
        airPercent: airPercent[end],
        forS,
      };
      expect(idling().begin({ ...TRIED, ...at })).toBeNull();
    }
  });
});
