/** A steady swing of speed. */
export interface Surge {
  readonly hz: number;
  /** From the lowest to the highest, rev/min. */
  readonly swingRpm: number;
}

/** Swings as slow and as quick as engines have them, Hz. */
const HZ = { from: 0.3, to: 3 } as const;
/** A swing is seen in so many of its periods. */
const PERIODS = 4;
/** Speed that swings by so little is no surge, rev/min. */
const LEAST_SWING_RPM = 50;
/** Share of all that moves the speed that a swing has to be: noise is spread over all frequencies. */
const LEAST_SHARE = 0.5;

/**
 * Whether an idling engine surges: one frequency carries most of what moves its speed. Noise, drift and a single dip do not.
 * @param speedRpm a stretch of idling at an even rate; one too short to tell has none.
 */
export function surgeOf(speedRpm: ArrayLike<number>, rateHz: number): Surge | null {
  const n = speedRpm.length;
  const seconds = n / rateHz;
  const firstBin = Math.max(PERIODS, Math.ceil(HZ.from * seconds));
  const lastBin = Math.floor(Math.min(HZ.to, rateHz / 4) * seconds);
  if (lastBin < firstBin) return null;
  const around = detrended(speedRpm);
  const variance = around.reduce((sum, value) => sum + value * value, 0) / n;
  if (!(variance > 0)) return null;
  let best = { bin: 0, power: 0 };
  for (let bin = firstBin; bin <= lastBin; bin += 1) {
    const power = powerAt(around, bin);
    if (power > best.power) best = { bin, power };
  }
  // A swing whose period is no whole part of the stretch stands in two neighbouring bins.
  const { bin } = best;
  const below = bin > firstBin ? powerAt(around, bin - 1) : 0;
  const power = best.power + Math.max(below, powerAt(around, bin + 1));
  const swingRpm = 2 * Math.sqrt(2 * power);
  const isSurge = power / variance >= LEAST_SHARE && swingRpm >= LEAST_SWING_RPM;
  return isSurge ? { hz: bin / seconds, swingRpm } : null;
}

/** What is left of the speeds beside their mean and slope. */
function detrended(values: ArrayLike<number>): Float64Array {
  const n = values.length;
  const middle = (n - 1) / 2;
  let [sum, tilted, spread] = [0, 0, 0];
  for (let i = 0; i < n; i += 1) {
    sum += values[i] as number;
    tilted += (i - middle) * (values[i] as number);
    spread += (i - middle) ** 2;
  }
  const [mean, slope] = [sum / n, spread === 0 ? 0 : tilted / spread];
  return Float64Array.from({ length: n }, (_, i) => (values[i] as number) - mean - slope * (i - middle));
}

/** The part of the variance that a whole number of periods in the stretch carries. */
function powerAt(values: Float64Array, bin: number): number {
  const turn = (2 * Math.PI * bin) / values.length;
  let [re, im] = [0, 0];
  for (let i = 0; i < values.length; i += 1) {
    re += (values[i] as number) * Math.cos(turn * i);
    im += (values[i] as number) * Math.sin(turn * i);
  }
  return (2 * (re * re + im * im)) / values.length ** 2;
}
