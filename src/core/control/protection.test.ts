import fc from 'fast-check';
import { AT, type ChannelValues, frameOf, GUARD_CODE, PHASE } from '../channel';
import { curveThrough } from '../numeric';
import { GUARD_IDS } from '../protection';
import { type Guard, guardCode, protection, type ProtectionOut } from './protection';

const HOT: Guard = {
  id: 'coolant',
  act: 'speed',
  delayS: 2,
  latched: false,
  limitRpm: 4500,
  richerPercent: 0,
  hangsOn: 8,
  sees: { kind: 'threshold', place: AT.coolant, above: true, threshold: 112, hysteresis: 3 },
};
const OIL: Guard = {
  ...HOT,
  id: 'oilPressure',
  delayS: 0.5,
  latched: true,
  limitRpm: 3500,
  sees: {
    kind: 'oilPressure',
    leastKpa: curveThrough([
      [1000, 50],
      [6000, 300],
    ]),
  },
};
const FUEL: Guard = {
  ...HOT,
  id: 'fuelPressure',
  delayS: 0,
  sees: { kind: 'fuelPressure', railGaugeKpa: 350, byManifold: true, barometricKpa: 80, shortByKpa: 50 },
};
const LEAN: Guard = {
  ...HOT,
  id: 'lean',
  act: 'cut',
  delayS: 0,
  sees: { kind: 'lean', leanerByPercent: 10, aboveThrottlePercent: 60 },
};

/** Guards followed over moments, each [time, channels]. */
function followed(
  guards: readonly Guard[],
  moments: readonly (readonly [number, ChannelValues])[],
): ProtectionOut[] {
  const state = protection.atRest({ guards });
  const out = protection.out({ guards });
  return moments.map(([time, values]) => {
    const frame = frameOf({ phase: PHASE.running, sinceStart: 60, speed: 3000, time, ...values });
    protection.step({ guards }, state, frame, out);
    return { ...out };
  });
}

const limits = (outs: readonly ProtectionOut[]) => outs.map(({ limitRpm }) => limitRpm);

test('it acts after its delay and not before, and lets go past its hysteresis', () => {
  const at = (time: number, coolant: number) => [time, { coolant }] as const;
  const outs = followed(
    [HOT],
    [at(0, 113), at(1.99, 113), at(2, 113), at(3, 110), at(4, 109), at(5, 113), at(6.9, 113)],
  );
  expect(limits(outs)).toEqual([NaN, NaN, 4500, 4500, NaN, NaN, NaN]);
  expect(outs.map(({ reason }) => reason).slice(1, 4)).toEqual(['none', 'coolant', 'coolant']);
});

test('a spike shorter than the delay does nothing, however often it comes', () => {
  const spikes = Array.from({ length: 40 }, (_, i) => [i, { coolant: i % 2 === 0 ? 130 : 90 }] as const);
  expect(followed([HOT], spikes).every(({ reason }) => reason === 'none')).toBe(true);
});

test('one that is latched stays until key-off', () => {
  const low = { speed: 6000, oilPressure: 200 };
  const outs = followed(
    [OIL],
    [
      [0, low],
      [0.5, low],
      [9, { speed: 1000, oilPressure: 400 }],
      [10, { phase: PHASE.cranking }],
    ],
  );
  expect(limits(outs)).toEqual([NaN, 3500, 3500, 3500]);
});

// Half-way from 1000 to 6000 rev/min the least is 175 kPa; while it acts, 8 % more is asked: 189.
test('oil pressure is judged by speed', () => {
  const outs = (oilPressure: number) =>
    followed(
      [{ ...OIL, latched: false }],
      [
        [0, { speed: 3500, oilPressure }],
        [1, { speed: 3500, oilPressure }],
        [2, { speed: 3500, oilPressure: 188 }],
        [3, { speed: 3500, oilPressure: 190 }],
      ],
    );
  expect(limits(outs(174))).toEqual([NaN, 3500, 3500, NaN]);
  expect(limits(outs(176))).toEqual([NaN, NaN, NaN, NaN]);
});

// 350 gauge over 80 outside; at 140 in the manifold the regulator holds 410: 50 short of it is 360.
test('fuel pressure is judged against what the regulator should hold', () => {
  const reason = (manifoldPressure: number, fuelPressure: number, guard: Guard = FUEL) =>
    followed([guard], [[0, { manifoldPressure, fuelPressure }]])[0]?.reason;
  expect([reason(140, 361), reason(140, 359)]).toEqual(['none', 'fuelPressure']);
  expect([reason(40, 261), reason(40, 259)]).toEqual(['none', 'fuelPressure']);
  const fixed = { ...FUEL, sees: { ...FUEL.sees, byManifold: false } } as Guard;
  expect([reason(140, 301, fixed), reason(140, 299, fixed)]).toEqual(['none', 'fuelPressure']);
  expect(reason(140, NaN)).toBe('none');
});

test('lean is the leaner of the sensors over the target, under load alone; all is cut', () => {
  const seen = (values: ChannelValues) =>
    followed([LEAN], [[0, { throttle: 90, lambdaTarget: 0.8, ...values }]])[0]?.limitRpm;
  expect(seen({ lambdaOne: 0.879 })).toBe(NaN);
  expect(seen({ lambdaOne: 0.881 })).toBe(0);
  expect(seen({ lambdaOne: 0.7, lambdaTwo: 0.9 })).toBe(0);
  expect(seen({ lambdaOne: 0.9, throttle: 60 })).toBe(NaN);
  expect(seen({})).toBe(NaN);
});

test.each<[string, ChannelValues]>([
  ['the engine is cranked', { phase: PHASE.cranking }],
  ['it has just started', { sinceStart: 2.9 }],
])('nothing is watched while %s', (_, values) => {
  expect(followed([FUEL], [[0, { manifoldPressure: 80, fuelPressure: 0, ...values }]])[0]?.reason).toBe(
    'none',
  );
  expect(followed([FUEL], [[0, { manifoldPressure: 80, fuelPressure: 0, sinceStart: 3 }]])[0]?.reason).toBe(
    'fuelPressure',
  );
});

test('of several the first in the list is told, the lowest limit holds, and the most fuel is added', () => {
  const hot = { ...HOT, delayS: 0 };
  const outs = followed(
    [
      { ...LEAN, act: 'warn' },
      hot,
      { ...hot, limitRpm: 3000 },
      { ...hot, act: 'richer', richerPercent: 6 },
      { ...hot, act: 'richer', richerPercent: 4 },
    ],
    [
      [0, { coolant: 120 }],
      [1, { coolant: 120, throttle: 90, lambdaOne: 1, lambdaTarget: 0.8 }],
      [2, { coolant: 90 }],
    ],
  );
  expect(outs).toEqual([
    { reason: 'coolant', limitRpm: 3000, richerPercent: 6, boostRests: false },
    { reason: 'lean', limitRpm: 3000, richerPercent: 6, boostRests: false },
    { reason: 'none', limitRpm: NaN, richerPercent: 0, boostRests: false },
  ]);
});

test('a guard whose sensor is in fault sees nothing, and one that acts lets go', () => {
  const hot = { ...HOT, delayS: 0 };
  const outs = followed(
    [hot],
    [
      [0, { coolant: 120, sensorsLost: 8 }],
      [1, { coolant: 120, sensorsLost: 2 }],
      [2, { coolant: 120, sensorsLost: 12 }],
    ],
  );
  expect(limits(outs)).toEqual([NaN, 4500, NaN]);
});

test('a guard may keep boost down, and holds no speed by it', () => {
  const keeps = { ...HOT, act: 'boost', delayS: 0 } as const;
  const outs = followed(
    [keeps],
    [
      [0, { coolant: 120 }],
      [1, { coolant: 100 }],
    ],
  );
  expect(outs).toEqual([
    { reason: 'coolant', limitRpm: NaN, richerPercent: 0, boostRests: true },
    { reason: 'none', limitRpm: NaN, richerPercent: 0, boostRests: false },
  ]);
});

test('charges that are cut read lean, and are not taken for it', () => {
  const lean = { throttle: 90, lambdaTarget: 0.8, lambdaOne: 1.5 };
  const cut = (values: ChannelValues) => followed([LEAN], [[0, { ...lean, ...values }]])[0]?.reason;
  expect([cut({}), cut({ cutShare: 20 }), cut({ overrunCut: 1 })]).toEqual(['lean', 'none', 'none']);
});

test('every guard has a number of its own in its channel', () => {
  const codes = GUARD_IDS.map((reason) => guardCode({ ...protection.out(null), reason }));
  expect(new Set([0, ...codes]).size).toBe(GUARD_IDS.length + 1);
  expect(guardCode(protection.out(null))).toBe(GUARD_CODE.none);
});

test('for any delay and any drive it never acts before something was wrong for so long without a break', () => {
  const drive = fc.array(fc.integer({ min: 100, max: 125 }), { minLength: 1, maxLength: 80 });
  fc.assert(
    fc.property(drive, fc.constantFrom(0, 0.1, 0.5, 1.5), (coolants, delayS) => {
      const outs = followed(
        [{ ...HOT, delayS }],
        coolants.map((coolant, i) => [i / 10, { coolant }] as const),
      );
      let wrongFor = 0;
      outs.forEach(({ reason }, i) => {
        const before = i > 0 && outs[i - 1]?.reason === 'coolant';
        const wrong = (coolants[i] as number) > (before ? 109 : 112);
        wrongFor = wrong ? wrongFor + 1 : 0;
        const due = wrong && (before || (wrongFor - 1) / 10 >= delayS - 1e-9);
        expect([i, reason]).toEqual([i, due ? 'coolant' : 'none']);
      });
    }),
  );
});
