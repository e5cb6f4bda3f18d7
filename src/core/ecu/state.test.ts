import fc from 'fast-check';
import { everything } from '@tests/support/everything';
import { programOf } from '@tests/support/ventisca';
import { AT, frameOf, PHASE, write } from '../channel';
import { deadTimeAt } from '../injector';
import type { EcuProgram } from '../program';
import { curveThrough } from '../numeric';
import { readInputs } from './inputs';
import { primeAt } from './prime';
import { copiedEcu, ecuAtKeyOn, type EcuState, IN_FAULT } from './state';
import { ecuOut, eventStep, outputStep } from './step';

const described = programOf(everything());

/** Ventisca’s program with something in every kind of memory, and waits short enough to pass on the way. */
const PROGRAM: EcuProgram = {
  ...described,
  overrun: {
    speedAboveRpm: 1500,
    speedHysteresisRpm: 200,
    throttleBelowPercent: 60,
    throttleHysteresisPercent: 5,
    pressureBelowKpa: 400,
    pressureHysteresisKpa: 5,
    coolantAboveC: -60,
    coolantHysteresisC: 2,
    delayInS: 0.05,
    delayOutS: 0.1,
    returnDeg: 0,
    returnS: 0,
  },
  corrections: [
    {
      id: 'own',
      name: 'Own',
      on: 'fuel',
      operation: 'multiply',
      x: 'speed',
      y: null,
      activation: { channel: 'speed', comparison: 'above', threshold: 2000, hysteresis: 300, delayS: 0.04 },
      grid: { x: Float64Array.of(0, 8000), y: new Float64Array(0), values: Float64Array.of(1.1, 1.2) },
    },
  ],
};

interface Moment {
  readonly speed: number;
  readonly throttle: number;
  readonly volts: readonly number[];
}

const moments: fc.Arbitrary<Moment[]> = fc.array(
  fc.record({
    speed: fc.integer({ min: 0, max: 6000 }),
    throttle: fc.integer({ min: 0, max: 100 }),
    volts: fc.array(fc.double({ min: 0, max: 5, noNaN: true }), {
      minLength: PROGRAM.inputs.length,
      maxLength: PROGRAM.inputs.length,
    }),
  }),
  { minLength: 3, maxLength: 30 },
);

/** What was injected and switched at each moment, as text; `onTheWay` may exchange the memory before each. */
function driven(list: readonly Moment[], onTheWay: (state: EcuState) => EcuState): string[] {
  let state = ecuAtKeyOn(PROGRAM);
  const out = ecuOut(PROGRAM);
  return list.map(({ speed, throttle, volts }, i) => {
    state = onTheWay(state);
    const frame = frameOf({
      time: i * 0.03,
      speed,
      throttle,
      turns: i,
      cylinder: 1 + (i % 6),
      battery: 13.5,
    });
    eventStep(PROGRAM, state, Float64Array.from(volts), frame, out);
    outputStep(PROGRAM, state, Float64Array.from(volts), frame, out, true);
    return JSON.stringify([out, state]);
  });
}

/** As text and back: typed arrays as lists of numbers, and what is not known by its name. */
function throughText(state: EcuState): EcuState {
  const text = JSON.stringify(state, (_, value: unknown) =>
    value instanceof Float64Array ? { numbers: Array.from(value, String) } : value,
  );
  return JSON.parse(text, (_, value: { numbers?: string[] } | null) =>
    value?.numbers === undefined ? value : Float64Array.from(value.numbers, Number),
  ) as EcuState;
}

test('the memory copied, stored as text or cloned on the way decides the same', () => {
  fc.assert(
    fc.property(moments, (list) => {
      const plain = driven(list, (state) => state);
      expect(driven(list, (state) => state)).toEqual(plain);
      expect(driven(list, copiedEcu)).toEqual(plain);
      expect(driven(list, throughText)).toEqual(plain);
      expect(driven(list, structuredClone)).toEqual(plain);
    }),
    { numRuns: 40 },
  );
});

test('a copy shares nothing, whatever is written into the original', () => {
  const scrambled = (value: unknown): void => {
    if (typeof value !== 'object' || value === null) return;
    for (const [key, inner] of Object.entries(value)) {
      if (typeof inner === 'object' && inner !== null) scrambled(inner);
      else (value as Record<string, unknown>)[key] = -1;
    }
  };
  const state = ecuAtKeyOn(PROGRAM);
  const copy = copiedEcu(state);
  const before = JSON.stringify(copy);
  expect(before).toBe(JSON.stringify(state));
  scrambled(state);
  expect(JSON.stringify(state)).not.toBe(before);
  expect(JSON.stringify(copy)).toBe(before);
});

test('the program survives being cloned for a worker: the same decisions come of the clone', () => {
  const clone = structuredClone(PROGRAM);
  const frame = () => frameOf({ speed: 3000, manifoldPressure: 80, coolant: 60, air: 20, battery: 13.5 });
  const volts = Float64Array.from(PROGRAM.inputs, () => 2);
  const step = (program: EcuProgram) =>
    JSON.stringify(eventStep(program, ecuAtKeyOn(program), volts, frame(), ecuOut(program)));
  expect(step(clone)).toBe(step(PROGRAM));
});

describe('inputs', () => {
  const coolant = PROGRAM.inputs.findIndex(({ id }) => id === 'coolant');
  const reading = (input: Partial<EcuProgram['inputs'][number]>, ...volts: readonly number[]) => {
    const program: EcuProgram = {
      ...PROGRAM,
      inputs: PROGRAM.inputs.map((known, i) => (i === coolant ? { ...known, filterS: 0, ...input } : known)),
    };
    const state = ecuAtKeyOn(program);
    return volts.map((value, i) => {
      const frame = frameOf({ coolant: 33, manifoldPressure: 80, time: 1 + 0.1 * i });
      const all = new Float64Array(program.inputs.length).fill(NaN);
      all[coolant] = value;
      readInputs(program, state, all, frame);
      return frame[AT.coolant] as number;
    });
  };
  const fault = { lowV: 0.2, highV: 4.8 };

  test('a voltage in the fault band gives what stands in, else the last good reading, else what is there', () => {
    const [good = NaN] = reading({ fault }, 2);
    expect(good).toBeGreaterThan(0);
    // An oil pressure: what moves slowly is believed as it last was.
    expect(reading({ id: 'oilPressure', fault, fallback: 55 }, 0.1, 2, 4.9)).toEqual([55, good, 55]);
    expect(reading({ fault, fallback: null }, 0.1, 2, 0.1, 4.9)).toEqual([33, good, good, good]);
    expect(reading({ fault, fallback: null }, 0.2)[0]).not.toBe(33);
    expect(reading({ fault: null, fallback: 55 }, 0.1)[0]).not.toBe(55);
  });

  // After 0.1 s of a filter of 0.3 s a quarter of the step is there: 0.1 / (0.3 + 0.1).
  test('a reading is smoothed over its filter’s time, not the first and not across a fault', () => {
    const [low = NaN, high = NaN] = reading({ fault }, 2, 3);
    const smoothed = reading({ id: 'oilPressure', fault, filterS: 0.3, fallback: 55 }, 2, 3, 0.1, 3);
    expect(smoothed[0]).toBe(low);
    expect(smoothed[1]).toBeCloseTo(low + (high - low) / 4, 9);
    expect(smoothed[2]).toBe(55);
    expect(smoothed[3]).toBeCloseTo(low + ((high - low) * 7) / 16, 9);
  });

  test('which inputs are in fault is remembered', () => {
    const state = ecuAtKeyOn(PROGRAM);
    const all = new Float64Array(PROGRAM.inputs.length).fill(NaN);
    all[coolant] = 0;
    readInputs(PROGRAM, state, all, frameOf());
    expect(state.inFault[coolant]).toBe(IN_FAULT.low);
    all[coolant] = 4.99;
    readInputs(PROGRAM, state, all, frameOf());
    expect(state.inFault[coolant]).toBe(IN_FAULT.high);
    all[coolant] = 2;
    readInputs(PROGRAM, state, all, frameOf());
    expect(state.inFault[coolant]).toBe(IN_FAULT.none);
  });

  const one = (input: EcuProgram['inputs'][number], at: number, program: Partial<EcuProgram> = {}) => {
    const of = { ...PROGRAM, ...program, inputs: [input] };
    const frame = frameOf({ manifoldPressure: 80, speed: 3000, vehicleSpeed: 68.1 });
    readInputs(of, ecuAtKeyOn(of), Float64Array.of(at), frame);
    return frame;
  };
  const gearInput = {
    id: 'gear',
    place: AT.gear,
    signalPlace: null,
    curve: {
      kind: 'gear',
      points: [
        { gear: 1, volts: 1 },
        { gear: 2, volts: 2 },
      ],
    },
    fault: null,
    fallback: 7,
    filterS: 0,
  } as const;

  test('a gear is the nearest, and a voltage between two is a fault', () => {
    expect(one(gearInput, 1.9)[AT.gear]).toBe(2);
    expect(one(gearInput, 1.5)[AT.gear]).toBe(7);
  });

  // 3000 rev/min at 68.1 km/h on a tyre of 0.31 m turns 5.148 times for a wheel.
  test('without a sensor the gear is told by engine and vehicle speed', () => {
    const gearing = { ratios: [13.1, 8.9, 6.7, 5.148], tyreRadiusM: 0.31 };
    const lambda = {
      id: 'lambdaOne',
      place: AT.lambdaOne,
      signalPlace: null,
      curve: {
        kind: 'line',
        points: curveThrough([
          [0.5, 0.7],
          [4.5, 1.3],
        ]),
        limits: null,
      },
      fault: { lowV: 0.1, highV: 4.9 },
      fallback: NaN,
      filterS: 0,
    } as const;
    expect(one(lambda, 2.5, { gearing })[AT.gear]).toBe(4);
    expect(one(lambda, 2.5, { gearing: null })[AT.gear]).toBe(0);
    expect(one(lambda, 2.5)[AT.lambdaOne]).toBeCloseTo(1, 9);
    expect(one(lambda, 0)[AT.lambdaOne]).toBeNaN();
  });

  test('a reading stays within its limits', () => {
    const curve = {
      kind: 'line',
      points: curveThrough([
        [1, 0],
        [4, 98],
      ]),
      limits: [0, 100],
    } as const;
    const throttle = {
      id: 'throttle',
      place: AT.throttle,
      signalPlace: null,
      curve,
      fault: null,
      fallback: null,
      filterS: 0,
    } as const;
    expect([0.5, 2.5, 4.9].map((at) => one(throttle, at)[AT.throttle])).toEqual([0, 49, 100]);
  });

  test('no voltage leaves what the frame says, and no pressure is taken for nothing', () => {
    expect(reading({ fault, fallback: 55 }, NaN)).toEqual([33]);
    const frame = frameOf({ manifoldPressure: 2 });
    readInputs(PROGRAM, ecuAtKeyOn(PROGRAM), new Float64Array(PROGRAM.inputs.length).fill(NaN), frame);
    expect(frame[AT.manifoldPressure]).toBe(5);
  });
});

describe('the phase', () => {
  const volts = new Float64Array(PROGRAM.inputs.length).fill(NaN);
  /** Phases at events a turn apart. */
  const follow = (...speeds: readonly number[]) => {
    const program = { ...PROGRAM, runningSpeedRpm: 500 };
    const state = ecuAtKeyOn(program);
    const out = ecuOut(program);
    return speeds.map((speed, i) => {
      const frame = frameOf({ manifoldPressure: 60, coolant: 20, air: 20, battery: 12 });
      write(frame, AT.time, i);
      write(frame, AT.speed, speed);
      write(frame, AT.turns, i);
      eventStep(program, state, volts, frame, out);
      return [frame[AT.phase], frame[AT.sinceStart]];
    });
  };

  // Running after two turns above 500, back to cranking only below 400: four fifths of it.
  test('goes up after a cycle above its speed, back only below four fifths of it, and counts from there', () => {
    const { cranking, running } = PHASE;
    expect(follow(200, 500, 501, 600, 501, 450, 400, 399, 450, 600, 700, 700)).toEqual([
      [cranking, 0],
      [cranking, 1],
      [cranking, 2],
      [cranking, 3],
      [running, 0],
      [running, 1],
      [running, 2],
      [cranking, 7],
      [cranking, 8],
      [cranking, 9],
      [cranking, 10],
      [running, 0],
    ]);
  });

  test('a burn or two that pull away and fall back do not make it running', () => {
    expect(new Set(follow(200, 700, 650, 500, 700, 600, 300).map(([phase]) => phase))).toEqual(
      new Set([PHASE.cranking]),
    );
  });

  test('fuel is cut on overrun only while the engine runs', () => {
    const out = ecuOut(PROGRAM);
    const state = ecuAtKeyOn(PROGRAM);
    const cutAt = (time: number, speed: number) => {
      const frame = frameOf({
        time,
        speed,
        turns: (speed * time) / 60,
        throttle: 0,
        manifoldPressure: 30,
        coolant: 80,
        air: 20,
        battery: 13,
      });
      return eventStep(PROGRAM, state, volts, frame, out).cut;
    };
    // Two turns at 3000 rev/min are 0.04 s.
    expect([cutAt(0, 3000), cutAt(0.03, 3000), cutAt(0.06, 3000), cutAt(0.2, 3000)]).toEqual([
      false,
      false,
      true,
      true,
    ]);
    expect(out.cut).toEqual({ cut: true, retardDeg: 0, reason: 'held' });
    expect(cutAt(0.3, 1200)).toBe(false);
  });
});

describe('what decides in time', () => {
  const none = new Float64Array(PROGRAM.inputs.length).fill(NaN);
  const at = (time: number, speed: number, phase = PHASE.running) =>
    frameOf({ time, speed, phase, manifoldPressure: 80, coolant: 60, air: 20, battery: 13.5, throttle: 90 });

  // Above 2000 rev/min for 0.04 s, and off again below 1700.
  test('a correction acts after its delay and changes the fuel while it does', () => {
    const state = ecuAtKeyOn(PROGRAM);
    const out = ecuOut(PROGRAM);
    const fuel = (time: number, speed: number) =>
      eventStep({ ...PROGRAM, overrun: null }, state, none, at(time, speed), out).corrections.map(
        ({ active }) => active,
      );
    expect([fuel(0, 2100), fuel(0.03, 2100), fuel(0.05, 2100), fuel(0.06, 1750), fuel(0.07, 1650)]).toEqual([
      [false],
      [false],
      [true],
      [true],
      [false],
    ]);
    expect(out.corrections).toEqual([{ active: false, reason: 'notMet' }]);
    expect(out.fuel.corrections.map(({ id }) => id)).toEqual(['own']);
  });

  test('fuel is not cut while the engine counts as cranking', () => {
    const state = ecuAtKeyOn(PROGRAM);
    const slow = { ...PROGRAM, runningSpeedRpm: 9000 };
    const out = ecuOut(slow);
    const cut = (time: number) => eventStep(slow, state, none, frameOf({ ...CLOSED, time }), out).cut;
    expect([cut(0), cut(0.1), cut(0.2)]).toEqual([false, false, false]);
    expect(out.cut.cut).toBe(true);
  });

  test('an output is switched at its own step, with its memory', () => {
    const fan = {
      id: 'fan',
      purpose: 'fan',
      join: 'and',
      conditions: [
        { channel: 'coolant', comparison: 'above', threshold: 90, hysteresis: 5, minOnS: 0, minOffS: 0 },
      ],
      whileKeyOn: false,
      raisesIdleRpm: 0,
      idleAirPercent: 0,
    } as const;
    const program: EcuProgram = {
      ...PROGRAM,
      outputs: [
        fan,
        { ...fan, id: 'none', conditions: [] },
        { ...fan, id: 'relay', conditions: [], whileKeyOn: true },
      ],
    };
    const state = ecuAtKeyOn(program);
    const out = ecuOut(program);
    const on = (coolant: number) => {
      outputStep(program, state, none, frameOf({ coolant, manifoldPressure: 80 }), out, true);
      return out.outputs.map((output) => output.on);
    };
    expect([on(89), on(91), on(86), on(84)]).toEqual([
      [false, false, true],
      [true, false, true],
      [true, false, true],
      [false, false, true],
    ]);
    expect(out.outputs.map(({ reason }) => reason)).toEqual(['conditions', 'noCondition', 'key']);
  });

  test('outputs see what the sensors are taken for, not what is', () => {
    const state = ecuAtKeyOn(PROGRAM);
    const frame = frameOf({ coolant: 20, manifoldPressure: 80 });
    const volts = none.slice();
    const coolant = PROGRAM.inputs.findIndex(({ id }) => id === 'coolant');
    volts[coolant] = 1;
    outputStep(PROGRAM, state, volts, frame, ecuOut(PROGRAM), true);
    expect(frame[AT.coolant]).not.toBe(20);
    expect(state.lastGood[coolant]).toBe(frame[AT.coolant]);
  });
});

const CLOSED = { speed: 3000, throttle: 0, manifoldPressure: 30, coolant: 80, air: 20, battery: 13 };

describe('the prime', () => {
  const flat = (value: number) => ({
    x: Float64Array.of(-40, 100),
    y: new Float64Array(0),
    values: Float64Array.of(value, value),
  });
  const primed = (change: Partial<EcuProgram>) =>
    primeAt(
      { ...PROGRAM, second: null, ...change },
      frameOf({ coolant: -20, air: -20, battery: 12, manifoldPressure: 80 }),
    );

  // What is in one cylinder of air at barometric pressure and coolant temperature burns m_air/ratio; the map says how many of them.
  test('is so many stoichiometric masses of a cylinder of air, through an opening with its dead time', () => {
    const tables = { ...PROGRAM.tables, prime: flat(2) };
    const { fuelMg, openingMs } = primed({ tables });
    const once = primed({ tables: { ...tables, prime: flat(1) } });
    expect(fuelMg).toBeCloseTo(2 * once.fuelMg, 9);
    const airMg = (80.487 * PROGRAM.cylinderVolumeCm3 * 1000) / (287.05 * 253.15);
    expect(once.fuelMg).toBeCloseTo(airMg / 14.3, 3);
    const net = openingMs - once.openingMs;
    // 7.574 g/s at 300 kPa is 8.181 at 350.
    expect(net).toBeCloseTo(once.fuelMg / 8.181, 3);
    expect(once.openingMs - net).toBeCloseTo(deadTimeAt(PROGRAM.injector.deadTime, 12, 350), 9);
  });

  test('is nothing where there is no such map, or it says nothing', () => {
    const { prime: _gone, ...tables } = PROGRAM.tables;
    expect(primed({ tables }).fuelMg).toBe(0);
    expect(primed({ tables: { ...tables, prime: flat(0) } }).fuelMg).toBe(0);
  });
});
