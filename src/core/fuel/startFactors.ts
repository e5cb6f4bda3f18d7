import { lookUpCurve, type Grid } from '../map/grid';
import { afterStartFactor } from '../startup/afterStart';
import { blendedAt } from './blended';
import type { EngineModel, OperatingPoint } from './engineModel';

/** The factors on fuel while the engine starts, warms up and accelerates; 1 where one does not act. */
export interface StartFactors {
  readonly crankingMapped: number;
  readonly crankingTaper: number;
  readonly crankingMultiple: number;
  readonly afterStartInitial: number;
  readonly afterStartDecayS: number;
  readonly afterStart: number;
  readonly warmUp: number;
  readonly acceleration: number;
}

/** The factors at a point: cranking multiple and taper while cranking, the others while running. */
export function startFactors(model: EngineModel, point: OperatingPoint): StartFactors {
  const { maps } = model;
  const { coolantC, ethanolPercent } = point;
  if (point.phase === 'cranking') {
    const crankingMapped = blendedAt(model, 'cranking', coolantC, 0, ethanolPercent);
    const crankingTaper = curveOr(maps.crankingTaper, point.turns, 100) / 100;
    return {
      crankingMapped,
      crankingTaper,
      crankingMultiple: crankingMapped * crankingTaper,
      afterStartInitial: 1,
      afterStartDecayS: 0,
      afterStart: 1,
      warmUp: 1,
      acceleration: 1,
    };
  }
  const afterStartInitial = blendedAt(model, 'afterStart', coolantC, 0, ethanolPercent);
  const afterStartDecayS = lookUpCurve(maps.afterStartDecay, coolantC);
  return {
    crankingMapped: 1,
    crankingTaper: 1,
    crankingMultiple: 1,
    afterStartInitial,
    afterStartDecayS,
    afterStart: afterStartFactor(afterStartInitial, afterStartDecayS, point.sinceStartS),
    warmUp: blendedAt(model, 'warmUp', coolantC, 0, ethanolPercent),
    acceleration: accelerationFactor(model, point),
  };
}

/** A curve at a point, or what stands in while it is empty. */
export function curveOr(curve: Grid | null, x: number, otherwise: number): number {
  return curve === null ? otherwise : lookUpCurve(curve, x);
}

/** Factor of acceleration enrichment: by how fast the throttle opens and how cold it is, fading in a straight line. */
function accelerationFactor({ maps, acceleration }: EngineModel, point: OperatingPoint): number {
  const { throttleRatePercentPerS: rate, turnsSinceOpening: turns } = point;
  if (maps.acceleration === null || rate <= acceleration.thresholdPercentPerS) return 1;
  const left = Math.max(0, 1 - turns / acceleration.decayTurns);
  const percent = lookUpCurve(maps.acceleration, rate) * curveOr(maps.accelerationCold, point.coolantC, 1);
  return 1 + (percent / 100) * left;
}
