import { leastSquares } from '../../numeric';

/** A strobe read at a speed, against the spark that was commanded. */
export interface TimingReading {
  readonly rpm: number;
  readonly commandedDeg: number;
  readonly lightDeg: number;
}

/** What readings at several speeds come to. */
export interface BaseTiming {
  /** The light is so much earlier than commanded with nothing turning, °. */
  readonly offsetDeg: number;
  /** So much later with each turn: how late edges arrive, µs. */
  readonly delayUs: number;
  /** What is known of both at one standard error: strobe and speeds alone. */
  readonly offsetErrorDeg: number;
  readonly delayErrorUs: number;
  /** The most that any reading is off of both, °. */
  readonly leftDeg: number;
}

/** Degrees of crank in a microsecond at 1 rev/min. */
const DEG_PER_US_RPM = 6e-6;
/** An error that lies anywhere within ± 1 has this standard error. */
const EVEN = Math.sqrt(3);

/**
 * Offset and delay of the crank’s sensor: light − commanded = offset − 6·10⁻⁶ · rpm · delay, by least squares. A strobe’s own error is
 * the same at every reading and goes into the offset alone; what it is read to shows in both.
 * Example: commanded 10: light 13.5 at 300 rev/min and 11.9 at 3,300 → delay 88.89 µs, offset 3.66°.
 * @param strobeDeg the error the strobe states, and what it is read to, either way.
 * @returns null with fewer than two speeds.
 */
export function baseTimingOf(
  readings: readonly TimingReading[],
  strobeDeg: { readonly stated: number; readonly readTo: number },
): BaseTiming | null {
  const speeds = readings.map(({ rpm }) => rpm);
  const off = readings.map(({ lightDeg, commandedDeg }) => lightDeg - commandedDeg);
  const solved = leastSquares(
    speeds.map((rpm) => [1, -DEG_PER_US_RPM * rpm]),
    off,
  );
  if (solved === null) return null;
  const [offsetDeg, delayUs] = solved as [number, number];
  const mean = speeds.reduce((sum, rpm) => sum + rpm, 0) / speeds.length;
  const spread = speeds.reduce((sum, rpm) => sum + (rpm - mean) ** 2, 0);
  const left = off.map((one, i) => one - offsetDeg + DEG_PER_US_RPM * (speeds[i] ?? 0) * delayUs);
  const free = readings.length - 2;
  const scattered = free > 0 ? Math.sqrt(left.reduce((sum, one) => sum + one * one, 0) / free) : 0;
  const each = Math.max(scattered, strobeDeg.readTo / EVEN);
  const ofLine = each * Math.sqrt(1 / readings.length + mean ** 2 / spread);
  return {
    offsetDeg,
    delayUs,
    offsetErrorDeg: Math.hypot(ofLine, strobeDeg.stated / EVEN),
    delayErrorUs: each / Math.sqrt(spread) / DEG_PER_US_RPM,
    leftDeg: Math.max(...left.map(Math.abs)),
  };
}
