import type { QuantityId } from '../units';

/** Where channels are listed together. */
export const CHANNEL_GROUPS = [
  'engine',
  'trigger',
  'air',
  'fuel',
  'electrical',
  'car',
  'time',
  'link',
] as const;

export type ChannelGroup = (typeof CHANNEL_GROUPS)[number];

/** Where a channel’s number comes from: a sensor, counting teeth, the clock, what the engine computer decided, or this side of the link. */
export type ChannelOrigin = 'sensor' | 'counted' | 'clock' | 'decided' | 'link';

/** One number that the engine computer reads, counts or decides. Numbers are in the quantity’s base unit. */
export interface ChannelInfo {
  readonly label: string;
  readonly quantity: QuantityId;
  readonly min: number;
  readonly max: number;
  readonly decimals: number;
  readonly group: ChannelGroup;
  readonly origin: ChannelOrigin;
  /** Its column in a log file. */
  readonly logColumn: string;
  /** What stands in until something is known; NaN where nothing can. */
  readonly rest: number;
  /** There where maps may run along it: breakpoints stand at least `leastStep` apart, and a new axis begins so. */
  readonly axis?: { readonly leastStep: number; readonly start: readonly number[] };
  /** There where the builder’s own corrections may look at it: a first threshold. */
  readonly correction?: { readonly threshold: number };
  /** There where the conditions of outputs may look at it. */
  readonly output?: true;
  /** What its numbers stand for, from 0 on, where they count nothing. */
  readonly codes?: readonly { readonly label: string }[];
  /** The cylinder it is of, for one that there is of each. */
  readonly cylinder?: number;
  /** There only where the engine computer does this. */
  readonly usedBy?: 'knock' | 'limits' | 'link' | 'pulse';
  /** Sent to who asks for it only: what a sensor gives, V, before it is a reading. */
  readonly onRequest?: boolean;
  /** The sensor that must be fitted for it, where it is not always there. */
  readonly needsSensor?: string;
}
