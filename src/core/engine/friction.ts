/**
 * Friction mean effective pressure, kPa: (70 + 12·N)·oil + 1.9·N², N in 1000 rev/min, and 40 more while the oil film is
 * not yet built at cranking speed, gone by 450 rev/min.
 */
export function frictionKpa(speedRpm: number, oilFactor: number): number {
  const n = speedRpm / 1000;
  const breakaway = 40 * Math.min(1, Math.max(0, (450 - speedRpm) / 150));
  return (70 + 12 * n) * oilFactor + 1.9 * n * n + breakaway;
}

/** Torque, N·m, of a mean effective pressure (kPa) over a displacement (cm³), four-stroke: p·V/(4π). */
export function torqueNm(meanEffectiveKpa: number, displacementCm3: number): number {
  return (meanEffectiveKpa * displacementCm3) / 1000 / (4 * Math.PI);
}

/** Friction of cold oil over that of hot oil, as common oils thicken: 1.02 + 1.08·e^(−T/38 °C). */
export function oilFactorAt(oilC: number): number {
  return 1.02 + 1.08 * Math.exp(-oilC / 38);
}
