import type { CamCharacter, EngineUse } from '../fuel';
import type { Reason } from '../map';

/** What the spark proposal is made from; base units. */
export interface SparkInputs {
  readonly octane: number;
  readonly compressionRatio: number;
  /** Null when only displacement is known; then an average bore is assumed. */
  readonly boreMm: number | null;
  readonly barometricKpa: number;
  readonly maxManifoldKpa: number;
  readonly torquePeakSpeedRpm: number;
  readonly maxSpeedRpm: number;
  /** Degrees taken off everywhere under load for a first run. */
  readonly cautionDeg: number;
  readonly cams: CamCharacter;
  readonly use: EngineUse;
}

const CRANKING_DEG = 8;
/** Idle by cams: a charge thinned by burned gas burns slowly. */
const IDLE_DEG: Readonly<Record<CamCharacter, number>> = { mild: 10, sporting: 12, race: 16 };
/** Taken off under load for long pulls. */
const ENDURANCE_DEG = 1;
const CRUISE_DEG = 36;
const FULL_LOAD_DEG = 27;
const BOOST_RETARD_DEG_PER_KPA = 0.1;
/** Advance gained from peak torque to maximum speed: less time to burn, less to knock. */
const SPEED_RISE_DEG = 4;

/** Full-load anchor after octane, compression and bore have moved it, degrees. */
export function fullLoadAnchorDeg({ octane, compressionRatio, boreMm }: SparkInputs): number {
  const byOctane = Math.min(6, (octane - 98) * 0.5);
  const byCompression = -(compressionRatio - 9.5) * 1.5;
  const byBore = ((boreMm ?? 84) - 84) * 0.06;
  return FULL_LOAD_DEG + byOctane + byCompression + byBore;
}

/** Spark advance, ° BTDC, at a speed and manifold pressure. */
export function proposedSparkDeg(inputs: SparkInputs, speedRpm: number, manifoldKpa: number): number {
  if (speedRpm <= 500) return CRANKING_DEG;
  const full = fullLoadDeg(inputs, speedRpm);
  const cruise = Math.max(full + 4, cruiseDeg(speedRpm));
  const load = Math.min(1, Math.max(0, (manifoldKpa / inputs.barometricKpa - 0.35) / 0.65));
  const careful = inputs.cautionDeg + (inputs.use === 'endurance' ? ENDURANCE_DEG : 0);
  const loaded = cruise + (full - cruise) * load - careful * load;
  const retard = Math.max(0, manifoldKpa - inputs.barometricKpa) * BOOST_RETARD_DEG_PER_KPA;
  const target = loaded - retard;
  const leaving = Math.min(1, Math.max(0, (speedRpm - 1100) / 1500));
  const idle = IDLE_DEG[inputs.cams] - retard * 0.3;
  const advanced = idle + (target - idle) * leaving;
  const pulling = Math.min(1, (speedRpm - 500) / 300);
  return Math.max(-5, CRANKING_DEG + (advanced - CRANKING_DEG) * pulling);
}

function fullLoadDeg(inputs: SparkInputs, speedRpm: number): number {
  const peak = inputs.torquePeakSpeedRpm;
  const anchor = fullLoadAnchorDeg(inputs);
  if (speedRpm < peak) return anchor - (8 * (peak - speedRpm)) / peak;
  return anchor + SPEED_RISE_DEG * Math.min(1, (speedRpm - peak) / Math.max(500, inputs.maxSpeedRpm - peak));
}

function cruiseDeg(speedRpm: number): number {
  return CRUISE_DEG * Math.min(1, 0.6 + (0.4 * speedRpm) / 3000);
}

/** Why the spark proposal is what it is. */
export function sparkReasons(inputs: SparkInputs): Reason[] {
  const anchor = fullLoadAnchorDeg(inputs).toFixed(1);
  const reasons: Reason[] = [
    {
      text: `${CRANKING_DEG}° at cranking speed, ${IDLE_DEG[inputs.cams]}° at idle with ${inputs.cams} cams: enough to run, little enough to leave a reserve.`,
    },
    {
      text: `Full load ${anchor}° at peak torque: ${FULL_LOAD_DEG}° moved by octane ${inputs.octane}, compression ratio ${inputs.compressionRatio} and bore.`,
      formula: '27 + 0.5·(octane − 98) − 1.5·(r − 9.5) + 0.06·(bore − 84)',
    },
    {
      text: `Up to ${SPEED_RISE_DEG}° more from peak torque to maximum speed, and about ${CRUISE_DEG}° at cruise, where charge is thin and burns slowly.`,
    },
  ];
  if (inputs.maxManifoldKpa > inputs.barometricKpa + 5) {
    reasons.push({
      text: `In boost ${BOOST_RETARD_DEG_PER_KPA.toFixed(2)}° less for each kPa above ${Math.round(inputs.barometricKpa)}.`,
    });
  }
  if (inputs.cautionDeg > 0) {
    reasons.push({
      text: `First run: ${inputs.cautionDeg}° less under load. Give it back later, a degree at a time, while torque rewards it.`,
    });
  }
  if (inputs.use === 'endurance') {
    reasons.push({ text: `Long pulls: ${ENDURANCE_DEG}° less under load, for cooler valves.` });
  }
  return reasons;
}
