import { AT, type Frame, read } from '../../channel';

/** Since when throttle and speed have stayed where they are, s. */
export interface Steady {
  speedRpm: number;
  throttle: number;
  forS: number;
}

/** They may wander so far from where they were when it began. */
const WITHIN = { speedShare: 0.04, throttle: 1.5 } as const;

export function notSteady(): Steady {
  return { speedRpm: NaN, throttle: NaN, forS: 0 };
}

export function observeSteady(steady: Steady, frame: Frame, passedS: number): void {
  const speed = read(frame, AT.speed);
  const throttle = read(frame, AT.throttle);
  const stays =
    Math.abs(speed - steady.speedRpm) <= WITHIN.speedShare * speed &&
    !(Math.abs(throttle - steady.throttle) > WITHIN.throttle);
  if (stays) {
    steady.forS += passedS;
    return;
  }
  steady.speedRpm = speed;
  steady.throttle = throttle;
  steady.forS = 0;
}
