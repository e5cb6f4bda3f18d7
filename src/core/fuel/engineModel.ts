import type {
  DeadTimeCurve,
  DeadTimeSurface,
  FlowPoint,
  Regulator,
  ShortPulseCurve,
  StagingPlan,
} from '../injector';
import type { Grid } from '../map';

/**
 * A calibration as the engine computer uses it: base units, prepared look-ups, nothing missing. Made from the document
 * by `engineModel` in `core/calibration`; used by Workings and by the virtual ECU alike.
 */
export interface EngineModel {
  readonly cylinders: number;
  readonly cylinderVolumeCm3: number;
  readonly stoichiometricRatio: number;
  readonly barometricKpa: number;
  readonly injector: {
    /** Fuel flow of one injector at its rated pressure, g/s. */
    readonly ratedFlowGPerS: number;
    readonly ratedPressureKpa: number;
    /** Flow at several pressures where the sheet gives it, pressures increasing; empty where only the rating is known. */
    readonly flowPoints: readonly FlowPoint[];
    readonly railGaugeKpa: number;
    readonly regulator: Regulator;
    readonly deadTime: DeadTimeSurface;
    readonly shortPulse: ShortPulseCurve;
    /** Injections of each injector in a cycle: 1 sequential, 2 otherwise. */
    readonly squirts: number;
  };
  /** A second injector set; null with one. */
  readonly second: {
    readonly plan: StagingPlan;
    readonly ratedFlowGPerS: number;
    readonly ratedPressureKpa: number;
    readonly deadTime: DeadTimeCurve;
  } | null;
  /** The most fuel the engine is expected to ask for in a cycle, mg: what demand is measured against. */
  readonly fullFuelMg: number;
  /** Air flow at maximum speed and pressure, g/s: what charge heating is measured against. */
  readonly fullAirFlowGPerS: number;
  /** Above this speed the engine counts as running, rev/min. */
  readonly runningSpeedRpm: number;
  readonly maps: {
    readonly ve: Grid;
    readonly lambda: Grid;
    readonly spark: Grid;
    readonly cranking: Grid;
    readonly afterStart: Grid;
    readonly afterStartDecay: Grid;
    readonly warmUp: Grid;
  };
}

/** What the sensors say at one moment. */
export interface OperatingPoint {
  readonly phase: 'cranking' | 'running';
  readonly speedRpm: number;
  readonly manifoldKpa: number;
  readonly coolantC: number;
  readonly airC: number;
  readonly batteryV: number;
  /** Time since the engine began to run, s; of no account while cranking. */
  readonly sinceStartS: number;
}
