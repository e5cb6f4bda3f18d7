import { AT, frameOf, PHASE, write } from '../channel';
import type { LoopGains } from './loopGains';
import { gridOf } from '../numeric';
import { type ClosedLoop, closedLoop } from './closedLoop';

/** A plant of gain 1: what is injected is read after a dead time, with a lag. */
export interface TrialPlant {
  readonly deadS: number;
  readonly lagS: number;
}

/**
 * What steps by so much: the reading itself, as when another gas passes the sensor, or the filling, which is read as late as
 * fuel is.
 */
export type TrialStep = 'reading' | 'filling';

/** How a loop answers a step. */
export interface LoopTrial {
  /** Moments, s after the step, and lambda over its target and the trim at each. */
  readonly timeS: readonly number[];
  readonly lambda: readonly number[];
  readonly trim: readonly number[];
  /** How far it goes beyond the target, as a share of the step. */
  readonly overshoot: number;
  /** From when on it stays within a fiftieth of the step, s; null where it does not. */
  readonly settledS: number | null;
  /** From when on lambda stays within 1 % of its target, s; null where it does not. */
  readonly withinOnePercentS: number | null;
  /** It swings more and more. */
  readonly diverges: boolean;
}

const STEP_S = 0.001;
const LONGEST_S = 60;
/** Steps from one point of the trace to the next. */
const SHOWN_EACH = 20;
/** Swings that have grown to so many steps’ size grow for ever. */
const DIVERGES_AT = 4;
/** It has settled once it has been still for so many times dead time and lag together. */
const STILL_FOR = 8;

/** A step under given gains, by the very control that the engine computer runs, without limits of authority. */
export function loopTrial(
  { deadS, lagS }: TrialPlant,
  gains: LoopGains,
  step: TrialStep = 'reading',
  percent = 10,
): LoopTrial {
  const settings = freeLoop({ deadS, lagS }, gains);
  const state = closedLoop.atRest(settings);
  const out = closedLoop.out(settings);
  const frame = frameOf({
    phase: PHASE.running,
    speed: 3000,
    lambdaTarget: 1,
    sinceStart: 600,
    sinceKeyOn: 600,
  });
  write(frame, AT.coolant, 90);
  const stepLn = Math.log1p(percent / 100);
  const line = new Float64Array(Math.max(1, Math.round(deadS / STEP_S)));
  const lagShare = 1 - Math.exp(-STEP_S / lagS);
  const stillFor = Math.ceil((STILL_FOR * (deadS + lagS)) / STEP_S);
  const timeS: number[] = [];
  const lambda: number[] = [];
  const trim: number[] = [];
  let [read, overshoot, lastOff, lastOffOne, diverges] = [0, 0, 0, 0, false];
  const steps = Math.round(LONGEST_S / STEP_S);
  let i = 0;
  for (; i < steps && !diverges && i - Math.max(lastOff, lastOffOne) < stillFor; i += 1) {
    const trimLn = state.groups[0]?.trimLn ?? 0;
    const arrives = line[i % line.length] as number;
    line[i % line.length] = (step === 'filling' ? stepLn : 0) - trimLn;
    read += (arrives - read) * lagShare;
    const errorLn = read + (step === 'reading' ? stepLn : 0);
    write(frame, AT.time, i * STEP_S);
    write(frame, AT.lambdaOne, Math.exp(errorLn));
    closedLoop.step(settings, state, frame, out);
    overshoot = Math.max(overshoot, -errorLn / stepLn);
    if (Math.abs(errorLn) > stepLn / 50) lastOff = i + 1;
    if (Math.abs(errorLn) > Math.log(1.01)) lastOffOne = i + 1;
    diverges = Math.abs(errorLn) > DIVERGES_AT * stepLn;
    if (i % SHOWN_EACH !== 0) continue;
    timeS.push(i * STEP_S);
    lambda.push(Math.exp(errorLn));
    trim.push(Math.exp(trimLn));
  }
  const settles = (last: number) => (diverges || i - last < stillFor / 2 ? null : last * STEP_S);
  return {
    timeS,
    lambda,
    trim,
    overshoot,
    settledS: settles(lastOff),
    withinOnePercentS: settles(lastOffOne),
    diverges,
  };
}

/** A loop of one sensor that may go as far as it likes. */
function freeLoop({ deadS, lagS }: TrialPlant, { proportional, integralPerS }: LoopGains): ClosedLoop {
  const curve = (value: number) => gridOf({ x: [0, 1], y: [], values: [value, value] });
  const everywhere = gridOf({ x: [0, 1], y: [0, 1], values: [1e6, 1e6, 1e6, 1e6] });
  return {
    sensors: [{ place: AT.lambdaOne, lostBit: 0, group: 0, min: 0, max: Infinity }],
    groups: [{ sensors: [0], take: 'mean' }],
    groupOf: [0],
    shown: [0, 0],
    loadPlace: AT.throttle,
    sensorWarmS: 0,
    coolantFromC: -50,
    speedFromRpm: 0,
    speedToRpm: Infinity,
    pressureToKpa: Infinity,
    throttleToPercent: Infinity,
    believedWithinLn: Infinity,
    delay: { fixedS: deadS, airG: 0, lagS },
    startS: curve(0),
    proportional: curve(proportional),
    integral: curve(integralPerS),
    richer: everywhere,
    leaner: everywhere,
    during: { enrichment: 'hold', cut: 'hold', limiter: 'hold', launch: 'hold', protection: 'hold' },
  };
}
