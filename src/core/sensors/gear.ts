/** A gear and the voltage of its position. */
export interface GearPoint {
  readonly gear: number;
  readonly volts: number;
}

/** The gear a voltage means: the nearest, if it is nearer than half-way to the next and within 0.25 V; else null. */
export function gearAtVolts(points: readonly GearPoint[], volts: number): number | null {
  let nearest: GearPoint | null = null;
  for (const point of points) {
    if (nearest === null || Math.abs(point.volts - volts) < Math.abs(nearest.volts - volts)) nearest = point;
  }
  return nearest !== null && Math.abs(nearest.volts - volts) <= 0.25 ? nearest.gear : null;
}

/** Voltages of two gears must be this far apart, V. */
export const LEAST_APART_V = 0.2;

/** Two gears whose voltages cannot be told apart. */
export interface GearProblem {
  readonly low: number;
  readonly high: number;
  readonly apartV: number;
}

/** The first two gears whose voltages cannot be told apart; null when all can. */
export function gearProblem(points: readonly GearPoint[]): GearProblem | null {
  const sorted = [...points].sort((a, b) => a.volts - b.volts);
  for (let i = 1; i < sorted.length; i += 1) {
    const low = sorted[i - 1] as GearPoint;
    const high = sorted[i] as GearPoint;
    const apartV = high.volts - low.volts;
    if (apartV < LEAST_APART_V - 1e-9) return { low: low.gear, high: high.gear, apartV };
  }
  return null;
}

/** What gears are told by where no sensor tells them: turns of the crank for one of the wheels by gear, first first. */
export interface Gearing {
  readonly ratios: readonly number[];
  readonly tyreRadiusM: number;
}

/** A ratio within this share of a gear’s is that gear. */
const RATIO_WITHIN = 0.08;
/** Slower than this the wheels tell nothing, km/h. */
const TOLD_FROM_KM_PER_H = 4;

/**
 * The gear that engine and vehicle speed mean; 0 where they mean none: neutral, clutch, wheels that slip.
 * Example: ratio 5.148, tyre 0.31 m: 3000 rev/min at 68.1 km/h.
 */
export function gearAtSpeeds({ ratios, tyreRadiusM }: Gearing, speedRpm: number, kmPerH: number): number {
  if (kmPerH < TOLD_FROM_KM_PER_H) return 0;
  const wheelRpm = (kmPerH / 3.6 / (2 * Math.PI * tyreRadiusM)) * 60;
  const ratio = speedRpm / wheelRpm;
  const found = ratios.findIndex((one) => Math.abs(ratio / one - 1) < RATIO_WITHIN);
  return found + 1;
}
