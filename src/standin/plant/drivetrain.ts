import { litresOf, type Metal } from './metal';
import type { PlantState } from './plantState';

/** What the driver does between engine and road. */
export interface Drivetrain {
  /** 0 is neutral. */
  readonly gear: number;
  /** 0 pressed, 1 let go. */
  readonly clutch: number;
  /** Brake pedal, 0…1. */
  readonly brake: number;
}

/** What a clutch carries, for each litre of engine, N·m. */
const CLUTCH_NM_PER_L = 160;
/** A clutch that slips less than this and carries what is asked locks, rad/s. */
const LOCKS_BELOW = 1.5;
/** A slipping clutch reaches its torque at this slip, rad/s: below it, proportionally. */
const FULL_AT = 8;
/** The hardest a car brakes, m/s². */
const BRAKING = 9;
const AIR_KG_M3 = 1.2;
const GRAVITY = 9.81;

/** Turns of the crank for one of the wheels; 0 in neutral. */
export function gearRatio({ vehicle }: Metal, gear: number): number {
  return gear > 0 ? (vehicle.ratios[gear - 1] ?? 0) : 0;
}

/** Drag, rolling and brakes against the car, N. */
function resistanceN({ vehicle }: Metal, mPerS: number, brake: number): number {
  if (mPerS <= 0) return 0;
  const air = (AIR_KG_M3 / 2) * vehicle.dragAreaM2 * mPerS * mPerS;
  return air + vehicle.massKg * (GRAVITY * vehicle.rolling + BRAKING * brake);
}

const drive = { torqueNm: 0, inertiaKgM2: 0 };

/**
 * What clutch, gear and road take from the crank, and the inertia it has to turn: J + m·r²/i² while the clutch holds.
 * Example: 0.19 kg·m², 980 kg, r 0.31 m, i 5.148 → 3.744 kg·m².
 * @param netNm torque left for it.
 */
export function driveTorqueNm(
  metal: Metal,
  state: PlantState,
  { gear, clutch, brake }: Drivetrain,
  netNm: number,
): typeof drive {
  const ratio = gearRatio(metal, gear);
  const { vehicle } = metal;
  drive.inertiaKgM2 = metal.inertiaKgM2;
  drive.torqueNm = 0;
  if (ratio === 0 || clutch <= 0) {
    state.locked = false;
    return drive;
  }
  const arm = vehicle.tyreRadiusM / ratio;
  const mass = vehicle.massKg * arm * arm;
  const omega = (state.speedRpm * 2 * Math.PI) / 60;
  const slip = omega - state.vehicleMPerS / arm;
  const carries = CLUTCH_NM_PER_L * litresOf(metal) * clutch;
  const roadNm = resistanceN(metal, state.vehicleMPerS, brake) * arm;
  const asked = roadNm + (mass * (netNm - roadNm)) / (metal.inertiaKgM2 + mass);
  const wasLocked = state.locked;
  state.locked = Math.abs(slip) < LOCKS_BELOW && Math.abs(asked) <= carries;
  if (state.locked) {
    if (!wasLocked) lock(metal, state, mass, arm);
    drive.torqueNm = roadNm;
    drive.inertiaKgM2 = metal.inertiaKgM2 + mass;
    return drive;
  }
  drive.torqueNm = carries * Math.max(-1, Math.min(1, slip / FULL_AT));
  return drive;
}

/** Crank and wheels come to one speed, with the momentum both had. */
function lock({ inertiaKgM2 }: Metal, state: PlantState, mass: number, arm: number): void {
  const omega = (state.speedRpm * 2 * Math.PI) / 60;
  const together = (inertiaKgM2 * omega + (mass * state.vehicleMPerS) / arm) / (inertiaKgM2 + mass);
  state.totals.loadJ += 0.5 * inertiaKgM2 * (omega * omega - together * together);
  state.speedRpm = (together * 60) / (2 * Math.PI);
  state.vehicleMPerS = together * arm;
}

/** The car over a step: with the crank while the clutch holds, else pushed by what slips through. */
export function stepVehicle(
  metal: Metal,
  state: PlantState,
  { gear, clutch, brake }: Drivetrain,
  omega: number,
  dtS: number,
): void {
  if (gear === 0 && state.vehicleMPerS === 0) return;
  const ratio = gearRatio(metal, gear);
  const { vehicle } = metal;
  if (state.locked && ratio !== 0) {
    state.vehicleMPerS = (omega * vehicle.tyreRadiusM) / ratio;
    return;
  }
  const pushN = ratio === 0 || clutch <= 0 ? 0 : (state.loadNm * ratio) / vehicle.tyreRadiusM;
  const next =
    state.vehicleMPerS + ((pushN - resistanceN(metal, state.vehicleMPerS, brake)) / vehicle.massKg) * dtS;
  state.vehicleMPerS = Math.max(0, next);
}
