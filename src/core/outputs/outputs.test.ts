import { AT, CHANNELS, type Frame, frameOf, OUTPUT_CHANNELS, read } from '../channel';
import fc from 'fast-check';
import { outputStates } from '../control';
import { pinCurrentA } from './current';
import { outputProblems } from './outputProblems';
import { type Condition, type Output, OUTPUT_PURPOSES, outputSchema, outputsSchema } from './outputSchema';
import { addedOutput, presetOutput } from './presets';
import { chatterCount, onStretches } from './strip';
import { outputSweep } from './sweep';
import { loadWords, outputWords } from './words';

const SOURCE = { kind: 'estimated', date: '2026-11-23' } as const;
const ENGINE = {
  cylinders: 6,
  torquePeakRpm: 4600,
  maxSpeedRpm: 7400,
  barometricKpa: 80.5,
  maxManifoldKpa: 165,
};
const SWEEP = outputSweep({ idleRpm: 1000, maxSpeedRpm: 7400, barometricKpa: 80.5, maxManifoldKpa: 165 });

/** One moment a second with these engine speeds, the engine cold. */
const speeds = (...values: number[]): Frame[] =>
  values.map((speed, time) => frameOf({ time, speed, coolant: 20 }));
const above = (change: Partial<Condition> = {}): Condition => ({
  channel: 'speed',
  comparison: 'above',
  threshold: 3000,
  hysteresis: 200,
  minOnS: 0,
  minOffS: 0,
  ...change,
});
describe('an output over time', () => {
  test('stretches and chatter are counted', () => {
    const samples = speeds(3100, 0, 3100, 0, 0, 0, 3100);
    const stretches = onStretches(outputStates({ conditions: [above()], join: 'and' }, samples), samples);
    expect(stretches).toEqual([
      { fromS: 0, toS: 1 },
      { fromS: 2, toS: 3 },
      { fromS: 6, toS: 6 },
    ]);
    expect(chatterCount(stretches)).toBe(1);
  });
});

describe('over the sweep', () => {
  const strip = (output: Output) => onStretches(outputStates(output, SWEEP.frames), SWEEP.frames);
  const preset = (purpose: (typeof OUTPUT_PURPOSES)[number]) => presetOutput(purpose, 'x', ENGINE, SOURCE);

  test('the fuel pump primes for 3 s, stops, and runs from the first turn on', () => {
    const [prime, run, ...more] = strip(preset('fuelPump'));
    expect(prime?.fromS).toBe(0);
    expect(prime?.toS).toBeCloseTo(3, 1);
    expect(run?.fromS).toBeCloseTo(5, 1);
    expect(run?.toS).toBe(read(SWEEP.frames[SWEEP.frames.length - 1] as Frame, AT.time));
    expect(more).toEqual([]);
  });

  test('the second pump stays on through gear changes; without hysteresis it chatters', () => {
    const output = preset('secondPump');
    expect(chatterCount(strip(output))).toBe(0);
    const bare = {
      ...output,
      conditions: output.conditions.map((c) => ({ ...c, hysteresis: 0, minOnS: 0 })),
    };
    expect(chatterCount(strip(bare))).toBeGreaterThan(1);
  });

  test('the fan comes on once, hot, and goes off cooling down', () => {
    const stretches = strip(preset('fan'));
    expect(stretches).toHaveLength(1);
    expect(stretches[0]?.toS).toBeLessThan(SWEEP.phases[5]?.toS ?? 0);
  });

  test('every channel stays within what it can be, and the phases follow each other', () => {
    for (const frame of SWEEP.frames) {
      for (const id of OUTPUT_CHANNELS) {
        expect(read(frame, AT[id])).toBeGreaterThanOrEqual(CHANNELS[id].min - 10);
        expect(read(frame, AT[id])).toBeLessThanOrEqual(CHANNELS[id].max);
      }
    }
    expect(SWEEP.phases.map(({ fromS }) => fromS)).toEqual([0, 5, 13, 22, 31, 43]);
  });

  test.each(OUTPUT_PURPOSES)('the preset %s is valid and without problems', (purpose) => {
    const output = preset(purpose);
    expect(outputSchema.parse(output)).toEqual(output);
    expect(outputProblems(output)).toEqual([]);
  });
});

describe('in words', () => {
  const words = (purpose: (typeof OUTPUT_PURPOSES)[number]) =>
    outputWords(presetOutput(purpose, 'x', ENGINE, SOURCE));
  test('an output says when it is on and when it lets go', () => {
    expect(words('fuelPump')).toBe(
      'On with time since key on below 3 s or engine speed above 60 rev/min (lets go at 30).',
    );
    expect(words('fan')).toBe('On with coolant above 94 °C (lets go at 89). Raises idle by 100 rev/min.');
    expect(words('tachometer')).toBe('Pulses 3 times a turn.');
    expect(outputWords({ ...presetOutput('other', 'x', ENGINE, SOURCE), conditions: [] })).toMatch(
      /Never on/,
    );
  });
});

describe('what cannot be', () => {
  const output = (conditions: Condition[]): Output => ({
    ...presetOutput('other', 'x', ENGINE, SOURCE),
    conditions,
  });
  const problems = (...conditions: Condition[]) => outputProblems(output(conditions));

  test('no condition', () => expect(problems()).toEqual([{ code: 'noCondition' }]));

  test('a threshold outside its channel; at its end it may stand', () => {
    expect(problems(above({ threshold: 20001 }))).toEqual([
      expect.objectContaining({ code: 'outside', threshold: 20001 }),
    ]);
    expect(problems(above({ threshold: 20000 }))).toEqual([]);
  });

  test('a hysteresis it can never get out of', () => {
    expect(problems(above({ threshold: 100, hysteresis: 101 }))).toEqual([
      expect.objectContaining({ code: 'neverLetsGo', letsGo: -1 }),
    ]);
    expect(problems(above({ threshold: 100, hysteresis: 100 }))).toEqual([]);
  });

  test('two of the same id', () => {
    expect(outputsSchema.safeParse([output([above()]), output([above()])]).success).toBe(false);
  });
});

describe('what a pin carries', () => {
  test.each([
    [{}, null],
    [{ currentA: 9 }, 9],
    [{ currentA: 9, throughRelay: false }, 9],
    [{ currentA: 9, throughRelay: true }, 0.2],
    [{ throughRelay: true }, 0.2],
  ])('%j: %p A', (load, amps) => {
    expect(pinCurrentA(load)).toBe(amps);
  });

  test('is said in words', () => {
    expect(loadWords({ currentA: 9, throughRelay: true })).toBe('It draws 9 A, through a relay.');
    expect(loadWords({ currentA: 0.2, throughRelay: false })).toBe('It draws 0.2 A, straight on the pin.');
    expect(loadWords({})).toBe('Its current is not said; whether a relay is between is not said.');
  });

  test('an idle valve needs no condition: its map opens it', () => {
    const valve = presetOutput('idleValve', 'valve', ENGINE, SOURCE);
    expect(outputProblems(valve)).toEqual([]);
    expect(outputWords(valve)).toBe('Open as far as the idle air map and idle control say.');
  });
});

describe('a preset fits the engine it is made for', () => {
  test.each([
    // 80.5 + half of 84.5 = 122.75, whole fives below it; lets go at 55 % of the barometer.
    [{ barometricKpa: 80.5, maxManifoldKpa: 165 }, 120, 75],
    // Without boost: 85 % of 100.
    [{ barometricKpa: 100, maxManifoldKpa: 100 }, 85, 30],
  ])('a second pump of %j comes in above %d kPa, lets go %d lower', (air, threshold, hysteresis) => {
    const { conditions } = presetOutput('secondPump', 'x', { ...ENGINE, ...air }, SOURCE);
    expect(conditions[1]).toMatchObject({ channel: 'manifoldPressure', threshold, hysteresis });
    expect(conditions[0]).toMatchObject({ channel: 'speed', threshold: 3700 });
  });

  test('a second pump waits for no speed or pressure that the engine never reaches', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 60, max: 105 }),
        fc.integer({ min: -30, max: 300 }),
        fc.integer({ min: 1500, max: 12000 }),
        fc.integer({ min: 3000, max: 14000 }),
        (barometricKpa, boostKpa, torquePeakRpm, maxSpeedRpm) => {
          const maxManifoldKpa = barometricKpa + boostKpa;
          const engine = { cylinders: 4, torquePeakRpm, maxSpeedRpm, barometricKpa, maxManifoldKpa };
          const output = presetOutput('secondPump', 'x', engine, SOURCE);
          const [speed, pressure] = output.conditions;
          expect(speed?.threshold).toBeLessThan(maxSpeedRpm);
          expect(pressure?.threshold).toBeLessThan(maxManifoldKpa);
          expect(outputProblems(output)).toEqual([]);
          expect(pressure?.hysteresis).toBeGreaterThanOrEqual(5);
        },
      ),
    );
  });

  test('and has an id and a name of its own beside others', () => {
    const first = addedOutput([], 'fan', ENGINE, SOURCE);
    const second = addedOutput([first], 'fan', ENGINE, SOURCE);
    const third = addedOutput([first, second], 'fan', ENGINE, SOURCE);
    expect([first, second, third].map(({ id, name }) => [id, name])).toEqual([
      ['fan', 'Fan'],
      ['fan-2', 'Fan 2'],
      ['fan-3', 'Fan 3'],
    ]);
  });

  test('a main relay follows the key, and asks for no condition', () => {
    const relay = presetOutput('mainRelay', 'relay', ENGINE, SOURCE);
    expect(outputProblems(relay)).toEqual([]);
    expect(outputWords(relay)).toBe('On while the key is on.');
    expect(pinCurrentA(relay)).toBe(0.2);
  });
});
