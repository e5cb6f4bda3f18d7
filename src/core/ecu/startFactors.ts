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

/** The factors at a moment, written into a room of the caller’s: cranking multiple and taper while cranking, the others while running. */
export function startFactors(
  program: EcuProgram,
  frame: Frame,
  out: { -readonly [Factor in keyof StartFactors]: StartFactors[Factor] },
): void {
  const { tables } = program;
  const coolantC = read(frame, AT.coolant);
  const ethanolPercent = read(frame, AT.ethanol);
  const running = read(frame, AT.phase) === PHASE.running;
  out.crankingMapped = running ? 1 : blendedAt(program, 'cranking', coolantC, 0, ethanolPercent);
  out.crankingTaper = running ? 1 : curveOr(tables.crankingTaper, read(frame, AT.turns), 100) / 100;
  out.crankingMultiple = out.crankingMapped * out.crankingTaper;
  out.afterStartInitial = running ? blendedAt(program, 'afterStart', coolantC, 0, ethanolPercent) : 1;
  out.afterStartDecayS = running ? curveOr(tables.afterStartDecay, coolantC, 0) : 0;
  out.afterStart = running
    ? afterStartFactor(out.afterStartInitial, out.afterStartDecayS, read(frame, AT.sinceStart))
    : 1;
  out.warmUp = running ? blendedAt(program, 'warmUp', coolantC, 0, ethanolPercent) : 1;
  out.acceleration = running ? accelerationFactor(program, frame) : 1;
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
