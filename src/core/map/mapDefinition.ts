import type { FieldHelp } from '../field';

/** What runs along an axis of a map. */
export interface AxisDefinition {
  readonly channel: 'speed' | 'manifoldPressure' | 'coolant';
  readonly label: string;
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  readonly decimals: number;
}

/** All that is fixed about one map: what it holds, in which unit, within which limits, on which axes. */
export interface MapDefinition {
  readonly id: string;
  readonly label: string;
  /** Shown behind values; empty for plain ratios. */
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  readonly decimals: number;
  /** What one press of a step key changes. */
  readonly step: number;
  readonly x: AxisDefinition;
  /** Null for a curve. */
  readonly y: AxisDefinition | null;
  readonly help: FieldHelp;
}

/** Largest number of breakpoints on an axis. */
export const MAX_BREAKPOINTS = 32;

export const SPEED_AXIS: AxisDefinition = {
  channel: 'speed',
  label: 'Speed',
  unit: 'rev/min',
  min: 0,
  max: 20000,
  decimals: 0,
};

export const MANIFOLD_PRESSURE_AXIS: AxisDefinition = {
  channel: 'manifoldPressure',
  label: 'Manifold pressure',
  unit: 'kPa abs',
  min: 0,
  max: 450,
  decimals: 0,
};

export const COOLANT_AXIS: AxisDefinition = {
  channel: 'coolant',
  label: 'Coolant',
  unit: '°C',
  min: -50,
  max: 150,
  decimals: 0,
};
