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

/** How far each lag goes in a step: those of the dead time, which share it, and the last, the sensor’s own. */
export interface LagShares {
  dead: number;
  lag: number;
}

/** Writes how far lags go in a step. */
export function lagShares(out: LagShares, deadS: number, lagS: number, dtS: number): void {
  out.dead = 1 - Math.exp((-2 * dtS) / deadS);
  out.lag = 1 - Math.exp(-dtS / lagS);
}

/** Takes a value in, a step later. */
export function stepLags(lags: Lags, value: number, { dead, lag }: LagShares): void {
  lags.one += (value - lags.one) * dead;
  lags.two += (lags.one - lags.two) * dead;
  lags.three += (lags.two - lags.three) * lag;
}
