import type { ChannelId } from '../channel';
import type { Scan, Stretch } from './scan';

/** How much it matters: what belongs to a drive, or what somebody should look at. */
export type EventTone = 'plain' | 'warning';

/** One occurrence, as a kind finds it. */
export interface Found extends Stretch {
  readonly tone: EventTone;
  /** What happened, with its numbers and, where it is seen, why. */
  readonly text: string;
}

/** A kind of event: what it is called, what must have been logged to look for it, and how it is found. A further kind is one entry. */
export interface EventKindInfo {
  readonly label: string;
  /** All of these must be in the log; of those in brackets one is enough. */
  readonly needs: readonly (ChannelId | readonly ChannelId[])[];
  /** What shows it, the most telling first; those that were not logged are left out. */
  readonly traces: readonly ChannelId[];
  readonly find: (scan: Scan) => Found[];
}

/** A kind with the type of its entry kept. */
export const kind = (info: EventKindInfo): EventKindInfo => info;
