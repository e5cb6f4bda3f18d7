import { demo, programOf } from '@tests/support/ventisca';
import { overlapLossPercent, sprayAtValve } from '@/core/injector';
import { curveThrough } from '@/core/numeric';
import { coilFunction, injectorFunction } from '@/core/pins';
import { pullUpVolts, thermistorOhm } from '@/core/sensors';
import type { TriggerWheel } from '@/core/trigger';
import type { Car } from '../car';
import { carOf } from '../carOfDocument';
import { harnessOf, coilsCharge, hasFuel, hasSpark, isSparkWeakAt, lostShare } from './harness';
import { pumpWiring } from './pump';
import { signalsOf, type Truth, writeVolts } from './signals';
import { type SyncInputs, syncOf } from './sync';

const document = demo();
const program = programOf(document);
const car = carOf(document, program);

const coil = (cylinder: number) => coilFunction([cylinder]);
const injector = (cylinder: number) => injectorFunction([cylinder]);

/** The car with what hangs on some pins changed; null for nothing. */
function rewired(change: Readonly<Record<string, string | null>>): Car {
  const loom = { ...car.loom };
  for (const [functionId, thing] of Object.entries(change)) {
    const pin = program.pins[functionId];
    if (pin === undefined) throw new TypeError(`${functionId} is not wired`);
    if (thing === null) delete loom[pin];
    else loom[pin] = thing;
  }
  return { ...car, loom };
}

describe('signals', () => {
  const TRUTH: Truth = { coolantC: -20, airC: 10, manifoldKpa: 66, railGaugeKpa: 300 };

  function volts(of: Car, truth: Truth = TRUTH): Readonly<Record<string, number>> {
    const signals = signalsOf(program, of);
    const out = new Float64Array(signals.length);
    const last = signals.map(() => ({ seen: NaN, volts: NaN }));
    writeVolts(signals, truth, last, out);
    const again = new Float64Array(signals.length);
    writeVolts(signals, truth, last, again);
    expect([...again]).toEqual([...out]);
    return Object.fromEntries(program.inputs.map(({ id }, i) => [id, out[i] as number]));
  }

  // 66 kPa between 20 kPa at 0.41 V and 250 kPa at 4.66 V: 0.41 + 46 · 4.25/230 = 1.26 V.
  test('each sensor gives the volts of what it is exposed to', () => {
    const at = volts(car);
    const { coolant, air, pullUp } = car;
    if (coolant === null || air === null || pullUp === null) throw new TypeError('Ventisca has these');
    expect(at['map']).toBeCloseTo(1.26, 9);
    expect(at['coolant']).toBeCloseTo(pullUpVolts(pullUp, thermistorOhm(coolant, -20)), 9);
    expect(at['air']).toBeCloseTo(pullUpVolts(pullUp, thermistorOhm(air, 10)), 9);
    expect(volts(car, { ...TRUTH, coolantC: 80 })['coolant']).toBeLessThan(at['coolant'] ?? 0);
  });

  test('two sensors changed for each other give each other’s volts', () => {
    const at = volts(car);
    const swapped = volts(rewired({ coolant: 'air', air: 'coolant' }));
    expect([swapped['coolant'], swapped['air']]).toEqual([at['air'], at['coolant']]);
  });

  test('an open input with a pull-up goes to the reference, one without to nothing', () => {
    expect(volts(rewired({ coolant: null }))['coolant']).toBe(car.pullUp?.referenceV);
    expect(volts(rewired({ map: null }))['map']).toBe(0);
    expect(volts({ ...rewired({ coolant: null }), pullUp: null })['coolant']).toBe(5);
  });

  test('a thermistor where there is no pull-up gives nothing, a part that does not matter its rest', () => {
    expect(volts(rewired({ map: 'coolant' }))['map']).toBe(0);
    expect(volts(rewired({ map: 'throttle' }))['map']).toBe(0.6);
    expect(volts(rewired({ map: 'crank' }))['map']).toBe(0);
    expect(volts(rewired({ coolant: 'map' }))['coolant']).toBeCloseTo(1.26, 9);
  });

  test('where nothing is known of a sensor there is no voltage, and the truth stands', () => {
    const unknown = { ...car, map: null, coolant: null, loom: null };
    expect(volts(unknown)).toMatchObject({ map: NaN, coolant: NaN });
    expect(volts({ ...car, pullUp: null, loom: null })['air']).toBeNaN();
    const rising = {
      ...car,
      map: curveThrough([
        [0, 0],
        [5, 500],
      ]),
      loom: null,
    };
    expect(volts(rising)['map']).toBeCloseTo(0.66, 9);
  });
});

describe('where the crank is', () => {
  const wheel: TriggerWheel = {
    kind: 'missing',
    teeth: 60,
    missing: 2,
    tdcOffsetDeg: 84,
    cam: { teeth: 1, beforeTdcDeg: 150, windowDeg: 40 },
  };
  const all: SyncInputs = {
    described: wheel,
    real: wheel,
    crankConnected: true,
    camConnected: true,
    needsPhase: true,
  };
  const cam = (beforeTdcDeg: number): TriggerWheel => ({
    ...wheel,
    cam: { teeth: 1, beforeTdcDeg, windowDeg: 40 },
  });

  test('is found with all right, later with a cam to wait for', () => {
    const found = syncOf(all);
    const sooner = syncOf({ ...all, needsPhase: false });
    expect(found).toMatchObject({ found: true, sparkShiftDeg: 0, reversed: false });
    expect(sooner).toMatchObject({ found: true, sparkShiftDeg: 0, reversed: false });
    if (!found.found || !sooner.found) throw new TypeError('found');
    expect(sooner.turns).toBeGreaterThan(0);
    expect(sooner.turns).toBeLessThanOrEqual(1);
    expect(found.turns).toBeGreaterThan(sooner.turns);
    expect(found.turns).toBeLessThanOrEqual(3);
  });

  test.each<[string, Partial<SyncInputs>, string]>([
    ['no crank signal', { crankConnected: false }, 'noCrank'],
    ['another number of teeth', { real: { ...wheel, teeth: 36 } }, 'otherTeeth'],
    ['another gap', { real: { ...wheel, missing: 1 } }, 'otherTeeth'],
    ['no cam signal', { camConnected: false }, 'noCam'],
    ['no cam described', { described: { ...wheel, cam: null } }, 'noCam'],
    ['no cam there', { real: { ...wheel, cam: null } }, 'noCam'],
    [
      'cam teeth that all look alike',
      { described: { ...wheel, cam: { teeth: 2, beforeTdcDeg: 150, windowDeg: 40 } } },
      'alike',
    ],
    ['a cam outside its window', { real: cam(171) }, 'camOutsideWindow'],
  ])('%s: it is not found', (_, change, reason) => {
    expect(syncOf({ ...all, ...change })).toEqual({ found: false, reason });
  });

  test('a cam at the edge of its window is taken, one a turn away for the other turn', () => {
    expect(syncOf({ ...all, real: cam(170) })).toMatchObject({ found: true, reversed: false });
    expect(syncOf({ ...all, real: cam(130) })).toMatchObject({ found: true, reversed: false });
    expect(syncOf({ ...all, real: cam(510) })).toMatchObject({ found: true, reversed: true });
    expect(syncOf({ ...all, real: cam(530) })).toMatchObject({ found: true, reversed: true });
    expect(syncOf({ ...all, real: cam(531) })).toMatchObject({ found: false });
    const nearZero = { ...all, described: cam(10), real: cam(700) };
    expect(syncOf(nearZero)).toMatchObject({ found: false });
    expect(syncOf({ ...nearZero, real: cam(715) })).toMatchObject({ found: true, reversed: false });
  });

  test('an offset that is wrong moves the spark by as much, earlier where TDC comes later', () => {
    expect(syncOf({ ...all, real: { ...wheel, tdcOffsetDeg: 109 } })).toMatchObject({ sparkShiftDeg: 25 });
    expect(syncOf({ ...all, needsPhase: false, real: { ...wheel, tdcOffsetDeg: 80 } })).toMatchObject({
      sparkShiftDeg: -4,
    });
  });

  test('what is not described is taken as right', () => {
    expect(syncOf({ ...all, described: null })).toEqual({
      found: true,
      turns: 1,
      sparkShiftDeg: 0,
      reversed: false,
    });
    expect(syncOf({ ...all, real: null })).toEqual(syncOf(all));
  });
});

describe('fuel, spark and pump through the loom', () => {
  const all = harnessOf(program, car);
  const sparks = (of: Car, cylinder: number, volts = 12, rpm = 800) =>
    hasSpark(program, harnessOf(program, of), cylinder) && coilsCharge(program, of, volts, rpm);

  test('with all right every cylinder has both, in firing order', () => {
    expect(all.order).toEqual(document.engine.firingOrder?.value);
    for (const cylinder of all.order) {
      expect([cylinder, hasFuel(all, cylinder), sparks(car, cylinder)]).toEqual([cylinder, true, true]);
    }
    expect(all.sync.found).toBe(true);
  });

  test('without a firing order cylinders fire as they are numbered, evenly', () => {
    const bare = carOf(document, { ...program, firing: null });
    expect(bare.engine.firing.map(({ cylinder }) => cylinder)).toEqual([1, 2, 3, 4, 5, 6]);
    expect(bare.engine.firing[1]?.angleDeg).toBeCloseTo(120, 9);
  });

  test('coils changed for each other light neither, injectors changed still spray, an open pin gives none', () => {
    const coils = rewired({ [coil(1)]: coil(2), [coil(2)]: coil(1) });
    expect([1, 2, 3].map((cylinder) => sparks(coils, cylinder))).toEqual([false, false, true]);
    const injectors = harnessOf(
      program,
      rewired({
        [injector(1)]: injector(2),
        [injector(2)]: injector(1),
        [injector(3)]: null,
        [injector(4)]: coil(1),
      }),
    );
    expect([1, 2, 3, 4, 5].map((cylinder) => hasFuel(injectors, cylinder))).toEqual([
      true,
      true,
      false,
      false,
      true,
    ]);
  });

  test('two turns taken for each other leave a coil a cylinder without a spark in time, a shared one not', () => {
    const reversed = { ...all, sync: { found: true, turns: 1, sparkShiftDeg: 0, reversed: true } as const };
    expect(hasSpark(program, reversed, 1)).toBe(program.ignition.mode !== 'individual');
    const shared = { ...program, ignition: { ...program.ignition, mode: 'wasted' as const } };
    expect(hasSpark(shared, reversed, 1)).toBe(true);
  });

  test('a coil charged to less than 55 % of its current lights nothing', () => {
    const wanting = (wantedA: number): Car => ({
      ...car,
      coil: car.coil === null ? null : { ...car.coil, wantedA },
    });
    expect(sparks(wanting(8), 1)).toBe(true);
    expect(sparks(wanting(80), 1)).toBe(false);
    expect(isSparkWeakAt(program, wanting(80), all, 12, 800)).toBe(true);
    expect(isSparkWeakAt(program, car, all, 12, 800)).toBe(false);
    expect(sparks({ ...car, coil: null }, 1, 3)).toBe(true);
    const dark = { ...all, dead: { fuel: [], spark: all.order } };
    expect(isSparkWeakAt(program, car, dark, 12, 800)).toBe(false);
  });

  // Half of what meets both valves open leaves unburned.
  test('half of what is sprayed into the overlap is lost, averaged over the injections of a cycle', () => {
    const spray = program.injection?.spray ?? null;
    if (spray === null || program.injection === null) throw new TypeError('Ventisca has cams');
    const into = { ...program, injection: { ...program.injection, spray: { ...spray, endDeg: 350 } } };
    const lost = (endDeg: number) => overlapLossPercent(sprayAtValve(endDeg, 800, 4), spray.valves);
    expect(lost(350)).toBeGreaterThan(5);
    expect(lostShare(into, 800, 4)).toBeCloseTo((0.5 * lost(350)) / 100, 12);
    const twice = { ...into, injector: { ...into.injector, squirts: 2 } };
    expect(lostShare(twice, 800, 4)).toBeCloseTo((0.5 * (lost(350) + lost(710))) / 2 / 100, 12);
    expect(lostShare(into, 800, 0)).toBe(0);
    expect(lostShare({ ...program, injection: null }, 800, 4)).toBe(0);
  });

  test('the pump hangs on its output; with none there is pressure always', () => {
    const { output } = all.pump;
    expect(program.outputs[output ?? -1]?.purpose).toBe('fuelPump');
    expect(all.pump.connected).toBe(true);
    const id = program.outputs[output ?? -1]?.id ?? '';
    const pumpFunction = Object.keys(program.pins).find((pin) => pin.endsWith(id)) ?? '';
    expect(pumpWiring(program, rewired({ [pumpFunction]: null })).connected).toBe(false);
    expect(pumpWiring({ ...program, outputs: [] }, car)).toEqual({ output: null, connected: true });
  });
});
