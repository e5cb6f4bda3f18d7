import type {
  DeadTimeCurve,
  DeadTimeSurface,
  FlowPoint,
  Regulator,
  ShortPulseCurve,
  StagingPlan,
} from '../injector';
import type { PreparedCorrection } from '../correction';
import type { Grid } from '../map';
import type { BlendPart } from './fuels';
import type { LoadStrategy } from './loadSchema';
import type { OverrunCut } from './overrun';

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
  /** How the air of a cylinder is found. */
  readonly strategy: LoadStrategy;
  /** What the target and spark maps run over. */
  readonly loadAxis: 'manifoldPressure' | 'throttle';
  readonly maps: BaseMaps & {
    /** Neutral while they are null. */
    readonly crankAdvance: Grid | null;
    readonly crankingTaper: Grid | null;
    readonly prime: Grid | null;
    readonly sparkCoolant: Grid | null;
    readonly sparkAir: Grid | null;
    readonly idleAir: Grid | null;
    readonly acceleration: Grid | null;
    readonly accelerationCold: Grid | null;
    readonly fuelCylinder: Grid | null;
    readonly fuelGear: Grid | null;
    readonly sparkCylinder: Grid | null;
    readonly sparkGear: Grid | null;
  };
  /** Second maps for another fuel; null with one fuel. */
  readonly blend: FuelBlend | null;
  /** Throttle that the idle valve is worth fully open, %; 0 where none counts. */
  readonly idleWorthPercent: number;
  readonly acceleration: { readonly thresholdPercentPerS: number; readonly decayTurns: number };
  readonly overrun: OverrunCut | null;
  /** The builder’s own corrections that are switched on, in their order. */
  readonly corrections: readonly PreparedCorrection[];
}

/** The maps that fuel, target, spark and start are taken from. */
export interface BaseMaps {
  /** Over the load of the strategy; null where air is measured, or not modelled. */
  readonly ve: Grid | null;
  /** Net pulse; null but for plain pulse width. */
  readonly pulse: Grid | null;
  readonly lambda: Grid;
  readonly spark: Grid;
  readonly cranking: Grid;
  readonly afterStart: Grid;
  readonly afterStartDecay: Grid;
  readonly warmUp: Grid;
}

/** The maps of which there may be a second one. */
export type BlendedMap = Exclude<keyof BaseMaps, 'afterStartDecay'>;

/** Second maps and how much they count, by the ethanol in the fuel. A curve left out counts as 0. */
export interface FuelBlend {
  readonly second: Readonly<Record<BlendedMap, Grid | null>>;
  readonly curves: Readonly<Record<BlendPurpose, Grid | null>>;
  /** Density of the fuel the calibration is made for, g/cm³: injectors pass more mass of a denser one. */
  readonly densityGPerCm3: number;
  /** That fuel without its ethanol. */
  readonly base: BlendPart;
}

export type BlendPurpose = 'fuel' | 'target' | 'spark' | 'start';

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
  readonly throttlePercent: number;
  /** How fast the throttle opens, % a second; 0 while it rests or closes. */
  readonly throttleRatePercentPerS: number;
  /** Turns of the crank since the throttle began to open. */
  readonly turnsSinceOpening: number;
  /** What an air-mass meter reads, g/s. */
  readonly airFlowGPerS: number;
  /** Ethanol in the fuel, % by volume. */
  readonly ethanolPercent: number;
  readonly gear: number;
  /** The cylinder asked for; null for all alike. */
  readonly cylinder: number | null;
  /** Turns of the crank since the starter began. */
  readonly turns: number;
  /** What a fuel pressure sensor reads, kPa gauge; null without one, or while it is in fault. */
  readonly railGaugeKpa: number | null;
}

/** What does not matter to an engine that idles by itself: throttle closed, petrol, neutral, no trim. */
export const AT_REST: Pick<
  OperatingPoint,
  | 'throttlePercent'
  | 'throttleRatePercentPerS'
  | 'turnsSinceOpening'
  | 'airFlowGPerS'
  | 'ethanolPercent'
  | 'gear'
  | 'cylinder'
  | 'turns'
  | 'railGaugeKpa'
> = {
  throttlePercent: 0,
  throttleRatePercentPerS: 0,
  turnsSinceOpening: 0,
  airFlowGPerS: 0,
  ethanolPercent: 0,
  gear: 0,
  cylinder: null,
  turns: 0,
  railGaugeKpa: null,
};
