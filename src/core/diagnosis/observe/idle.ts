import { AT, type Frame, IDLE_CODE, read } from '../../channel';
import { lookUpCurve } from '../../numeric';
import type { Situation } from '../situation';
import { add, emptyMean, type Mean } from './mean';

/** A warm engine with the foot off and nothing driving it: how long it has idled, and for how long on end too fast now, s. */
export interface Idle {
  idledS: number;
  fastS: number;
  /** The longest time on end of that, s: one that rolls in gear comes down. */
  longestS: number;
  /** Speed above the target at the last of them, rev/min. */
  overRpm: number;
  /** How far the loop has moved the valve from where its curve has it, % of its way. */
  readonly valve: Mean;
}

const CLOSED = 0.6;
const TOO_FAST_RPM = 350;
const WARM_C = 60;
/** An engine that is driven by its wheels is none that idles, km/h. */
const STANDS_KMH = 2;
/** After a foot was lifted it takes so long to come down, s. */
const COMES_DOWN_S = 4;

export function noIdle(): Idle {
  return { idledS: 0, fastS: 0, longestS: 0, overRpm: NaN, valve: emptyMean() };
}

/** @param steadyS for how long speed and throttle have stayed. */
export function observeIdle(
  idle: Idle,
  frame: Frame,
  passedS: number,
  steadyS: number,
  { idleAir }: Situation,
): void {
  const moves = read(frame, AT.vehicleSpeed) > STANDS_KMH || read(frame, AT.overrunCut) > 0;
  const idles = read(frame, AT.throttle) < CLOSED && read(frame, AT.coolant) > WARM_C && !moves;
  if (!idles || steadyS < COMES_DOWN_S) {
    idle.fastS = 0;
    return;
  }
  idle.idledS += passedS;
  if (idleAir !== null && read(frame, AT.idleState) >= IDLE_CODE.held) {
    const set = lookUpCurve(idleAir, read(frame, AT.coolant)) + read(frame, AT.idleLoadAir);
    add(idle.valve, read(frame, AT.idleOpening) - set);
  }
  const over = read(frame, AT.speed) - read(frame, AT.idleTarget);
  if (over < TOO_FAST_RPM) {
    idle.fastS = 0;
    return;
  }
  idle.fastS += passedS;
  idle.longestS = Math.max(idle.longestS, idle.fastS);
  idle.overRpm = over;
}
