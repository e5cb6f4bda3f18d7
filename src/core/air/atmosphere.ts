/**
 * Barometric pressure, kPa, in the international standard atmosphere's troposphere.
 * Source: ISO 2533, p = 101.325·(1 − 2.25577e-5·h)^5.25588. Example: 1900 m → 80.5 kPa.
 * @param altitudeM metres above sea level, −400…11 000.
 */
export function barometricKpa(altitudeM: number): number {
  return 101.325 * Math.pow(1 - 2.25577e-5 * altitudeM, 5.25588);
}
