import type { FieldHelp } from '../field';
import { formatNumber } from '../units';

/** What a map may run along: what the engine computer reads or counts. */
export type AxisChannel =
  | 'speed'
  | 'manifoldPressure'
  | 'throttle'
  | 'throttleRate'
  | 'airFlow'
  | 'coolant'
  | 'air'
  | 'battery'
  | 'ethanol'
  | 'gear'
  | 'cylinder'
  | 'turns';

/** What runs along an axis of a map. */
export interface AxisDefinition {
  readonly channel: AxisChannel;
  readonly label: string;
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  readonly decimals: number;
  /** Breakpoints stand at least this far apart: closer, the surface between them is a wall and no engine tells them apart. */
  readonly leastStep: number;
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
  /** One cell for each cylinder or gear: its breakpoints come from the engine and are not laid anew. */
  readonly fixedAxis?: true;
  /** The cells are lambdas, which may be shown as air-fuel ratios. */
  readonly holds?: 'lambda';
  readonly help: FieldHelp;
}

/** Largest number of breakpoints on an axis. */
export const MAX_BREAKPOINTS = 32;

type Limits = Pick<AxisDefinition, 'unit' | 'min' | 'max' | 'decimals' | 'leastStep'>;

function axis(channel: AxisChannel, label: string, limits: Limits): AxisDefinition {
  return { channel, label, ...limits };
}

/** The axis of each channel: its words, unit and limits. */
export const AXES = {
  speed: axis('speed', 'Speed', { unit: 'rev/min', min: 0, max: 20000, decimals: 0, leastStep: 1 }),
  manifoldPressure: axis('manifoldPressure', 'Manifold pressure', {
    unit: 'kPa abs',
    min: 0,
    max: 450,
    decimals: 0,
    leastStep: 0.1,
  }),
  throttle: axis('throttle', 'Throttle', { unit: '%', min: 0, max: 100, decimals: 1, leastStep: 0.1 }),
  throttleRate: axis('throttleRate', 'Throttle opening', {
    unit: '%/s',
    min: 0,
    max: 2000,
    decimals: 0,
    leastStep: 1,
  }),
  airFlow: axis('airFlow', 'Air flow', { unit: 'g/s', min: 0, max: 2000, decimals: 0, leastStep: 0.1 }),
  coolant: axis('coolant', 'Coolant', { unit: '°C', min: -50, max: 150, decimals: 0, leastStep: 0.1 }),
  air: axis('air', 'Intake air', { unit: '°C', min: -50, max: 150, decimals: 0, leastStep: 0.1 }),
  battery: axis('battery', 'Battery', { unit: 'V', min: 5, max: 20, decimals: 1, leastStep: 0.05 }),
  ethanol: axis('ethanol', 'Ethanol', { unit: '% by volume', min: 0, max: 100, decimals: 0, leastStep: 0.1 }),
  gear: axis('gear', 'Gear', { unit: '', min: 0, max: 10, decimals: 0, leastStep: 1 }),
  cylinder: axis('cylinder', 'Cylinder', { unit: '', min: 1, max: 16, decimals: 0, leastStep: 1 }),
  turns: axis('turns', 'Turns of the crank', { unit: '', min: 0, max: 200, decimals: 0, leastStep: 0.1 }),
} as const satisfies Record<AxisChannel, AxisDefinition>;

export const SPEED_AXIS = AXES.speed;
export const MANIFOLD_PRESSURE_AXIS = AXES.manifoldPressure;
export const COOLANT_AXIS = AXES.coolant;

/** A value along an axis in words: "1500 rev/min", "Cylinder 3". */
export function axisPlace({ label, unit, decimals }: AxisDefinition, value: number | undefined): string {
  const number = formatNumber(value, decimals);
  return unit === '' ? `${label} ${number}` : `${number} ${unit}`;
}
