import type { DeadTimeSurface, RatedFlow, Regulator, ShortPulseCurve } from '@/core/injector';
import { type Grid, gridOf } from '@/core/numeric';
import { type Breathing, trueVePercent } from './breathing';

/** The metal: an engine as it truly is, whatever the calibration says about it. */
export interface StandIn {
  readonly label: string;
  readonly cylinders: number;
  readonly cylinderVolumeCm3: number;
  readonly compressionRatio: number;
  readonly barometricKpa: number;
  readonly fuel: {
    readonly stoichiometricRatio: number;
    readonly heatingMjPerKg: number;
    readonly ethanolPercent: number;
  };
  /** Filling against speed and manifold pressure, %. */
  readonly ve: Grid;
  readonly injector: RatedFlow & {
    readonly railGaugeKpa: number;
    readonly regulator: Regulator;
    readonly deadTime: DeadTimeSurface;
    readonly shortPulse: ShortPulseCurve;
  };
  readonly inertiaKgM2: number;
  readonly manifoldVolumeL: number;
  /** Speed its idle air screw was set to when hot, rev/min; the thermostatic air valve adds to it when cold. */
  readonly hotIdleRpm: number;
}

const VE_SPEEDS = [
  0, 250, 500, 750, 1000, 1250, 1500, 2000, 2500, 3000, 4000, 5000, 6000, 7000, 8000, 9000, 12000,
];
const VE_PRESSURES = [10, 20, 30, 40, 50, 60, 70, 80, 90, 100, 120, 150, 200, 250, 300];

/** The true VE of an engine that breathes like this, tabulated finely enough that look-ups lose nothing. */
export function trueVeGrid(breathing: Breathing): Grid {
  const values = VE_PRESSURES.flatMap((kpa) => VE_SPEEDS.map((rpm) => trueVePercent(breathing, rpm, kpa)));
  return gridOf({ x: VE_SPEEDS, y: VE_PRESSURES, values });
}
