import { baseValue, faultBandOf, lineOf, thermistorOf, valueAt, type Calibration } from '@/core/calibration';
import {
  pullUpVolts,
  temperatureAtVolts,
  thermistorOhm,
  valueAtVolts,
  voltsAtValue,
  type FaultBand,
  type PullUp,
} from '@/core/sensors';
import { referenceV, type Car } from '../car';
import type { Wiring } from './wiring';

/** The three sensors that fuel and spark go by. */
export type SensedId = 'coolant' | 'air' | 'map';

/** What a sensor truly is exposed to, and what the engine computer takes it for. */
export interface Sensed {
  readonly coolantC: number;
  readonly airC: number;
  readonly manifoldKpa: number;
}

/** Voltage of an analogue input with nothing on it, V. */
const OPEN_ANALOGUE_V = 0;
/** Voltages of sensors whose reading does not matter to a start, V. */
const RESTING_V: Readonly<Record<string, number>> = {
  throttle: 0.6,
  lambdaOne: 2.5,
  lambdaTwo: 2.5,
  fuelPressure: 1.9,
  oilPressure: 0.5,
  gear: 0.5,
};

interface Channel {
  /** Volts at the pin for the truth; null where the calibration is taken as right. */
  readonly volts: ((truth: Sensed) => number) | null;
  readonly value: (volts: number) => number;
  readonly fault: FaultBand | null;
  /** Null: the last good reading is held. */
  readonly fallback: number | null;
}

/** The engine computer's sensor inputs: through the loom, the divider and the calibration's curve. */
export class SensorInputs {
  private readonly channels: Readonly<Record<SensedId, Channel | null>>;
  private readonly last = new Map<SensedId, number>();

  constructor(document: Calibration, car: Car, wiring: Wiring) {
    this.channels = {
      coolant: thermistorChannel(document, 'coolant', car, wiring),
      air: thermistorChannel(document, 'air', car, wiring),
      map: mapChannel(document, car, wiring),
    };
  }

  /** What the engine computer takes the truth for. */
  read(truth: Sensed): Sensed {
    return {
      coolantC: this.readOne('coolant', truth, truth.coolantC),
      airC: this.readOne('air', truth, truth.airC),
      manifoldKpa: Math.max(5, this.readOne('map', truth, truth.manifoldKpa)),
    };
  }

  private readOne(id: SensedId, truth: Sensed, itself: number): number {
    const channel = this.channels[id];
    if (channel === null || channel.volts === null) return itself;
    const volts = channel.volts(truth);
    const { fault } = channel;
    if (fault !== null && (volts < fault.lowV || volts > fault.highV)) {
      return channel.fallback ?? this.last.get(id) ?? itself;
    }
    const value = channel.value(volts);
    this.last.set(id, value);
    return value;
  }
}

/** Volts that whatever is wired to a function's pin gives there. */
function voltsAt(id: SensedId, car: Car, wiring: Wiring): ((truth: Sensed) => number) | null {
  const thing = wiring.thingAt(id);
  const divider: PullUp | null = id === 'map' ? null : car.pullUp;
  if (thing === undefined) return givenBy(id, car, divider);
  if (thing === null) {
    const open = id === 'map' ? OPEN_ANALOGUE_V : referenceV(car);
    return () => open;
  }
  if (thing === 'coolant' || thing === 'air' || thing === 'map') return givenBy(thing, car, divider);
  const resting = RESTING_V[thing] ?? OPEN_ANALOGUE_V;
  return () => resting;
}

/** Volts of one of the three sensors, on a pin with this divider. A thermistor without a pull-up gives nothing. */
function givenBy(thing: SensedId, car: Car, divider: PullUp | null): ((truth: Sensed) => number) | null {
  if (thing === 'map') {
    const { map } = car;
    return map === null ? null : ({ manifoldKpa }) => voltsAtValue(map, manifoldKpa);
  }
  const curve = car[thing];
  if (curve === null) return null;
  if (divider === null) return car.pullUp === null ? null : () => OPEN_ANALOGUE_V;
  let lastC = NaN;
  let lastV = 0;
  return (truth) => {
    const temperatureC = thing === 'coolant' ? truth.coolantC : truth.airC;
    if (temperatureC !== lastC) {
      lastC = temperatureC;
      lastV = pullUpVolts(divider, thermistorOhm(curve, temperatureC));
    }
    return lastV;
  };
}

function fallbackOf(document: Calibration, id: SensedId): number | null {
  const onFault = valueAt(document, `sensors.${id}.onFault`) as { value: string } | null;
  return onFault?.value === 'last' ? null : baseValue(document, `sensors.${id}.fallback`);
}

function thermistorChannel(
  document: Calibration,
  id: 'coolant' | 'air',
  car: Car,
  wiring: Wiring,
): Channel | null {
  const described = thermistorOf(document, id);
  if (described === null) return null;
  return {
    volts: voltsAt(id, car, wiring),
    value: (volts) => temperatureAtVolts(described.curve, described.pullUp, volts),
    fault: faultBandOf(document, id),
    fallback: fallbackOf(document, id),
  };
}

function mapChannel(document: Calibration, car: Car, wiring: Wiring): Channel | null {
  const line = lineOf(document, 'map');
  if (line === null) return null;
  return {
    volts: voltsAt('map', car, wiring),
    value: (volts) => valueAtVolts(line, volts),
    fault: faultBandOf(document, 'map'),
    fallback: fallbackOf(document, 'map'),
  };
}
