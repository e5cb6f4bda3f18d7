import type { Activation, CorrectionChannel } from './correctionSchema';

/** Reads a channel at one moment. */
export type ChannelReader = (channel: CorrectionChannel) => number;

/** Whether a condition is met at one moment, without a memory. */
export function isMet({ channel, comparison, threshold }: Activation, read: ChannelReader): boolean {
  return comparison === 'above' ? read(channel) > threshold : read(channel) < threshold;
}

/** A condition followed in time: it begins after its delay, and ends only past its hysteresis. */
export class ActivationSwitch {
  private active = false;
  private metSinceS: number | null = null;

  constructor(private readonly activation: Activation | null) {}

  /** Whether it acts at the next moment; moments come in order of time. */
  next(read: ChannelReader, timeS: number): boolean {
    const { activation } = this;
    if (activation === null) return true;
    if (this.active) {
      const { comparison, threshold, hysteresis, channel } = activation;
      const value = read(channel);
      this.active = comparison === 'above' ? value > threshold - hysteresis : value < threshold + hysteresis;
      if (!this.active) this.metSinceS = null;
      return this.active;
    }
    if (!isMet(activation, read)) {
      this.metSinceS = null;
      return false;
    }
    this.metSinceS ??= timeS;
    this.active = timeS - this.metSinceS >= activation.delayS - 1e-9;
    return this.active;
  }
}
