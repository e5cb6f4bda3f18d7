import { benchOf, type Builder, type Place, ran } from '@tests/support/procedureRun';
import {
  AT_COLD_PULL,
  AT_IDLE,
  AT_RAIL,
  AT_STARTER,
  FOOT,
  HONEST,
  judgeBalance,
  judgeCoolant,
  judgeFire,
  judgeFlow,
  judgeHonest,
  judgeIdle,
  judgeKnock,
  judgePressure,
  judgeThrottle,
  judgeTiming,
  judgeWiring,
  OVER_VESSELS,
  procedureOf,
  proposed,
  trueEnds,
} from '@tests/support/procedureTruths';
import { choose } from '@tests/support/everything';
import { listening } from '@tests/support/knocking';
import { type Rewiring, rewiredCar } from '@tests/support/car';
import { demo, programOf } from '@tests/support/ventisca';
import { baseValue } from '@/core/calibration';
import { type Outcome, verdictOf } from '@/core/procedures';
import type { Car, SensorFaults } from '../car';
import { carOf } from '../carOfDocument';
import { planted, type Planted } from '../planted';
import { knockNoiseV } from '../plant';

const document = demo();
const program = programOf(document);
const car = carOf(document, program);

const texts = ({ found }: Outcome) => found.map(({ text }) => text).join(' | ');
const wrong = (errors: readonly Planted[], faults: SensorFaults = {}): Car => ({
  ...planted(car, errors),
  sensorFaults: faults,
});
const rewired = (change: Rewiring) => rewiredCar(program, car, change);

describe('throttle range', () => {
  test.each([0, 0.25, -0.15])(
    'ends moved by %d V are found within 10 mV, and the stop reads 98 %',
    (size) => {
      const built = wrong([{ id: 'throttleEnds', size }]);
      const { outcome, steps } = ran(procedureOf('throttle'), document, benchOf(document, built), FOOT);
      expect(steps).toEqual(['closed', 'open', 'sweep']);
      // What was typed is not what was measured: it has passed once that is in.
      expect([texts(outcome), verdictOf(outcome)]).toEqual([texts(outcome), 'open']);
      const after = proposed(document, outcome);
      const again = ran(procedureOf('throttle'), after, benchOf(after, built), FOOT).outcome;
      expect([texts(again), verdictOf(again), again.remedy]).toEqual([texts(again), 'passed', null]);
      const { closedV, openV } = trueEnds(built);
      expect(Math.abs((baseValue(after, 'sensors.throttle.closedVolts') ?? 9) - closedV)).toBeLessThan(0.01);
      expect(Math.abs((baseValue(after, 'sensors.throttle.openVolts') ?? 9) - openV)).toBeLessThan(0.01);
    },
  );

  test.each<[string, SensorFaults, RegExp]>([
    [
      'unplugged',
      { throttle: { kind: 'unplugged' } },
      /Closed it gives 0\.000 V: unplugged, or shorted to ground/,
    ],
    ['shorted to supply', { throttle: { kind: 'shortedHigh' } }, /shorted to supply/],
    ['stuck', { throttle: { kind: 'stuck' } }, /moves by 0\.0\d\d V only/],
    ['a gap in its track', { throttle: { kind: 'gap' } }, /gap at \d+ %/],
    ['noisy', { throttle: { kind: 'noisy' } }, /shakes by ±0\.\d+ V/],
  ])('%s: said, and nothing is taken', (_, faults, words) => {
    const { outcome } = ran(procedureOf('throttle'), document, benchOf(document, wrong([], faults)), FOOT);
    expect(texts(outcome)).toMatch(words);
    if (verdictOf(outcome) === 'failed') expect(outcome.remedy).toBeNull();
    expect(verdictOf(outcome)).not.toBe('passed');
  });

  test('half a sweep is not a whole one', () => {
    const lazy: Builder = {
      ...FOOT,
      during: ({ id }, bench, atS) =>
        bench.take({ pedalPercent: id === 'open' ? 100 : id === 'sweep' ? Math.min(50, 12 * atS) : 0 }),
    };
    const { outcome } = ran(procedureOf('throttle'), document, benchOf(document, car), lazy);
    expect(texts(outcome)).toMatch(/Of its travel [45]\d % was seen/);
    expect(verdictOf(outcome)).toBe('open');
  });
});

describe('sensors, engine off', () => {
  const cold = { coolantC: -14, airC: -14 };

  test('a sound car in a frost passes, and nothing is proposed', () => {
    const { outcome } = ran(procedureOf('sensors'), document, benchOf(document, car, cold));
    expect([texts(outcome), verdictOf(outcome)]).toEqual([texts(outcome), 'passed']);
    expect(outcome.remedy).toBeNull();
  });

  test.each<[string, Car, RegExp]>([
    [
      'coolant unplugged',
      wrong([], { coolant: { kind: 'unplugged' } }),
      /Coolant is unplugged, or shorted to supply: 4\.\d\d V|5\.00 V/,
    ],
    [
      'coolant shorted',
      wrong([], { coolant: { kind: 'shortedLow' } }),
      /Coolant is shorted to ground: 0\.00 V/,
    ],
    ['air unplugged', wrong([], { air: { kind: 'unplugged' } }), /Intake air is unplugged/],
    [
      'manifold unplugged',
      wrong([], { map: { kind: 'unplugged' } }),
      /Manifold pressure is unplugged, or shorted to ground/,
    ],
    [
      'manifold built against the air',
      wrong([{ id: 'gaugePressure' }]),
      /built against the air outside|unplugged/,
    ],
    [
      'throttle ends',
      wrong([{ id: 'throttleEnds', size: 0.25 }]),
      /throttle reads \d\.\d % let go: capture its range/,
    ],
    ['lambda shorted', wrong([], { lambdaOne: { kind: 'stuck' } }), /Lambda 1/],
  ])('%s is said', (_, built, words) => {
    const { outcome } = ran(procedureOf('sensors'), document, benchOf(document, built, cold));
    expect(texts(outcome)).toMatch(words);
    expect(verdictOf(outcome)).toBe('failed');
  });

  test('a coolant sensor of another curve, which reads summer in a frost, is named with the curve that fits', () => {
    const other = demo('ventisca', (draft) => {
      choose(draft, 'sensors.coolant.form', 'library');
      const source = { kind: 'measured', date: '2026-11-28' } as const;
      draft.sensors.coolant.nominal = { amount: 25_000, unit: 'ohm', source };
      draft.sensors.coolant.beta = { amount: 3950, unit: '1', source };
    });
    const fitted = carOf(other, programOf(other));
    const true5k = { ...fitted, coolant: thermistor(5000, 3950) };
    const { outcome } = ran(procedureOf('sensors'), other, benchOf(other, true5k, cold));
    expect(texts(outcome)).toMatch(
      /Coolant reads 1?\d °C at −14 °C: wrong curve\. One of 5 kΩ, B 3950 would read −14 °C/,
    );
    const after = proposed(other, outcome);
    expect(baseValue(after, 'sensors.coolant.nominal')).toBe(5000);
    const again = ran(procedureOf('sensors'), after, benchOf(after, true5k, cold));
    expect(verdictOf(again.outcome)).toBe('passed');
  });
});

describe('fuel pressure', () => {
  const change = AT_RAIL;
  const adjust: Builder = {
    choose: ({ id }) => (id === 'which' ? 'adjust' : null),
    hands: (step, bench) => {
      AT_RAIL.hands?.(step, bench);
      // Two turns and a half in: 70 kPa.
      if (step.id === 'adjusted') bench.take({ regulatorTurns: 2.5 });
    },
  };
  const low = (by: number): Car => ({
    ...car,
    engine: {
      ...car.engine,
      injector: { ...car.engine.injector, railGaugeKpa: car.engine.injector.railGaugeKpa - by },
    },
  });
  const typedKpa = baseValue(document, 'injectors.railPressure') ?? NaN;

  test('as it is typed it passes, with its kind and what the pump gives', () => {
    const { outcome, steps } = ran(
      procedureOf('fuelPressure'),
      document,
      benchOf(document, low(car.engine.injector.railGaugeKpa - typedKpa)),
      change,
    );
    expect(steps).toEqual(['leaks', 'pressure', 'seen', 'line', 'vacuum', 'underVacuum', 'can']);
    expect([texts(outcome), verdictOf(outcome)]).toEqual([texts(outcome), 'passed']);
    expect(outcome.remedy).toBeNull();
  });

  test('another pressure is taken over within 3 kPa', () => {
    const built = low(62);
    const { outcome } = ran(procedureOf('fuelPressure'), document, benchOf(document, built), change);
    const after = baseValue(proposed(document, outcome), 'injectors.railPressure') ?? NaN;
    expect(Math.abs(after - built.engine.injector.railGaugeKpa)).toBeLessThan(3);
  });

  test('or the regulator is turned until it holds what is typed', () => {
    const built = low(car.engine.injector.railGaugeKpa - typedKpa + 70);
    const { outcome, steps } = ran(procedureOf('fuelPressure'), document, benchOf(document, built), adjust);
    expect(steps).toContain('adjusted');
    expect(texts(outcome)).toMatch(/The regulator holds \d+ kPa, as the calibration says/);
    expect(outcome.remedy).toBeNull();
  });

  test('a fixed regulator typed as one that follows is proved by the hand pump', () => {
    const built = { ...low(car.engine.injector.railGaugeKpa - typedKpa) };
    const fixed = planted(built, [{ id: 'fixedRegulator' }]);
    const { outcome } = ran(procedureOf('fuelPressure'), document, benchOf(document, fixed), change);
    expect(verdictOf(outcome)).toBe('failed');
    expect(texts(outcome)).toMatch(/The regulator is a fixed one, and the calibration says otherwise/);
    expect(proposed(document, outcome).injectors.regulator?.value).toBe('fixed');
  });

  test('a weak pump fails by what comes back from it', () => {
    const weak = planted(low(0), [{ id: 'pumpWeak' }]);
    const { outcome } = ran(procedureOf('fuelPressure'), document, benchOf(document, weak), change);
    expect(texts(outcome)).toMatch(/the pressure will fall under load/);
    expect(verdictOf(outcome)).toBe('failed');
  });

  test('a pump that does not run is said, with its pin', () => {
    const pump = program.outputs.find(({ purpose }) => purpose === 'fuelPump')?.id ?? '';
    const { outcome, steps } = ran(
      procedureOf('fuelPressure'),
      document,
      benchOf(document, rewired({ [`output-${pump}`]: null })),
      change,
    );
    expect(steps).toEqual(['leaks']);
    expect(texts(outcome)).toMatch(/The pump does not run: the ECU switches pin \S+\. Look at its fuse/);
  });
});

describe('output test', () => {
  test('a sound loom passes, all of it', () => {
    const { outcome, steps } = ran(procedureOf('outputs'), document, benchOf(document, car));
    expect([texts(outcome), verdictOf(outcome)]).toEqual([texts(outcome), 'passed']);
    expect(steps.length).toBeGreaterThan(13);
    expect(texts(outcome)).toMatch(/^All \d+ answered on their own pins\.$/);
  });

  test.each(['injector', 'coil'])(
    'two %ss in each other’s place are found, and their pins changed',
    (kind) => {
      const built = rewired({ [`${kind}-2`]: `${kind}-5`, [`${kind}-5`]: `${kind}-2` });
      const { outcome } = ran(procedureOf('outputs'), document, benchOf(document, built));
      const [two, five] = [program.pins[`${kind}-2`], program.pins[`${kind}-5`]];
      expect(texts(outcome)).toContain(
        `Pin ${two}, meant for ${kind} 2, works ${kind} 5: in the loom that wire belongs on pin ${five}.`,
      );
      const after = proposed(document, outcome);
      const pinOf = (id: string) => after.pins.assignments.find((entry) => entry.function === id)?.pin;
      expect([pinOf(`${kind}-2`), pinOf(`${kind}-5`)]).toEqual([five, two]);
      // The loom stays as it is: with the pins changed everything answers on its own.
      const again = ran(procedureOf('outputs'), after, benchOf(after, { ...built }));
      expect(verdictOf(again.outcome)).toBe('passed');
    },
  );

  test('what does nothing is said, with its pin, and nothing is proposed', () => {
    const { outcome } = ran(
      procedureOf('outputs'),
      document,
      benchOf(document, rewired({ 'injector-3': null })),
    );
    expect(texts(outcome)).toMatch(/Injector 3 on pin \S+ does nothing: look at its plug/);
    expect(outcome.remedy).toBeNull();
  });
});

describe('injector flow', () => {
  test('one that is blocked is named, and the others are not', () => {
    const blocked = planted(car, [{ id: 'injectorBlocked', cylinder: 4, size: 25 }]);
    const { outcome } = ran(procedureOf('injectorFlow'), document, benchOf(document, blocked), OVER_VESSELS);
    expect(texts(outcome)).toMatch(
      /Injector 4 passed \d+\.\d cm³, 2\d % less than the middle of all: clean or replace it/,
    );
    expect(outcome.found.filter(({ tone }) => tone === 'error')).toHaveLength(1);
  });

  test('another flow is taken over, with the truth within two per cent', () => {
    // Dead time and pressure as they are typed: what is left is flow.
    const { injector } = car.engine;
    const built: Car = {
      ...car,
      engine: {
        ...car.engine,
        injector: {
          ...injector,
          deadTime: program.injector.deadTime,
          railGaugeKpa: program.injector.railGaugeKpa,
          ratedFlowGPerS: program.injector.ratedFlowGPerS * 0.88,
        },
      },
    };
    const { outcome } = ran(procedureOf('injectorFlow'), document, benchOf(document, built), OVER_VESSELS);
    expect(texts(outcome)).toMatch(/1[123] % less than was typed/);
    const before = baseValue(document, 'injectors.ratedFlow') ?? NaN;
    const after = baseValue(proposed(document, outcome), 'injectors.ratedFlow') ?? NaN;
    expect(Math.abs(after / before - 0.88)).toBeLessThan(0.02);
  });
});

function thermistor(ohm: number, beta: number) {
  return { a: 1 / 298.15 - Math.log(ohm) / beta, b: 1 / beta, c: 0 };
}

describe.each(['ventisca', 'pardela'] as const)('%s, truths drawn by seed', (id) => {
  const SEEDS = [11, 12, 13];

  test.each(SEEDS)('seed %d: ends, pressure, wiring, flow and curve come to the truth', (seed) => {
    expect(judgeThrottle(id, seed)).toMatchObject({ isRight: true });
    expect(judgeThrottle(id, seed).off).toBeLessThan(10);
    expect(judgePressure(id, seed)).toMatchObject({ isRight: true });
    expect(judgePressure(id, seed).off).toBeLessThan(3);
    expect(judgeWiring(id, seed)).toMatchObject({ isRight: true, off: 0 });
    expect(judgeFlow(id, seed)).toMatchObject({ isRight: true });
    expect(judgeCoolant(id, seed)).toMatchObject({ isRight: true, off: 0 });
    expect(judgeFire(id, seed)).toMatchObject({ isRight: true });
    const timing = judgeTiming(id, seed);
    expect([timing.said, timing.isRight]).toEqual([timing.said, true]);
    expect(timing.off).toBeLessThan(0.6);
    expect(Math.max(timing.offsetErrors, timing.delayErrors)).toBeLessThan(2);
  });

  test.each(HONEST)('$procedure fails on $what, and says so', (which) => {
    const { isRight, said } = judgeHonest(id, 11, which);
    expect([said, isRight]).toEqual([said, true]);
  });
});

describe('first fire', () => {
  const fire = (built: Car, of = document, place: Place = {}) =>
    ran(procedureOf('firstFire'), of, benchOf(of, built, { coolantC: 5, airC: 5, ...place }), AT_STARTER);

  test('what came is said in its order, and that it runs as it was asked', () => {
    const { outcome, steps } = fire(car);
    expect(steps).toEqual(['ready', 'crank', 'runs']);
    expect([texts(outcome), verdictOf(outcome)]).toEqual([texts(outcome), 'passed']);
    expect(texts(outcome)).toMatch(
      /cranked at 2\d\d rev.*position was known after 0\.\d s.*prime pulse, \d+\.\d ms at 5 °C.*Fuel came after.*and runs.*Oil pressure is.*idles at/,
    );
  });

  test.each<[string, Car, RegExp]>([
    ['the crank sensor has no wire', rewired({ crank: null }), /The starter drew, .* and no tooth came/],
    [
      'its two wires are changed',
      wrong([{ id: 'crankSwapped', size: 1 }]),
      /its position was never found.*|It never ran/,
    ],
    [
      'no injector is plugged in',
      rewired(Object.fromEntries([1, 2, 3, 4, 5, 6].map((i) => [`injector-${i}`, null]))),
      /In simulation the same start does: Caught/,
    ],
  ])('%s: it fails, and says where to look', (_, built, words) => {
    const { outcome } = fire(built);
    expect(verdictOf(outcome)).toBe('failed');
    expect(texts(outcome)).toMatch(words);
  });

  test('curves that are too lean for the frost are found in simulation too', () => {
    const lean = demo('ventisca', ({ maps }) => {
      for (const id of ['cranking', 'prime'] as const) {
        const map = maps[id];
        if (map) map.values = map.values.map((value) => (value ?? 0) * 0.15);
      }
    });
    const built = carOf(lean, programOf(lean));
    const { outcome, steps } = fire(built, lean, { coolantC: -20, airC: -20 });
    expect(steps).toEqual(['ready', 'crank', 'simulated']);
    expect(texts(outcome)).toMatch(/In simulation it does not either: /);
  });
});

describe('throttle balance', () => {
  test.each([21, 22])(
    'seed %d: stops and rods that are apart come within 3 % of air, at idle and at speed',
    (seed) => {
      const { off, isRight, said } = judgeBalance('pardela', seed);
      expect([said, isRight]).toEqual([said, true]);
      expect(off).toBeLessThan(3);
    },
  );
});

describe('knock baseline', () => {
  test('thresholds come within 10 % of those of other pulls, with a loud valve train too', () => {
    for (const errors of [[], [{ id: 'valvesLoud', size: 100 }]] as const) {
      const { off, isRight, said } = judgeKnock('ventisca', 31, { errors });
      expect([said, isRight]).toEqual([said, true]);
      expect(off).toBeLessThan(10);
    }
  });

  test('a pull with knock in it is refused', () => {
    const { isRight, said } = judgeKnock('ventisca', 31, { earlierDeg: 24 });
    expect(isRight).toBe(false);
    expect(said).toMatch(/The pull was not clean: .* Nothing is taken from it/);
  });
});

describe('idle trim', () => {
  const warm = { coolantC: 84, airC: 15 };

  test.each(['ventisca', 'pardela'] as const)(
    '%s comes to the idle it likes best, by its own means',
    (id) => {
      const { off, measuredOff, speedOff, isRight, said } = judgeIdle(id, 21);
      expect([said, isRight]).toEqual([said, true]);
      expect(off).toBeLessThan(0.02);
      expect(measuredOff).toBeLessThan(0.01);
      expect(speedOff).toBeLessThan(0.05);
    },
  );

  test('a valve that nothing holds is moved until the speed is right', () => {
    const free = demo('ventisca', (draft) => choose(draft, 'idle.control', 'no'));
    const { outcome, answers } = ran(procedureOf('idleTrim'), free, benchOf(free, car, warm), AT_IDLE);
    const air = answers['air'];
    const asked =
      air?.kind === 'searched' ? air.points.map(({ ask }) => ask.kind === 'idle' && ask.airPercent) : [];
    expect(asked.length).toBeGreaterThan(1);
    expect(asked.every((percent) => typeof percent === 'number')).toBe(true);
    expect(texts(outcome)).toMatch(
      /It idles at (9[5-9]\d|10[0-4]\d|1,0[0-4]\d) rev\/min, 1,?000 rev\/min asked, with the valve at/,
    );
    expect(outcome.remedy?.edits.map((edit) => edit.kind === 'cells' && edit.mapId)).toContain('idleAir');
  });

  test('what was trimmed once has hardly anything left to trim', () => {
    const first = ran(procedureOf('idleTrim'), document, benchOf(document, car, warm), AT_IDLE);
    const after = proposed(document, first.outcome);
    const again = ran(procedureOf('idleTrim'), after, benchOf(after, car, { ...warm, seed: 4 }), AT_IDLE);
    expect(texts(again.outcome)).toMatch(/The filling is right|it takes [01]\.\d % (more|less) filling/);
    const target = /least air at (?:the target it has: )?lambda ([\d.]+)/;
    const [was, is] = [first, again].map(({ outcome }) => Number(target.exec(texts(outcome))?.[1]));
    expect(Math.abs((is ?? 0) - (was ?? 1))).toBeLessThan(0.02);
  });
});

test('a knock baseline that begins in the cold: the factor by coolant is that of the engine within a tenth', () => {
  const of = listening();
  const cold = { coolantC: 8, airC: 8, seed: 3 };
  const built = carOf(of, programOf(of));
  const { outcome } = ran(procedureOf('knockBaseline'), of, benchOf(of, built, cold), AT_COLD_PULL);
  const [, at, times] = /At (\d+) °C it is ([\d.]+) times as loud as warm/.exec(texts(outcome)) ?? [];
  const truth = knockNoiseV(2000, Number(at), 0, 0) / knockNoiseV(2000, 90, 0, 0);
  expect(Math.abs(Number(times) / truth - 1)).toBeLessThan(0.1);
  expect(verdictOf(outcome)).not.toBe('failed');
});
