import { AT, type Frame, read } from '../channel';

/** A stretch of time an output was on. */
export interface OnStretch {
  readonly fromS: number;
  readonly toS: number;
}

/** Stretches of a strip in which it was on. */
export function onStretches(states: readonly boolean[], frames: readonly Frame[]): OnStretch[] {
  const timeAt = (i: number) => {
    const frame = frames[i];
    return frame === undefined ? 0 : read(frame, AT.time);
  };
  const stretches: OnStretch[] = [];
  let from: number | null = null;
  states.forEach((on, i) => {
    const timeS = timeAt(i);
    if (on && from === null) from = timeS;
    if (!on && from !== null) {
      stretches.push({ fromS: from, toS: timeS });
      from = null;
    }
  });
  if (from !== null) stretches.push({ fromS: from, toS: timeAt(frames.length - 1) });
  return stretches;
}

/** Off and on again within this time is chatter, s. */
const CHATTER_S = 1.5;

/** How often an output was switched off and on again within a moment. */
export function chatterCount(stretches: readonly OnStretch[]): number {
  return stretches.filter((stretch, i) => {
    const before = stretches[i - 1];
    return before !== undefined && stretch.fromS - before.toS < CHATTER_S;
  }).length;
}
