import type { FiringEvent } from '@/core/engine';
import type { DeadTimeCurve, DeadTimeSurface, RatedFlow, Regulator, ShortPulseCurve } from '@/core/injector';
import type { Curve, Grid } from '@/core/numeric';

/** An engine as it truly is, whatever the calibration says about it, with all that is bolted to it. Plain data. */
export interface Metal {
  readonly label: string;
  readonly cylinders: number;
  readonly cylinderVolumeCm3: number;
  readonly compressionRatio: number;
  /** When each cylinder fires, in time, from cylinder 1 on. */
  readonly firing: readonly FiringEvent[];
  readonly fuel: FuelInTank;
  /** Filling against speed and manifold pressure, %, at the temperature of the charge. */
  readonly ve: Grid;
  /** Of each cylinder by its number, its part of the air against the mean of all, about 1. */
  readonly airShare: readonly number[];
  /** Of each cylinder’s injector by its number, its flow against the mean of all, about 1. */
  readonly fuelShare: readonly number[];
  readonly throttle: Throttle;
  readonly idleAir: IdleAir;
  /** Between the plates and the valves, all together, L. */
  readonly manifoldVolumeL: number;
  /** Share of the heating of the charge by warm walls, as it is usual; 0 where the charge stays as cold as the air. */
  readonly heating: number;
  /** Air flow at which the charge is heated least, g/s. */
  readonly fullAirFlowGPerS: number;
  readonly injector: InjectorSet;
  readonly second: SecondInjectorSet | null;
  /** Flow of the fuel pump at 13.5 V against the pressure it works at, all injectors together, g/s. */
  readonly pumpGPerS: number;
  /** What the alternator gives of what a sound one does, 0…1. */
  readonly alternatorShare: number;
  /** Resistance of its battery and its wires against that of a sound one. */
  readonly batteryResistance: number;
  /** So often the supply of the engine computer breaks for a moment, s; null where it holds. */
  readonly supplyBreaksEveryS: number | null;
  readonly inertiaKgM2: number;
  /** Friction against that of an engine as they usually are. */
  readonly friction: number;
  /** Lambda at which its thin charges, diluted by what stayed of the last, burn best. */
  readonly thinBestLambda: number;
  /** Where its bores ring, Hz, and how loud its valves are beside its other noise, as a share. */
  readonly ringsHz: number;
  readonly valveNoise: number;
  readonly charger: Charger | null;
  readonly exhaust: Exhaust;
  readonly vehicle: Vehicle;
}

/** What is in the tank. */
export interface FuelInTank {
  readonly stoichiometricRatio: number;
  readonly heatingMjPerKg: number;
  readonly ethanolPercent: number;
  readonly octane: number;
  /** At 15 °C, g/cm³. */
  readonly densityGPerCm3: number;
  /** How much harder than petrol it evaporates in the cold: heat of evaporation for each mass of air, against petrol’s. */
  readonly coldExcess: number;
}

/** Throttle plates: one for all cylinders, or one for each. */
export interface Throttle {
  /** Opening of a plate wide open, mm². */
  readonly fullMm2: number;
  /** What each plate lets through on its stop, mm², with the screw beside it: one entry a plate. */
  readonly stopMm2: readonly number[];
  /** How much earlier than the pedal each plate’s rod opens it, % of travel; as the pedal where none is given. */
  readonly rodPercent?: readonly number[];
}

/** What lets air past the closed throttle beside its stop, all plates together. */
export interface IdleAir {
  /** An idle valve told to open fully, mm²; 0 without one. */
  readonly valveMm2: number;
  /** A thermostatic valve against coolant temperature, °C to mm²; a straight 0 without one. */
  readonly thermostatic: Curve;
}

/** An injector set as it truly is. */
export interface InjectorSet extends RatedFlow {
  readonly railGaugeKpa: number;
  readonly regulator: Regulator;
  readonly deadTime: DeadTimeSurface;
  readonly shortPulse: ShortPulseCurve;
}

/** A second injector set as it truly is. */
export interface SecondInjectorSet {
  readonly ratedFlowGPerS: number;
  readonly ratedPressureKpa: number;
  readonly deadTime: DeadTimeCurve;
}

/** What pushes air in. */
export interface Charger {
  readonly drive: 'belt' | 'exhaust';
  /** Pressure ratio it would reach at the top speed of the engine (belt) or at full air flow (exhaust), unlimited. */
  readonly pressureRatio: number;
  /** Engine speed at which a belt charger reaches it, rev/min. */
  readonly topSpeedRpm: number;
  /** Pressure at which bypass or wastegate opens, kPa absolute. */
  readonly limitKpa: number;
  /** Share of its heat that the cooler takes away. */
  readonly cooled: number;
}

/** The way out, with the lambda sensors in it. */
export interface Exhaust {
  /** Back-pressure over the air outside at {@link Metal.fullAirFlowGPerS}, kPa; it rises with the square of flow. */
  readonly backKpa: number;
  /** What each lambda sensor sees, a bank as a rule: the numbers of its cylinders. */
  readonly banks: readonly (readonly number[])[];
  /** Gas between valves and sensor, mg. */
  readonly lineMg: number;
  /** What passes besides before the sensor sees it, s. */
  readonly deadS: number;
  /** First-order lag of the sensor, s. */
  readonly lagS: number;
  /** Length from sensor to open air, m. */
  readonly pipeBehindM: number;
}

/** What the engine sits in. */
export interface Vehicle {
  readonly massKg: number;
  readonly tyreRadiusM: number;
  /** Turns of the crank for one of the wheels, first gear first. */
  readonly ratios: readonly number[];
  /** Drag area, m². */
  readonly dragAreaM2: number;
  /** Rolling resistance as a share of weight. */
  readonly rolling: number;
}

/** Where a car stands. */
export interface Surroundings {
  readonly barometricKpa: number;
  readonly airC: number;
}

/** Displacement, L. */
export function litresOf({ cylinders, cylinderVolumeCm3 }: Metal): number {
  return (cylinders * cylinderVolumeCm3) / 1000;
}

/** The plate that a cylinder breathes through: its own, or the one there is. */
export function plateOf({ throttle, cylinders }: Metal, cylinder: number): number {
  return throttle.stopMm2.length === cylinders ? cylinder - 1 : 0;
}
