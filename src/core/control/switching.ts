import { AT, type Frame, placeOf, read } from '../channel';
import type { Condition, Output } from '../outputs';
import { type Control, TIME_SLACK_S } from './control';

/** What an output is switched by. */
export interface Switching {
  readonly conditions: readonly Condition[];
  readonly join: Output['join'];
  /** It is on while the engine computer is: the key holds it. */
  readonly whileKeyOn?: boolean | undefined;
}

/** For each condition whether it holds, and since when it does or does not, s; null for longer than counts. */
export interface SwitchingState {
  readonly held: { on: boolean; sinceS: number | null }[];
}

/** Whether an output is on, and why. */
export interface SwitchingOut {
  on: boolean;
  reason: 'noCondition' | 'conditions' | 'key' | 'work';
}

/**
 * An output switched by its conditions. Each lets go only past its hysteresis, and not before its least times. All start
 * off, their least off times already over.
 */
export const switching: Control<Switching, SwitchingState, SwitchingOut> = {
  atRest: ({ conditions }) => ({ held: conditions.map(() => ({ on: false, sinceS: null })) }),
  copied: ({ held }) => ({ held: held.map((one) => ({ ...one })) }),
  out: () => ({ on: false, reason: 'noCondition' }),
  step({ conditions, join, whileKeyOn = false }, { held }, frame, out) {
    if (whileKeyOn) {
      out.reason = 'key';
      out.on = true;
      return;
    }
    let holding = 0;
    for (let i = 0; i < conditions.length; i += 1) {
      const one = held[i] as SwitchingState['held'][number];
      follow(conditions[i] as Condition, one, frame);
      if (one.on) holding += 1;
    }
    out.reason = held.length === 0 ? 'noCondition' : 'conditions';
    out.on = holding > 0 && (join === 'or' || holding === held.length);
  },
};

function follow(condition: Condition, held: SwitchingState['held'][number], frame: Frame): void {
  const { threshold, hysteresis, comparison } = condition;
  const value = read(frame, placeOf(condition.channel));
  const limit = held.on
    ? comparison === 'above'
      ? threshold - hysteresis
      : threshold + hysteresis
    : threshold;
  const wanted = comparison === 'above' ? value > limit : value < limit;
  if (wanted === held.on) return;
  const timeS = read(frame, AT.time);
  const least = held.on ? condition.minOnS : condition.minOffS;
  if (held.sinceS !== null && timeS - held.sinceS < least - TIME_SLACK_S) return;
  held.on = wanted;
  held.sinceS = timeS;
}

/** Whether an output is on at each moment. */
export function outputStates(settings: Switching, frames: readonly Frame[]): boolean[] {
  const state = switching.atRest(settings);
  const out = switching.out(settings);
  return frames.map((frame) => {
    switching.step(settings, state, frame, out);
    return out.on;
  });
}
