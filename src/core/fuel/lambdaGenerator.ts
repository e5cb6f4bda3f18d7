import type { Reason } from '../map';
import type { CamCharacter } from './veGenerator';

/** What the lambda proposal is made from. */
export interface LambdaInputs {
  readonly barometricKpa: number;
  readonly maxManifoldKpa: number;
  /** 4 % richer under load, until the VE map is known to be right. */
  readonly firstRun: boolean;
  readonly use: EngineUse;
  readonly cams: CamCharacter;
}

/** What the engine is built for. */
export type EngineUse = 'road' | 'sprint' | 'endurance';

/** Idle by cams: more burned gas left behind burns steadily only when richer. */
const IDLE: Readonly<Record<CamCharacter, number>> = { mild: 0.98, sporting: 0.96, race: 0.93 };
const CRUISE = 1.0;
/** Full load by use: long pulls are cooled with fuel. */
const FULL_LOAD: Readonly<Record<EngineUse, number>> = { road: 0.89, sprint: 0.88, endurance: 0.87 };
const BOOST_START = 0.84;
const BOOST_FLOOR = 0.76;
/** Boost over barometric pressure at which the richest target is reached, kPa. */
const BOOST_SPAN_KPA = 120;
const FIRST_RUN_FACTOR = 0.96;

/** Lambda target at a speed and manifold pressure. */
export function proposedLambda(inputs: LambdaInputs, speedRpm: number, manifoldKpa: number): number {
  const baro = inputs.barometricKpa;
  const load = manifoldKpa / baro;
  const idling = speedRpm < 1500 ? Math.min(1, (1500 - speedRpm) / 500) : 0;
  const full = FULL_LOAD[inputs.use];
  const light = CRUISE + (IDLE[inputs.cams] - CRUISE) * idling;
  let target: number;
  if (load <= 0.7) target = light;
  else if (load <= 0.95) target = light + ((full - light) * (load - 0.7)) / 0.25;
  else if (manifoldKpa <= baro + 15) {
    const into = Math.max(0, (manifoldKpa - 0.95 * baro) / (15 + 0.05 * baro));
    target = full + (BOOST_START - full) * into;
  } else {
    const into = Math.min(1, (manifoldKpa - baro - 15) / BOOST_SPAN_KPA);
    target = BOOST_START + (BOOST_FLOOR - BOOST_START) * into;
  }
  const loaded = Math.min(1, Math.max(0, (load - 0.7) / 0.25));
  return inputs.firstRun ? target * (1 + (FIRST_RUN_FACTOR - 1) * loaded) : target;
}

const USE_TEXT: Readonly<Record<EngineUse, string>> = {
  road: 'the road',
  sprint: 'short runs',
  endurance: 'long pulls',
};

/** Why the lambda proposal is what it is. */
export function lambdaReasons(inputs: LambdaInputs): Reason[] {
  const reasons: Reason[] = [
    {
      text: `${IDLE[inputs.cams]} at idle for a steady burn with ${inputs.cams} cams, ${CRUISE.toFixed(1)} at light load.`,
    },
    {
      text: `${FULL_LOAD[inputs.use]} at full load without boost (${Math.round(inputs.barometricKpa)} kPa here), for ${USE_TEXT[inputs.use]}: best torque with some cooling.`,
    },
  ];
  if (inputs.maxManifoldKpa > inputs.barometricKpa + 10) {
    reasons.push({
      text: `${BOOST_START} where boost begins, falling to ${BOOST_FLOOR} at ${Math.round(inputs.barometricKpa + 15 + BOOST_SPAN_KPA)} kPa: fuel cools the charge and keeps knock away.`,
    });
  }
  if (inputs.firstRun) {
    reasons.push({
      text: 'First run: 4 % richer under load, until the VE map is proved.',
      formula: 'target × 0.96',
    });
  }
  return reasons;
}
