import { GAS_CONSTANT_AIR } from './airMass';

/** Ratio of specific heats of air. */
const GAMMA = 1.4;
/** Pressure ratio below which the flow is choked. */
const CRITICAL = Math.pow(2 / (GAMMA + 1), GAMMA / (GAMMA - 1));
/** Flow function when choked, 0.6847. */
const CHOKED = Math.sqrt(GAMMA) * Math.pow(2 / (GAMMA + 1), (GAMMA + 1) / (2 * (GAMMA - 1)));
/** Above this pressure ratio the flow is taken as linear to zero at 1, where its true slope is infinite. */
const LINEAR_FROM = 0.98;
const AT_LINEAR = subsonic(LINEAR_FROM);

function subsonic(ratio: number): number {
  const a = Math.pow(ratio, 1 / GAMMA);
  // ratio / a is ratio^((γ − 1)/γ).
  return a * Math.sqrt(((2 * GAMMA) / (GAMMA - 1)) * (1 - ratio / a));
}

/** Flow function Ψ of the pressure ratio downstream over upstream [Guzzella & Onder]: 0.6847 choked, 0 at 1. */
export function flowFunction(ratio: number): number {
  if (ratio <= CRITICAL) return CHOKED;
  if (ratio >= 1) return 0;
  if (ratio >= LINEAR_FROM) return (AT_LINEAR * (1 - ratio)) / (1 - LINEAR_FROM);
  return subsonic(ratio);
}

/**
 * Air through an opening, g/s: A·p₀/√(R·T₀)·Ψ(p/p₀).
 * Example: 10 mm², 101.325 kPa, 293.15 K, choked → 2.3917.
 */
export function throttleFlowGPerS(
  areaMm2: number,
  upstreamKpa: number,
  upstreamK: number,
  downstreamKpa: number,
): number {
  const scale = (areaMm2 * 1e-6 * upstreamKpa * 1000) / Math.sqrt(GAS_CONSTANT_AIR * upstreamK);
  return scale * flowFunction(downstreamKpa / upstreamKpa) * 1000;
}
