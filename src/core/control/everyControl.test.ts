import fc from 'fast-check';
import { AT, type ChannelValues, frameOf, PHASE } from '../channel';
import type { Activation } from '../correction';
import type { Condition } from '../outputs';
import type { Control } from './control';
import { gridOf } from '../numeric';
import type { BoostControl } from './boost';
import type { ClosedLoop } from './closedLoop';
import type { IdleControl } from './idle';
import type { KnockControl } from './knock';
import type { LearnedTrims } from './learnedTrim';
import type { OverrunCut } from './overrun';
import type { Guard } from './protection';
import type { Launch, ShiftCut, SpeedLimiting } from './speedLimits';
import type { Switching } from './switching';
import * as controls from '.';

const limit = fc.integer({ min: 0, max: 4000 });
const wait = fc.constantFrom(0, 0.1, 0.25, 0.5, 2);
const comparison = fc.constantFrom('above' as const, 'below' as const);

const anyActivation: fc.Arbitrary<Activation> = fc.record({
  channel: fc.constant('speed' as const),
  comparison,
  threshold: limit,
  hysteresis: fc.integer({ min: 0, max: 400 }),
  delayS: wait,
});
const anyCut: fc.Arbitrary<OverrunCut> = fc.record({
  speedAboveRpm: limit,
  speedHysteresisRpm: fc.integer({ min: 0, max: 400 }),
  throttleBelowPercent: fc.integer({ min: 1, max: 60 }),
  throttleHysteresisPercent: fc.integer({ min: 0, max: 5 }),
  pressureBelowKpa: fc.integer({ min: 20, max: 90 }),
  pressureHysteresisKpa: fc.integer({ min: 0, max: 10 }),
  coolantAboveC: fc.integer({ min: -20, max: 60 }),
  coolantHysteresisC: fc.integer({ min: 0, max: 5 }),
  delayInS: wait,
  delayOutS: wait,
  returnDeg: fc.integer({ min: 0, max: 30 }),
  returnS: wait,
});
const anyCondition: fc.Arbitrary<Condition> = fc.record({
  channel: fc.constant('speed' as const),
  comparison,
  threshold: limit,
  hysteresis: fc.integer({ min: 0, max: 400 }),
  minOnS: wait,
  minOffS: wait,
});
const anyCurve = fc
  .array(fc.integer({ min: 500, max: 9000 }), { minLength: 3, maxLength: 3 })
  .map((values) => gridOf({ x: [-20, 20, 60], y: [], values }));
const cutBy = fc.constantFrom('fuel' as const, 'spark' as const, 'both' as const);
const anyLaunch: fc.Arbitrary<Launch> = fc.record({
  hardRpm: limit,
  belowKmPerH: fc.integer({ min: 1, max: 30 }),
  by: cutBy,
  sparkDeg: fc.option(fc.integer({ min: -20, max: 40 })),
  after: fc.option(fc.record({ hardRpm: limit, forS: wait })),
});
const anyShift: fc.Arbitrary<ShiftCut> = fc.record({
  by: cutBy,
  timeMs: anyCurve,
  aboveRpm: limit,
  aboveThrottlePercent: fc.integer({ min: 0, max: 60 }),
  againAfterS: wait,
});
const anyLimits: fc.Arbitrary<SpeedLimiting> = fc.record({
  cylinders: fc.integer({ min: 1, max: 12 }),
  softRpm: fc.integer({ min: 500, max: 2000 }),
  hardRpm: fc.integer({ min: 2000, max: 4000 }),
  hysteresisRpm: fc.integer({ min: 0, max: 300 }),
  by: cutBy,
  softly: fc.constantFrom('cuts' as const, 'retard' as const),
  retardDeg: fc.integer({ min: 1, max: 40 }),
  byCoolant: fc.option(anyCurve),
  byGear: fc.option(anyCurve),
  launch: fc.option(anyLaunch),
  shift: fc.option(anyShift),
  heldRetardDeg: fc.integer({ min: 0, max: 20 }),
});
const anyGuard: fc.Arbitrary<Guard> = fc.record({
  id: fc.constantFrom('coolant' as const, 'boost' as const),
  act: fc.constantFrom(
    'warn' as const,
    'richer' as const,
    'boost' as const,
    'speed' as const,
    'cut' as const,
  ),
  delayS: wait,
  latched: fc.boolean(),
  limitRpm: limit,
  richerPercent: fc.integer({ min: 0, max: 20 }),
  hangsOn: fc.constantFrom(0, 2, 8),
  sees: fc.record({
    kind: fc.constant('threshold' as const),
    place: fc.constantFrom(AT.coolant, AT.manifoldPressure),
    above: fc.boolean(),
    threshold: fc.integer({ min: 0, max: 90 }),
    hysteresis: fc.integer({ min: 0, max: 5 }),
  }),
});
const anyBoost: fc.Arbitrary<BoostControl> = fc.record({
  target: fc.constant(gridOf({ x: [1000, 4000], y: [0, 4], values: [60, 70, 80, 90] })),
  duty: fc.constant(gridOf({ x: [1000, 4000], y: [50, 90], values: [0, 10, 60, 90] })),
  aboveThrottlePercent: fc.integer({ min: 0, max: 60 }),
  regulatesFromKpa: fc.integer({ min: 20, max: 80 }),
  proportionalPerKpa: fc.integer({ min: 0, max: 3 }),
  integralPerKpaS: fc.integer({ min: 0, max: 3 }),
  integralLimitPercent: fc.integer({ min: 1, max: 30 }),
  overKpa: fc.integer({ min: 1, max: 20 }),
  overForS: wait,
});
const anyIdle: fc.Arbitrary<IdleControl> = fc.record({
  air: fc.option(anyCurve),
  target: fc.option(anyCurve),
  battery: fc.option(fc.constant({ belowV: 12, raiseRpm: 100 })),
  loop: fc.option(
    fc.record({
      windowRpm: fc.integer({ min: 50, max: 1500 }),
      throttleBelowPercent: fc.integer({ min: 1, max: 15 }),
      sparkDegPer100Rpm: fc.integer({ min: 0, max: 20 }),
      sparkLimitDeg: fc.integer({ min: 0, max: 15 }),
      sparkRestDeg: fc.integer({ min: 0, max: 15 }),
      airPerSPer100Rpm: fc.integer({ min: 0, max: 50 }),
      airLimitPercent: fc.integer({ min: 0, max: 60 }),
      dashpotPercent: fc.integer({ min: 0, max: 60 }),
      dashpotS: wait,
    }),
  ),
});
const anyAuthority = fc
  .array(fc.integer({ min: 0, max: 20 }), { minLength: 4, maxLength: 4 })
  .map((values) => gridOf({ x: [1000, 4000], y: [20, 90], values }));
const anyGain = fc
  .integer({ min: 0, max: 20 })
  .map((gain) => gridOf({ x: [0, 100], y: [], values: [gain / 10, gain / 5] }));
const rule = fc.constantFrom('off' as const, 'hold' as const, 'freeze' as const);
const anyLoop: fc.Arbitrary<ClosedLoop> = fc.record({
  sensors: fc.constant([
    { place: AT.lambdaOne, lostBit: 2, group: 0, min: 0.65, max: 1.4 },
    { place: AT.lambdaTwo, lostBit: 4, group: 1, min: 0.65, max: 1.4 },
  ]),
  groups: fc.constant([
    { sensors: [0], take: 'mean' as const },
    { sensors: [1, 0], take: 'first' as const },
  ]),
  groupOf: fc.constant([0, 1, 0, -1]),
  shown: fc.constant([0, 1] as const),
  loadPlace: fc.constantFrom(AT.manifoldPressure, AT.throttle),
  sensorWarmS: fc.integer({ min: 0, max: 2 }),
  coolantFromC: fc.integer({ min: -20, max: 60 }),
  speedFromRpm: fc.integer({ min: 0, max: 900 }),
  speedToRpm: fc.integer({ min: 1000, max: 5000 }),
  pressureToKpa: fc.constantFrom(60, Infinity),
  throttleToPercent: fc.constantFrom(30, Infinity),
  believedWithinLn: fc.constantFrom(0.1, 0.3, 2),
  delay: fc.constant({ fixedS: 0.1, airG: 0.5, lagS: 0.08 }),
  startS: fc.constant(gridOf({ x: [-20, 80], y: [], values: [70, 5] })),
  proportional: anyGain,
  integral: anyGain,
  richer: anyAuthority,
  leaner: anyAuthority,
  during: fc.record({ enrichment: rule, cut: rule, limiter: rule, launch: rule, protection: rule }),
});
const anyLearned: fc.Arbitrary<LearnedTrims> = fc.record({
  on: fc.boolean(),
  x: fc.constant(Float64Array.of(1000, 2000, 4000)),
  y: fc.constant(Float64Array.of(20, 90)),
  loadPlace: fc.constantFrom(AT.manifoldPressure, AT.throttle),
  rate: fc.constantFrom(0.01, 0.05, 0.3),
  limitLn: fc.constantFrom(0.02, 0.1),
  coolantFromC: fc.integer({ min: -20, max: 60 }),
  steadyForS: fc.constantFrom(0, 0.2),
});
const anyKnock: fc.Arbitrary<KnockControl> = fc.record({
  cylinders: fc.constant(4),
  speedFromRpm: fc.integer({ min: 0, max: 1500 }),
  speedToRpm: fc.integer({ min: 2000, max: 5000 }),
  bandHz: fc.constant(6600),
  gain: fc.constant(1),
  startDeg: fc.constant(gridOf({ x: [1000, 4000], y: [], values: [10, 12] })),
  lengthDeg: fc.constant(gridOf({ x: [1000, 4000], y: [], values: [55, 50] })),
  thresholdV: fc.constant(gridOf({ x: [1000, 4000], y: [], values: [0.4, 1.2] })),
  coolant: fc.option(anyCurve),
  factor: fc.option(fc.constant(gridOf({ x: [1, 2, 3, 4], y: [], values: [1, 0.8, 1, 1.2] }))),
  sensor: fc.option(fc.constant(gridOf({ x: [1, 2, 3, 4], y: [], values: [1, 1, 2, 2] }))),
  onlySensor: fc.constantFrom(1 as const, 2 as const),
  fuelPercent: fc.option(fc.constant(gridOf({ x: [0, 8], y: [], values: [0, 5] }))),
  pullDeg: fc.integer({ min: 1, max: 6 }),
  limitDeg: fc.integer({ min: 1, max: 12 }),
  recoveryDegPerS: fc.integer({ min: 1, max: 5 }),
  lostDeg: fc.integer({ min: 0, max: 6 }),
});
const anySwitching: fc.Arbitrary<Switching> = fc.record({
  conditions: fc.array(anyCondition, { maxLength: 3 }),
  join: fc.constantFrom('and' as const, 'or' as const),
});

/** Settings of each control of the folder, by its name. One without an entry here fails the test below. */
const SETTINGS: Readonly<Record<string, fc.Arbitrary<unknown>>> = {
  activation: fc.option(anyActivation),
  opening: fc.record({
    thresholdPercentPerS: fc.integer({ min: 10, max: 300 }),
    deadBandPercent: fc.integer({ min: 0, max: 10 }),
    decayTurns: fc.integer({ min: 1, max: 30 }),
  }),
  overrun: fc.option(anyCut),
  film: fc.option(
    fc.record({
      cylinders: fc.integer({ min: 1, max: 12 }),
      sharePercent: fc.constant(gridOf({ x: [-20, 80], y: [], values: [50, 20] })),
      timeS: fc.constant(gridOf({ x: [-20, 80], y: [], values: [0.7, 0.2] })),
      opensFromPercentPerS: fc.integer({ min: 0, max: 100 }),
      barometricKpa: fc.constant(90),
    }),
  ),
  speedLimits: fc.option(anyLimits),
  closedLoop: fc.option(anyLoop),
  learnedTrim: fc.option(anyLearned),
  knock: fc.option(anyKnock),
  boost: fc.option(anyBoost),
  idle: anyIdle,
  protection: fc.option(fc.record({ guards: fc.array(anyGuard, { maxLength: 4 }) })),
  switching: anySwitching,
  work: fc.constant({ targets: [{ function: 'output-fan', kind: 'output', output: 0 }], pump: -1 }),
};

const CONTROLS = Object.entries(controls as Readonly<Record<string, unknown>>).filter(
  (entry): entry is [string, Control<unknown, object, object>] =>
    typeof entry[1] === 'object' && entry[1] !== null && 'step' in entry[1],
);

/** Moments a tenth of a second apart, anywhere in what the controls look at. */
const moments: fc.Arbitrary<ChannelValues[]> = fc
  .array(
    fc.record({
      speed: limit,
      throttle: fc.integer({ min: 0, max: 60 }),
      manifoldPressure: fc.integer({ min: 15, max: 100 }),
      coolant: fc.integer({ min: -20, max: 90 }),
      gear: fc.integer({ min: 0, max: 5 }),
      lambdaOne: fc.double({ min: 0.6, max: 1.5, noNaN: true }),
      lambdaTwo: fc.constantFrom(NaN, 0.9, 1, 1.1),
      lambdaTarget: fc.constantFrom(0.9, 1),
      sensorsLost: fc.constantFrom(0, 0, 0, 2, 4),
      overrunCut: fc.constantFrom(0, 0, 0, 1),
      knockNoise: fc.constantFrom(NaN, 0, 0.01, 0.3, 0.9, 2, 5),
      loopState: fc.constantFrom(0, 15, 15),
      lambdaTrim: fc.double({ min: 0.9, max: 1.1, noNaN: true }),
      engineAirFlow: fc.integer({ min: 0, max: 100 }),
      vehicleSpeed: fc.integer({ min: 0, max: 40 }),
      launchSwitch: fc.constantFrom(0, 1),
      shiftSwitch: fc.constantFrom(0, 1),
      retardSwitch: fc.constantFrom(0, 1),
    }),
    { minLength: 2, maxLength: 40 },
  )
  .map((list) =>
    list.map((values, i) => ({
      ...values,
      phase: PHASE.running,
      sinceStart: 60,
      cylinder: (i % 4) + 1,
      time: i / 10,
    })),
  );

/** What a control decided at each moment, as text. */
function followed(
  { atRest, out: room, step, copied }: Control<unknown, object, object>,
  settings: unknown,
  list: readonly ChannelValues[],
  onTheWay: (state: object) => object,
): string[] {
  let state = atRest(settings);
  const out = room(settings);
  return list.map((values) => {
    state = onTheWay(state);
    step(settings, state, frameOf(values), out);
    return JSON.stringify([out, copied(state)]);
  });
}

test('every control of the folder is tried', () => {
  expect(CONTROLS.map(([name]) => name).sort()).toEqual(Object.keys(SETTINGS).sort());
});

describe.each(CONTROLS)('%s', (name, control) => {
  const settings = SETTINGS[name] as fc.Arbitrary<unknown>;

  test('decides the same from the same, copied, stored as text or cloned on the way', () => {
    fc.assert(
      fc.property(settings, moments, (any, list) => {
        const plain = followed(control, any, list, (state) => state);
        expect(followed(control, any, list, (state) => state)).toEqual(plain);
        expect(followed(control, any, list, control.copied)).toEqual(plain);
        expect(followed(control, any, list, (state) => JSON.parse(JSON.stringify(state)))).toEqual(plain);
        expect(followed(control, any, list, structuredClone)).toEqual(plain);
      }),
    );
  });

  test('a copy shares nothing: what is done with one leaves the other as it was', () => {
    fc.assert(
      fc.property(settings, moments, (any, list) => {
        const state = control.atRest(any);
        const out = control.out(any);
        const [first, ...rest] = list;
        control.step(any, state, frameOf(first), out);
        const copy = control.copied(state);
        const before = JSON.stringify(copy);
        for (const values of rest) control.step(any, state, frameOf(values), out);
        expect(JSON.stringify(copy)).toBe(before);
      }),
    );
  });

  test('gives a reason at every step', () => {
    fc.assert(
      fc.property(settings, moments, (any, list) => {
        const state = control.atRest(any);
        const out = control.out(any);
        for (const values of list) {
          control.step(any, state, frameOf(values), out);
          expect(Object.entries(out).find(([key]) => key === 'reason')?.[1]).toMatch(/^[a-zA-Z]+$/);
        }
      }),
    );
  });
});
