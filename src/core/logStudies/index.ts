/**
 * What else logs say, each as a proposal with its evidence: the factor that a correction of the builder’s own should have had, the
 * least spark for the torque, what a knock threshold would have heard, what starts asked for, how late
 * the closed loop reads and how it worked.
 * Each refuses where the evidence does not carry it. Reading logs, their delay and the fit are log’s.
 */
export { type BestSpark, bestSpark, type SparkPoint } from './bestSpark';
export { type Doubt, DOUBT_IDS, DOUBTS, type Heard, type KnockHeard, knockHeard } from './knockHeard';
export { sparkCells, type SparkMap } from './sparkCells';
export { type SparkFound, type SparkStudy, sparkStudy, type TorqueFrom } from './sparkStudy';
export {
  type OwnFactor,
  ownFactor,
  type OwnFactorAsk,
  type OwnFactorRefusal,
  ownFactorCells,
} from './ownFactor';
export { reserveOf } from './starts/afterStart';
export type { UsualFuel } from './starts/crankingFuel';
export { type JudgedStart } from './starts/judgedStarts';
export { seenStarts } from './starts/seenStarts';
export {
  START_CURVES,
  type StartCurveOf,
  type StartCurves,
  startCurvesOf,
  type StartedLog,
} from './starts/startCurves';
export { type StartsAsk, startStudy, type StartStudy } from './starts/startStudy';
export { type LoopPlant, loopPlant, type SeenDelay } from './loop/loopPlant';
export { type LiedId, LIED, LIED_IDS, type LoopWork, loopWork } from './loop/loopWork';
export { inertiaAtCrank, type VehicleFacts, type VehicleTorque, vehicleTorque } from './vehicleTorque';
