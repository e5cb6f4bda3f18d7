import { AT, frameOf, read } from '@/core/channel';
import { decoderOf, NOMINAL_WHEEL } from '@/core/decoding';
import type { EcuProgram } from '@/core/program';
import { builtMetal } from '@tests/support/metal';
import type { Harness } from '../harness';
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
    acceleration: { thresholdPercentPerS: 0, decayTurns: 1 },
  }) as unknown as EcuProgram;
const SILENT = { edgesDeg: new Float64Array(0), delayS: 0, lostShare: 0, noiseShare: 0 };
const TEETH = { crank: SILENT, cam: SILENT };
const DECODER = decoderOf(NOMINAL_WHEEL, 4, true);
/** One input that nothing is known of, and one that does not move. */
const HARNESS = { signals: [{ kind: 'itself' }, { kind: 'still', volts: 1.5 }] } as unknown as Harness;

function exposed(inputs: readonly string[] = ['map', 'fuelPressure']) {
  const of = program(inputs);
  const state = carAtRest(of, metal, TEETH, { coolantC: 20, batteryV: 12, surroundings: place, seed: 1 });
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
    knockNoiseV: 0.7,
  });
  state.plant.manifoldMg[0] = massMg(42, metal.manifoldVolumeL, state.plant.chargeC);
  Object.assign(state.controls, { gear: 4, pedalPercent: 33 });
  state.power.sinceS = 2;
  Object.assign(state.ecu.crank, { turnedDeg: 33 * 360, speedRpm: 1180, edgeS: 9 });
  const [line] = state.plant.lambda;
  if (line !== undefined) Object.assign(line, { heatedS: 12, shown: 0.91 });
  const senses = sensesOf(of);
  const frame = frameOf();
  exposeSlow(senses, metal, state, frame);
  exposeNow(senses, HARNESS, metal, DECODER, state, frame);
  return { state, senses, frame, at: (channel: keyof typeof AT) => read(frame, AT[channel]) };
}

describe('what the engine computer is exposed to', () => {
  test('is what is counted since its power came, and what stands in for sensors', () => {
    const { at } = exposed();
    expect([at('time'), at('sinceKeyOn'), at('speed'), at('turns')]).toEqual([7, 7, 1180, 33]);
    expect([at('battery'), at('coolant'), at('air'), at('throttle'), at('gear')]).toEqual([
      13.7, 71, 17, 33, 4,
    ]);
    expect(at('manifoldPressure')).toBeCloseTo(42, 6);
    expect(at('vehicleSpeed')).toBeCloseTo(72, 9);
    expect([at('oilPressure'), at('oilTemperature'), at('ethanol'), at('knockNoise')]).toEqual([
      300, 66, 0, 0.7,
    ]);
    expect(at('lambdaOne')).toBe(0.91);
    expect(at('lambdaTwo')).toBeNaN();
  });

  test('air that flows back is none', () => {
    expect(exposed().at('airFlow')).toBe(0);
  });

  // Manifold-referenced, 350 kPa: 350 + 42 − 80.5 against the air outside.
  test('fuel pressure only where there is a sensor for it', () => {
    expect(exposed().at('fuelPressure')).toBeCloseTo(350 + 42 - place.barometricKpa, 6);
    expect(exposed(['map', 'air']).at('fuelPressure')).toBeNaN();
  });

  test('the volts of each input, NaN where nothing is known', () => {
    expect(Array.from(exposed().senses.volts)).toEqual([NaN, 1.5]);
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
