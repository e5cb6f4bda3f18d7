import { LEFT_OUT_REASONS, type LeftOutReason } from './leftOut';
import { KEPT } from './readings';

/** A stretch of a log that says nothing about the map, and why. */
export interface LeftOutSpan {
  readonly reason: LeftOutReason;
  readonly fromS: number;
  readonly toS: number;
}

/** So many stretches of each reason are kept, the longest. */
const KEPT_OF_EACH = 4;
/** A pause as short as this, s, does not end one. */
const BRIDGED_S = 0.5;

/**
 * The longest stretches of each reason, in the order they came.
 * @param why the index of its reason of each sample, as readings hold it.
 */
export function leftOutSpans(timeS: Float64Array, why: Int8Array): LeftOutSpan[] {
  const open = LEFT_OUT_REASONS.map((): { from: number; to: number } | null => null);
  const found = LEFT_OUT_REASONS.map((): { from: number; to: number }[] => []);
  const close = (code: number) => {
    const span = open[code];
    if (span !== null && span !== undefined) found[code]?.push(span);
    open[code] = null;
  };
  for (let i = 0; i < why.length; i += 1) {
    const code = why[i] as number;
    if (code === KEPT) continue;
    const span = open[code];
    if (
      span !== null &&
      span !== undefined &&
      (timeS[i] as number) - (timeS[span.to] as number) <= BRIDGED_S
    ) {
      span.to = i;
      continue;
    }
    close(code);
    open[code] = { from: i, to: i };
  }
  return LEFT_OUT_REASONS.flatMap((reason, code) => {
    close(code);
    const spans = (found[code] ?? []).map(({ from, to }) => ({
      reason,
      fromS: timeS[from] as number,
      toS: timeS[Math.min(to + 1, timeS.length - 1)] as number,
    }));
    return spans
      .sort((a, b) => b.toS - b.fromS - (a.toS - a.fromS))
      .slice(0, KEPT_OF_EACH)
      .sort((a, b) => a.fromS - b.fromS);
  });
}
