/** How a stand-in breathes; its own law, not the one maps are proposed with. */
export interface Breathing {
  /** Best filling, %. */
  readonly peakPercent: number;
  readonly peakSpeedRpm: number;
  /** Half-width of the hump of good filling, rev/min. */
  readonly widthRpm: number;
  /** Filling far from the hump, as a share of the peak. */
  readonly floorShare: number;
  /** Runner waves: a ripple of this share over speed. */
  readonly rippleShare: number;
  readonly ripplePeriodRpm: number;
  /** Loss to exhaust gas flowing back as pressure falls to nothing, as a share. */
  readonly backflowShare: number;
  readonly barometricKpa: number;
}

/** True filling, %, at manifold density. */
export function trueVePercent(breathing: Breathing, speedRpm: number, manifoldKpa: number): number {
  const { peakPercent, peakSpeedRpm, widthRpm, floorShare } = breathing;
  const hump = Math.exp(-(((speedRpm - peakSpeedRpm) / widthRpm) ** 2));
  const ripple = 1 + breathing.rippleShare * Math.sin((2 * Math.PI * speedRpm) / breathing.ripplePeriodRpm);
  const backflow = 1 - breathing.backflowShare * Math.exp((-2.2 * manifoldKpa) / breathing.barometricKpa);
  return peakPercent * (floorShare + (1 - floorShare) * hump) * ripple * backflow;
}
