import { AT, type ChannelId, type Frame, PHASE, read } from '../channel';
import { type Counter, COUNTERS, CYLINDER_CUTS } from './counters';

/** What the counters say at one moment. */
export interface CounterReading {
  readonly timeS: number;
  /** Turns of the crank that were counted since key on. */
  readonly turns: number;
  /** The engine does not run, and its position is not known: what comes next is its first sync. */
  readonly isFirst: boolean;
  /** By channel; a counter that is not sent is not there. */
  readonly counts: Readonly<Partial<Record<ChannelId, number>>>;
}

/** How many of something came between two moments. */
export interface Counted {
  readonly counter: Counter;
  readonly count: number;
  /** No more than comes while an engine first finds its position. */
  readonly isNormal: boolean;
}

/** What was counted between two moments. */
export interface CountedBetween {
  readonly forS: number;
  /** The crank was seen to turn: where it was not, nothing was asked of its trigger. */
  readonly turned: boolean;
  /** Counters began anew in between: what is counted is since then, and what was before is lost. */
  readonly restarted: boolean;
  readonly counted: readonly Counted[];
  /** Charges that were cut, by cylinder; empty where none was. */
  readonly cutsByCylinder: readonly { readonly cylinder: number; readonly count: number }[];
}

const READ: readonly ChannelId[] = [
  ...COUNTERS.map(({ channel }) => channel),
  ...CYLINDER_CUTS.map(({ channel }) => channel),
];

/** The counters as a frame has them. */
export function countersAt(frame: Frame): CounterReading {
  const counts = READ.flatMap((channel) => {
    const count = read(frame, AT[channel]);
    return Number.isFinite(count) ? [[channel, count] as const] : [];
  });
  const runs = read(frame, AT.phase) === PHASE.running;
  return {
    timeS: read(frame, AT.time),
    turns: read(frame, AT.turns),
    isFirst: !runs && read(frame, AT.sync) === 0,
    counts: Object.fromEntries(counts),
  };
}

/**
 * What came between two moments, counter by counter; those of which nothing came are left out.
 * Example: 3 cam pulses missing before, 100 after → 97. With the key off in between counters fall: then the later reading counts alone.
 */
export function countedBetween(before: CounterReading, after: CounterReading): CountedBetween {
  const restarted =
    after.timeS < before.timeS ||
    READ.some((channel) => (after.counts[channel] ?? 0) < (before.counts[channel] ?? 0));
  const since = (channel: ChannelId) =>
    (after.counts[channel] ?? 0) - (restarted ? 0 : (before.counts[channel] ?? 0));
  const findsPosition = restarted || before.isFirst;
  return {
    forS: restarted ? NaN : after.timeS - before.timeS,
    turned: after.turns > (restarted ? 0 : before.turns),
    restarted,
    counted: COUNTERS.flatMap((counter): Counted[] => {
      const count = since(counter.channel);
      const isNormal = findsPosition && count <= counter.normalAtFirst;
      return count > 0 ? [{ counter, count, isNormal }] : [];
    }),
    cutsByCylinder: CYLINDER_CUTS.flatMap(({ channel, cylinder }) => {
      const count = since(channel);
      return count > 0 ? [{ cylinder, count }] : [];
    }),
  };
}
