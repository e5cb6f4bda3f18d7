import {
  type Calibration,
  conversionContext,
  lineOf,
  type StandInId,
  thermistorOf,
} from '@/core/calibration';
import type { EcuProgram } from '@/core/program';
import {
  type PullUp,
  type SteinhartHart,
  thermistorFit,
  thermistorOhm,
  type VoltsCurve,
} from '@/core/sensors';
import { type Car, soundSensor } from '../car';
import type { BuiltCar, BuiltFor } from './builtCar';
import { describedEngine } from './describedEngine';
import { draws } from './draws';
import { pardela } from './pardela';
import { ventisca } from './ventisca';

/** The demos as built. */
const BUILT: Readonly<Record<Exclude<StandInId, 'described'>, (program: BuiltFor) => BuiltCar>> = {
  ventisca,
  pardela,
};

/** How far sensors are off their sheets, each way: share of a thermistor’s resistance, kPa. */
const SENSORS_OFF = { resistance: 0.03, mapKpa: 0.8 } as const;

/**
 * The car a calibration meets. The loom is the wiring last confirmed, else what is planned: a pin changed since on the
 * screen but not in the loom is felt. A car known only by its description cannot notice that the description is wrong,
 * except where two parts of it disagree, as a pull-up with the engine computer's own; of such cars each seed is another.
 */
export function carOf(document: Calibration, program: EcuProgram, seed = 1): Car {
  const shared = {
    barometricKpa: conversionContext(document).barometricKpa,
    pullUp: pullUpOf(document),
    loom: loomOf(document),
    sensing: { noise: 1, adcBits: document.pins.ecu?.adcBits ?? null, saturates: true, mapIsGauge: false },
    sensorFaults: {},
    throttle: throttleOf(program),
  };
  if (document.standIn !== 'described') {
    const built = BUILT[document.standIn](program);
    return { ...built, fuelPressure: built.fuelPressure ?? lineOf(document, 'fuelPressure'), ...shared };
  }
  const draw = draws(seed + 1);
  return {
    engine: describedEngine(document, program, seed),
    coolant: off(thermistorOf(document, 'coolant')?.curve, 1 + draw(SENSORS_OFF.resistance)),
    air: off(thermistorOf(document, 'air')?.curve, 1 + draw(SENSORS_OFF.resistance)),
    map: shifted(lineOf(document, 'map'), draw(SENSORS_OFF.mapKpa)),
    fuelPressure: lineOf(document, 'fuelPressure'),
    wheel: program.trigger,
    wheelSensors: { crank: soundSensor(), cam: soundSensor() },
    coil: describedCoil(program),
    ...shared,
  };
}

/** A thermistor whose resistance is off its sheet by a factor, through three points of the range it works in. */
function off(curve: SteinhartHart | undefined, factor: number): SteinhartHart | null {
  if (curve === undefined) return null;
  const points = [-20, 30, 90].map((temperatureC) => ({
    temperatureC,
    ohm: factor * thermistorOhm(curve, temperatureC),
  }));
  return thermistorFit(points).curve;
}

function shifted(points: VoltsCurve | null, kpa: number): VoltsCurve | null {
  return points === null ? null : { ...points, values: points.values.map((value) => value + kpa) };
}

/** The ends of the throttle sensor are captured on the car, so they are as typed. */
function throttleOf({ inputs }: EcuProgram): VoltsCurve | null {
  const curve = inputs.find(({ id }) => id === 'throttle')?.curve;
  return curve?.kind === 'line' ? curve.points : null;
}

function pullUpOf({ pins }: Calibration): PullUp | null {
  return pins.ecu === null ? null : { referenceV: pins.ecu.referenceV, pullUpOhm: pins.ecu.pullUpOhm };
}

function loomOf({ pins }: Calibration): Car['loom'] {
  const wires = pins.confirmed?.wires ?? pins.assignments;
  if (pins.ecu === null || wires.length === 0) return null;
  return Object.fromEntries(wires.map((wire) => [wire.pin, wire.function]));
}

function describedCoil({ ignition: { dwell } }: EcuProgram): Car['coil'] {
  return dwell?.kind === 'coil' ? { primary: dwell.primary, wantedA: dwell.wantedA } : null;
}
