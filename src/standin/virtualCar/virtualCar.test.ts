import { AT, frameOf, PHASE, read } from '@/core/channel';
import { lookUpMap } from '@/core/numeric';
import { virtualCar } from '@tests/support/car';
import { demo, programOf, tableOf } from '@tests/support/ventisca';
import fc from 'fast-check';
import type { Metal } from '../plant';
import type { Controls } from './controls';
import type { CarEvent } from './event';
import { type CarState, VirtualCar } from './virtualCar';

/** A car that is started and idles, 8 s after the key. */
function idling(car: VirtualCar): VirtualCar {
  car.controls.key = true;
  car.advance(3);
  car.controls.starter = true;
  car.advance(2);
  car.controls.starter = false;
  car.advance(3);
  return car;
}

/** Raises the speed, lets the clutch slip, and lets it go. */
function driveOff(car: VirtualCar): void {
  Object.assign(car.controls, { pedalPercent: 20, gear: 1, clutch: 0 });
  car.advance(0.5);
  car.controls.clutch = 0.25;
  car.advance(1.5);
  car.controls.clutch = 1;
}

const sum = (values: Float64Array) => values.reduce((total, value) => total + value, 0);

/** Air and fuel that are somewhere in the car, mg. */
function stored({ plant }: VirtualCar) {
  return { air: sum(plant.manifoldMg) + sum(plant.drawnMg), fuel: sum(plant.filmMg) + sum(plant.waitingMg) };
}

const moments = fc.array(
  fc.record({
    pedalPercent: fc.constantFrom(0, 0, 5, 15, 40, 100),
    gear: fc.integer({ min: 0, max: 5 }),
    clutch: fc.constantFrom(0, 0.4, 1),
    brake: fc.constantFrom(0, 0, 0.6),
    holdRpm: fc.constantFrom(null, null, 1500, 4000, 6500),
    starter: fc.boolean(),
    key: fc.constantFrom(true, true, true, false),
    loadsA: fc.constantFrom(0, 30),
  }),
  { minLength: 1, maxLength: 12 },
);

describe('over any drive', () => {
  test.each(['ventisca', 'pardela'] as const)('%s makes and loses no air and no fuel', (id) => {
    fc.assert(
      fc.property(moments, fc.integer({ min: -30, max: 95 }), (list, coolantC) => {
        const car = idling(virtualCar(demo(id), { coolantC, surroundings: { barometricKpa: 90, airC: 10 } }));
        const before = stored(car);
        const was = { ...car.plant.totals };
        for (const moment of list) {
          Object.assign(car.controls, moment);
          car.advance(0.4);
        }
        const after = stored(car);
        const { airInMg, airDrawnMg, injectedMg, burnedMg, lostMg } = car.plant.totals;
        const airLeft = airInMg - was.airInMg - (airDrawnMg - was.airDrawnMg);
        expect((after.air - before.air - airLeft) / Math.max(1, airInMg)).toBeCloseTo(0, 9);
        const fuelLeft = injectedMg - was.injectedMg - (burnedMg - was.burnedMg) - (lostMg - was.lostMg);
        expect((after.fuel - before.fuel - fuelLeft) / Math.max(1, injectedMg)).toBeCloseTo(0, 9);
        expect(
          Object.values(car.plant).every((value) => typeof value !== 'number' || Number.isFinite(value)),
        ).toBe(true);
      }),
      { numRuns: 12 },
    );
  });

  test('prime fuel is all there: what was injected lies on the walls or waits', () => {
    const car = virtualCar(demo(), { coolantC: -20 });
    car.controls.key = true;
    car.advance(2.5);
    expect(car.plant.totals.injectedMg).toBeGreaterThan(50);
    expect(stored(car).fuel).toBeCloseTo(car.plant.totals.injectedMg, 9);
  });

  test('heat that becomes work, drag and motion adds up: an engine running by itself', () => {
    const car = idling(virtualCar());
    const inertia = 0.19;
    const energy = () => 0.5 * inertia * ((car.plant.speedRpm * 2 * Math.PI) / 60) ** 2;
    const was = { ...car.plant.totals };
    const [from, gasBefore] = [energy(), car.plant.gasTorqueNm];
    car.controls.pedalPercent = 3;
    car.advance(4);
    const { totals } = car.plant;
    const by = (key: keyof typeof totals) => totals[key] - was[key];
    // The charge whose torque still acts is counted whole when it fires.
    const pending = ((gasBefore + car.plant.gasTorqueNm) * 2 * Math.PI) / 3;
    const left = energy() - from - (by('gasJ') + by('starterJ') - by('dragJ') - by('loadJ'));
    expect(Math.abs(left)).toBeLessThan(pending);
    expect(by('gasJ') / by('heatJ')).toBeGreaterThan(0.25);
    expect(by('gasJ') / by('heatJ')).toBeLessThan(0.4);
  });
});

describe('a run', () => {
  const driven = (car: VirtualCar) => {
    Object.assign(car.controls, { pedalPercent: 20, gear: 2 } satisfies Partial<Controls>);
    car.advance(3);
    return JSON.stringify(car.plant);
  };

  test('is the same from the same seed and another from another', () => {
    const one = driven(idling(virtualCar()));
    expect(driven(idling(virtualCar()))).toBe(one);
    expect(driven(idling(virtualCar(demo(), { seed: 2 })))).not.toBe(one);
  });

  test('goes on from a snapshot, stored in between, as if nothing had been', () => {
    const document = demo();
    const program = programOf(document);
    const car = idling(virtualCar(document));
    const snapshot = structuredClone(car.snapshot());
    const straight = driven(car);
    const setup = { coolantC: 80, batteryV: 12.6, seed: 1 };
    const again = virtualCar(document);
    const other = new VirtualCar(program, again.built, { ...setup, surroundings: again.place }, snapshot);
    expect(driven(other)).toBe(straight);
  });

  test('a snapshot shares nothing with the car', () => {
    const car = idling(virtualCar());
    const snapshot = car.snapshot();
    const text = (state: CarState) => JSON.stringify(state);
    const before = text(snapshot);
    driven(car);
    expect(text(snapshot)).toBe(before);
  });

  test('a sample copies what the engine computer takes things for, and changes nothing', () => {
    const car = idling(virtualCar());
    const before = JSON.stringify(car.snapshot());
    const frame = frameOf();
    car.sample(frame);
    expect(read(frame, AT.phase)).toBe(PHASE.running);
    expect(read(frame, AT.time)).toBeCloseTo(8, 6);
    expect(Math.abs(read(frame, AT.speed) - car.plant.speedRpm)).toBeLessThan(60);
    expect(JSON.stringify(car.snapshot())).toBe(before);
  });

  test('with steps half as long comes to the same speed within 0.5 %, pulling and idling', () => {
    const speeds = (stepS: number) => {
      const car = idling(virtualCar(demo(), { stepS }));
      car.advance(4);
      const over: number[] = [];
      car.onEvent = ({ speedRpm }) => over.push(speedRpm);
      car.advance(4);
      const idle = over.reduce((total, rpm) => total + rpm, 0) / over.length;
      driveOff(car);
      car.advance(2);
      return [idle, car.plant.vehicleMPerS];
    };
    const [whole, half] = [speeds(0.001), speeds(0.0005)];
    whole.forEach((speed, i) => expect(Math.abs(speed / (half[i] ?? 1) - 1)).toBeLessThan(0.005));
  });

  test('nothing in it grows with time', () => {
    const car = idling(virtualCar());
    // Every number, truth and gap counts as one sign.
    const size = () =>
      JSON.stringify(car.snapshot(), (_, value: unknown) =>
        typeof value === 'object' && value !== null ? value : 0,
      ).length;
    const before = size();
    car.advance(30);
    expect(size()).toBe(before);
  });
});

/** A car whose air, fuel and sensors are as the calibration has them, but for its filling and what is changed. */
function asTyped(change: (metal: Metal) => Metal) {
  const document = demo('ventisca', ({ overrun }) => {
    if (overrun.use !== null) overrun.use.value = 'no';
  });
  const { injector, load } = programOf(document);
  const even = [1, 1, 1, 1, 1, 1];
  const car = virtualCar(
    document,
    { coolantC: 80, surroundings: { barometricKpa: 80.5, airC: 80 } },
    (metal) =>
      change({
        ...metal,
        injector,
        airShare: even,
        fuelShare: even,
        heating: 1,
        fullAirFlowGPerS: load.fullAirFlowGPerS,
      }),
    { coolant: null, air: null, map: null, fuelPressure: null, pullUp: null },
  );
  return car;
}

describe('at a held speed, warm and steady', () => {
  // lambda = target × true VE ÷ typed VE × true flow ÷ typed flow; air as warm as coolant, so that no charge is heated.
  test.each([
    [1000, 0],
    [2000, 4],
    [3000, 8],
    [4500, 12],
    [3000, 30],
  ] as const)(
    '%d rev/min at %d %% pedal: lambda is the target by filling and flow, within 0.3 %%',
    (rpm, pedal) => {
      for (const flow of [1, 0.9, 1.12]) {
        const car = asTyped((metal) => ({
          ...metal,
          ve: { ...metal.ve, values: metal.ve.values.map((value) => value * 1.05) },
          injector: { ...metal.injector, ratedFlowGPerS: metal.injector.ratedFlowGPerS * flow },
          charger: null,
        }));
        const events: CarEvent[] = [];
        Object.assign(car.controls, { key: true, holdRpm: rpm, pedalPercent: pedal });
        car.advance(14);
        car.onEvent = (event) => events.push(event);
        car.advance(4);
        const ve = tableOf(programOf(demo()), 've');
        const mean = (pick: (event: CarEvent) => number) =>
          events.reduce((total, event) => total + pick(event), 0) / events.length;
        const lambda = mean(({ vapourLambda }) => vapourLambda);
        const kpa = mean(({ manifoldKpa }) => manifoldKpa);
        const truth = lookUpMap(car.built.engine.ve, rpm, kpa);
        const expected = (mean(({ lambdaTarget }) => lambdaTarget) * truth) / lookUpMap(ve, rpm, kpa) / flow;
        expect(Math.abs(lambda / expected - 1)).toBeLessThan(0.003);
        expect(Math.abs((car.plant.lambda[0]?.shown ?? 0) / lambda - 1)).toBeLessThan(0.02);
      }
    },
  );
});

describe('key and voltage', () => {
  test('without the key nothing lives; turned off, the engine dies', () => {
    const car = virtualCar();
    car.controls.starter = true;
    car.advance(2);
    expect(car.plant.speedRpm).toBe(0);
    expect(car.power.on).toBe(false);
    const running = idling(virtualCar());
    expect(running.phase).toBe(PHASE.running);
    running.controls.key = false;
    running.advance(6);
    expect(running.plant.speedRpm).toBe(0);
    expect(running.phase).toBe(PHASE.off);
    expect(running.power.resets).toBe(0);
  });

  test('a battery that cannot hold the engine computer up under the starter makes it start anew', () => {
    const weak = virtualCar(demo(), { batteryV: 9.4, coolantC: -20 });
    weak.controls.key = true;
    weak.advance(3);
    weak.controls.starter = true;
    weak.advance(4);
    expect(weak.power.resets).toBeGreaterThan(0);
    expect(weak.phase).not.toBe(PHASE.running);
  });
});

describe('a starter held too long', () => {
  test('does not keep the voltage down once the engine outruns it: the alternator comes', () => {
    const car = virtualCar();
    car.controls.key = true;
    car.advance(3);
    car.controls.starter = true;
    car.advance(6);
    expect(car.phase).toBe(PHASE.running);
    expect(car.plant.batteryV).toBeGreaterThan(13);
  });
});

describe('driving', () => {
  test('first gear and a foot on the pedal move the car, and the clutch holds in the end', () => {
    const car = idling(virtualCar());
    driveOff(car);
    car.advance(1.5);
    expect(car.plant.locked).toBe(true);
    expect(car.plant.vehicleMPerS).toBeGreaterThan(4);
    expect(read(car.frame, AT.gear)).toBe(1);
    expect(read(car.frame, AT.vehicleSpeed)).toBeCloseTo(car.plant.vehicleMPerS * 3.6, 0);
    Object.assign(car.controls, { pedalPercent: 0, clutch: 0, brake: 1 });
    car.advance(4);
    expect(car.plant.vehicleMPerS).toBe(0);
  });

  test('wide open on a brake the charger comes, and torque with it', () => {
    const at = (rpm: number, pedalPercent: number) => {
      const car = idling(virtualCar());
      Object.assign(car.controls, { holdRpm: rpm, pedalPercent });
      car.advance(4);
      return { kpa: read(car.frame, AT.manifoldPressure), nm: car.plant.loadNm };
    };
    const [low, high] = [at(2000, 100), at(5000, 100)];
    expect(high.kpa).toBeGreaterThan(low.kpa + 20);
    expect(high.kpa).toBeLessThan(170);
    expect(high.nm).toBeGreaterThan(150);
    expect(high.nm).toBeLessThan(400);
    expect(at(3000, 0).nm).toBeLessThan(0);
  });

  test('individual throttles out of balance give their cylinders unequal air', () => {
    const airs = (stopMm2: readonly number[]) => {
      const car = idling(
        virtualCar(demo('pardela'), {}, (metal) => ({ ...metal, throttle: { ...metal.throttle, stopMm2 } })),
      );
      const by = [0, 0, 0, 0];
      car.onEvent = ({ cylinder, airMg }) => {
        by[cylinder - 1] = airMg;
      };
      car.advance(2);
      return by;
    };
    const even = airs([3.25, 3.25, 3.25, 3.25]);
    const odd = airs([4.6, 3.25, 3.25, 1.9]);
    expect(Math.max(...even) / Math.min(...even)).toBeLessThan(1.05);
    expect((odd[0] ?? 0) / (odd[3] ?? 1)).toBeGreaterThan(1.3);
  });
});
