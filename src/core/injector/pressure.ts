import type { Regulator } from './injectorSchema';

/** Pressure across an injector below which its flow is not computed any further down, kPa: there is hardly any left. */
export const LEAST_ACROSS_KPA = 20;

/**
 * Pressure across the injector, kPa. A manifold-referenced regulator holds the rail gauge pressure above the
 * manifold; a fixed one holds it above the air outside, and a pressure sensor in the rail reads it against that.
 * Example: fixed or measured, 350 kPa gauge, 81 kPa barometric, 165 kPa manifold → 266.
 * @param railGaugeKpa as typed; as the sensor reads it where the regulator is measured.
 */
export function pressureAcrossKpa(
  regulator: Regulator,
  railGaugeKpa: number,
  barometricKpa: number,
  manifoldKpa: number,
): number {
  return regulator === 'manifold' ? railGaugeKpa : railGaugeKpa + barometricKpa - manifoldKpa;
}
