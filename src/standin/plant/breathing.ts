import { type Grid, gridOf } from '@/core/numeric';

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

const VE_SPEEDS = [
  0, 250, 500, 750, 1000, 1250, 1500, 2000, 2500, 3000, 4000, 5000, 6000, 7000, 8000, 9000, 12000,
];
const VE_PRESSURES = [10, 20, 30, 40, 50, 60, 70, 80, 90, 100, 120, 150, 200, 250, 300];

/** The true VE of an engine that breathes like this, tabulated: what lies between is linear. */
export function trueVeGrid(breathing: Breathing): Grid {
  const values = VE_PRESSURES.flatMap((kpa) => VE_SPEEDS.map((rpm) => trueVePercent(breathing, rpm, kpa)));
  return gridOf({ x: VE_SPEEDS, y: VE_PRESSURES, values });
}
