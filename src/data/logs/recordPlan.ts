import { AT, CHANNEL_IDS, type ChannelId, type Frame, read } from '@/core/channel';
import { z } from '@/core/field/schema';

/** A reading over or under a number. */
export interface RecordCondition {
  readonly channel: ChannelId;
  readonly comparison: 'above' | 'below';
  readonly threshold: number;
}

/** What is recorded, how often, and when. */
export interface RecordPlan {
  /** Null is everything that is sent. */
  readonly channels: readonly ChannelId[] | null;
  readonly rateHz: RecordRate;
  /** It begins by itself where a condition holds; null is by hand. */
  readonly when: RecordCondition | null;
  /** It ends by itself where a condition comes to hold; null is by hand, or where `when` no longer holds. */
  readonly until: RecordCondition | null;
  /** So much from before the condition held is recorded too, s. */
  readonly beforeS: number;
  /** Without `until`, it ends when `when` has not held for so long, s. */
  readonly afterS: number;
}

/** How often there may be a sample, Hz: never more often than they are sent. */
export const RECORD_RATES_HZ = [50, 25, 10, 5] as const;
export type RecordRate = (typeof RECORD_RATES_HZ)[number];

export const MOST_BEFORE_S = 30;
export const MOST_AFTER_S = 60;

/** By hand, everything. */
export const USUAL_PLAN: RecordPlan = {
  channels: null,
  rateHz: 50,
  when: null,
  until: null,
  beforeS: 3,
  afterS: 3,
};

const channel = z.enum(CHANNEL_IDS as [ChannelId, ...ChannelId[]]);
const condition = z.object({ channel, comparison: z.enum(['above', 'below']), threshold: z.number() });
const planSchema = z.object({
  channels: z.array(channel).nullable(),
  rateHz: z.union(RECORD_RATES_HZ.map((rate) => z.literal(rate))),
  when: condition.nullable(),
  // Plans of before there was such an end have none.
  until: condition.nullable().default(null),
  beforeS: z.number().min(0).max(MOST_BEFORE_S),
  afterS: z.number().min(0).max(MOST_AFTER_S),
});

/** Reads a plan that was kept; the usual one where there is none. */
export function readPlan(stored: string | null): RecordPlan {
  try {
    return planSchema.parse(JSON.parse(stored ?? ''));
  } catch {
    return USUAL_PLAN;
  }
}

/** What of a plan is recorded of what is sent; time always is. */
export function plannedChannels({ channels }: RecordPlan, sent: readonly ChannelId[]): ChannelId[] {
  return sent.filter((id) => id === 'time' || channels === null || channels.includes(id));
}

/** Whether a condition holds; what is not known holds nothing. */
export function holds({ channel: id, comparison, threshold }: RecordCondition, frame: Frame): boolean {
  const value = read(frame, AT[id]);
  return comparison === 'above' ? value > threshold : value < threshold;
}

/** Which samples are taken. It lives from sample to sample, and can be copied. */
export interface Gate {
  /** The clock of the sample before, and when the next is due; NaN before the first. */
  lastS: number;
  dueS: number;
  /** Samples are taken. */
  open: boolean;
  /** When the condition it begins with held last. */
  heldS: number;
  /** The condition it ends with has not held since it is open: it is the coming that ends it. */
  armed: boolean;
}

export function gateAtRest(): Gate {
  return { lastS: NaN, dueS: NaN, open: false, heldS: NaN, armed: false };
}

/** What is done with a sample: left out by the rate; kept back, until a condition holds; taken; or the one behind the last. */
export type Passed = 'left' | 'back' | 'taken' | 'over';

/** Samples do not come evenly: so much too early is not too early, s. Less than half of the time between two. */
const EARLY_S = 0.008;

/** Passes a sample through the gate, which it changes. */
export function pass(gate: Gate, plan: RecordPlan, frame: Frame): Passed {
  const { rateHz, when, until } = plan;
  const timeS = read(frame, AT.time);
  const everyS = 1 / rateHz;
  const begins = !(timeS >= gate.lastS);
  gate.lastS = timeS;
  if (!begins && timeS < gate.dueS - EARLY_S) return 'left';
  // Due by the clock, not by the sample before: else a step that is no whole number of samples is never kept to.
  const late = begins || timeS > gate.dueS + everyS;
  gate.dueS = (late ? timeS : gate.dueS) + everyS;
  const holdsNow = when === null || holds(when, frame);
  if (holdsNow) gate.heldS = timeS;
  const ends = until !== null && holds(until, frame);
  if (!gate.open) {
    if (!holdsNow) return 'back';
    gate.open = true;
    gate.armed = !ends;
    return 'taken';
  }
  const isOver = until === null ? !isHeld(gate, plan, timeS) : ends && gate.armed;
  gate.armed ||= !ends;
  if (isOver) gate.open = false;
  return isOver ? 'over' : 'taken';
}

/** Whether the condition that it began with holds, or did not long ago. */
function isHeld({ heldS }: Gate, { afterS }: RecordPlan, timeS: number): boolean {
  return timeS >= heldS && timeS - heldS <= afterS;
}
