/**
 * A signal as it is read later: three lags that together take a dead time and a sensor’s lag. Smoother than the truth, and as late
 * on the whole: what it differs by adds up to nothing.
 */
export interface Lags {
  one: number;
  two: number;
  three: number;
}

/** Lags in which a value has long been the same. */
export function lagsAt(value: number): Lags {
  return { one: value, two: value, three: value };
}

/** A copy that shares nothing. */
export function copiedLags(lags: Lags): Lags {
  return { ...lags };
}

/** Takes a value in, a time later. The last lag is the sensor’s own, the dead time is shared by the others. */
export function stepLags(lags: Lags, value: number, deadS: number, lagS: number, dtS: number): void {
  const share = 1 - Math.exp((-2 * dtS) / deadS);
  lags.one += (value - lags.one) * share;
  lags.two += (lags.one - lags.two) * share;
  lags.three += (lags.two - lags.three) * (1 - Math.exp(-dtS / lagS));
}
