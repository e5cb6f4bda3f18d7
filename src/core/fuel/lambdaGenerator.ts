import type { Reason } from '../map';

/** What the lambda proposal is made from. */
export interface LambdaInputs {
  readonly barometricKpa: number;
  readonly maxManifoldKpa: number;
  /** 4 % richer under load, until the VE map is known to be right. */
  readonly firstRun: boolean;
}

const IDLE = 0.96;
const CRUISE = 1.0;
const FULL_LOAD = 0.88;
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
  const light = CRUISE + (IDLE - CRUISE) * idling;
  let target: number;
  if (load <= 0.7) target = light;
  else if (load <= 0.95) target = light + ((FULL_LOAD - light) * (load - 0.7)) / 0.25;
  else if (manifoldKpa <= baro + 15) {
    const into = Math.max(0, (manifoldKpa - 0.95 * baro) / (15 + 0.05 * baro));
    target = FULL_LOAD + (BOOST_START - FULL_LOAD) * into;
  } else {
    const into = Math.min(1, (manifoldKpa - baro - 15) / BOOST_SPAN_KPA);
    target = BOOST_START + (BOOST_FLOOR - BOOST_START) * into;
  }
  const loaded = Math.min(1, Math.max(0, (load - 0.7) / 0.25));
  return inputs.firstRun ? target * (1 + (FIRST_RUN_FACTOR - 1) * loaded) : target;
}

/** Why the lambda proposal is what it is. */
export function lambdaReasons(inputs: LambdaInputs): Reason[] {
  const reasons: Reason[] = [
    { text: `${IDLE} at idle for a steady burn, ${CRUISE.toFixed(1)} at light load.` },
    {
      text: `${FULL_LOAD} at full load without boost (${Math.round(inputs.barometricKpa)} kPa here): best torque with some cooling.`,
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
