import { AT, frameOf, PHASE, read } from '@/core/channel';
import { virtualCar } from '@tests/support/car';
import { demo, programOf } from '@tests/support/ventisca';
import fc from 'fast-check';
import type { Controls } from './controls';
import type { CarState } from './carState';
import { carOfText, carText } from './carText';
import { VirtualCar } from './virtualCar';

/** A car that is started and idles, 8 s after the key. */
function idling<Built extends VirtualCar>(car: Built): Built {
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

  test('goes on from a snapshot between two slow steps, on the move with its throttle open', () => {
    const document = demo();
    const car = idling(virtualCar(document));
    driveOff(car);
    car.advance(0.013);
    const stored = car.snapshot();
    const setup = { coolantC: 80, batteryV: 12.6, seed: 1, surroundings: car.place };
    const other = new VirtualCar(programOf(document), car.built, setup, stored);
    expect(Array.from(other.frame)).toEqual(Array.from(car.frame));
    expect(driven(other)).toBe(driven(car));
  });

  test('goes on from a text as from a snapshot, number for number', () => {
    const document = demo('pardela');
    const car = idling(virtualCar(document));
    const text = carText(car.snapshot());
    const stored = carOfText(text);
    expect(stored).toEqual(car.snapshot());
    expect(carText(stored)).toBe(text);
    const { built, place } = car;
    const setup = { coolantC: 80, batteryV: 12.6, seed: 1, surroundings: place };
    const other = new VirtualCar(programOf(document), built, setup, stored);
    expect(driven(other)).toBe(driven(car));
  });

  test('a text that is no car’s, or of another version, is refused by name', () => {
    expect(() => carOfText('{"format":"something"}')).toThrow(/no car’s state/);
    const text = carText(virtualCar().snapshot()).replace('"version":3', '"version":7');
    expect(() => carOfText(text)).toThrow(/version 7, not 3/);
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

describe('a car that stands', () => {
  test('finds the pressure of its place, whatever that becomes, and turns nothing', () => {
    const car = virtualCar();
    car.advance(1);
    expect(car.surroundings.barometricKpa).toBeCloseTo(80.5, 0);
    car.surroundings = { barometricKpa: 97, airC: -5 };
    car.advance(1);
    expect(Math.abs(read(car.sensed(), AT.manifoldPressure) - 97)).toBeLessThan(1.5);
    expect(car.plant.turns).toBe(0);
    expect(car.snapshot().surroundings).toEqual({ barometricKpa: 97, airC: -5 });
  });

  test('cools with the hours, and the air at its plates and the fuel in its rail with it', () => {
    const car = virtualCar(demo(), { coolantC: 90, surroundings: { barometricKpa: 80.5, airC: -10 } });
    const was = car.plant.coolantC;
    car.advance(1800);
    const { coolantC, oilC, intakeC, railC } = car.plant;
    expect(coolantC).toBeLessThan(was - 10);
    expect(coolantC).toBeGreaterThan(20);
    expect(oilC).toBeLessThan(90);
    for (const warmed of [intakeC, railC]) {
      expect(warmed).toBeGreaterThan(-10);
      expect(warmed).toBeLessThan(coolantC);
    }
  });
});

describe('where a car is', () => {
  test('a climb takes air and torque from it', () => {
    const at = (barometricKpa: number) => {
      const car = idling(virtualCar(demo('pardela'), { surroundings: { barometricKpa: 98, airC: 10 } }));
      car.surroundings = { barometricKpa, airC: 10 };
      Object.assign(car.controls, { holdRpm: 4000, pedalPercent: 100 });
      car.advance(4);
      return { kpa: read(car.frame, AT.manifoldPressure), nm: car.plant.loadNm };
    };
    const [sea, high] = [at(98), at(78)];
    expect(high.kpa / sea.kpa).toBeCloseTo(78 / 98, 1);
    expect(high.nm).toBeLessThan(0.85 * sea.nm);
  });

  test('colder weather is felt at the plates of a running engine', () => {
    const car = idling(virtualCar());
    Object.assign(car.controls, { holdRpm: 4000, pedalPercent: 40 });
    car.advance(20);
    const was = car.plant.intakeC;
    car.surroundings = { ...car.surroundings, airC: car.surroundings.airC - 25 };
    car.advance(30);
    expect(car.plant.intakeC).toBeLessThan(was - 15);
  });
});

describe('a hot restart after a soak', () => {
  /** Turns until it counts as running, and the mean vapour lambda of its first two seconds. */
  const started = (car: VirtualCar) => {
    const lambdas: number[] = [];
    const from = car.plant.turns;
    let caughtTurns = NaN;
    let sinceS = 0;
    car.onEvent = ({ phase, vapourLambda, timeS, turns }) => {
      if (phase !== PHASE.running) return;
      if (Number.isNaN(caughtTurns)) [caughtTurns, sinceS] = [turns - from, timeS];
      if (timeS < sinceS + 2 && Number.isFinite(vapourLambda)) lambdas.push(vapourLambda);
    };
    idling(car);
    car.onEvent = null;
    return { caughtTurns, lambda: lambdas.reduce((total, one) => total + one, 0) / lambdas.length };
  };
  const warmed = () => {
    const car = idling(virtualCar(demo(), { surroundings: { barometricKpa: 80.5, airC: 30 } }));
    Object.assign(car.controls, { holdRpm: 3500, pedalPercent: 30 });
    car.advance(400);
    Object.assign(car.controls, { holdRpm: null, pedalPercent: 0 });
    car.advance(5);
    return car;
  };
  const stopped = (car: VirtualCar, forS: number) => {
    car.controls.key = false;
    car.advance(forS);
    expect(car.plant.speedRpm).toBe(0);
    return started(car);
  };

  test('is leaner than one after a short stop, by the bubbles in its fuel, and than a cold start', () => {
    const [short, soaked] = [stopped(warmed(), 8), stopped(warmed(), 600)];
    const cold = started(virtualCar(demo(), { coolantC: 20 }));
    expect(soaked.lambda / short.lambda).toBeGreaterThan(1.03);
    expect(soaked.caughtTurns).toBeGreaterThanOrEqual(short.caughtTurns);
    expect(soaked.caughtTurns).toBeLessThan(12);
    expect(soaked.lambda).toBeGreaterThan(cold.lambda);
  });

  test('soaks its rail and its intake air, and sweeps both out as it runs on', () => {
    const car = warmed();
    const running = { rail: car.plant.railC, intake: car.plant.intakeC };
    car.controls.key = false;
    car.advance(600);
    expect(car.plant.railC).toBeGreaterThan(running.rail + 15);
    expect(car.plant.intakeC).toBeGreaterThan(car.surroundings.airC + 10);
    idling(car);
    Object.assign(car.controls, { holdRpm: 3500, pedalPercent: 30 });
    car.advance(120);
    expect(car.plant.railC).toBeLessThan(running.rail + 3);
    expect(car.plant.intakeC).toBeLessThan(running.intake + 4);
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
    // Smoothed over 0.1 s while it gathers speed.
    expect(Math.abs(read(car.frame, AT.vehicleSpeed) / (car.plant.vehicleMPerS * 3.6) - 1)).toBeLessThan(
      0.08,
    );
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
