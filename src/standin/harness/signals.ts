import { type Curve, inverseOf, lookUpStraightOn } from '@/core/numeric';
import type { EcuProgram, InputId } from '@/core/program';
import { type PullUp, pullUpVolts, type SteinhartHart, thermistorOhm } from '@/core/sensors';
import type { Car } from '../car';
import { thingAt } from './wiring';

/** What the sensors are exposed to. */
export interface Truth {
  readonly coolantC: number;
  readonly airC: number;
  readonly manifoldKpa: number;
  /** Fuel pressure against the air outside. */
  readonly railGaugeKpa: number;
}

/** What gives the voltage at an input. */
export type Signal =
  /** Nothing is known beyond the calibration: it is taken as right. */
  | { readonly kind: 'itself' }
  /** A voltage that does not move: an open input, or a part whose reading does not matter to a start. */
  | { readonly kind: 'still'; readonly volts: number }
  | {
      readonly kind: 'thermistor';
      readonly sees: 'coolantC' | 'airC';
      readonly curve: SteinhartHart;
      readonly divider: PullUp;
    }
  | { readonly kind: 'line'; readonly sees: 'manifoldKpa' | 'railGaugeKpa'; readonly volts: Curve };

/** Voltage of an analogue input with nothing on it, V. */
const OPEN_ANALOGUE_V = 0;
/** Reference of the sensors where no engine computer is chosen, V. */
const USUAL_REFERENCE_V = 5;
/** Voltages of sensors whose reading does not matter to a start, V. */
const RESTING_V: Readonly<Record<string, number>> = {
  throttle: 0.6,
  lambdaOne: 2.5,
  lambdaTwo: 2.5,
  oilPressure: 0.5,
  gear: 0.5,
};
const READ: readonly string[] = ['coolant', 'air', 'map', 'fuelPressure'] satisfies InputId[];

/** What hangs on each input of a program, through the loom of a car. */
export function signalsOf(program: EcuProgram, car: Car): Signal[] {
  return program.inputs.map(({ id }) => signalAt(id, thingAt(program, car, id), car));
}

function signalAt(id: InputId, thing: string | null | undefined, car: Car): Signal {
  const isAnalogue = id === 'map' || id === 'fuelPressure';
  const divider = isAnalogue ? null : car.pullUp;
  if (thing === undefined) return signalOf(id, car, divider);
  if (thing === null) {
    const volts = isAnalogue ? OPEN_ANALOGUE_V : (car.pullUp?.referenceV ?? USUAL_REFERENCE_V);
    return { kind: 'still', volts };
  }
  if (READ.includes(thing)) return signalOf(thing as InputId, car, divider);
  return { kind: 'still', volts: RESTING_V[thing] ?? OPEN_ANALOGUE_V };
}

/** One of these sensors on a pin with this divider. A thermistor without a pull-up gives nothing. */
function signalOf(thing: InputId, car: Car, divider: PullUp | null): Signal {
  if (thing === 'map' || thing === 'fuelPressure') {
    const points = car[thing];
    const sees = thing === 'map' ? 'manifoldKpa' : 'railGaugeKpa';
    return points === null ? { kind: 'itself' } : { kind: 'line', sees, volts: inverseOf(points) };
  }
  const curve = car[thing];
  if (curve === null) return { kind: 'itself' };
  if (divider === null) {
    return car.pullUp === null ? { kind: 'itself' } : { kind: 'still', volts: OPEN_ANALOGUE_V };
  }
  return { kind: 'thermistor', sees: thing === 'coolant' ? 'coolantC' : 'airC', curve, divider };
}

/** What a signal gave last: a thermistor’s resistance is found by steps, and its temperature seldom changes. */
export interface LastSignal {
  seen: number;
  volts: number;
}

/** Writes the volts at each input; NaN where nothing is known. */
export function writeVolts(
  signals: readonly Signal[],
  truth: Truth,
  last: readonly LastSignal[],
  volts: Float64Array,
): void {
  for (let i = 0; i < signals.length; i += 1) {
    volts[i] = voltsOf(signals[i] as Signal, truth, last[i] as LastSignal);
  }
}

function voltsOf(signal: Signal, truth: Truth, last: LastSignal): number {
  switch (signal.kind) {
    case 'itself':
      return NaN;
    case 'still':
      return signal.volts;
    case 'line':
      return lookUpStraightOn(signal.volts, truth[signal.sees]);
    case 'thermistor': {
      const seen = truth[signal.sees];
      if (seen !== last.seen) {
        last.seen = seen;
        last.volts = pullUpVolts(signal.divider, thermistorOhm(signal.curve, seen));
      }
      return last.volts;
    }
  }
}
