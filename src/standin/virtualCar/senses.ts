import { AT, type Frame, write } from '@/core/channel';
import type { Decoder } from '@/core/decoding';
import { readCrank } from '@/core/ecu';
import { type EcuProgram } from '@/core/program';
import { type InputId, INPUTS } from '@/core/sensors';
import type { SensorFault, SensorFaults } from '../car';
import { type Harness, type LastSignal, sampleSignals, SEEN, type Truth, truthAtRest } from '../harness';
import { lambdaRead, manifoldKpa, type Metal, oilPressureKpa, type PlantState, railGaugeKpa } from '../plant';
import type { CarState } from './carState';

/** What carries the truth to the engine computer: rooms that are used again and again. */
export interface Senses {
  readonly truth: Truth;
  readonly last: readonly LastSignal[];
  /** What arrives at each input of the program, V or Hz. */
  readonly signals: Float64Array;
  /** The fault at each input, and what it was made of. */
  readonly faults: (SensorFault | null)[];
  faultsOf: SensorFaults;
  /** The calibration has a fuel pressure sensor. */
  readonly seesRail: boolean;
  /** Channels of sensors every engine has that are not described: taken as right. */
  readonly takenAsRight: readonly (readonly [place: number, sees: number])[];
}

/** Sensors that every engine has, and what they see: while not described they are taken as right. */
const ALWAYS = {
  coolant: SEEN.coolantC,
  air: SEEN.airC,
  map: SEEN.manifoldKpa,
  throttle: SEEN.throttlePercent,
} as const satisfies Partial<Record<InputId, number>>;

const NO_FAULTS: SensorFaults = {};

/** Senses that have seen nothing yet. */
export function sensesOf({ inputs }: EcuProgram): Senses {
  const described = (id: string) => inputs.some((input) => input.id === id);
  return {
    truth: truthAtRest(),
    last: inputs.map(() => ({ seen: NaN, at: NaN })),
    signals: new Float64Array(inputs.length),
    faults: inputs.map(() => null),
    faultsOf: NO_FAULTS,
    seesRail: described('fuelPressure'),
    takenAsRight: Object.entries(ALWAYS).flatMap(([id, sees]) =>
      described(id) ? [] : [[AT[INPUTS[id as InputId].channel], sees] as const],
    ),
  };
}

/** What moves slowly: what the sensors are exposed to, and into the frame what stands in for sensors that have no sheet. */
export function exposeSlow({ truth }: Senses, { fuel }: Metal, state: CarState, frame: Frame): void {
  const { plant, controls, surroundings } = state;
  truth[SEEN.coolantC] = plant.coolantC;
  truth[SEEN.airC] = plant.intakeC;
  truth[SEEN.barometricKpa] = surroundings.barometricKpa;
  truth[SEEN.oilGaugeKpa] = oilPressureKpa(plant);
  truth[SEEN.ethanolPercent] = fuel.ethanolPercent;
  truth[SEEN.kmPerH] = plant.vehicleMPerS * 3.6;
  truth[SEEN.gear] = controls.gear;
  truth[SEEN.lambdaOne] = lambdaOf(plant, 0);
  truth[SEEN.lambdaTwo] = lambdaOf(plant, 1);
  write(frame, AT.oilTemperature, plant.oilC);
}

/**
 * What the engine computer counts, what moves from firing to firing, and what arrives from its sensors.
 * @param count how many of its inputs, from the first on, are sampled.
 */
export function exposeNow(
  senses: Senses,
  harness: Harness,
  metal: Metal,
  decoder: Decoder,
  state: CarState,
  count: number,
  frame: Frame,
): void {
  const { plant, controls, power, surroundings } = state;
  const { truth } = senses;
  const sinceS = plant.timeS - power.sinceS;
  truth[SEEN.manifoldKpa] = manifoldKpa(metal, plant);
  truth[SEEN.throttlePercent] = controls.pedalPercent;
  truth[SEEN.launchHeld] = controls.launchHeld ? 1 : 0;
  truth[SEEN.shiftHeld] = controls.shiftHeld ? 1 : 0;
  truth[SEEN.retardHeld] = controls.retardHeld ? 1 : 0;
  if (senses.seesRail) truth[SEEN.railGaugeKpa] = railGaugeKpa(metal, plant, surroundings);
  write(frame, AT.time, sinceS);
  write(frame, AT.sinceKeyOn, sinceS);
  readCrank(decoder, state.ecu.crank, plant.timeS, frame);
  write(frame, AT.battery, plant.batteryV);
  write(frame, AT.airFlow, Math.max(0, plant.airFlowGPerS));
  for (let i = 0; i < senses.takenAsRight.length; i += 1) {
    const [place, sees] = senses.takenAsRight[i] as (typeof senses.takenAsRight)[number];
    write(frame, place, truth[sees] as number);
  }
  followFaults(senses, harness, state.sensorFaults);
  sampleSignals(
    harness.signals,
    truth,
    senses.faults,
    senses.last,
    state.sampling,
    plant.timeS,
    count,
    senses.signals,
  );
}

function followFaults(senses: Senses, { inputs }: Pick<Harness, 'inputs'>, faults: SensorFaults): void {
  if (senses.faultsOf === faults) return;
  senses.faultsOf = faults;
  inputs.forEach((id, i) => (senses.faults[i] = faults[id] ?? null));
}

/** Lambda that a sensor reads, or the absence of one. */
function lambdaOf({ lambda }: PlantState, place: number): number {
  const line = lambda[place];
  return line === undefined ? NaN : (lambdaRead(line) ?? NaN);
}
