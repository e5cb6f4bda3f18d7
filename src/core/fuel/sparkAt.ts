import { correctedValue, type AppliedCorrection } from '../correction';
import { lookUpCurve } from '../map/grid';
import { blendedAt } from './blended';
import { channelsOf } from './channels';
import type { EcuDecisions } from './decisions';
import type { EngineModel, OperatingPoint } from './engineModel';
import { curveOr } from './startFactors';

/** The parts a spark angle is made of, °. */
export interface SparkParts {
  /** From the spark map, or crank advance while cranking. */
  readonly baseDeg: number;
  readonly coolantDeg: number;
  readonly airDeg: number;
  readonly gearDeg: number;
  readonly cylinderDeg: number;
  /** ° BTDC, after corrections, within {@link SPARK_LIMITS}. */
  readonly sparkDeg: number;
}

/** No correction takes the spark beyond these, ° BTDC. */
export const SPARK_LIMITS = { min: -20, max: 60 } as const;

/** Spark advance at a point. Cranking takes the crank advance alone where there is one. */
export function sparkAt(
  model: EngineModel,
  point: OperatingPoint,
  load: number,
  decisions: EcuDecisions,
  applied: AppliedCorrection[],
): SparkParts {
  const { maps } = model;
  const { speedRpm, coolantC, airC, ethanolPercent, gear, cylinder } = point;
  if (point.phase === 'cranking' && maps.crankAdvance !== null) {
    const baseDeg = lookUpCurve(maps.crankAdvance, coolantC);
    return { baseDeg, coolantDeg: 0, airDeg: 0, gearDeg: 0, cylinderDeg: 0, sparkDeg: baseDeg };
  }
  const baseDeg = blendedAt(model, 'spark', speedRpm, load, ethanolPercent);
  const coolantDeg = curveOr(maps.sparkCoolant, coolantC, 0);
  const airDeg = curveOr(maps.sparkAir, airC, 0);
  const gearDeg = curveOr(maps.sparkGear, gear, 0);
  const cylinderDeg = cylinder === null ? 0 : curveOr(maps.sparkCylinder, cylinder, 0);
  const built = baseDeg + coolantDeg + airDeg;
  const own =
    model.corrections.length === 0
      ? built
      : correctedValue(model.corrections, 'spark', built, channelsOf(point), decisions.active, applied);
  const wanted = own + gearDeg + cylinderDeg;
  const sparkDeg = Math.min(SPARK_LIMITS.max, Math.max(SPARK_LIMITS.min, wanted));
  return { baseDeg, coolantDeg, airDeg, gearDeg, cylinderDeg, sparkDeg };
}
