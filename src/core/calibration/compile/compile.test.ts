import { choose, everything } from '@tests/support/everything';
import { INPUT_IDS, type InputId } from '../../sensors';
import { demo, programOf, TEST_DAY } from '@tests/support/ventisca';
import { neutralMap } from '../../correction/schema';
import { lookUpCurve, lookUpMap } from '../../numeric';
import { valueAtVolts } from '../../sensors';
import { emptyCalibration } from '../empty';
import type { FieldPath } from '../fields';

import type { Calibration } from '../schema';
import { usedMaps } from '../strategy';
import { sectionAt } from '../values';
import { capacityProgram } from './capacityProgram';
import { compile } from './compile';
import { overrunOf } from './completeProgram';

const source = { kind: 'measured', date: TEST_DAY } as const;

function set(document: Calibration, path: FieldPath, amount: number | null, unit = ''): void {
  const dot = path.lastIndexOf('.');
  const section = sectionAt(document, path.slice(0, dot) as Parameters<typeof sectionAt>[1]);
  section[path.slice(dot + 1)] = amount === null ? null : { amount, unit, source };
}

/** Ventisca with everything fitted and each number of its overrun cut another one. */
const full = everything((document) => {
  const cut = [
    ['speedAbove', 1600, 'rev/min'],
    ['speedHysteresis', 210, 'rev/min'],
    ['throttleBelow', 2, '%'],
    ['throttleHysteresis', 1.5, '%'],
    ['pressureBelow', 0.31, 'barAbs'],
    ['pressureHysteresis', 4, 'kPa'],
    ['coolantAbove', 50, 'degC'],
    ['coolantHysteresis', 6, 'K'],
    ['delayIn', 0.4, 's'],
    ['delayOut', 0.2, 's'],
  ] as const;
  for (const [key, amount, unit] of cut) set(document, `overrun.${key}`, amount, unit);
  set(document, 'idle.throttleWorth', 3, '%');
});

describe('a program', () => {
  const inputOf = (id: InputId) => program.inputs.find((one) => one.id === id);
  const program = programOf(full);

  // 2.46 L over six is 410.1 cm³; 1900 m is 80.5 kPa; 610 cm³/min of 0.745 g/cm³ is 7.574 g/s; petrol with light oxygenate 14.3.
  test('holds the engine and its injectors in base units', () => {
    expect(program.cylinders).toBe(6);
    expect(program.cylinderVolumeCm3).toBeCloseTo(410.1, 1);
    expect(program.barometricKpa).toBeCloseTo(80.5, 1);
    expect(program.stoichiometricRatio).toBe(14.3);
    expect(program.injector.ratedFlowGPerS).toBeCloseTo(7.574, 3);
    expect(program.injector).toMatchObject({
      ratedPressureKpa: 300,
      railGaugeKpa: 350,
      regulator: 'manifold',
      squirts: 1,
    });
    expect(program.runningSpeedRpm).toBe(full.startUp.runningSpeed?.amount);
    expect(program.acceleration).toEqual({
      thresholdPercentPerS: full.acceleration.threshold?.amount,
      deadBandPercent: full.acceleration.deadBand?.amount,
      decayTurns: full.acceleration.decay?.amount,
    });
  });

  // 90 % of 410.1 cm³ at the highest pressure and 40 °C; at lambda 0.8; six of them every 120/N s.
  test('knows the most air and fuel the engine asks for', () => {
    const kpa = 200;
    const document = structuredClone(full);
    set(document, 'engine.maxManifoldPressure', kpa, 'kPaAbs');
    set(document, 'engine.maxSpeed', 6000, 'rev/min');
    const { load, cylinderVolumeCm3 } = programOf(document);
    const airMg = (0.9 * kpa * cylinderVolumeCm3 * 1000) / (287.05 * 313.15);
    expect(load.fullFuelMg).toBeCloseTo(airMg / (0.8 * 14.3), 6);
    expect(load.fullAirFlowGPerS).toBeCloseTo(((airMg / 1000) * 6 * 6000) / 120, 6);
  });

  test('has every map in use as a table that reads the same, and no other', () => {
    expect(Object.keys(program.tables).sort()).toEqual(
      usedMaps(full)
        .filter((id) => full.maps[id] !== null)
        .sort(),
    );
    const { ve } = full.maps;
    const table = program.tables.ve;
    if (ve === null || table === undefined) throw new TypeError('Ventisca has one');
    expect(lookUpMap(table, ve.x[2] as number, ve.y[3] as number)).toBe(ve.values[3 * ve.x.length + 2]);
  });

  test.each([
    ['speedDensity', 've', 'lambda', 'spark', 'manifoldPressure'],
    ['throttle', 'veThrottle', 'lambdaThrottle', 'sparkThrottle', 'throttle'],
    ['throttlePressure', 'veThrottle', 'lambda', 'spark', 'manifoldPressure'],
    ['airMass', null, 'lambda', 'spark', 'manifoldPressure'],
    ['pulseWidth', 'pulse', 'lambda', 'spark', 'manifoldPressure'],
  ] as const)('by %s fills from %s, aims by %s, fires by %s', (strategy, filling, target, spark, axis) => {
    const document = structuredClone(full);
    choose(document, 'load.strategy', strategy);
    for (const id of usedMaps(document)) document.maps[id] ??= document.maps.ve;
    document.load.meter = {
      units: ['V', 'g/s'],
      rows: [
        [0, 0],
        [5, 300],
      ],
      source,
    };
    const { load } = programOf(document);
    expect(load).toMatchObject({ strategy, filling, target, spark, axis });
    expect(load.idleWorthPercent).toBe(strategy === 'throttle' || strategy === 'throttlePressure' ? 3 : 0);
  });

  test('has the overrun cut in base units, and none while it is off or one number is missing', () => {
    expect(program.overrun).toEqual({
      speedAboveRpm: 1600,
      speedHysteresisRpm: 210,
      throttleBelowPercent: 2,
      throttleHysteresisPercent: 1.5,
      pressureBelowKpa: 31,
      pressureHysteresisKpa: 4,
      coolantAboveC: 50,
      coolantHysteresisC: 6,
      delayInS: 0.4,
      delayOutS: 0.2,
      returnDeg: 8,
      returnS: 0.4,
    });
    const off = structuredClone(full);
    choose(off, 'overrun.use', 'no');
    expect(overrunOf(off)).toBeNull();
    const short = structuredClone(full);
    set(short, 'overrun.delayIn', null);
    expect(overrunOf(short)).toBeNull();
  });

  test('has the corrections that are switched on, in their order', () => {
    const shape = { on: 'fuel', operation: 'multiply', x: 'speed', y: null } as const;
    const own = (id: string, enabled: boolean) => ({
      id,
      name: id,
      enabled,
      ...shape,
      activation: null,
      map: neutralMap(shape, source),
    });
    const document = { ...full, corrections: [own('a', true), own('b', false), own('c', true)] };
    const { corrections } = programOf(document);
    expect(corrections.map(({ id }) => id)).toEqual(['a', 'c']);
    expect(
      lookUpCurve(corrections[0]?.grid ?? { x: new Float64Array(), values: new Float64Array() }, 3000),
    ).toBe(1);
  });

  test('has what hangs on it: inputs with their faults, outputs, pins, coils, injection', () => {
    expect(program.inputs.map(({ id }) => id)).toEqual(
      // Fitted here, but without points: nothing to read it by.
      INPUT_IDS.filter((id) => id !== 'ethanol'),
    );
    const coolant = inputOf('coolant');
    expect(coolant?.fault).toEqual({
      lowV: full.sensors.coolant.faultLow?.amount,
      highV: full.sensors.coolant.faultHigh?.amount,
    });
    expect(coolant?.fallback).toBe(full.sensors.coolant.fallback?.amount);
    expect(program.outputs.map(({ id }) => id)).toEqual(full.outputs.map(({ id }) => id));
    expect(program.ignition.groups).toHaveLength(6);
    expect(program.injection).toMatchObject({ mode: 'sequential', wiring: 'individual' });
    expect(program.injection?.spray?.endDeg).toBe(full.injection.endOfInjection?.amount);
    const { assignments } = full.pins;
    expect(Object.entries(program.pins)).toEqual(assignments.map(({ function: id, pin }) => [id, pin]));
    expect(program.firing?.map(({ cylinder }) => cylinder)).toEqual(full.engine.firingOrder?.value);
  });

  test('has nothing where hardware is not described', () => {
    const empty = programOf(
      demo('ventisca', (document) => {
        document.coils.mode = null;
        document.idle.air = null;
        document.injection.mode = null;
        document.sensors.map.form = null;
        document.sensors.map.points = null;
      }),
    );
    expect(empty.ignition).toMatchObject({ mode: null, groups: null });
    expect(empty).toMatchObject({ injection: null, idleAir: 'thermostatic' });
    expect(empty.injector.squirts).toBe(1);
    expect(empty.inputs.map(({ id }) => id)).not.toContain('map');
    const noEnd = programOf(demo('ventisca', (document) => set(document, 'injection.endOfInjection', null)));
    const noCams = programOf(demo('ventisca', (document) => set(document, 'cams.intakeOpens', null)));
    expect([noEnd.injection?.spray, noCams.injection?.spray]).toEqual([null, null]);
    expect(
      programOf(demo('ventisca', (document) => choose(document, 'injection.mode', 'batch'))).injector.squirts,
    ).toBe(2);
  });

  test('reads sensors by their curves, coils and idle air as chosen', () => {
    const coolant = inputOf('coolant');
    expect(coolant?.curve).toMatchObject({ kind: 'thermistor', pullUp: { referenceV: 5 } });
    const map = program.inputs.find(({ id }) => id === 'map')?.curve;
    if (map?.kind !== 'line') throw new TypeError('a line');
    expect(valueAtVolts(map.points, 2.5)).toBeGreaterThan(100);
    expect(program.ignition.mode).toBe(full.coils.mode?.value);
    expect(program.idleAir).toBe(full.idle.air?.value);
    const [rows] = full.injectors.shortPulse?.rows ?? [];
    expect(rows).toBeDefined();
    expect([program.injector.shortPulse.x[0], program.injector.shortPulse.values[0]]).toEqual(rows);
  });

  test('a reading that is held has nothing that stands in; a sensor that is not fitted is no input', () => {
    const document = structuredClone(full);
    choose(document, 'sensors.coolant.onFault', 'last');
    choose(document, 'sensors.fuelPressure.fitted', 'no');
    set(document, 'sensors.air.pullUp', null);
    const { inputs } = programOf(document);
    expect(inputs.find(({ id }) => id === 'coolant')?.fallback).toBeNull();
    expect(inputs.map(({ id }) => id)).toEqual(
      program.inputs.map(({ id }) => id).filter((id) => id !== 'fuelPressure' && id !== 'air'),
    );
  });

  // Closed 0.62 V, wide open 4.31 V reads 98 %: half-way 49 %. 24,000 pulses a kilometre at 100 km/h: 666.7 Hz.
  test('each sensor means what its sheet says, smoothed as it says', () => {
    const meant = (id: InputId, at: number) => {
      const curve = inputOf(id)?.curve;
      return curve?.kind === 'line' ? valueAtVolts(curve.points, at) : NaN;
    };
    expect(meant('throttle', (0.62 + 4.31) / 2)).toBeCloseTo(49, 9);
    expect(inputOf('throttle')?.curve).toMatchObject({ limits: [0, 100] });
    expect(inputOf('throttle')).toMatchObject({
      filterS: 0.005,
      fallback: 5,
      fault: { lowV: 0.3, highV: 4.7 },
    });
    expect(meant('lambdaOne', 2.5)).toBeCloseTo(1, 9);
    expect(inputOf('lambdaOne')?.fallback).toBeNaN();
    const pulses = full.sensors.vehicleSpeed.pulses?.amount ?? NaN;
    expect(meant('vehicleSpeed', (100 * pulses) / 3600)).toBeCloseTo(100, 9);
    expect(inputOf('vehicleSpeed')).toMatchObject({ fault: null, fallback: null });
    expect(inputOf('gear')?.curve).toMatchObject({ kind: 'gear' });
  });

  test('gears are told by speeds only without a sensor, with ratios and a tyre', () => {
    const document = structuredClone(full);
    expect(program.gearing).toBeNull();
    choose(document, 'sensors.gear.fitted', 'no');
    expect(programOf(document).gearing).toEqual({
      ratios: full.engine.gearRatios?.rows.map(([, ratio]) => ratio),
      tyreRadiusM: 0.311,
    });
    expect(programOf({ ...document, engine: { ...document.engine, tyreRadius: null } }).gearing).toBeNull();
  });

  test('a throttle whose ends are one voltage is no input', () => {
    const document = structuredClone(full);
    document.sensors.throttle.openVolts = document.sensors.throttle.closedVolts;
    expect(programOf(document).inputs.map(({ id }) => id)).not.toContain('throttle');
  });

  test('blends by ethanol over the fuel without any, with the share of each curve', () => {
    const document = structuredClone(full);
    const { ve, cranking } = document.maps;
    document.maps.veSecond = ve;
    document.maps.crankingSecond = cranking;
    document.maps.blendFuel = {
      ...(cranking as NonNullable<typeof cranking>),
      x: [0, 100],
      y: [],
      values: [0, 100],
      origin: [0, 0],
    } as never;
    const { blend } = programOf(document);
    expect(Object.keys(blend?.second ?? {}).sort()).toEqual(['cranking', 've']);
    expect(blend?.second.ve?.share).not.toBeNull();
    expect(blend?.second.cranking?.share).toBeNull();
    expect(blend?.densityGPerCm3).toBe(0.745);
    expect(blend?.base.stoichiometricRatio).toBeCloseTo(14.3, 9);
    choose(document, 'blend.use', 'no');
    expect(programOf({ ...document }).blend).toBeNull();
  });

  test('has a second set once all of it is known', () => {
    const document = structuredClone(full);
    expect(programOf(demo()).second).toBeNull();
    set(document, 'staging.ratedFlow', 380, 'cm3/min');
    set(document, 'staging.ratedPressure', 3, 'bar');
    choose(document, 'staging.by', 'demand');
    set(document, 'staging.beginsAt', 40, '%');
    set(document, 'staging.fullAt', 80, '%');
    set(document, 'staging.shareAtFull', 50, '%');
    set(document, 'staging.leastPulse', 0.4, 'ms');
    document.staging.deadTime = {
      units: ['V', 'ms'],
      rows: [
        [8, 2],
        [14, 1],
      ],
      source,
    };
    const { second } = programOf(document);
    // 380 cm³/min of 0.745 g/cm³ is 4.718 g/s.
    expect(second?.ratedFlowGPerS).toBeCloseTo(4.718, 3);
    expect(second?.ratedPressureKpa).toBe(300);
    expect([...(second?.deadTime.values ?? [])]).toEqual([2, 1]);
    for (const path of [
      'staging.ratedFlow',
      'staging.ratedPressure',
      'staging.deadTime',
      'staging.by',
    ] as const) {
      const short = structuredClone(document);
      set(short, path, null);
      expect(programOf(short).second).toBeNull();
    }
  });

  test('is plain: a clone is the same', () => {
    expect(JSON.stringify(structuredClone(program))).toBe(JSON.stringify(program));
  });
});

describe('what is missing', () => {
  test('is listed, fields and maps, and only what fuel and spark need', () => {
    const result = compile(emptyCalibration('Empty', TEST_DAY));
    if (result.ok) throw new TypeError('Nothing was entered');
    expect(result.missing.fields).toEqual(
      expect.arrayContaining([
        'engine.bore',
        'engine.fuel',
        'injectors.ratedFlow',
        'injectors.deadTime',
        'engine.maxSpeed',
      ]),
    );
    for (const path of [
      'engine.firingOrder',
      'engine.compressionRatio',
      'injectors.impedance',
      'engine.induction',
    ]) {
      expect(result.missing.fields).not.toContain(path);
    }
    expect(result.missing.maps).toEqual([
      've',
      'lambda',
      'spark',
      'cranking',
      'afterStart',
      'afterStartDecay',
      'warmUp',
    ]);
  });

  test('is one field where one is gone, or one map', () => {
    const field = demo('ventisca', (document) => set(document, 'injectors.railPressure', null));
    expect(compile(field)).toEqual({ ok: false, missing: { fields: ['injectors.railPressure'], maps: [] } });
    const map = demo('ventisca', ({ maps }) => (maps.warmUp = null));
    expect(compile(map)).toEqual({ ok: false, missing: { fields: [], maps: ['warmUp'] } });
    const spare = demo('ventisca', (document) => set(document, 'engine.compressionRatio', null));
    expect(compile(spare).ok).toBe(true);
  });
});

describe('a program for capacity', () => {
  const assumed = { vePercent: 88, lambda: 0.85 };

  test('is the whole one where there is one', () => {
    const document = demo();
    expect(capacityProgram(document, assumed)).toEqual({ program: programOf(document), fromMaps: true });
  });

  test('else stands on injectors, size and fuel, with assumed maps and nothing that adds', () => {
    const document = demo('ventisca', ({ maps }) => (maps.ve = null));
    const found = capacityProgram(document, assumed);
    expect(found?.fromMaps).toBe(false);
    const program = found?.program;
    if (program?.tables.ve === undefined || program.tables.lambda === undefined)
      throw new TypeError('assumed');
    expect(lookUpMap(program.tables.ve, 4000, 120)).toBe(88);
    expect(lookUpMap(program.tables.lambda, 4000, 120)).toBe(0.85);
    for (const id of ['cranking', 'afterStart', 'warmUp'] as const) {
      expect(
        lookUpCurve(program.tables[id] ?? { x: new Float64Array(), values: new Float64Array() }, 20),
      ).toBe(1);
    }
    expect(program).toMatchObject({ runningSpeedRpm: 0, blend: null, overrun: null, corrections: [] });
    expect(program.load).toMatchObject({
      strategy: 'speedDensity',
      filling: 've',
      target: 'lambda',
      spark: 'spark',
      idleWorthPercent: 0,
    });
    expect(program.injector).toEqual(programOf(demo()).injector);
  });

  test.each([
    'injectors.ratedFlow',
    'injectors.deadTime',
    'engine.cylinders',
    'engine.fuel',
    'engine.bore',
  ] as const)('is none without %s', (path) => {
    const document = demo('ventisca', ({ maps }) => (maps.ve = null));
    set(document, path, null);
    expect(capacityProgram(document, assumed)).toBeNull();
  });

  test('assumes a highest speed where none is given', () => {
    const flow = (document: Calibration) =>
      capacityProgram(document, assumed)?.program.load.fullAirFlowGPerS ?? 0;
    const without = demo('ventisca', (document) => (set(document, 'engine.maxSpeed', null), undefined));
    const at7000 = demo(
      'ventisca',
      (document) => (set(document, 'engine.maxSpeed', 7000, 'rev/min'), undefined),
    );
    expect(flow(without)).toBeCloseTo(flow(at7000), 9);
  });
});
