import type { Regulator } from './injectorSchema';

/**
 * Pressure across the injector, kPa. A manifold-referenced regulator holds the rail gauge pressure above the
 * manifold; a fixed one holds it above the air outside.
 * Example: fixed, 350 kPa gauge, 81 kPa barometric, 165 kPa manifold → 266.
 */
export function pressureAcrossKpa(
  regulator: Regulator,
  railGaugeKpa: number,
  barometricKpa: number,
  manifoldKpa: number,
): number {
  return regulator === 'manifold' ? railGaugeKpa : railGaugeKpa + barometricKpa - manifoldKpa;
}
