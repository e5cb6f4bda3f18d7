import type { ValveEvents } from '../cams';
import type { Dwell, IgnitionMode } from '../coil';
import type {
  BoostControl,
  ClosedLoop,
  FilmSettings,
  IdleControl,
  KnockControl,
  LearnedTrims,
  OpeningSettings,
  OverrunCut,
  Protecting,
  SpeedLimiting,
} from '../control';
import type { PreparedCorrection } from '../correction';
import type { FiringEvent } from '../engine';
import type { LoadStrategy } from '../fuel';
import type { BlendPart } from '../fuels';
import type {
  DeadTimeCurve,
  DeadTimeSurface,
  InjectionMode,
  InjectorWiring,
  RatedFlow,
  Regulator,
  ShortPulseCurve,
  StagingPlan,
} from '../injector';
import type { Grid } from '../numeric';
import type { Condition, OutputPurpose } from '../outputs';
import type { FaultBand, Gearing, GearPoint, InputId, PullUp, SteinhartHart, VoltsCurve } from '../sensors';
import type { TriggerPickups, TriggerWheel } from '../trigger';
import type { FirstMapId } from './blend';
import type { MapId } from './maps';

/**
 * A calibration as the engine computer uses it: base units, prepared look-ups, nothing of the document. Plain data that
 * can be cloned and sent. What fuel and spark are computed from is complete; hardware that is not described is null.
 */
export interface EcuProgram {
  readonly cylinders: number;
  readonly cylinderVolumeCm3: number;
  readonly barometricKpa: number;
  readonly stoichiometricRatio: number;
  /** Above this speed the engine counts as running, rev/min. */
  readonly runningSpeedRpm: number;
  readonly load: LoadProgram;
  /** The maps in use, by id. One that is not there is neutral. */
  readonly tables: Tables;
  /** Second maps blended in by the ethanol in the fuel; null with one fuel. */
  readonly blend: FuelBlend | null;
  readonly acceleration: OpeningSettings;
  /** The film on the walls that fuel makes up for; null by throttle rate. */
  readonly film: FilmSettings | null;
  readonly overrun: OverrunCut | null;
  /** Limits of speed, launch and gear shift; null where there are none. */
  readonly limits: SpeedLimiting | null;
  /** How boost is held; null where a spring does it alone. */
  readonly boost: BoostControl | null;
  /** How measured lambda corrects fuel; null where it does not. */
  readonly closedLoop: ClosedLoop | null;
  /** How trims are learned from it; null without a loop. */
  readonly learned: LearnedTrims | null;
  /** How knock is listened for; null where it is not. */
  readonly knock: KnockControl | null;
  /** What idles it. */
  readonly idle: IdleControl;
  /** What is watched over; null where nothing is. */
  readonly protection: Protecting | null;
  /** What is done without a sensor. */
  readonly sensorLoss: SensorLoss;
  /** The builder’s own corrections that are switched on, in their order. */
  readonly corrections: readonly PreparedCorrection[];
  readonly injector: InjectorProgram;
  /** A second injector set; null with one. */
  readonly second: SecondSetProgram | null;
  /** How injections are timed and wired; null while it is not chosen. */
  readonly injection: InjectionProgram | null;
  readonly ignition: IgnitionProgram;
  /** When each cylinder fires, in time; null while it is not described. */
  readonly firing: readonly FiringEvent[] | null;
  readonly trigger: TriggerWheel | null;
  /** The sensors at its wheels, as they are described; null while they are not. */
  readonly pickups: TriggerPickups | null;
  /** How late an edge of the crank is taken to arrive, s: the place of a spark makes up for it. */
  readonly crankDelayS: number;
  readonly inputs: readonly InputProgram[];
  /** Gears are told by engine and vehicle speed, where no sensor tells them; null where they cannot be. */
  readonly gearing: Gearing | null;
  readonly outputs: readonly OutputProgram[];
  /** What idle air comes by. */
  readonly idleAir: 'valve' | 'thermostatic' | 'screw';
  /** The pin of each function that is wired. */
  readonly pins: Readonly<Record<string, string>>;
}

/** What is done when a sensor fails while the engine runs. */
export interface SensorLoss {
  /** Pressure by speed and throttle that stands in for its sensor; null for a fixed one. */
  readonly pressure: Grid | null;
  /** How much that is raised, %. */
  readonly pressureRicherPercent: number;
  /** The highest speed without pressure or throttle, rev/min; null without a limit. */
  readonly limitRpm: number | null;
}

/** Fixed values stand in, and nothing is limited. */
export const NOTHING_LOST: SensorLoss = { pressure: null, pressureRicherPercent: 0, limitRpm: null };

/** The curve of air alone, which there is none of. */
export const NO_IDLE: IdleControl = { air: null, target: null, battery: null, loop: null };

export type Tables = Readonly<Partial<Record<MapId, Grid>>>;

/** How the air of a cylinder is found, and which maps say so. */
export interface LoadProgram {
  readonly strategy: LoadStrategy;
  /** What the target and spark maps run over. */
  readonly axis: 'manifoldPressure' | 'throttle';
  /** Null where air is measured. */
  readonly filling: 've' | 'veThrottle' | 'pulse' | null;
  readonly target: 'lambda' | 'lambdaThrottle';
  readonly spark: 'spark' | 'sparkThrottle';
  /** Throttle that the idle valve is worth fully open, %; 0 where none counts. */
  readonly idleWorthPercent: number;
  /** The most fuel the engine is expected to ask for in a cycle, mg: what demand is measured against. */
  readonly fullFuelMg: number;
  /** Air flow at maximum speed and pressure, g/s: what charge heating is measured against. */
  readonly fullAirFlowGPerS: number;
}

/** The first injector set and the pressure it works at. */
export interface InjectorProgram extends RatedFlow {
  readonly railGaugeKpa: number;
  readonly regulator: Regulator;
  readonly deadTime: DeadTimeSurface;
  readonly shortPulse: ShortPulseCurve;
  /** Injections of each injector in a cycle: 1 sequential, 2 otherwise. */
  readonly squirts: number;
}

/** A second injector set with its hand-over. */
export interface SecondSetProgram {
  readonly plan: StagingPlan;
  readonly ratedFlowGPerS: number;
  readonly ratedPressureKpa: number;
  readonly deadTime: DeadTimeCurve;
}

/** When injectors open, and which share a driver. */
export interface InjectionProgram {
  readonly mode: InjectionMode;
  readonly wiring: InjectorWiring;
  /** End of the spray at the valve, ° before firing TDC, with the valves; null while either is not described. */
  readonly spray: { readonly endDeg: number; readonly valves: ValveEvents } | null;
}

/** Which coil serves which cylinders, and how long it is charged. */
export interface IgnitionProgram {
  readonly mode: IgnitionMode | null;
  /** Cylinders on each coil; null while mode or firing is missing. */
  readonly groups: readonly (readonly number[])[] | null;
  readonly dwell: Dwell | null;
}

/** Second maps blended in by the ethanol in the fuel, and the base fuel that ethanol is mixed into. */
export interface FuelBlend {
  /** By first map: the second one, and the curve of how much it counts; a curve that is not there counts as 0. */
  readonly second: Readonly<
    Partial<Record<FirstMapId, { readonly table: Grid; readonly share: Grid | null }>>
  >;
  /** Density of the fuel the calibration is made for, g/cm³: injectors pass more mass of a denser one. */
  readonly densityGPerCm3: number;
  /** That fuel without its ethanol. */
  readonly base: BlendPart;
}

/** How what arrives at a pin, V or Hz, becomes a reading. */
export type InputCurve =
  | { readonly kind: 'thermistor'; readonly curve: SteinhartHart; readonly pullUp: PullUp }
  | { readonly kind: 'line'; readonly points: VoltsCurve; readonly limits: readonly [number, number] | null }
  | { readonly kind: 'gear'; readonly points: readonly GearPoint[] }
  /** 1 while it is held, 0 else. */
  | { readonly kind: 'switch'; readonly heldBelow: boolean; readonly thresholdV: number };

/** A sensor as the engine computer reads it. */
export interface InputProgram {
  readonly id: InputId;
  /** Of its channel in a frame. */
  readonly place: number;
  /** Of the channel of what arrives at its pin; null where it has none. */
  readonly signalPlace: number | null;
  readonly curve: InputCurve;
  /** Outside these, V or Hz, it is taken for broken. */
  readonly fault: FaultBand | null;
  /** What stands in while it is in fault; null: the last good reading is held; NaN: nothing is known then. */
  readonly fallback: number | null;
  /** Time constant over which the reading is smoothed, s; 0 for none. */
  readonly filterS: number;
}

/** An output with the conditions it is switched by. */
export interface OutputProgram {
  readonly id: string;
  readonly purpose: OutputPurpose;
  readonly join: 'and' | 'or';
  readonly conditions: readonly Condition[];
  readonly whileKeyOn: boolean;
  /** What idle gets while it is on: faster, rev/min, and air, %. */
  readonly raisesIdleRpm: number;
  readonly idleAirPercent: number;
}
