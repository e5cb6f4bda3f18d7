import { CHANNEL_IDS, type ChannelId } from '@/core/channel';
import { z } from '@/core/field/schema';

/** One number at the bench, and what it should stay between; null for no limit. In the unit it is shown in. */
export interface Readout {
  readonly channel: ChannelId;
  readonly low: number | null;
  readonly high: number | null;
}

/** What readouts are for; each set begins with the channels named here. */
export const READOUT_SETS = [
  {
    id: 'keyOn',
    label: 'Key on',
    channels: ['battery', 'coolant', 'air', 'manifoldPressure', 'throttle', 'fuelPressure'],
  },
  {
    id: 'firstFire',
    label: 'First fire',
    channels: ['speed', 'lambdaOne', 'manifoldPressure', 'coolant'],
  },
  {
    id: 'idle',
    label: 'Idle',
    channels: ['speed', 'lambdaOne', 'idleTarget', 'idleOpening', 'sparkAdvance', 'battery'],
  },
  {
    id: 'pull',
    label: 'Pull',
    channels: ['speed', 'lambdaOne', 'manifoldPressure', 'sparkAdvance', 'knockRetard', 'injectorOpening'],
  },
] as const satisfies readonly { id: string; label: string; channels: readonly ChannelId[] }[];

export type ReadoutSetId = (typeof READOUT_SETS)[number]['id'];

/** Most numbers of a set: more are not read. */
export const MOST_READOUTS = 12;

/** All sets, and the one that is looked at. */
export interface Readouts {
  readonly chosen: ReadoutSetId;
  readonly sets: Readonly<Record<ReadoutSetId, readonly Readout[]>>;
}

const SET_IDS = READOUT_SETS.map(({ id }) => id) as [ReadoutSetId, ...ReadoutSetId[]];

/** As they are before anybody arranged them. */
export const FIRST_READOUTS: Readouts = {
  chosen: 'firstFire',
  sets: Object.fromEntries(
    READOUT_SETS.map(({ id, channels }) => [
      id,
      channels.map((channel) => ({ channel, low: null, high: null })),
    ]),
  ) as unknown as Readouts['sets'],
};

const readout = z.object({
  channel: z.enum(CHANNEL_IDS),
  low: z.number().nullable(),
  high: z.number().nullable(),
});

const kept = z.object({
  chosen: z.enum(SET_IDS),
  sets: z.partialRecord(z.enum(SET_IDS), z.array(readout).max(MOST_READOUTS)),
});

/** Readouts from their text; what cannot be read is as at first. */
export function readoutsFrom(text: string | null): Readouts {
  try {
    const read = kept.safeParse(JSON.parse(text ?? 'null'));
    return read.success
      ? { chosen: read.data.chosen, sets: { ...FIRST_READOUTS.sets, ...read.data.sets } }
      : FIRST_READOUTS;
  } catch {
    return FIRST_READOUTS;
  }
}

/** A set with one of its readouts moved by so many places. */
export function moved(set: readonly Readout[], from: number, by: number): readonly Readout[] {
  const to = Math.min(set.length - 1, Math.max(0, from + by));
  const others = set.filter((_, i) => i !== from);
  const one = set[from];
  return one === undefined ? set : [...others.slice(0, to), one, ...others.slice(to)];
}

/** Whether a number is outside what it should stay between. */
export function isOutside({ low, high }: Readout, value: number): boolean {
  return (low !== null && value < low) || (high !== null && value > high);
}
