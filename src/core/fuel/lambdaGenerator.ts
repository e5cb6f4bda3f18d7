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
  /** What the builder puts in the place of computed anchors. */
  readonly own?: Partial<LambdaAnchors>;
}

/** The few numbers the target map hangs on, before what caution makes richer. */
export interface LambdaAnchors {
  readonly idle: number;
  readonly cruise: number;
  /** Full load without boost. */
  readonly fullLoad: number;
  /** At the highest manifold pressure intended; of no effect without a charger. */
  readonly highestBoost: number;
}

/** What the engine is built for. */
export type EngineUse = 'road' | 'sprint' | 'endurance';

/** Idle by cams: more burned gas left behind burns steadily only when richer. */
const IDLE: Readonly<Record<CamCharacter, number>> = { mild: 0.98, sporting: 0.96, race: 0.93 };
const CRUISE = 1.0;
/** Shares of barometric pressure up to which the engine cruises, and from which it pulls fully. */
const LIGHT_TO = 0.7;
const FULL_FROM = 0.88;
/** Full load by use: long pulls are cooled with fuel. */
const FULL_LOAD: Readonly<Record<EngineUse, number>> = { road: 0.89, sprint: 0.88, endurance: 0.87 };
const BOOST_START = 0.84;
const BOOST_FLOOR = 0.76;
/** Boost over barometric pressure from which the target is that of boost, kPa, and from there to the richest. */
const BOOST_FROM_KPA = 15;
const BOOST_SPAN_KPA = 120;
/** An engine that is to see this much above barometric pressure is charged, kPa. */
const CHARGED_ABOVE_KPA = 10;
const FIRST_RUN_FACTOR = 0.96;
/** Most that a target falls from one row of load to the next: steeper, a small error of pressure is a large one of fuel. */
export const LARGEST_LAMBDA_FALL = 0.08;

export const isCharged = ({ barometricKpa, maxManifoldKpa }: LambdaInputs): boolean =>
  maxManifoldKpa > barometricKpa + CHARGED_ABOVE_KPA;

/** What boost comes to at a pressure above barometric, by the usual slope. */
function usualBoostTarget(overKpa: number): number {
  const into = Math.min(1, Math.max(0, (overKpa - BOOST_FROM_KPA) / BOOST_SPAN_KPA));
  return BOOST_START + (BOOST_FLOOR - BOOST_START) * into;
}

/** The anchors as they are computed, with the builder’s own in their place. */
export function lambdaAnchors(inputs: LambdaInputs): LambdaAnchors {
  return {
    idle: IDLE[inputs.cams],
    cruise: CRUISE,
    fullLoad: FULL_LOAD[inputs.use],
    highestBoost: usualBoostTarget(inputs.maxManifoldKpa - inputs.barometricKpa),
    ...inputs.own,
  };
}

/** Target in boost: by the usual slope, or straight to what the builder wants at the highest pressure. */
function boostTarget(inputs: LambdaInputs, overKpa: number): number {
  const own = inputs.own?.highestBoost;
  if (own === undefined) return usualBoostTarget(overKpa);
  const span = inputs.maxManifoldKpa - inputs.barometricKpa - BOOST_FROM_KPA;
  const into = span <= 0 ? 1 : Math.min(1, Math.max(0, (overKpa - BOOST_FROM_KPA) / span));
  return BOOST_START + (own - BOOST_START) * into;
}

/** Lambda target at a speed and manifold pressure. */
export function proposedLambda(inputs: LambdaInputs, speedRpm: number, manifoldKpa: number): number {
  const baro = inputs.barometricKpa;
  const load = manifoldKpa / baro;
  const idling = speedRpm < 1500 ? Math.min(1, (1500 - speedRpm) / 500) : 0;
  const { idle, cruise, fullLoad: full } = lambdaAnchors(inputs);
  const light = cruise + (idle - cruise) * idling;
  const loaded = Math.min(1, Math.max(0, (load - LIGHT_TO) / (FULL_FROM - LIGHT_TO)));
  let target: number;
  if (load <= LIGHT_TO) target = light;
  else if (load <= FULL_FROM) target = light + (full - light) * loaded;
  else if (load <= 1 || !isCharged(inputs)) target = full;
  else if (manifoldKpa <= baro + BOOST_FROM_KPA) {
    const from = boostTarget(inputs, BOOST_FROM_KPA);
    target = full + ((from - full) * (manifoldKpa - baro)) / BOOST_FROM_KPA;
  } else target = boostTarget(inputs, manifoldKpa - baro);
  return inputs.firstRun ? target * (1 + (FIRST_RUN_FACTOR - 1) * loaded) : target;
}

const USE_TEXT: Readonly<Record<EngineUse, string>> = {
  road: 'the road',
  sprint: 'short runs',
  endurance: 'long pulls',
};

/** Why the lambda proposal is what it is. */
export function lambdaReasons(inputs: LambdaInputs): Reason[] {
  const { idle, cruise, fullLoad: full, highestBoost } = lambdaAnchors(inputs);
  const own = inputs.own ?? {};
  const reasons: Reason[] = [
    {
      text: `${idle} at idle ${own.idle === undefined ? `for a steady burn with ${inputs.cams} cams` : 'by your own number'}, ${cruise.toFixed(cruise === 1 ? 1 : 2)} at light load${own.cruise === undefined ? '' : ' by your own number'}.`,
    },
    {
      text: `${full} at full load without boost (${Math.round(inputs.barometricKpa)} kPa here)${own.fullLoad === undefined ? `, for ${USE_TEXT[inputs.use]}: best torque with some cooling` : ', by your own number'}.`,
    },
  ];
  if (isCharged(inputs)) {
    const at = (kpa: number) => Math.round(inputs.barometricKpa + kpa);
    reasons.push({
      text:
        own.highestBoost === undefined
          ? `${BOOST_START} at ${at(BOOST_FROM_KPA)} kPa, where boost begins to count, falling to ${BOOST_FLOOR} at ${at(BOOST_FROM_KPA + BOOST_SPAN_KPA)} kPa: fuel cools the charge and keeps knock away.`
          : `${BOOST_START} at ${at(BOOST_FROM_KPA)} kPa, where boost begins to count, to ${highestBoost} at ${Math.round(inputs.maxManifoldKpa)} kPa by your own number.`,
    });
  }
  if (inputs.firstRun) {
    reasons.push({
      text: 'First run: 4 % richer under load, until the VE map is proved.',
      formula: 'target × 0.96',
    });
  }
  reasons.push({
    text: `From one row of load to the next it falls by ${LARGEST_LAMBDA_FALL} at the most: where rows stand far apart, those below full load are a little richer.`,
  });
  return reasons;
}
