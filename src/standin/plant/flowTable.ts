import { flowFunction, GAS_CONSTANT_AIR } from '@/core/air';

/** The flow function tabulated: finely enough that what lies between differs by less than 1e-5, its bend at 0.98 on a step. */
const STEPS = 4000;
const PSI = Float64Array.from({ length: STEPS + 2 }, (_, i) => flowFunction(i / STEPS));

/** Air through an opening and how it changes with the pressure behind it; reused from call to call. */
export interface Flow {
  gPerS: number;
  /** Change for each kPa more behind the opening, g/s: never above 0. */
  perKpa: number;
}

/**
 * Air through an opening between two pressures, g/s, negative when it flows back: A·p/√(R·T)·Ψ, p and T of the side it comes
 * from, by a table of Ψ that also gives the slope an implicit step needs.
 */
export function flowBetween(
  areaMm2: number,
  beforeKpa: number,
  beforeK: number,
  behindKpa: number,
  behindK: number,
  out: Flow,
): void {
  const forward = behindKpa <= beforeKpa;
  const fromKpa = forward ? beforeKpa : behindKpa;
  const toKpa = forward ? behindKpa : beforeKpa;
  const place = (toKpa / fromKpa) * STEPS;
  const i = place < 0 ? 0 : Math.floor(place);
  const low = PSI[i] as number;
  const steep = ((PSI[i + 1] as number) - low) * STEPS;
  const psi = low + (steep / STEPS) * (place - i);
  const scale = areaMm2 / Math.sqrt(GAS_CONSTANT_AIR * (forward ? beforeK : behindK));
  if (forward) {
    out.gPerS = scale * fromKpa * psi;
    out.perKpa = scale * steep;
    return;
  }
  out.gPerS = -scale * fromKpa * psi;
  out.perKpa = -scale * (psi - steep * (toKpa / fromKpa));
}
