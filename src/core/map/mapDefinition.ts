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

/** The groups maps are listed in, in the order of work. */
export const MAP_GROUPS = [
  { id: 'fuel', title: 'Fuel' },
  { id: 'spark', title: 'Spark' },
  { id: 'startUp', title: 'Start-up' },
  { id: 'idle', title: 'Idle' },
  { id: 'acceleration', title: 'Acceleration' },
  { id: 'trims', title: 'Trims' },
  { id: 'closedLoop', title: 'Lambda correction' },
  { id: 'boost', title: 'Boost' },
  { id: 'knock', title: 'Knock' },
  { id: 'limits', title: 'Limits and protection' },
  { id: 'secondFuel', title: 'Second fuel' },
] as const;

export type MapGroup = (typeof MAP_GROUPS)[number]['id'];

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
  /** The section of the document whose fields only matter to it, shown beside its cells under this title. */
  readonly settings?: { readonly title: string; readonly section: string };
  readonly help: FieldHelp;
}

/** A map of the document as its subject lists it, by its id. */
export type MapEntry = Omit<MapDefinition, 'id'> & { readonly group: MapGroup };

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
