import { type Rewiring, rewiredCar } from '@tests/support/car';
import { demo, programOf } from '@tests/support/ventisca';
import { overlapLossPercent, sprayAtValve } from '@/core/injector';
import { coilFunction, injectorFunction } from '@/core/pins';
import type { Edge, PickupKind, TriggerWheel } from '@/core/trigger';
import { type Car, soundSensor, type WheelSensor } from '../car';
import { carOf } from '../carOfDocument';
import { harnessOf, coilsCharge, hasFuel, hasSpark, isSparkWeakAt, lostShare } from './harness';
import { pumpWiring } from './outputWiring';
import { teethOf } from './teeth';

const document = demo();
const program = programOf(document);
const car = carOf(document, program);

const coil = (cylinder: number) => coilFunction([cylinder]);
const injector = (cylinder: number) => injectorFunction([cylinder]);

const rewired = (change: Rewiring) => rewiredCar(program, car, change);

test('knock is heard where its sensor hangs on its own pin', () => {
  const hears = (of: Car) => harnessOf(program, of).hearsKnock[0];
  expect(hears(car)).toBe(true);
  expect(hears(rewired({ knock: null }))).toBe(false);
  expect(hears({ ...car, loom: null })).toBe(false);
});

describe('teeth', () => {
  const wheel: TriggerWheel = {
    kind: 'missing',
    teeth: 6,
    missing: 1,
    tdcOffsetDeg: 90,
    cam: { teeth: 1, beforeTdcDeg: 200, windowDeg: 40 },
  };
  const hall = { kind: 'hall', mark: 'falling' } as const;
  const reluctance = { kind: 'variableReluctance', mark: 'falling' } as const;
  const sensors = (crank: Partial<WheelSensor>, cam: Partial<WheelSensor> = {}) => ({
    crank: soundSensor(crank),
    cam: soundSensor(cam),
  });
  const listens = (crank: Edge, kind: PickupKind = 'hall') => ({
    ...program,
    pickups: { crank: { kind, edge: crank }, cam: { kind: 'hall', edge: 'falling' } as const },
  });
  const heard = (of: Partial<Car>, by = listens('falling')) => {
    const { crank, cam } = teethOf(by, { ...car, loom: null, wheel, wheelSensors: sensors({}), ...of });
    return { crank: Array.from(crank.edgesDeg), cam: Array.from(cam.edgesDeg) };
  };
  // 6 − 1, 60° apart, the first 90° before TDC: at 630 and 270, five of each, the gap before them.
  const MARKS = [30, 90, 150, 270, 330, 390, 450, 510, 630, 690];

  test('pass where the wheel has them', () => {
    expect(heard({})).toEqual({ crank: MARKS, cam: [520] });
    expect(heard({ wheelSensors: sensors({ is: hall }) }).crank).toEqual(MARKS);
  });

  test('the other flank of a hall signal comes half a tooth place away, of a cam tooth its whole width', () => {
    const is = (mark: Edge) => ({
      wheelSensors: sensors({ is: { kind: 'hall', mark } }, { is: { kind: 'hall', mark } }),
    });
    const [earlier, later] = [MARKS.map((deg) => deg - 30), MARKS.map((deg) => (deg + 30) % 720)];
    expect(heard(is('falling'), listens('rising')).crank).toEqual(earlier);
    expect(heard(is('rising'), listens('falling')).crank).toEqual(later.sort((a, b) => a - b));
    expect(heard(is('rising')).cam).toEqual([550]);
  });

  // From tooth to tooth 60° and over the gap 120°: half-way 30° behind each tooth, and 60° behind the last.
  test('the other flank of a coil comes half-way to the next tooth, and so do changed wires', () => {
    const smeared = [0, 60, 120, 210, 300, 360, 420, 480, 570, 660];
    expect(
      heard({ wheelSensors: sensors({ is: reluctance }) }, listens('rising', 'variableReluctance')).crank,
    ).toEqual(smeared);
    const swapped = { wheelSensors: sensors({ is: reluctance, swapped: true }) };
    expect(heard(swapped, listens('falling', 'variableReluctance')).crank).toEqual(smeared);
    expect(heard(swapped, listens('rising', 'variableReluctance')).crank).toEqual(MARKS);
    expect(heard({ wheelSensors: sensors({ is: hall, swapped: true }) }).crank).toEqual([]);
  });

  test('a broken tooth leaves its place', () => {
    expect(heard({ wheelSensors: sensors({ brokenTeeth: [1, 4] }) }).crank).toEqual([
      30, 90, 270, 390, 450, 630,
    ]);
  });

  test('each input has what hangs on its pin', () => {
    const rewire = (change: Readonly<Record<string, string | null>>) => ({ loom: rewired(change).loom });
    expect(heard(rewire({ crank: 'cam', cam: 'crank' }))).toEqual({ crank: [520], cam: MARKS });
    expect(heard(rewire({ crank: null }))).toEqual({ crank: [], cam: [520] });
    expect(heard(rewire({ cam: 'coolant' }))).toEqual({ crank: MARKS, cam: [] });
  });

  test('carry what the sensor does to them', () => {
    const { crank } = teethOf(program, {
      ...car,
      wheelSensors: sensors({ delayUs: 80, lostShare: 0.1, noiseShare: 0.2 }),
    });
    expect(crank).toMatchObject({ delayS: 8e-5, lostShare: 0.1, noiseShare: 0.2 });
  });

  test('what is known of neither is a wheel that fits', () => {
    const bare = { ...program, trigger: null, pickups: null };
    expect(teethOf(bare, { ...car, wheel: null, loom: null }).crank.edgesDeg).toHaveLength(70);
  });
});

describe('fuel, spark and pump through the loom', () => {
  const all = harnessOf(program, car);
  const sparks = (of: Car, cylinder: number, volts = 12, rpm = 800) =>
    hasSpark(harnessOf(program, of), cylinder) && coilsCharge(program, of, volts, rpm);

  test('with all right every cylinder has both, in firing order', () => {
    expect(all.order).toEqual(document.engine.firingOrder?.value);
    for (const cylinder of all.order) {
      expect([cylinder, hasFuel(all, cylinder), sparks(car, cylinder)]).toEqual([cylinder, true, true]);
    }
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
