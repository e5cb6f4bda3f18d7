import type { Log, LogColumn } from './log';

/** So many samples are enough to hear in what steady running says. */
const ENOUGH = 250_000;
/** Lambda sensors are no quicker than this, s: what is read more often says the same again. */
const QUICK_S = 0.05;

/**
 * A long log that was read more often than a mixture changes, with fewer of its samples; any other is given back as it is.
 * Columns that are no channels are left away.
 */
export function thinned(log: Log): Log {
  const { timeS, columns } = log;
  const last = timeS.length - 1;
  if (last < ENOUGH) return log;
  const sampleS = ((timeS[last] as number) - (timeS[0] as number)) / last;
  const stride = Math.min(Math.ceil(timeS.length / ENOUGH), Math.floor(QUICK_S / sampleS));
  if (!(stride > 1)) return log;
  const count = Math.ceil(timeS.length / stride);
  const few = <Column extends LogColumn>(values: Column, into: Column): Column => {
    for (let k = 0; k < count; k += 1) into[k] = values[k * stride] as number;
    return into;
  };
  return {
    timeS: few(timeS, new Float64Array(count)),
    columns: Object.fromEntries(
      Object.entries(columns).map(([id, values]) => [
        id,
        few(values, values instanceof Float64Array ? new Float64Array(count) : new Float32Array(count)),
      ]),
    ),
  };
}
