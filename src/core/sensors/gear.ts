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
