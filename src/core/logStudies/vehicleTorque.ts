/** What is known of a car, for torque from how fast it gains speed; base units. */
export interface VehicleFacts {
  readonly massKg: number;
  readonly tyreRadiusM: number;
  /** Turns of the crank for one of the wheel, first gear first; 0 for one that is not known. */
  readonly ratios: readonly number[];
  readonly dragAreaM2: number;
  readonly rollingShare: number;
  readonly litres: number;
}

/** Inertia of an engine with its flywheel for each litre, kg·m². */
const INERTIA_PER_L = 0.077;
const AIR_KG_M3 = 1.2;
const GRAVITY = 9.81;
/** How far what is typed of a car is usually off, shares: a weighed mass, a rolled wheel, drag and rolling together. */
const OFF = { mass: 0.02, radius: 0.015, resists: 0.25 } as const;

/** Torque at the crank, and how far it may be off by what is typed of the car: one standard deviation. */
export interface VehicleTorque {
  readonly torqueNm: number;
  readonly offNm: number;
}

/** Inertia that the crank has to turn in a gear: J + m·r²/i². Example: 0.19 kg·m², 980 kg, 0.31 m, 5.148 → 3.744 kg·m². */
export function inertiaAtCrank(inertiaKgM2: number, massKg: number, armM: number): number {
  return inertiaKgM2 + massKg * armM * armM;
}

/**
 * Torque at the crank from how fast speed rises in a gear, with what drag and rolling take: T = (J + m·r²/i²)·dω/dt + losses. Null in a
 * gear that the car does not have. No slip of the tyres is counted: it makes torque look larger.
 */
export function vehicleTorque(
  { massKg, tyreRadiusM, ratios, dragAreaM2, rollingShare, litres }: VehicleFacts,
  gear: number,
  speedRpm: number,
  risesRpmPerS: number,
): VehicleTorque | null {
  const ratio = ratios[gear - 1];
  if (ratio === undefined || ratio <= 0) return null;
  const armM = tyreRadiusM / ratio;
  const omegaPerS = (risesRpmPerS * 2 * Math.PI) / 60;
  const engine = INERTIA_PER_L * litres;
  const mPerS = ((speedRpm * 2 * Math.PI) / 60) * armM;
  const airNm = (AIR_KG_M3 / 2) * dragAreaM2 * mPerS * mPerS * armM;
  const rollingNm = massKg * GRAVITY * rollingShare * armM;
  const carNm = (inertiaAtCrank(engine, massKg, armM) - engine) * omegaPerS;
  // The radius counts twice with the mass, and three times with the air.
  const byRadius = OFF.radius * (2 * carNm + 3 * airNm + rollingNm);
  const offNm = Math.hypot(OFF.mass * carNm, byRadius, OFF.resists * (airNm + rollingNm));
  return { torqueNm: engine * omegaPerS + carNm + airNm + rollingNm, offNm };
}
