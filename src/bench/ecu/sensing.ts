import {
  baseValue,
  choiceAt,
  faultBandOf,
  lineOf,
  thermistorOf,
  valueAt,
  type Calibration,
} from '@/core/calibration';
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

/** The sensors that fuel and spark go by; fuel pressure only where the regulator is measured by it. */
export type SensedId = 'coolant' | 'air' | 'map' | 'fuelPressure';

/** What a sensor truly is exposed to, and what the engine computer takes it for. */
export interface Sensed {
  readonly coolantC: number;
  readonly airC: number;
  readonly manifoldKpa: number;
  /** Fuel pressure against the air outside; null where no sensor reads it. */
  readonly railGaugeKpa: number | null;
}

/** What the sensors are exposed to. */
export type SensorTruth = Sensed & { readonly railGaugeKpa: number };

/** Voltage of an analogue input with nothing on it, V. */
const OPEN_ANALOGUE_V = 0;
/** Voltages of sensors whose reading does not matter to a start, V. */
const RESTING_V: Readonly<Record<string, number>> = {
  throttle: 0.6,
  lambdaOne: 2.5,
  lambdaTwo: 2.5,
  oilPressure: 0.5,
  gear: 0.5,
};

interface Channel {
  /** Volts at the pin for the truth; null where the calibration is taken as right. */
  readonly volts: ((truth: SensorTruth) => number) | null;
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
      map: pressureChannel(document, 'map', car, wiring),
      fuelPressure:
        choiceAt(document, 'sensors.fuelPressure.fitted') === 'yes'
          ? pressureChannel(document, 'fuelPressure', car, wiring)
          : null,
    };
  }

  /** What the engine computer takes the truth for. */
  read(truth: SensorTruth): Sensed {
    return {
      coolantC: this.readOne('coolant', truth, truth.coolantC),
      airC: this.readOne('air', truth, truth.airC),
      manifoldKpa: Math.max(5, this.readOne('map', truth, truth.manifoldKpa)),
      railGaugeKpa:
        this.channels.fuelPressure === null ? null : this.readOne('fuelPressure', truth, truth.railGaugeKpa),
    };
  }

  private readOne(id: SensedId, truth: SensorTruth, itself: number): number {
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
function voltsAt(id: SensedId, car: Car, wiring: Wiring): ((truth: SensorTruth) => number) | null {
  const thing = wiring.thingAt(id);
  const isAnalogue = id === 'map' || id === 'fuelPressure';
  const divider: PullUp | null = isAnalogue ? null : car.pullUp;
  if (thing === undefined) return givenBy(id, car, divider);
  if (thing === null) {
    const open = isAnalogue ? OPEN_ANALOGUE_V : referenceV(car);
    return () => open;
  }
  if (thing === 'coolant' || thing === 'air' || thing === 'map' || thing === 'fuelPressure') {
    return givenBy(thing, car, divider);
  }
  const resting = RESTING_V[thing] ?? OPEN_ANALOGUE_V;
  return () => resting;
}

/** Volts of one of these sensors, on a pin with this divider. A thermistor without a pull-up gives nothing. */
function givenBy(thing: SensedId, car: Car, divider: PullUp | null): ((truth: SensorTruth) => number) | null {
  if (thing === 'map' || thing === 'fuelPressure') {
    const line = car[thing];
    if (line === null) return null;
    return thing === 'map'
      ? ({ manifoldKpa }) => voltsAtValue(line, manifoldKpa)
      : ({ railGaugeKpa }) => voltsAtValue(line, railGaugeKpa);
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

function pressureChannel(
  document: Calibration,
  id: 'map' | 'fuelPressure',
  car: Car,
  wiring: Wiring,
): Channel | null {
  const line = lineOf(document, id);
  if (line === null) return null;
  return {
    volts: voltsAt(id, car, wiring),
    value: (volts) => valueAtVolts(line, volts),
    fault: faultBandOf(document, id),
    fallback: fallbackOf(document, id),
  };
}
