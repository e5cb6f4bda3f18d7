import type { Log, LogColumn } from '../log';
import { firstFrom } from '../logView';
import type { Stretch } from '../logEvents';

/** Runs are joined over no more than this between two samples, s. */
const HOLE_S = 1.5;

/** A column over another time: straight between samples, unknown over holes and beyond the ends. @param shiftS is added to the log’s own times. */
export function overTime(log: Log, values: LogColumn, timeS: Float64Array, shiftS: number): Float32Array {
  return Float32Array.from(timeS, (atS) => {
    const at = atS - shiftS;
    const next = firstFrom(log.timeS, at);
    const after = log.timeS[next];
    if (after === at) return values[next] as number;
    if (next === 0 || after === undefined) return NaN;
    const before = log.timeS[next - 1] as number;
    if (after - before > HOLE_S) return NaN;
    const share = (at - before) / (after - before);
    return (values[next - 1] as number) * (1 - share) + (values[next] as number) * share;
  });
}

/** Speeds that both pulls went through, so far apart, rev/min; empty where they have none in common. */
export function commonSpeeds(
  one: { readonly fromRpm: number; readonly toRpm: number },
  other: { readonly fromRpm: number; readonly toRpm: number },
  stepRpm = 25,
): Float64Array {
  const from = Math.ceil(Math.max(one.fromRpm, other.fromRpm) / stepRpm) * stepRpm;
  const to = Math.floor(Math.min(one.toRpm, other.toRpm) / stepRpm) * stepRpm;
  return Float64Array.from(
    { length: Math.max(0, Math.floor((to - from) / stepRpm) + 1) },
    (_, i) => from + i * stepRpm,
  );
}

/**
 * A column over speed within a pull: at each speed what was read when it was first reached, straight between samples. Where
 * speed fell back for a moment it is not read twice.
 */
export function overSpeed(
  log: Log,
  values: LogColumn,
  { from, to }: Stretch,
  speeds: Float64Array,
): Float32Array {
  const speed = log.columns.speed;
  const found = new Float32Array(speeds.length).fill(NaN);
  if (speed === undefined) return found;
  let next = 0;
  let [reached, read] = [NaN, NaN];
  for (let i = from; i <= to && next < speeds.length; i += 1) {
    const now = speed[i] as number;
    const value = values[i] as number;
    if (!(now > reached) && !Number.isNaN(reached)) continue;
    while (next < speeds.length && (speeds[next] as number) <= now) {
      const wanted = speeds[next] as number;
      // Before the first sample nothing was read.
      if (!Number.isNaN(reached)) {
        const share = (wanted - reached) / (now - reached);
        found[next] = read * (1 - share) + value * share;
      } else if (wanted === now) found[next] = value;
      next += 1;
    }
    [reached, read] = [now, value];
  }
  return found;
}

/** One less the other; unknown where either is. */
export function difference(one: ArrayLike<number>, other: ArrayLike<number>): Float32Array {
  return Float32Array.from(
    { length: Math.min(one.length, other.length) },
    (_, i) => (one[i] as number) - (other[i] as number),
  );
}

/** How two runs compare over what they have in common: means over it, and the mean of their difference. */
export interface Compared {
  readonly one: number;
  readonly other: number;
  readonly difference: number;
  /** Places where both are known. */
  readonly known: number;
}

export function comparedOver(one: ArrayLike<number>, other: ArrayLike<number>): Compared {
  let [sum, otherSum, known] = [0, 0, 0];
  for (let i = 0; i < Math.min(one.length, other.length); i += 1) {
    const [a, b] = [one[i] as number, other[i] as number];
    if (Number.isNaN(a) || Number.isNaN(b)) continue;
    [sum, otherSum, known] = [sum + a, otherSum + b, known + 1];
  }
  return { one: sum / known, other: otherSum / known, difference: (sum - otherSum) / known, known };
}
