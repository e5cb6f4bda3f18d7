import { AT, type Frame, write } from '@/core/channel';
import type { Decoder } from '@/core/decoding';
import { readCrank } from '@/core/ecu';
import type { EcuProgram } from '@/core/program';
import { type Harness, type LastSignal, type Truth, writeVolts } from '../harness';
import { lambdaRead, manifoldKpa, type Metal, oilPressureKpa, type PlantState, railGaugeKpa } from '../plant';
import type { CarState } from './carState';

/** What carries the truth to the engine computer: rooms that are used again and again. */
export interface Senses {
  readonly truth: { -readonly [Seen in keyof Truth]: Truth[Seen] };
  readonly last: readonly LastSignal[];
  /** At each input of the program. */
  readonly volts: Float64Array;
  /** The calibration has a fuel pressure sensor. */
  readonly seesRail: boolean;
}

/** Senses that have seen nothing yet. */
export function sensesOf({ inputs }: EcuProgram): Senses {
  return {
    truth: { coolantC: 0, airC: 0, manifoldKpa: 0, railGaugeKpa: 0 },
    last: inputs.map(() => ({ seen: NaN, volts: NaN })),
    volts: new Float64Array(inputs.length),
    seesRail: inputs.some(({ id }) => id === 'fuelPressure'),
  };
}

/** What moves slowly, into the frame: what stands in for sensors that have no loom, and what the sensors are exposed to. */
export function exposeSlow({ truth }: Senses, { fuel }: Metal, state: CarState, frame: Frame): void {
  const { plant, controls } = state;
  truth.coolantC = plant.coolantC;
  truth.airC = plant.intakeC;
  write(frame, AT.coolant, plant.coolantC);
  write(frame, AT.air, plant.intakeC);
  write(frame, AT.gear, controls.gear);
  write(frame, AT.vehicleSpeed, plant.vehicleMPerS * 3.6);
  write(frame, AT.oilPressure, oilPressureKpa(plant));
  write(frame, AT.oilTemperature, plant.oilC);
  write(frame, AT.ethanol, fuel.ethanolPercent);
  write(frame, AT.lambdaOne, lambdaOf(plant, 0));
  write(frame, AT.lambdaTwo, lambdaOf(plant, 1));
}

/** What the engine computer counts, what moves from firing to firing, and the volts of all sensors. */
export function exposeNow(
  senses: Senses,
  harness: Harness,
  metal: Metal,
  decoder: Decoder,
  state: CarState,
  frame: Frame,
): void {
  const { plant, controls, power, surroundings } = state;
  const { truth } = senses;
  const sinceS = plant.timeS - power.sinceS;
  truth.manifoldKpa = manifoldKpa(metal, plant);
  truth.railGaugeKpa = senses.seesRail ? railGaugeKpa(metal, plant, surroundings) : NaN;
  write(frame, AT.time, sinceS);
  write(frame, AT.sinceKeyOn, sinceS);
  readCrank(decoder, state.ecu.crank, plant.timeS, frame);
  write(frame, AT.battery, plant.batteryV);
  write(frame, AT.coolant, truth.coolantC);
  write(frame, AT.air, truth.airC);
  write(frame, AT.manifoldPressure, truth.manifoldKpa);
  write(frame, AT.throttle, controls.pedalPercent);
  write(frame, AT.airFlow, Math.max(0, plant.airFlowGPerS));
  write(frame, AT.fuelPressure, truth.railGaugeKpa);
  write(frame, AT.knockNoise, plant.knockNoiseV);
  writeVolts(harness.signals, truth, senses.last, senses.volts);
}

/** Lambda that a sensor reads, or the absence of one. */
function lambdaOf({ lambda }: PlantState, place: number): number {
  const line = lambda[place];
  return line === undefined ? NaN : (lambdaRead(line) ?? NaN);
}
