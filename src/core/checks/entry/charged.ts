import type { Calibration } from '../../calibration';

/** True for an engine with a charger of either kind. */
export function isCharged({ engine: { induction } }: Calibration): boolean {
  return induction?.value === 'supercharger' || induction?.value === 'turbocharger';
}
