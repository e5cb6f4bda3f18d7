import { type Grid, lookUpCurve } from '../numeric';
import { type CoilPrimary, dwellForCurrentMs } from './coil';

/** How dwell is found: from the coil’s data, or from tables over voltage and, as a share in %, over speed. */
export type Dwell =
  | { readonly kind: 'coil'; readonly primary: CoilPrimary; readonly wantedA: number }
  | { readonly kind: 'table'; readonly byVolts: Grid; readonly shareBySpeed: Grid | null };

/** Dwell at a voltage and speed, ms; null where the coil cannot reach its current. */
export function dwellMs(dwell: Dwell, volts: number, speedRpm: number): number | null {
  if (dwell.kind === 'coil') return dwellForCurrentMs(dwell.primary, volts, dwell.wantedA);
  const { byVolts, shareBySpeed } = dwell;
  return (
    (lookUpCurve(byVolts, volts) * (shareBySpeed === null ? 100 : lookUpCurve(shareBySpeed, speedRpm))) / 100
  );
}
