import { GENERIC_THERMISTORS, type PullUp, temperatureAtVolts, thermistorFromBeta } from '../../sensors';

/** A generic curve is taken for the sensor’s own where it reads the true temperature within this, K. */
const SAME_CURVE_K = 2.5;

/** Generic curves that read a true temperature of what a sensor gives now, the nearest first. */
export function curvesReading(volts: number, pullUp: PullUp, trueC: number) {
  return GENERIC_THERMISTORS.map((entry) => {
    const readsC = temperatureAtVolts(thermistorFromBeta(entry.ohm, entry.beta), pullUp, volts);
    return { ...entry, readsC, offK: Math.abs(readsC - trueC) };
  })
    .filter(({ offK }) => offK <= SAME_CURVE_K)
    .sort((a, b) => a.offK - b.offK);
}

/** Beyond these at a pin with a pull-up, V, nothing hangs on it, or it lies on ground. */
const RAIL_SHARE = { open: 0.985, short: 0.01 } as const;

/** A thermistor’s pin at one of its ends; null where a sensor is there. */
export function deadThermistor(volts: number, { referenceV }: PullUp): 'open' | 'short' | null {
  if (volts >= RAIL_SHARE.open * referenceV) return 'open';
  return volts <= RAIL_SHARE.short * referenceV ? 'short' : null;
}

/** What a manifold sensor is, of what it reads with the engine off against the air outside. */
export function manifoldKind(
  readKpa: number,
  barometricKpa: number,
  within: number,
): 'right' | 'gauge' | 'off' {
  if (Math.abs(readKpa - barometricKpa) <= within) return 'right';
  return Math.abs(readKpa) < GAUGE_BELOW_SHARE * barometricKpa ? 'gauge' : 'off';
}

/** One that is built against the air outside reads nothing with the engine off, and never a third of it. */
const GAUGE_BELOW_SHARE = 0.35;

/** Height at which the air outside has a pressure, m: the inverse of the standard atmosphere. Example: 80.6 kPa → about 1900. */
export function altitudeAtKpa(kpa: number): number {
  return (1 - (kpa / 101.325) ** (1 / 5.25588)) / 2.25577e-5;
}
