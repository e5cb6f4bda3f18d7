import {
  baseValue,
  choiceAt,
  lineOf,
  REFERENCE_V,
  thermistorOf,
  wheelOf,
  type Calibration,
  type StandInId,
} from '@/core/calibration';
import type { CoilPrimary } from '@/core/coil';
import { thermistorFit, type PullUp, type SteinhartHart, type VoltsCurve } from '@/core/sensors';
import type { TriggerWheel } from '@/core/trigger';

/**
 * What is bolted to the engine and how it is wired, as it truly is. Null where nothing is known beyond the calibration:
 * there the calibration is taken as right.
 */
export interface Car {
  readonly coolant: SteinhartHart | null;
  readonly air: SteinhartHart | null;
  /** kPa absolute against volts. */
  readonly map: VoltsCurve | null;
  /** kPa gauge against volts; null while no such sensor is described. */
  readonly fuelPressure: VoltsCurve | null;
  /** Pull-ups inside the engine computer; null while none is chosen. */
  readonly pullUp: PullUp | null;
  readonly wheel: TriggerWheel | null;
  readonly coil: { readonly primary: CoilPrimary; readonly wantedA: number } | null;
  /** Air the idle valve truly passes fully open, g/s; null while none is described. */
  readonly idleValveGPerS: number | null;
  /** What the loom has on each pin; null while nothing is wired. */
  readonly loom: ReadonlyMap<string, string> | null;
}

/** Parts of a demo's car that differ from its sheet, as parts do. */
interface BuiltCar {
  readonly idleValveGPerS: number | null;
  readonly coolant: SteinhartHart;
  readonly air: SteinhartHart;
  readonly map: VoltsCurve;
  /** Null where the car has none; one that is described all the same is taken as right. */
  readonly fuelPressure: VoltsCurve | null;
  readonly wheel: TriggerWheel;
  readonly coil: NonNullable<Car['coil']>;
}

const thermistor = (...points: readonly (readonly [temperatureC: number, ohm: number])[]) =>
  thermistorFit(points.map(([temperatureC, ohm]) => ({ temperatureC, ohm }))).curve;

const BUILT: Readonly<Record<Exclude<StandInId, 'described'>, BuiltCar>> = {
  ventisca: {
    coolant: thermistor([-20, 15300], [20, 2480], [100, 187.5]),
    air: thermistor([-20, 16900], [20, 2505], [80, 329]),
    map: [
      { volts: 0.41, value: 20 },
      { volts: 4.66, value: 250 },
    ],
    fuelPressure: [
      { volts: 0.51, value: 0 },
      { volts: 4.49, value: 1000 },
    ],
    wheel: {
      kind: 'missing',
      teeth: 60,
      missing: 2,
      tdcOffsetDeg: 83,
      cam: { teeth: 1, beforeTdcDeg: 152, windowDeg: 40 },
    },
    coil: { primary: { resistanceOhm: 0.57, inductanceMh: 3.2 }, wantedA: 8 },
    idleValveGPerS: 44.4 / 3.6,
  },
  pardela: {
    coolant: thermistor([-20, 16000], [20, 2690], [100, 207]),
    air: thermistor([0, 5930], [25, 2080], [90, 245]),
    map: [
      { volts: 0.4, value: 20 },
      { volts: 4.64, value: 110 },
    ],
    fuelPressure: null,
    wheel: {
      kind: 'missing',
      teeth: 36,
      missing: 1,
      tdcOffsetDeg: 90,
      cam: { teeth: 1, beforeTdcDeg: 396, windowDeg: 60 },
    },
    coil: { primary: { resistanceOhm: 0.5, inductanceMh: 2.65 }, wantedA: 7.5 },
    idleValveGPerS: null,
  },
};

/** What a real idle valve passes of what its sheet says. */
const DESCRIBED_VALVE = 0.97;

/**
 * The car a calibration meets. The loom is the wiring last confirmed, else what is planned: a pin changed since on the
 * screen but not in the loom is felt. A car known only by its description cannot notice that the description is wrong,
 * except where two parts of it disagree, as a pull-up with the engine computer's own.
 */
export function carFor(document: Calibration): Car {
  const shared = { pullUp: pullUpOf(document), loom: loomOf(document) };
  const described = baseValue(document, 'idle.valveFlow');
  const idleValveGPerS = described === null ? null : described * DESCRIBED_VALVE;
  if (document.standIn !== 'described') {
    const built = BUILT[document.standIn];
    return {
      ...built,
      fuelPressure: built.fuelPressure ?? lineOf(document, 'fuelPressure'),
      idleValveGPerS: built.idleValveGPerS ?? idleValveGPerS,
      ...shared,
    };
  }
  return {
    coolant: thermistorOf(document, 'coolant')?.curve ?? null,
    air: thermistorOf(document, 'air')?.curve ?? null,
    map: lineOf(document, 'map'),
    fuelPressure: lineOf(document, 'fuelPressure'),
    wheel: wheelOf(document),
    coil: describedCoil(document),
    idleValveGPerS,
    ...shared,
  };
}

function pullUpOf({ pins }: Calibration): PullUp | null {
  return pins.ecu === null ? null : { referenceV: pins.ecu.referenceV, pullUpOhm: pins.ecu.pullUpOhm };
}

function loomOf({ pins }: Calibration): Car['loom'] {
  const wires = pins.confirmed?.wires ?? pins.assignments;
  if (pins.ecu === null || wires.length === 0) return null;
  return new Map(wires.map((wire) => [wire.pin, wire.function]));
}

function describedCoil(document: Calibration): Car['coil'] {
  if (choiceAt(document, 'coils.dwellBy') === 'table') return null;
  const resistanceOhm = baseValue(document, 'coils.resistance');
  const inductanceMh = baseValue(document, 'coils.inductance');
  const wantedA = baseValue(document, 'coils.wantedCurrent');
  if (resistanceOhm === null || inductanceMh === null || wantedA === null) return null;
  return { primary: { resistanceOhm, inductanceMh }, wantedA };
}

/** Reference voltage of the sensors, V. */
export function referenceV(car: Car): number {
  return car.pullUp?.referenceV ?? REFERENCE_V;
}
