import type { Calibration } from '@/core/calibration';
import { lookUpMap } from '@/core/numeric';
import type { EcuProgram } from '@/core/program';
import { carOf } from '@/standin/carOfDocument';
import type { Metal } from '@/standin/plant';
import { type CarEvent, type CarState, VirtualCar } from '@/standin/virtualCar';
import { programOf, tableOf } from './ventisca';

/** Everything as warm as this, so that no charge is heated on its way, °C. */
const WARM_C = 80;
/** Fuel in the rail at the start: cool enough that none boils. */
const RAIL_C = 20;

/** A car whose fuel, air and sensors are as the calibration has them, but for its filling and flow. */
export interface HeldCar {
  readonly program: EcuProgram;
  readonly metal: Metal;
  /** True flow over typed flow. */
  readonly flow: number;
  readonly at: (lost?: number) => VirtualCar;
}

/** A calibration’s car, changed so; no fuel is cut, and none blown through. */
export function builtLike(
  document: Calibration,
  { filling, flow }: { readonly filling: number; readonly flow: number },
): HeldCar {
  const typed = programOf(document);
  const program: EcuProgram = {
    ...typed,
    overrun: null,
    limits: null,
    protection: null,
    inputs: typed.inputs.map((input) => ({ ...input, fault: null })),
    injection: typed.injection && { ...typed.injection, spray: null },
  };
  const { injector, load } = program;
  const car = carOf(document, typed);
  const even = car.engine.firing.map(() => 1);
  const metal: Metal = {
    ...car.engine,
    ve: { ...car.engine.ve, values: car.engine.ve.values.map((value) => value * filling) },
    injector: { ...injector, ratedFlowGPerS: injector.ratedFlowGPerS * flow },
    airShare: even,
    fuelShare: even,
    heating: 1,
    // An engine that fills and flows more asks for more fuel than its pump was chosen for.
    pumpGPerS: 2 * car.engine.pumpGPerS,
    fullAirFlowGPerS: load.fullAirFlowGPerS,
  };
  const sensors = {
    ...{ coolant: null, air: null, map: null, fuelPressure: null, throttle: null, pullUp: null },
    sensing: { noise: 0, adcBits: null, saturates: false, mapIsGauge: false },
  };
  const setup = {
    coolantC: WARM_C,
    batteryV: 12.6,
    surroundings: { barometricKpa: car.barometricKpa, airC: WARM_C },
    seed: 1,
  };
  const at = (lost = 0) => {
    const engine = { ...metal, fuelShare: even.map((share) => share * (1 - lost)) };
    const built = { ...car, ...sensors, engine };
    const from: CarState = new VirtualCar(program, built, setup).snapshot();
    return new VirtualCar(program, built, setup, { ...from, plant: { ...from.plant, railC: RAIL_C } });
  };
  return { program, metal, flow, at };
}

/** What a brake that holds a speed came to. */
export interface Held {
  readonly lambda: number;
  /** target × true VE ÷ typed VE ÷ (true flow ÷ typed flow). */
  readonly expected: number;
  /** What the first lambda sensor shows. */
  readonly shown: number;
  readonly kpa: number;
}

/** Lambda at a held speed, settled, and what it has to be. */
export function heldLambda(
  { program, metal, flow, at }: HeldCar,
  rpm: number,
  pedalPercent: number,
  { lost = 0 }: { readonly lost?: number } = {},
): Held {
  const car = at(lost);
  const events: CarEvent[] = [];
  Object.assign(car.controls, { key: true, holdRpm: rpm, pedalPercent });
  car.advance(14);
  car.onEvent = (event) => events.push(event);
  car.advance(2);
  const mean = (pick: (event: CarEvent) => number) =>
    events.reduce((total, event) => total + pick(event), 0) / events.length;
  const kpa = mean(({ manifoldKpa }) => manifoldKpa);
  const filling = lookUpMap(metal.ve, rpm, kpa) / lookUpMap(tableOf(program, 've'), rpm, kpa);
  return {
    lambda: mean(({ vapourLambda }) => vapourLambda),
    expected: (mean(({ lambdaTarget }) => lambdaTarget) * filling) / flow,
    shown: car.plant.lambda[0]?.shown ?? NaN,
    kpa,
  };
}
