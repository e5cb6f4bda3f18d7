import { AT, type Frame, placeOf, read } from '../channel';
import type { Activation, PreparedCorrection } from '../correction';
import { type Control, TIME_SLACK_S } from './control';

/** Whether a condition acts, and since when it is met, s; null while it is not. */
export interface ActivationState {
  active: boolean;
  metSinceS: number | null;
}

/** Whether a condition acts, and why. */
export interface ActivationOut {
  active: boolean;
  reason: 'always' | 'notMet' | 'waiting' | 'met' | 'held';
}

/** Whether a condition is met at one moment, without a memory. */
function isMet({ channel, comparison, threshold }: Activation, frame: Frame): boolean {
  const value = read(frame, placeOf(channel));
  return comparison === 'above' ? value > threshold : value < threshold;
}

/** Which corrections act at one moment without a memory: delays over, no hysteresis. */
export function activeAt(corrections: readonly PreparedCorrection[], frame: Frame): boolean[] {
  return corrections.map(({ activation: condition }) => condition === null || isMet(condition, frame));
}

/** A condition of a correction: it begins after its delay, and ends only past its hysteresis. */
export const activation: Control<Activation | null, ActivationState, ActivationOut> = {
  atRest: () => ({ active: false, metSinceS: null }),
  copied: (state) => ({ ...state }),
  out: () => ({ active: false, reason: 'notMet' }),
  step(settings, state, frame, out) {
    if (settings === null) {
      out.active = true;
      out.reason = 'always';
      return;
    }
    if (state.active) {
      const { comparison, threshold, hysteresis, channel } = settings;
      const value = read(frame, placeOf(channel));
      state.active = comparison === 'above' ? value > threshold - hysteresis : value < threshold + hysteresis;
      if (!state.active) state.metSinceS = null;
      out.reason = state.active ? 'held' : 'notMet';
    } else if (isMet(settings, frame)) {
      const timeS = read(frame, AT.time);
      state.metSinceS ??= timeS;
      state.active = timeS - state.metSinceS >= settings.delayS - TIME_SLACK_S;
      out.reason = state.active ? 'met' : 'waiting';
    } else {
      state.metSinceS = null;
      out.reason = 'notMet';
    }
    out.active = state.active;
  },
};
