import type { CoilPrimary } from '@/core/coil';
import type { PullUp, SteinhartHart, VoltsCurve } from '@/core/sensors';
import type { TriggerWheel } from '@/core/trigger';
import type { Metal } from '../plant';
import type { SensorFaults } from './sensorFault';
import type { WheelSensors } from './wheelSensor';

/**
 * A car as it truly is, whatever the calibration says about it: engine, what is bolted to it and how it is wired. Plain
 * data. Null where nothing is known beyond the calibration: there the calibration is taken as right.
 */
export interface Car {
  readonly engine: Metal;
  readonly barometricKpa: number;
  readonly coolant: SteinhartHart | null;
  readonly air: SteinhartHart | null;
  /** kPa absolute against volts. */
  readonly map: VoltsCurve | null;
  /** kPa gauge against volts; null while no such sensor is described. */
  readonly fuelPressure: VoltsCurve | null;
  /** Opening, %, against volts, by the ends the throttle sensor truly has. */
  readonly throttle: VoltsCurve | null;
  readonly sensing: Sensing;
  /** What is wrong at sensors from the start. */
  readonly sensorFaults: SensorFaults;
  /** Pull-ups inside the engine computer; null while none is chosen. */
  readonly pullUp: PullUp | null;
  readonly wheel: TriggerWheel | null;
  readonly wheelSensors: WheelSensors;
  readonly coil: { readonly primary: CoilPrimary; readonly wantedA: number } | null;
  /** What the loom has on each pin; null while nothing is wired. */
  readonly loom: Readonly<Record<string, string>> | null;
}

/** How sensors are read. */
export interface Sensing {
  /** Noise against the usual; 0 for none. */
  readonly noise: number;
  /** Steps of the converter over its reference, as a power of two; null where it has none. */
  readonly adcBits: number | null;
  /** A sensor’s output ends a little beyond its sheet; false for one that goes on for ever. */
  readonly saturates: boolean;
  /** The manifold pressure sensor is built against the air outside. */
  readonly mapIsGauge: boolean;
}
