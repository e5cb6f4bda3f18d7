/** Speed of sound in burning gas, m/s, and the root of the first mode across a round chamber. */
const SOUND_M_PER_S = 950;
const FIRST_MODE = 1.841;

/**
 * Frequency at which a bore rings when it knocks, Hz (Draper 1938): f = 1.841·c/(π·B).
 * Example: 84 mm → 6627.
 */
export function knockFrequencyHz(boreMm: number): number {
  return (FIRST_MODE * SOUND_M_PER_S * 1000) / (Math.PI * boreMm);
}
