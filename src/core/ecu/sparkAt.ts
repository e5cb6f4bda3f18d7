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

/** {@link SparkParts} while they are written. */
export type SparkRoom = { -readonly [Part in keyof SparkParts]: SparkParts[Part] };

/** Room for them, in which nothing is added. */
export function sparkRoom(): SparkRoom {
  return {
    baseDeg: 0,
    coolantDeg: 0,
    airDeg: 0,
    gearDeg: 0,
    cylinderDeg: 0,
    boostDeg: 0,
    idleDeg: 0,
    retardDeg: 0,
    replacedDeg: null,
    sparkDeg: 0,
  };
}

/** Spark advance at a moment, written into a room of the caller’s. Cranking takes the crank advance alone where there is one. */
export function sparkAt(
  program: EcuProgram,
  frame: Frame,
  load: number,
  decisions: EcuDecisions,
  applied: AppliedCorrection[],
  out: SparkRoom,
): SparkParts {
  const { tables, corrections } = program;
  const coolantC = read(frame, AT.coolant);
  if (read(frame, AT.phase) !== PHASE.running && tables.crankAdvance !== undefined) {
    out.baseDeg = lookUpCurve(tables.crankAdvance, coolantC);
    out.coolantDeg = 0;
    out.airDeg = 0;
    out.gearDeg = 0;
    out.cylinderDeg = 0;
    out.boostDeg = 0;
    out.idleDeg = 0;
    out.retardDeg = 0;
    out.replacedDeg = null;
    out.sparkDeg = out.baseDeg;
    return out;
  }
  const cylinder = read(frame, AT.cylinder);
  const ethanolPercent = read(frame, AT.ethanol);
  out.baseDeg = blendedAt(program, program.load.spark, read(frame, AT.speed), load, ethanolPercent);
  out.coolantDeg = curveOr(tables.sparkCoolant, coolantC, 0);
  out.airDeg = curveOr(tables.sparkAir, read(frame, AT.air), 0);
  out.gearDeg = curveOr(tables.sparkGear, read(frame, AT.gear), 0);
  out.cylinderDeg = Number.isNaN(cylinder) ? 0 : curveOr(tables.sparkCylinder, cylinder, 0);
  out.boostDeg = curveOr(tables.sparkBoost, read(frame, AT.manifoldPressure), 0);
  out.idleDeg = idleSparkDeg(program.idle.loop, frame);
  out.retardDeg = decisions.held.retardDeg;
  out.replacedDeg = decisions.held.sparkDeg;
  const built = out.baseDeg + out.coolantDeg + out.airDeg;
  const own =
    corrections.length === 0
      ? built
      : correctedValue(corrections, 'spark', built, frame, decisions.active, applied);
  const added = own + out.gearDeg + out.boostDeg + out.cylinderDeg + out.idleDeg;
  const wanted = (out.replacedDeg ?? added) - out.retardDeg;
  out.sparkDeg = Math.min(SPARK_LIMITS.max, Math.max(SPARK_LIMITS.min, wanted));
  return out;
}
