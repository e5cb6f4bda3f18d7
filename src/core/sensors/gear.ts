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

const LEAST_APART_V = 0.2;

/** Two gears whose voltages cannot be told apart; null when all can. */
export function gearProblem(points: readonly GearPoint[]): string | null {
  const sorted = [...points].sort((a, b) => a.volts - b.volts);
  for (let i = 1; i < sorted.length; i += 1) {
    const low = sorted[i - 1] as GearPoint;
    const high = sorted[i] as GearPoint;
    if (high.volts - low.volts < LEAST_APART_V - 1e-9) {
      return `Gears ${low.gear} and ${high.gear} are ${(high.volts - low.volts).toFixed(2)} V apart and cannot be told apart. ${LEAST_APART_V} V are needed.`;
    }
  }
  return null;
}
