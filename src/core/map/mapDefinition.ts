import { AXIS_CHANNELS, type AxisChannel, CHANNELS } from '../channel';
import type { FieldHelp } from '../field';
import { baseUnit, formatNumber } from '../units';

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

/** The axis of each channel that maps may run along: its words, unit and limits, from the channel’s entry. */
export const AXES = Object.fromEntries(
  AXIS_CHANNELS.map((channel) => [channel, axisOf(channel)]),
) as Readonly<Record<AxisChannel, AxisDefinition>>;

function axisOf(channel: AxisChannel): AxisDefinition {
  const { label, quantity, min, max, decimals, axis } = CHANNELS[channel];
  return { channel, label, unit: baseUnit(quantity).label, min, max, decimals, leastStep: axis.leastStep };
}

/** A value along an axis in words: "1500 rev/min", "Cylinder 3". */
export function axisPlace({ label, unit, decimals }: AxisDefinition, value: number | undefined): string {
  const number = formatNumber(value, decimals);
  return unit === '' ? `${label} ${number}` : `${number} ${unit}`;
}
