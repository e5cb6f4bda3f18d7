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

/** What would burn: the driver by its full current, or the coil by what it carries for long. */
export interface DriverProblem {
  readonly code: 'driver' | 'coil';
  readonly amps: number;
}

/**
 * What a set on these drivers would burn; null when it does not. A plain driver must bear the full current, and so must the
 * coil; a peak-and-hold driver limits it.
 * @param count injectors on one driver.
 */
export function driverProblem(
  impedanceOhm: number,
  ballastOhm: number,
  count: number,
  driver: InjectorDriver,
): DriverProblem | null {
  if (driver.kind === 'peakAndHold') return null;
  const amps = driverCurrentA(impedanceOhm, ballastOhm, count);
  if (amps > driver.maxA) return { code: 'driver', amps };
  const each = amps / count;
  const burns = impedanceOhm < HIGH_IMPEDANCE_OHM && each > LOW_IMPEDANCE_BEARS_A;
  return burns ? { code: 'coil', amps: each } : null;
}
