/** What drives an injector. */
export interface InjectorDriver {
  /** Plain: full battery voltage all the time. Peak and hold: the driver limits the current itself. */
  readonly kind: 'plain' | 'peakAndHold';
  /** Most current it bears, A. */
  readonly maxA: number;
}

/** Charging voltage that current is judged at, V. */
const CHARGING_V = 14.5;
/** Above this a coil counts as high impedance, Ω. */
const HIGH_IMPEDANCE_OHM = 8;
/** Current a low-impedance coil bears for long, A. */
const LOW_IMPEDANCE_BEARS_A = 2.5;

/** Steady current of one driver with `count` injectors on it, each with its own series resistor, A. */
export function driverCurrentA(impedanceOhm: number, ballastOhm: number, count: number): number {
  return (count * CHARGING_V) / (impedanceOhm + ballastOhm);
}

/**
 * Why a set on these drivers would burn parts; null when it does not. A plain driver must bear the full current, and so
 * must the coil; a peak-and-hold driver limits it.
 * @param count injectors on one driver.
 */
export function driverProblem(
  impedanceOhm: number,
  ballastOhm: number,
  count: number,
  driver: InjectorDriver,
): string | null {
  if (driver.kind === 'peakAndHold') return null;
  const amps = driverCurrentA(impedanceOhm, ballastOhm, count);
  const many = count === 1 ? 'One injector' : `${count} injectors on one pin`;
  if (amps > driver.maxA) {
    return `${many} of ${impedanceOhm} Ω${ballastOhm > 0 ? ` with ${ballastOhm} Ω in series` : ''} draw ${amps.toFixed(1)} A; the driver bears ${driver.maxA} A and burns. Fit high-impedance injectors, series resistors, or a peak-and-hold driver.`;
  }
  const each = amps / count;
  if (impedanceOhm < HIGH_IMPEDANCE_OHM && each > LOW_IMPEDANCE_BEARS_A) {
    return `A low-impedance injector of ${impedanceOhm} Ω would carry ${each.toFixed(1)} A all the time from a plain driver and burns. Fit series resistors or a peak-and-hold driver.`;
  }
  return null;
}
