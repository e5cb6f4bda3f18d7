/** The lowest and the highest value of a trace behind each column of pixels; NaN where there is none. */
export interface TraceColumns {
  readonly low: Float32Array;
  readonly high: Float32Array;
}

/** Brings a trace to so many columns, so that nothing between two pixels is hidden. */
export function traceColumns(values: ArrayLike<number>, columns: number): TraceColumns {
  const low = new Float32Array(columns).fill(NaN);
  const high = new Float32Array(columns).fill(NaN);
  const { length } = values;
  for (let i = 0; i < length; i += 1) {
    const value = values[i] as number;
    if (Number.isNaN(value)) continue;
    const column = Math.min(columns - 1, Math.floor((i * columns) / length));
    if (!((low[column] as number) <= value)) low[column] = value;
    if (!((high[column] as number) >= value)) high[column] = value;
  }
  return { low, high };
}

/** The lowest and highest of several traces, a little apart where they are one; null where nothing is known. */
export function traceRange(traces: readonly ArrayLike<number>[]): readonly [number, number] | null {
  let [low, high] = [Infinity, -Infinity];
  for (const values of traces) {
    for (let i = 0; i < values.length; i += 1) {
      const value = values[i] as number;
      if (value < low) low = value;
      if (value > high) high = value;
    }
  }
  if (low > high) return null;
  return low === high ? [low - 1, high + 1] : [low, high];
}
