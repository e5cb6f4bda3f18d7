import { AT, type Frame, read } from '../../channel';
import { add, emptyMean, type Mean } from './mean';

/** The manifold sensor: against the air outside while nothing turns, from sample to sample, and behind a throttle that is moved. */
export interface PressureSeen {
  standing: Mean;
  /** It has turned for so long since it last stood, s. */
  ranSinceS: number;
  smooth: number;
  readonly jitter: Mean;
  /** Where throttle and pressure were, and for how long. */
  readonly rest: { throttle: number; kpa: number; forS: number };
  /** A step of the throttle that is followed: where it came from, and the pressures since. */
  step: Step | null;
  /** Times after which it had come two thirds of its way, s. */
  readonly lagS: Mean;
}

interface Step {
  readonly fromKpa: number;
  readonly fromThrottle: number;
  /** Where it came to rest; NaN while it moves. */
  throttle: number;
  speed: number;
  sinceS: number;
  readonly kpa: number[];
  readonly atS: number[];
}

/** A manifold empties into a standing engine for so long, s. */
const STANDS_S = 3;
const SMOOTH_S = 0.15;
/** A step: so much throttle within so long, %, s, from a rest; there it stays, is followed for so long, and brings so much pressure. */
const STEP = {
  throttle: 12,
  withinS: 0.45,
  stays: 3,
  followedS: 2.2,
  leastKpa: 10,
  speedShare: 0.12,
  restS: 0.5,
} as const;
const TWO_THIRDS = 0.63;

export function noPressure(): PressureSeen {
  return {
    standing: emptyMean(),
    ranSinceS: 0,
    smooth: NaN,
    jitter: emptyMean(),
    step: null,
    rest: { throttle: NaN, kpa: NaN, forS: 0 },
    lagS: emptyMean(),
  };
}

/** What it was a moment ago is not known: what comes next is no step from it. */
export function interruptPressure(seen: PressureSeen): void {
  seen.smooth = NaN;
  seen.step = null;
  seen.rest.throttle = NaN;
  seen.rest.forS = 0;
}

/** @param stoodS for how long nothing has turned; 0 while it does. */
export function observePressure(
  seen: PressureSeen,
  frame: Frame,
  passedS: number,
  { stoodS, settled, runs }: { readonly stoodS: number; readonly settled: boolean; readonly runs: boolean },
): void {
  const kpa = read(frame, AT.manifoldPressure);
  if (Number.isNaN(kpa)) return;
  if (stoodS > STANDS_S) {
    if (seen.ranSinceS > 0) seen.standing = emptyMean();
    seen.ranSinceS = 0;
    add(seen.standing, kpa);
  } else if (runs) seen.ranSinceS += passedS;
  const before = seen.smooth;
  seen.smooth = Number.isNaN(before) ? kpa : before + (kpa - before) * Math.min(1, passedS / SMOOTH_S);
  if (settled || stoodS > STANDS_S) add(seen.jitter, kpa - seen.smooth);
  if (runs) followStep(seen, read(frame, AT.throttle), read(frame, AT.speed), kpa, passedS);
  else seen.step = null;
}

function followStep(seen: PressureSeen, throttle: number, speed: number, kpa: number, passedS: number): void {
  const { rest, step } = seen;
  if (step !== null) {
    step.sinceS += passedS;
    step.kpa.push(kpa);
    step.atS.push(step.sinceS);
    if (step.sinceS < STEP.withinS) return;
    if (Number.isNaN(step.throttle)) [step.throttle, step.speed] = [throttle, speed];
    const small = Math.abs(step.throttle - step.fromThrottle) < STEP.throttle;
    const moved = Math.abs(throttle - step.throttle) > STEP.stays;
    const raced = Math.abs(speed - step.speed) > STEP.speedShare * step.speed;
    if (!small && !moved && !raced && step.sinceS < STEP.followedS) return;
    if (!small && !moved && !raced) add(seen.lagS, lagOf(step));
    seen.step = null;
    rest.throttle = NaN;
    return;
  }
  if (Math.abs(throttle - rest.throttle) <= 1) {
    rest.forS += passedS;
    rest.kpa = seen.smooth;
    return;
  }
  if (rest.forS > STEP.restS) {
    seen.step = {
      fromKpa: rest.kpa,
      fromThrottle: rest.throttle,
      throttle: NaN,
      speed: NaN,
      sinceS: 0,
      kpa: [],
      atS: [],
    };
  }
  rest.throttle = throttle;
  rest.forS = 0;
}

/** NaN where it brought hardly any pressure. */
function lagOf({ fromKpa, kpa, atS }: Step): number {
  const tail = kpa.slice(-Math.ceil(kpa.length / 6));
  const to = tail.reduce((sum, one) => sum + one, 0) / tail.length;
  if (Math.abs(to - fromKpa) < STEP.leastKpa) return NaN;
  const found = kpa.findIndex((one) => (one - fromKpa) / (to - fromKpa) >= TWO_THIRDS);
  return atS[found] ?? NaN;
}
