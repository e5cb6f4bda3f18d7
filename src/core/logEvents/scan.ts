import { type ChannelId, PHASE } from '../channel';
import { type Log, logged } from '../log';
import { firstFrom } from '../logView';
import { quantile } from '../numeric';

/** Samples from one to another, both of them inside. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** Without a phase an engine runs from this speed on, and turns by the starter from the other, rev/min. */
const RUNS_FROM_RPM = 500;
const TURNS_FROM_RPM = 50;
/** A pedal at rest reads like the lowest of what was read while it ran, save for so many samples in a hundred. */
const CLOSED_SHARE = 0.02;
/** So many samples tell what is usual. */
const MOST_READ = 20_000;
/** Samples further apart than this are two pieces of a log, s. */
const HOLE_S = 1.5;

/** How stretches are joined and which count, s. */
export interface StretchRule {
  readonly leastS: number;
  /** A shorter pause between two of them is none. */
  readonly bridgeS?: number;
}

/** A log as events look at it. Times are s, values in the channels’ base units; what was not logged is NaN. */
export class Scan {
  private readonly logged = new Map<ChannelId, boolean>();
  readonly length: number;
  /** What the throttle reads with the pedal at rest, %; NaN where that is not known. */
  readonly closedThrottle: number;

  constructor(
    readonly log: Log,
    readonly barometricKpa: number,
  ) {
    this.length = log.timeS.length;
    this.closedThrottle = quantile(this.whileRunning('throttle'), CLOSED_SHARE);
  }

  at(id: ChannelId, sample: number): number {
    return logged(this.log, id, sample);
  }

  timeS(sample: number): number {
    return this.log.timeS[sample] as number;
  }

  /** Whether a channel was logged, and says something somewhere. */
  has(id: ChannelId): boolean {
    const known = this.logged.get(id);
    if (known !== undefined) return known;
    const found = this.log.columns[id]?.some((value) => !Number.isNaN(value)) ?? false;
    this.logged.set(id, found);
    return found;
  }

  /** Whether the engine runs, by the engine computer’s word or else by its speed. */
  runs(sample: number): boolean {
    return this.has('phase')
      ? this.at('phase', sample) === PHASE.running
      : this.at('speed', sample) > RUNS_FROM_RPM;
  }

  /** Whether it is turned without running. */
  turns(sample: number): boolean {
    const rpm = this.at('speed', sample);
    return rpm > TURNS_FROM_RPM && !this.runs(sample);
  }

  /** Whether fuel or spark is withheld. */
  isCut(sample: number): boolean {
    return (
      this.at('overrunCut', sample) > 0 || this.at('cutShare', sample) > 0 || this.at('limiting', sample) > 0
    );
  }

  /** How long a stretch is, its last sample standing until the next, s. */
  lengthS({ from, to }: Stretch): number {
    return this.timeS(Math.min(to + 1, this.length - 1)) - this.timeS(from);
  }

  /** The first sample that is no earlier than a time. */
  sampleAt(timeS: number): number {
    return firstFrom(this.log.timeS, timeS);
  }

  /** The sample so long before another, or the first. */
  before(sample: number, s: number): number {
    return Math.min(sample, this.sampleAt(this.timeS(sample) - s));
  }

  /** The sample so long behind another, or the last. */
  after(sample: number, s: number): number {
    return Math.max(sample, Math.min(this.length - 1, this.sampleAt(this.timeS(sample) + s)));
  }

  /** Where something holds for long enough. A hole in the log ends a stretch. */
  stretches(holds: (sample: number) => boolean, { leastS, bridgeS = 0 }: StretchRule): Stretch[] {
    const found: { from: number; to: number }[] = [];
    for (let i = 0; i < this.length; i += 1) {
      if (!holds(i)) continue;
      const last = found.at(-1);
      const pauseS = last === undefined ? Infinity : this.timeS(i) - this.timeS(last.to);
      const isNext = last !== undefined && last.to === i - 1 && pauseS <= HOLE_S;
      if (last !== undefined && (isNext || pauseS <= bridgeS)) last.to = i;
      else found.push({ from: i, to: i });
    }
    return found.filter((one) => this.lengthS(one) >= leastS);
  }

  /** Where one stands for another number than at the sample before, without a hole between. */
  changes(id: ChannelId): number[] {
    const found: number[] = [];
    for (let i = 1; i < this.length; i += 1) {
      const [was, is] = [this.at(id, i - 1), this.at(id, i)];
      if (was !== is && !Number.isNaN(was) && !Number.isNaN(is)) found.push(i);
    }
    return found;
  }

  /** Where a counter that only goes up went up, by sample and by how much. A counter that begins anew counts from there. */
  counts(id: ChannelId): { readonly at: number; readonly by: number }[] {
    return this.changes(id).flatMap((at) => {
      const by = this.at(id, at) - this.at(id, at - 1);
      return by > 0 ? [{ at, by }] : [];
    });
  }

  /** The lowest and the highest of a channel in a stretch; NaN where nothing is known. */
  range(id: ChannelId, { from, to }: Stretch): readonly [low: number, high: number] {
    let [low, high] = [NaN, NaN];
    for (let i = from; i <= to; i += 1) {
      const value = this.at(id, i);
      if (!(low <= value) && !Number.isNaN(value)) low = value;
      if (!(high >= value) && !Number.isNaN(value)) high = value;
    }
    return [low, high];
  }

  /** The mean of a channel in a stretch; NaN where nothing is known. */
  mean(id: ChannelId, { from, to }: Stretch): number {
    let [sum, count] = [0, 0];
    for (let i = from; i <= to; i += 1) {
      const value = this.at(id, i);
      if (!Number.isNaN(value)) [sum, count] = [sum + value, count + 1];
    }
    return sum / count;
  }

  /** What a channel usually reads while the engine runs; NaN where nothing is known. */
  usual(id: ChannelId): number {
    return quantile(this.whileRunning(id), 0.5);
  }

  private whileRunning(id: ChannelId): number[] {
    const read: number[] = [];
    const step = Math.max(1, Math.floor(this.length / MOST_READ));
    for (let i = 0; i < this.length; i += step) {
      const value = this.at(id, i);
      if (this.runs(i) && !Number.isNaN(value)) read.push(value);
    }
    return read;
  }
}
