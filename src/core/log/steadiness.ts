/** Speed and load that change by these shares of themselves in a second halve what a sample counts; smaller values count as these. */
const HALVES = { speedPerS: 1, loadPerS: 0.5, leastSpeedRpm: 1500, leastLoad: 15 } as const;
/** Changes are measured from so long before a sample to so long after it, s. */
const WINDOW = { beforeS: 0.3, afterS: 0.1 } as const;
/** The film on the walls comes to rest like this, s. */
const FADES_S = 0.3;
/** Where a number is missing an engine counts as stirred by this much; it comes to rest from there too. */
const UNKNOWN = 30;
/** Below this steadiness a sample says nothing. */
export const LEAST_STEADY = 0.1;

/**
 * How steady an engine ran at each sample, 0…1: 1 at rest, ½ where speed or load changes by {@link HALVES}. What they did fades
 * like the film on the walls, whose fuel is late behind a change of load.
 * @param speedRpm and load at each of the times; a number that is missing is no steady running.
 */
export function steadinessOf(timeS: Float64Array, speedRpm: Float64Array, load: Float64Array): Float64Array {
  const { length } = timeS;
  const steady = new Float64Array(length);
  let from = 0;
  let to = 0;
  let stirred = 0;
  for (let i = 0; i < length; i += 1) {
    const atS = timeS[i] as number;
    while (from < i && (timeS[from + 1] as number) <= atS - WINDOW.beforeS) from += 1;
    while (to < length - 1 && (timeS[to] as number) < atS + WINDOW.afterS) to += 1;
    const passedS = Math.max(1e-3, (timeS[to] as number) - (timeS[from] as number));
    const speed = shareOfChange(speedRpm, from, to, i, HALVES.leastSpeedRpm) / HALVES.speedPerS;
    const row = shareOfChange(load, from, to, i, HALVES.leastLoad) / HALVES.loadPerS;
    const now = Math.sqrt(speed * speed + row * row) / passedS;
    const sinceS = i === 0 ? 0 : atS - (timeS[i - 1] as number);
    const left = stirred * Math.exp(-sinceS / FADES_S);
    stirred = Math.max(Number.isNaN(now) ? UNKNOWN : now, left);
    steady[i] = 1 / (1 + stirred * stirred);
  }
  return steady;
}

function shareOfChange(values: Float64Array, from: number, to: number, at: number, least: number): number {
  const change = Math.abs((values[to] as number) - (values[from] as number));
  return change / Math.max(least, Math.abs(values[at] as number));
}
