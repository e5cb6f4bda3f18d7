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
  /** What the builder puts in the place of computed anchors. */
  readonly own?: Partial<SparkAnchors>;
}

/** The few numbers the spark map hangs on. */
export interface SparkAnchors {
  readonly idleDeg: number;
  /** Light load at 3000 rev/min and above. */
  readonly cruiseDeg: number;
  /** Full load without boost at peak torque, before what caution takes off. */
  readonly fullLoadDeg: number;
  /** Taken off for each kPa of boost. */
  readonly retardDegPerKpa: number;
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
export function fullLoadAnchorDeg({
  octane,
  compressionRatio,
  boreMm,
}: Pick<SparkInputs, 'octane' | 'compressionRatio' | 'boreMm'>): number {
  const byOctane = Math.min(6, (octane - 98) * 0.5);
  const byCompression = -(compressionRatio - 9.5) * 1.5;
  const byBore = ((boreMm ?? 84) - 84) * 0.06;
  return FULL_LOAD_DEG + byOctane + byCompression + byBore;
}

/** The anchors as they are computed, with the builder’s own in their place. */
export function sparkAnchors(inputs: SparkInputs): SparkAnchors {
  return {
    idleDeg: IDLE_DEG[inputs.cams],
    cruiseDeg: CRUISE_DEG,
    fullLoadDeg: fullLoadAnchorDeg(inputs),
    retardDegPerKpa: BOOST_RETARD_DEG_PER_KPA,
    ...inputs.own,
  };
}

/** Spark advance, ° BTDC, at a speed and manifold pressure. */
export function proposedSparkDeg(inputs: SparkInputs, speedRpm: number, manifoldKpa: number): number {
  if (speedRpm <= 500) return CRANKING_DEG;
  const anchors = sparkAnchors(inputs);
  const full = fullLoadDeg(inputs, anchors.fullLoadDeg, speedRpm);
  const cruise = Math.max(full + 4, cruiseDeg(anchors.cruiseDeg, speedRpm));
  const load = Math.min(1, Math.max(0, (manifoldKpa / inputs.barometricKpa - 0.35) / 0.65));
  const careful = inputs.cautionDeg + (inputs.use === 'endurance' ? ENDURANCE_DEG : 0);
  const loaded = cruise + (full - cruise) * load - careful * load;
  const retard = Math.max(0, manifoldKpa - inputs.barometricKpa) * anchors.retardDegPerKpa;
  const target = loaded - retard;
  const leaving = Math.min(1, Math.max(0, (speedRpm - 1100) / 1500));
  const idle = anchors.idleDeg - retard * 0.3;
  const advanced = idle + (target - idle) * leaving;
  const pulling = Math.min(1, (speedRpm - 500) / 300);
  return Math.max(-5, CRANKING_DEG + (advanced - CRANKING_DEG) * pulling);
}

function fullLoadDeg(inputs: SparkInputs, anchor: number, speedRpm: number): number {
  const peak = inputs.torquePeakSpeedRpm;
  if (speedRpm < peak) return anchor - (8 * (peak - speedRpm)) / peak;
  return anchor + SPEED_RISE_DEG * Math.min(1, (speedRpm - peak) / Math.max(500, inputs.maxSpeedRpm - peak));
}

function cruiseDeg(anchor: number, speedRpm: number): number {
  return anchor * Math.min(1, 0.6 + (0.4 * speedRpm) / 3000);
}

/** Why the spark proposal is what it is. */
export function sparkReasons(inputs: SparkInputs): Reason[] {
  const { idleDeg, cruiseDeg: cruise, fullLoadDeg: full, retardDegPerKpa } = sparkAnchors(inputs);
  const own = inputs.own ?? {};
  const reasons: Reason[] = [
    {
      text: `${CRANKING_DEG}° at cranking speed, ${idleDeg}° at idle ${own.idleDeg === undefined ? `with ${inputs.cams} cams: enough to run, little enough to leave a reserve` : 'by your own number'}.`,
    },
    own.fullLoadDeg === undefined
      ? {
          text: `Full load ${full.toFixed(1)}° at peak torque: ${FULL_LOAD_DEG}° moved by octane ${inputs.octane}, compression ratio ${inputs.compressionRatio} and bore.`,
          formula: '27 + 0.5·(octane − 98) − 1.5·(r − 9.5) + 0.06·(bore − 84)',
        }
      : { text: `Full load ${full.toFixed(1)}° at peak torque by your own number.` },
    {
      text: `Up to ${SPEED_RISE_DEG}° more from peak torque to maximum speed, and ${own.cruiseDeg === undefined ? 'about ' : ''}${cruise}° at cruise${own.cruiseDeg === undefined ? ', where charge is thin and burns slowly' : ' by your own number'}.`,
    },
  ];
  if (inputs.maxManifoldKpa > inputs.barometricKpa + 5) {
    reasons.push({
      text: `In boost ${retardDegPerKpa.toFixed(2)}° less for each kPa above ${Math.round(inputs.barometricKpa)}${own.retardDegPerKpa === undefined ? '' : ', by your own number'}.`,
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
