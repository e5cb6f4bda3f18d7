import { CHANNEL_IDS, type ChannelId, AT, type Frame } from '@/core/channel';
import { onEverySample } from './liveFrame';

/** The lowest and highest number of every channel since they were forgotten; NaN where none was known. */
const lows = new Float64Array(CHANNEL_IDS.length).fill(NaN);
const highs = new Float64Array(CHANNEL_IDS.length).fill(NaN);

onEverySample((frame: Frame) => {
  for (let i = 0; i < lows.length; i += 1) {
    const value = frame[i] as number;
    // A comparison with what is not known is false: the first number is both.
    if (!(value >= (lows[i] as number))) lows[i] = Number.isNaN(value) ? (lows[i] as number) : value;
    if (!(value <= (highs[i] as number))) highs[i] = Number.isNaN(value) ? (highs[i] as number) : value;
  }
});

/** What a channel was at least and at most, of every sample; null while nothing was known of it. */
export function peaksOf(id: ChannelId): { readonly low: number; readonly high: number } | null {
  const [low, high] = [lows[AT[id]] as number, highs[AT[id]] as number];
  return Number.isNaN(low) ? null : { low, high };
}

/** Begins anew. */
export function forgetPeaks(): void {
  lows.fill(NaN);
  highs.fill(NaN);
}
