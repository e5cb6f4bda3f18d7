import { AT, type Frame, PHASE, read } from '../channel';
import { type AppliedCorrection, correctedValue } from '../correction';
import { idleSparkDeg } from '../control';
import { lookUpCurve } from '../numeric';
import type { EcuProgram } from '../program';
import type { EcuDecisions } from './decisions';
import { SPARK_LIMITS } from './limits';
import { blendedAt, curveOr } from './tables';

/** The parts a spark angle is made of, °. */
export interface SparkParts {
  /** From the spark map, or crank advance while cranking. */
  readonly baseDeg: number;
  readonly coolantDeg: number;
  readonly airDeg: number;
  readonly gearDeg: number;
  readonly cylinderDeg: number;
  readonly boostDeg: number;
  /** What idle control adds. */
  readonly idleDeg: number;
  /** What a limit pulls it by, and what a launch replaces all of it by; null for nothing. */
  readonly retardDeg: number;
  readonly replacedDeg: number | null;
  /** ° BTDC, after corrections, within {@link SPARK_LIMITS}. */
  readonly sparkDeg: number;
}

/** Spark advance at a moment. Cranking takes the crank advance alone where there is one. */
export function sparkAt(
  program: EcuProgram,
  frame: Frame,
  load: number,
  decisions: EcuDecisions,
  applied: AppliedCorrection[],
): SparkParts {
  const { tables, corrections } = program;
  const coolantC = read(frame, AT.coolant);
  const cylinder = read(frame, AT.cylinder);
  if (read(frame, AT.phase) !== PHASE.running && tables.crankAdvance !== undefined) {
    const baseDeg = lookUpCurve(tables.crankAdvance, coolantC);
    return crankAdvance(baseDeg);
  }
  const baseDeg = blendedAt(
    program,
    program.load.spark,
    read(frame, AT.speed),
    load,
    read(frame, AT.ethanol),
  );
  const coolantDeg = curveOr(tables.sparkCoolant, coolantC, 0);
  const airDeg = curveOr(tables.sparkAir, read(frame, AT.air), 0);
  const gearDeg = curveOr(tables.sparkGear, read(frame, AT.gear), 0);
  const cylinderDeg = Number.isNaN(cylinder) ? 0 : curveOr(tables.sparkCylinder, cylinder, 0);
  const boostDeg = curveOr(tables.sparkBoost, read(frame, AT.manifoldPressure), 0);
  const built = baseDeg + coolantDeg + airDeg;
  const own =
    corrections.length === 0
      ? built
      : correctedValue(corrections, 'spark', built, frame, decisions.active, applied);
  const idleDeg = idleSparkDeg(program.idle.loop, frame);
  const { retardDeg, sparkDeg: replacedDeg } = decisions.held;
  const wanted = (replacedDeg ?? own + gearDeg + boostDeg + cylinderDeg + idleDeg) - retardDeg;
  const sparkDeg = Math.min(SPARK_LIMITS.max, Math.max(SPARK_LIMITS.min, wanted));
  return {
    baseDeg,
    coolantDeg,
    airDeg,
    gearDeg,
    cylinderDeg,
    boostDeg,
    idleDeg,
    retardDeg,
    replacedDeg,
    sparkDeg,
  };
}

/** Nothing is added to it. Written out: an object spread from another is slow to make and to read. */
function crankAdvance(baseDeg: number): SparkParts {
  return {
    baseDeg,
    coolantDeg: 0,
    airDeg: 0,
    gearDeg: 0,
    cylinderDeg: 0,
    boostDeg: 0,
    idleDeg: 0,
    retardDeg: 0,
    replacedDeg: null,
    sparkDeg: baseDeg,
  };
}
