import { frictionKpa, torqueNm } from '@/core/engine';
import { type Drivetrain, driveTorqueNm, stepVehicle } from './drivetrain';
import { displacementCm3 } from './fire';
import type { Metal } from './metal';
import type { PlantState } from './plantState';

const TURN_RAD = 2 * Math.PI;
export const RPM_PER_RAD_S = 60 / TURN_RAD;
/** A brake brings the speed to what it holds within this time, s, and no faster than this, rad/s². */
const BRAKE = { withinS: 0.004, most: 4000 } as const;
/** What the pistons of a high compression cost at cranking speed beyond the usual, kPa for each whole ratio, gone by this speed. */
const COMPRESSION = { usual: 9.5, kpaPerRatio: 6, goneRpm: 450 } as const;

/** No compression is so low that it helps the starter by more than this, kPa. */
const MOST_HELP_KPA = 20;
const NEUTRAL: Drivetrain = { gear: 0, clutch: 1, brake: 0 };

/** What turns and holds the crank during a step. */
export interface CrankLoad extends Drivetrain {
  readonly starterNm: number;
  /** Speed that a brake dynamometer holds, rev/min; null without one. */
  readonly holdRpm: number | null;
}

/** Friction, pumping, compression while cranking, charger and alternator, N·m. */
export function dragTorqueNm(metal: Metal, state: PlantState, manifold: number): number {
  const { speedRpm } = state;
  const slow = Math.max(0, 1 - speedRpm / COMPRESSION.goneRpm);
  const compression = COMPRESSION.kpaPerRatio * (metal.compressionRatio - COMPRESSION.usual) * slow;
  const kpa =
    metal.friction * frictionKpa(speedRpm, state.oilFactor) +
    Math.max(-MOST_HELP_KPA, compression) +
    state.backKpa -
    manifold;
  return torqueNm(kpa, displacementCm3(metal)) + state.chargerNm + state.alternatorNm;
}

/** Acceleration by which a brake brings the crank to the speed it holds, rad/s². */
function brakedAcceleration(holdRpm: number, omega: number): number {
  const wanted = (holdRpm / RPM_PER_RAD_S - omega) / BRAKE.withinS;
  return Math.min(BRAKE.most, Math.max(-BRAKE.most, wanted));
}

/**
 * Crank and wheels over a step, or over the part of it until the next firing. Torque is constant within, angle the mean of
 * the speeds at both ends, so that work and speed agree exactly.
 * @returns the time that has passed, s.
 */
export function stepCrank(
  metal: Metal,
  state: PlantState,
  load: CrankLoad,
  manifold: number,
  dtS: number,
): number {
  const drag = dragTorqueNm(metal, state, manifold);
  const driving = state.gasTorqueNm + load.starterNm;
  // What a clutch that locks in this step makes of the speed comes first.
  const drive = load.holdRpm === null ? driveTorqueNm(metal, state, load, driving - drag) : null;
  const omega = state.speedRpm / RPM_PER_RAD_S;
  const inertia = drive === null ? metal.inertiaKgM2 : drive.inertiaKgM2;
  const taken =
    drive === null ? driving - drag - inertia * brakedAcceleration(load.holdRpm ?? 0, omega) : drive.torqueNm;
  let acceleration = (driving - drag - taken) / inertia;
  // Drag holds an engine at rest and does not turn it back.
  if (omega === 0 && acceleration < 0) acceleration = 0;

  const leftRad = (state.nextFiringTurns - state.turns) * TURN_RAD;
  let passed = dtS;
  let after = omega + acceleration * dtS;
  // How far it would come in the step, or until it stands, says whether the firing is within it.
  const fires = (after > 0 ? (omega + after) * 0.5 * dtS : (omega * omega) / (-2 * acceleration)) >= leftRad;
  if (fires) {
    passed = Math.max(0, (2 * leftRad) / (omega + Math.sqrt(omega * omega + 2 * acceleration * leftRad)));
    after = omega + acceleration * passed;
  }
  const rests = !fires && after <= 0;
  if (rests) {
    passed = acceleration < 0 ? omega / -acceleration : dtS;
    after = 0;
  }
  const turned = (omega + after) * 0.5 * passed;

  state.speedRpm = after * RPM_PER_RAD_S;
  state.turns = fires ? state.nextFiringTurns : state.turns + turned / TURN_RAD;
  state.loadNm = taken;
  const { totals } = state;
  totals.starterJ += load.starterNm * turned;
  totals.dragJ += drag * turned;
  totals.loadJ += (taken + (inertia - metal.inertiaKgM2) * acceleration) * turned;
  // On a brake the wheels are off the crank.
  if (drive === null) state.locked = false;
  stepVehicle(metal, state, drive === null ? NEUTRAL : load, after, passed);
  // An engine that has come to rest lets its gas out.
  if (after === 0) state.gasTorqueNm = 0;
  return rests ? dtS : passed;
}
