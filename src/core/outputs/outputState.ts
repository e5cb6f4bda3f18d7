import { CHANNELS, type ChannelSample } from './channels';
import type { Condition, Output } from './outputSchema';

/** A condition over time: whether it holds, and since when. */
interface Held {
  readonly on: boolean;
  readonly sinceS: number;
}

/** The condition at the next sample: it lets go only past its hysteresis, and not before its least times. */
function nextHeld(condition: Condition, held: Held, sample: ChannelSample): Held {
  const value = sample[condition.channel];
  const { threshold, hysteresis, comparison } = condition;
  const wanted = held.on
    ? comparison === 'above'
      ? value > threshold - hysteresis
      : value < threshold + hysteresis
    : comparison === 'above'
      ? value > threshold
      : value < threshold;
  if (wanted === held.on) return held;
  const least = held.on ? condition.minOnS : condition.minOffS;
  return sample.timeS - held.sinceS >= least - 1e-9 ? { on: wanted, sinceS: sample.timeS } : held;
}

/** An output followed from sample to sample. All conditions start off, their least off times already over. */
export class OutputSwitch {
  private held: Held[];

  constructor(private readonly output: Pick<Output, 'conditions' | 'join'>) {
    this.held = output.conditions.map(() => ({ on: false, sinceS: -Infinity }));
  }

  /** Whether it is on at the next sample; samples come in order of time. */
  next(sample: ChannelSample): boolean {
    const { conditions, join } = this.output;
    this.held = conditions.map((condition, i) => nextHeld(condition, this.held[i] as Held, sample));
    if (this.held.length === 0) return false;
    return join === 'and' ? this.held.every(({ on }) => on) : this.held.some(({ on }) => on);
  }
}

/** Whether an output is on at each sample. */
export function outputStates(
  output: Pick<Output, 'conditions' | 'join'>,
  samples: readonly ChannelSample[],
): boolean[] {
  const follower = new OutputSwitch(output);
  return samples.map((sample) => follower.next(sample));
}

/** A stretch of time an output was on. */
export interface OnStretch {
  readonly fromS: number;
  readonly toS: number;
}

/** Stretches of a strip in which it was on. */
export function onStretches(states: readonly boolean[], samples: readonly ChannelSample[]): OnStretch[] {
  const stretches: OnStretch[] = [];
  let from: number | null = null;
  states.forEach((on, i) => {
    const timeS = samples[i]?.timeS ?? 0;
    if (on && from === null) from = timeS;
    if (!on && from !== null) {
      stretches.push({ fromS: from, toS: timeS });
      from = null;
    }
  });
  if (from !== null) stretches.push({ fromS: from, toS: samples[samples.length - 1]?.timeS ?? from });
  return stretches;
}

/** Off and on again within this time is chatter, s. */
const CHATTER_S = 1.5;

/** How often an output was switched off and on again within a moment. */
export function chatterCount(stretches: readonly OnStretch[]): number {
  return stretches.filter((stretch, i) => {
    const before = stretches[i - 1];
    return before !== undefined && stretch.fromS - before.toS < CHATTER_S;
  }).length;
}

/** What is wrong with an output, and with which of its conditions; null index for the whole. */
export interface OutputProblem {
  readonly condition: number | null;
  readonly message: string;
}

/** Thresholds outside their channel, a band wider than it, and no condition at all. */
export function outputProblems(output: Output): OutputProblem[] {
  if (output.pulsesPerTurn !== null) return [];
  if (output.conditions.length === 0) {
    return [{ condition: null, message: `${output.name} has no condition, so it is never on. Add one.` }];
  }
  return output.conditions.flatMap(({ channel, threshold, hysteresis, comparison }, condition) => {
    const { label, min, max } = CHANNELS[channel];
    if (threshold < min || threshold > max) {
      return [
        {
          condition,
          message: `${label} runs from ${min} to ${max}; ${threshold} is outside. Check the number and its unit.`,
        },
      ];
    }
    const letsGo = comparison === 'above' ? threshold - hysteresis : threshold + hysteresis;
    if (letsGo < min || letsGo > max) {
      return [
        {
          condition,
          message: `With a hysteresis of ${hysteresis} it would never switch off: ${label.toLowerCase()} cannot reach ${letsGo}. Make it smaller.`,
        },
      ];
    }
    return [];
  });
}
