import { AT, type Frame, PHASE, read } from '../channel';
import { lookUpCurve } from '../numeric';
import type { EcuProgram } from '../program';
import { afterStartFactor } from './afterStart';
import { blendedAt, curveOr } from './tables';

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

/** The factors at a moment: cranking multiple and taper while cranking, the others while running. */
export function startFactors(program: EcuProgram, frame: Frame): StartFactors {
  const { tables } = program;
  const coolantC = read(frame, AT.coolant);
  const ethanolPercent = read(frame, AT.ethanol);
  if (read(frame, AT.phase) !== PHASE.running) {
    const crankingMapped = blendedAt(program, 'cranking', coolantC, 0, ethanolPercent);
    const crankingTaper = curveOr(tables.crankingTaper, read(frame, AT.turns), 100) / 100;
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
  const afterStartInitial = blendedAt(program, 'afterStart', coolantC, 0, ethanolPercent);
  const afterStartDecayS = curveOr(tables.afterStartDecay, coolantC, 0);
  return {
    crankingMapped: 1,
    crankingTaper: 1,
    crankingMultiple: 1,
    afterStartInitial,
    afterStartDecayS,
    afterStart: afterStartFactor(afterStartInitial, afterStartDecayS, read(frame, AT.sinceStart)),
    warmUp: blendedAt(program, 'warmUp', coolantC, 0, ethanolPercent),
    acceleration: accelerationFactor(program, frame),
  };
}

/** Factor of acceleration enrichment: by how fast the throttle opens and how cold it is, fading in a straight line. */
function accelerationFactor(program: EcuProgram, frame: Frame): number {
  const { acceleration, tables } = program;
  const rate = read(frame, AT.throttleRate);
  if (program.film !== null || tables.acceleration === undefined || rate <= acceleration.thresholdPercentPerS)
    return 1;
  const left = Math.max(0, 1 - read(frame, AT.turnsSinceOpening) / acceleration.decayTurns);
  const percent =
    lookUpCurve(tables.acceleration, rate) * curveOr(tables.accelerationCold, read(frame, AT.coolant), 1);
  return 1 + (percent / 100) * left;
}
