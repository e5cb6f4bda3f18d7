import { AT, frameOf, read } from '@/core/channel';
import { decoderOf, NOMINAL_WHEEL } from '@/core/decoding';
import type { EcuProgram } from '@/core/program';
import { SILENT } from '../harness/teeth';
import { builtMetal } from '@tests/support/metal';
import { type Harness, SEEN } from '../harness';
import { massMg } from '../plant/plantState';
import { carAtRest, copiedCar, frameFrom, numbersOf } from './carState';
import { exposeNow, exposeSlow, sensesOf } from './senses';

const { metal, place } = builtMetal();
const program = (inputs: readonly string[]) =>
  ({
    inputs: inputs.map((id) => ({ id })),
    outputs: [],
    corrections: [],
    overrun: null,
    closedLoop: null,
    learned: null,
    knock: null,
    acceleration: { thresholdPercentPerS: 0, deadBandPercent: 0, decayTurns: 1 },
  }) as unknown as EcuProgram;
const TEETH = { crank: SILENT, cam: SILENT };
const DECODER = decoderOf(NOMINAL_WHEEL, 4, true);
/** Inputs that nothing moves, so that what is said beside them shows. */
const still = (at: number) => ({
  signal: { kind: 'still', at },
  open: 0,
  low: 0,
  high: 5,
  noise: 0,
  step: 0,
  stepsEach: 0,
});
const harness = (inputs: readonly string[]) =>
  ({ inputs, signals: inputs.map((_, i) => still(1.5 + i)) }) as unknown as Harness;

function exposed(inputs: readonly string[] = ['fuelPressure', 'lambdaOne']) {
  const of = program(inputs);
  const state = carAtRest(of, { engine: metal, sensorFaults: {} }, TEETH, {
    coolantC: 20,
    batteryV: 12,
    surroundings: place,
    seed: 1,
  });
  Object.assign(state.plant, {
    timeS: 9,
    turns: 33,
    batteryV: 13.7,
    coolantC: 71,
    intakeC: 17,
    oilC: 66,
    oilFactor: 1,
    speedRpm: 1200,
    airFlowGPerS: -0.5,
    vehicleMPerS: 20,
    railShare: 1,
  });
  state.plant.manifoldMg[0] = massMg(42, metal.manifoldVolumeL, state.plant.chargeC);
  Object.assign(state.controls, { gear: 4, pedalPercent: 33 });
  state.power.sinceS = 2;
  Object.assign(state.ecu.crank, { turnedPlaces: 33 * 36, speedRpm: 1180, edgeS: 9 });
  const [line] = state.plant.lambda;
  if (line !== undefined) Object.assign(line, { heatedS: 12, shown: 0.91 });
  const senses = sensesOf(of);
  const frame = frameOf();
  exposeSlow(senses, metal, state, frame);
  const again = () => exposeNow(senses, harness(inputs), metal, DECODER, state, inputs.length, frame);
  again();
  return { state, senses, frame, again, at: (channel: keyof typeof AT) => read(frame, AT[channel]) };
}

describe('what the engine computer is exposed to', () => {
  test('is what is counted since its power came, and what stands in for sensors', () => {
    const { at } = exposed();
    expect([at('time'), at('sinceKeyOn'), at('speed'), at('turns')]).toEqual([7, 7, 1180, 33]);
    expect([at('battery'), at('coolant'), at('air'), at('throttle')]).toEqual([13.7, 71, 17, 33]);
    expect(at('manifoldPressure')).toBeCloseTo(42, 6);
    expect(at('oilTemperature')).toBe(66);
  });

  test('the sensors are exposed to all there is', () => {
    const { truth } = exposed().senses;
    const seen = Object.fromEntries(Object.entries(SEEN).map(([what, place]) => [what, truth[place]]));
    expect(seen).toMatchObject({ coolantC: 71, airC: 17, throttlePercent: 33, gear: 4, ethanolPercent: 0 });
    expect(seen).toMatchObject({ oilGaugeKpa: 300, lambdaOne: 0.91, barometricKpa: place.barometricKpa });
    expect(seen['kmPerH']).toBeCloseTo(72, 9);
    expect(seen['manifoldKpa']).toBeCloseTo(42, 6);
    expect(seen['lambdaTwo']).toBeNaN();
  });

  test('what is described comes by its sensor alone, and what not every engine has by nothing else', () => {
    const { at } = exposed(['coolant', 'air', 'map', 'throttle']);
    expect([at('coolant'), at('air'), at('manifoldPressure'), at('throttle')]).toEqual([NaN, NaN, NaN, 0]);
    expect([at('gear'), at('vehicleSpeed'), at('oilPressure'), at('lambdaOne')]).toEqual([0, 0, 0, NaN]);
  });

  test('a fault at a sensor is at its input, until it is taken away', () => {
    const { senses, state, again } = exposed();
    state.sensorFaults = { lambdaOne: { kind: 'shortedLow' } };
    again();
    expect(Array.from(senses.signals)).toEqual([1.5, 0]);
    state.sensorFaults = {};
    again();
    expect(Array.from(senses.signals)).toEqual([1.5, 2.5]);
  });

  test('air that flows back is none', () => {
    expect(exposed().at('airFlow')).toBe(0);
  });

  // Manifold-referenced, 350 kPa: 350 + 42 − 80.5 against the air outside.
  test('fuel pressure only where there is a sensor for it', () => {
    expect(exposed().senses.truth[SEEN.railGaugeKpa]).toBeCloseTo(350 + 42 - place.barometricKpa, 6);
    expect(exposed(['map', 'air']).senses.truth[SEEN.railGaugeKpa]).toBe(0);
  });

  test('and what arrives at each input', () => {
    expect(Array.from(exposed().senses.signals)).toEqual([1.5, 2.5]);
  });
});

describe('a car’s state', () => {
  test('copied shares nothing', () => {
    const { state } = exposed();
    const copy = copiedCar(state);
    expect(copy).toEqual(state);
    for (const [key, value] of Object.entries(state)) {
      if (typeof value === 'object' && value !== null)
        expect([key, copy[key as keyof typeof copy] === value]).toEqual([key, false]);
    }
  });

  test('keeps a frame as numbers, null for what is not known, and gives it back', () => {
    const { frame } = exposed();
    const numbers = numbersOf(frame);
    expect(numbers[AT.lambdaTwo]).toBeNull();
    expect(numbers[AT.turns]).toBe(33);
    const again = frameOf({ lambdaTwo: 1 });
    frameFrom(numbers, again);
    expect(Array.from(again)).toEqual(Array.from(frame));
  });
});
