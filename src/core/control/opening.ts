import { AT, type Frame, read } from '../channel';
import { type Control, TIME_SLACK_S } from './control';

/** When an opening throttle counts, and for how long. */
export interface OpeningSettings {
  readonly thresholdPercentPerS: number;
  /** A movement counts once the throttle is so much further open than where it began, %. */
  readonly deadBandPercent: number;
  readonly decayTurns: number;
}

/** The throttle when it was last looked at, and the fastest opening that is not over yet. */
export interface OpeningState {
  throttle: number | null;
  atS: number;
  /** Rate of the throttle between the last two looks, %/s. */
  rate: number;
  /** Where the movement began, %: where it last stood still or closed. */
  fromThrottle: number;
  /** Rate that is held, %/s; 0 while none is. */
  heldRate: number;
  openedTurns: number;
}

/** How fast the throttle opens, its peak held until it has faded, and the turns since that peak. */
export interface OpeningOut {
  rate: number;
  turnsSince: number;
  reason: 'still' | 'opening' | 'fading';
}

/** How often the throttle is looked at, s: more often, its own steps would count as rates. */
const LOOK_S = 0.02;

/** An opening throttle followed in time. A later peak counts where it is higher than what is left of the one before. */
export const opening: Control<OpeningSettings, OpeningState, OpeningOut> = {
  atRest: () => ({ throttle: null, atS: 0, rate: 0, fromThrottle: 0, heldRate: 0, openedTurns: 0 }),
  copied: (state) => ({ ...state }),
  out: () => ({ rate: 0, turnsSince: 0, reason: 'still' }),
  step({ thresholdPercentPerS, deadBandPercent, decayTurns }, state, frame, out) {
    look(state, frame, thresholdPercentPerS);
    const turns = read(frame, AT.turns);
    const left = Math.max(0, 1 - (turns - state.openedTurns) / decayTurns);
    const moved = (state.throttle ?? 0) - state.fromThrottle;
    const counts = state.rate > thresholdPercentPerS && moved >= deadBandPercent;
    const opens = counts && state.rate >= state.heldRate * left;
    if (opens) {
      state.heldRate = state.rate;
      state.openedTurns = turns;
    } else if (left === 0) state.heldRate = 0;
    const free = counts ? state.rate : Math.min(state.rate, thresholdPercentPerS);
    out.rate = state.heldRate > 0 ? state.heldRate : free;
    out.turnsSince = state.heldRate > 0 ? turns - state.openedTurns : 0;
    out.reason = opens ? 'opening' : state.heldRate > 0 ? 'fading' : 'still';
  },
};

function look(state: OpeningState, frame: Frame, thresholdPercentPerS: number): void {
  const throttle = read(frame, AT.throttle);
  const timeS = read(frame, AT.time);
  const sinceS = timeS - state.atS;
  if (state.throttle !== null && sinceS < LOOK_S - TIME_SLACK_S) return;
  state.rate = state.throttle === null ? 0 : (throttle - state.throttle) / sinceS;
  if (state.rate <= thresholdPercentPerS) state.fromThrottle = throttle;
  state.throttle = throttle;
  state.atS = timeS;
}
