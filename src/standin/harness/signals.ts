import { type Curve, inverseOf } from '@/core/numeric';
import type { EcuProgram, InputCurve } from '@/core/program';
import type { InputId, GearPoint, PullUp, SteinhartHart } from '@/core/sensors';
import type { Car, Sensing } from '../car';
import { thingAt } from './wiring';

/** What sensors can be exposed to, each with its place in a {@link Truth}. */
export const SEEN = {
  coolantC: 0,
  airC: 1,
  manifoldKpa: 2,
  barometricKpa: 3,
  throttlePercent: 4,
  /** Fuel and oil pressure against the air outside. */
  railGaugeKpa: 5,
  oilGaugeKpa: 6,
  lambdaOne: 7,
  lambdaTwo: 8,
  ethanolPercent: 9,
  kmPerH: 10,
  gear: 11,
  /** 1 while a hand is on it. */
  launchHeld: 12,
  shiftHeld: 13,
  retardHeld: 14,
} as const;

/** What the sensors are exposed to, by {@link SEEN}; NaN where there is nothing to read. */
export type Truth = Float64Array;

/** Nothing seen yet: no exhaust to read, and the rest at nothing. */
export function truthAtRest(): Truth {
  const truth = new Float64Array(Object.keys(SEEN).length);
  truth[SEEN.lambdaOne] = NaN;
  truth[SEEN.lambdaTwo] = NaN;
  return truth;
}

/** What gives the signal at an input. */
export type Signal =
  /** A signal that does not move: an open input, or a part that gives none. */
  | { readonly kind: 'still'; readonly at: number }
  | {
      readonly kind: 'thermistor';
      readonly sees: number;
      readonly curve: SteinhartHart;
      readonly divider: PullUp;
    }
  | {
      readonly kind: 'line';
      readonly sees: number;
      /** Signal against what is seen. */
      readonly signal: Curve;
      /** It is built against the air outside, though it is read as absolute. */
      readonly gauge: boolean;
      /** Its output ends there. */
      readonly ends: { readonly low: number; readonly high: number };
    }
  | { readonly kind: 'gear'; readonly points: readonly GearPoint[] }
  | {
      readonly kind: 'switch';
      readonly sees: number;
      readonly freeV: number;
      readonly heldV: number;
    };

type Unit = 'V' | 'Hz';

/** A signal with what the pin makes of it when nothing is there, and what shakes it. */
export interface PinSignal {
  readonly signal: Signal;
  /** With the plug off. */
  readonly open: number;
  /** The ends of what the pin takes: all that there is of a sensor that goes on for ever. */
  readonly low: number;
  readonly high: number;
  /** Noise, each way. */
  readonly noise: number;
  /** A step of the converter; 0 where it counts. */
  readonly step: number;
  /** Steps for each V. */
  readonly stepsEach: number;
}

/** What each sensor sees, and its noise, V each way. */
const SEES: Readonly<Record<InputId, { readonly sees: number; readonly noiseV: number }>> = {
  coolant: { sees: SEEN.coolantC, noiseV: 0.003 },
  air: { sees: SEEN.airC, noiseV: 0.003 },
  map: { sees: SEEN.manifoldKpa, noiseV: 0.004 },
  throttle: { sees: SEEN.throttlePercent, noiseV: 0.003 },
  fuelPressure: { sees: SEEN.railGaugeKpa, noiseV: 0.006 },
  oilPressure: { sees: SEEN.oilGaugeKpa, noiseV: 0.006 },
  lambdaOne: { sees: SEEN.lambdaOne, noiseV: 0.005 },
  lambdaTwo: { sees: SEEN.lambdaTwo, noiseV: 0.005 },
  ethanol: { sees: SEEN.ethanolPercent, noiseV: 0 },
  vehicleSpeed: { sees: SEEN.kmPerH, noiseV: 0 },
  gear: { sees: SEEN.gear, noiseV: 0.004 },
  launchSwitch: { sees: SEEN.launchHeld, noiseV: 0.004 },
  shiftSwitch: { sees: SEEN.shiftHeld, noiseV: 0.004 },
  retardSwitch: { sees: SEEN.retardHeld, noiseV: 0.004 },
};
/** Reference of the sensors where no engine computer is chosen, V. */
const USUAL_REFERENCE_V = 5;
/** The fastest pulses that are counted, Hz. */
const MOST_HZ = 10_000;
/** How far a sensor’s output goes beyond the ends of its sheet, V. */
const BEYOND_SHEET_V = 0.15;
/** What a sensor gives that the calibration does not describe, V. */
const RESTING_V = 0.5;

/** What a switch gives, let go and held, V: one to ground at a pull-up, and one to the supply. */
const SWITCH_TO_GROUND = { freeV: 4.9, heldV: 0.05 } as const;
const SWITCH_TO_SUPPLY = { freeV: 0.05, heldV: 4.9 } as const;

/** What hangs on each input of a program, through the loom of a car. */
export function signalsOf(program: EcuProgram, car: Car): PinSignal[] {
  return program.inputs.map(({ id, curve }) => {
    const thing = thingAt(program, car, id);
    const referenceV = car.pullUp?.referenceV ?? USUAL_REFERENCE_V;
    const counts = unitOf(id) === 'Hz';
    const open = curve.kind === 'thermistor' ? referenceV : 0;
    return {
      signal: signalAt(id, thing === undefined ? id : thing, open, program, car),
      open,
      low: car.sensing.saturates ? 0 : -Infinity,
      high: counts ? MOST_HZ : referenceV,
      noise: counts ? 0 : car.sensing.noise * SEES[id].noiseV,
      ...converterOf(counts ? null : car.sensing.adcBits, referenceV),
    };
  });
}

function converterOf(bits: number | null, referenceV: number): Pick<PinSignal, 'step' | 'stepsEach'> {
  return bits === null
    ? { step: 0, stepsEach: 0 }
    : { step: referenceV / 2 ** bits, stepsEach: 2 ** bits / referenceV };
}

function unitOf(id: InputId): Unit {
  return id === 'ethanol' || id === 'vehicleSpeed' ? 'Hz' : 'V';
}

/** What hangs there as it acts on this input: pulses and voltages are not taken for each other. */
function signalAt(id: InputId, thing: string | null, open: number, program: EcuProgram, car: Car): Signal {
  const still = (at: number): Signal => ({ kind: 'still', at });
  if (thing === null) return still(open);
  const own = program.inputs.find((input) => input.id === thing);
  if (own === undefined) return still(Object.hasOwn(SEES, thing) ? RESTING_V : 0);
  if (unitOf(own.id) !== unitOf(id)) return still(0);
  const pulled = id === 'coolant' || id === 'air';
  return signalOf(own.id, own.curve, pulled, car);
}

/** A sensor as it truly is; as it is described, where nothing else is known. A thermistor without a pull-up gives nothing. */
function signalOf(id: InputId, typed: InputCurve, pulled: boolean, car: Car): Signal {
  const { sees } = SEES[id];
  switch (typed.kind) {
    case 'thermistor': {
      if (!pulled) return { kind: 'still', at: 0 };
      const curve = (id === 'air' ? car.air : car.coolant) ?? typed.curve;
      return { kind: 'thermistor', sees, curve, divider: car.pullUp ?? typed.pullUp };
    }
    case 'gear':
      return { kind: 'gear', points: typed.points };
    case 'switch':
      return { kind: 'switch', sees, ...(typed.heldBelow ? SWITCH_TO_GROUND : SWITCH_TO_SUPPLY) };
    case 'line': {
      const points = trueLine(id, car) ?? typed.points;
      return {
        kind: 'line',
        sees,
        signal: inverseOf(points),
        gauge: id === 'map' && car.sensing.mapIsGauge,
        ends: endsOf(id, points, car.sensing),
      };
    }
  }
}

/** A sensor goes a little beyond its sheet; a lambda controller ends its output there, pulses come as they do. */
function endsOf(id: InputId, { x }: Curve, { saturates }: Sensing): { low: number; high: number } {
  if (!saturates || unitOf(id) === 'Hz') return { low: -Infinity, high: Infinity };
  const beyondV = id === 'lambdaOne' || id === 'lambdaTwo' ? 0 : BEYOND_SHEET_V;
  return { low: (x[0] as number) - beyondV, high: (x[x.length - 1] as number) + beyondV };
}

function trueLine(id: InputId, { map, fuelPressure, throttle }: Car): Curve | null {
  if (id === 'map') return map;
  if (id === 'fuelPressure') return fuelPressure;
  return id === 'throttle' ? throttle : null;
}
