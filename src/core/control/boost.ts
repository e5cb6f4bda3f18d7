import { AT, LOST_BIT, PHASE, read } from '../channel';
import { type Grid, lookUpMap } from '../numeric';
import { type Control, TIME_SLACK_S } from './control';

/** How a bypass or wastegate is driven; base units. */
export interface BoostControl {
  /** Pressure wanted by speed and gear, and the duty that should hold it by speed and that pressure. */
  readonly target: Grid;
  readonly duty: Grid;
  readonly aboveThrottlePercent: number;
  readonly regulatesFromKpa: number;
  readonly proportionalPerKpa: number;
  readonly integralPerKpaS: number;
  readonly integralLimitPercent: number;
  /** So far over the target for so long, all is cut. */
  readonly overKpa: number;
  readonly overForS: number;
}

/** The sum over time, and since when boost is too high, s; null while it is not. */
export interface BoostState {
  integralPercent: number;
  /** When it was last stepped, s. */
  timeS: number;
  overSinceS: number | null;
}

/** What the valve is given, and why. */
export interface BoostOut {
  reason: 'off' | 'rests' | 'protected' | 'coming' | 'regulated' | 'overboost';
  /** kPa absolute; NaN where nothing is wanted. */
  targetKpa: number;
  dutyPercent: number;
  /** Boost has been too high for too long: everything is to be cut. */
  cut: boolean;
}

/** Boost that is missing no more than such a share has arrived. */
const ARRIVES_SHARE = 0.15;

/** A step is never taken for longer: time does not run while nothing is stepped, s. */
const LONGEST_STEP_S = 0.1;

/** Boost by pulse width: the base duty at once, what is missing in proportion and over time, and a cut where it runs away. */
export const boost: Control<BoostControl | null, BoostState, BoostOut> = {
  atRest: () => ({ integralPercent: 0, timeS: 0, overSinceS: null }),
  copied: (state) => ({ ...state }),
  out: () => ({ reason: 'off', targetKpa: NaN, dutyPercent: 0, cut: false }),
  step(settings, state, frame, out) {
    if (settings === null) return;
    const timeS = read(frame, AT.time);
    const dtS = Math.min(LONGEST_STEP_S, Math.max(0, timeS - state.timeS));
    state.timeS = timeS;
    const speedRpm = read(frame, AT.speed);
    const kpa = read(frame, AT.manifoldPressure);
    out.targetKpa = lookUpMap(settings.target, speedRpm, read(frame, AT.gear));
    // What stands in for a lost sensor is a guess: nothing is regulated by it, and nothing cut.
    const seen = (read(frame, AT.sensorsLost) & LOST_BIT.map) === 0;
    if (!seen) state.overSinceS = null;
    out.cut = seen && runsAway(settings, state, out.targetKpa, kpa, timeS);
    const keptDown = read(frame, AT.boostHeldDown) > 0;
    const asked =
      seen &&
      !keptDown &&
      read(frame, AT.phase) === PHASE.running &&
      read(frame, AT.throttle) > settings.aboveThrottlePercent;
    if (out.cut || !asked) {
      out.reason = out.cut ? 'overboost' : keptDown ? 'protected' : 'rests';
      out.dutyPercent = 0;
      state.integralPercent = 0;
      return;
    }
    const base = lookUpMap(settings.duty, speedRpm, out.targetKpa);
    if (!(kpa >= settings.regulatesFromKpa)) {
      out.reason = 'coming';
      out.dutyPercent = held(base, 0, 100);
      return;
    }
    out.reason = 'regulated';
    out.dutyPercent = regulated(
      settings,
      state,
      base,
      out.targetKpa - kpa,
      ARRIVES_SHARE * out.targetKpa,
      dtS,
    );
  },
};

/** Whether boost has been too high for so long; it lets go once it is back at its target. */
function runsAway(
  { overKpa, overForS }: BoostControl,
  state: BoostState,
  targetKpa: number,
  kpa: number,
  timeS: number,
): boolean {
  const tooHigh = kpa > targetKpa + overKpa;
  const acting = state.overSinceS !== null && timeS - state.overSinceS >= overForS - TIME_SLACK_S;
  if (acting ? kpa <= targetKpa : !tooHigh) state.overSinceS = null;
  else state.overSinceS ??= timeS;
  return state.overSinceS !== null && timeS - state.overSinceS >= overForS - TIME_SLACK_S;
}

/** The integral stands still while boost is still far below, and where the valve is at its end and would only be driven further. */
function regulated(
  { proportionalPerKpa, integralPerKpaS, integralLimitPercent }: BoostControl,
  state: BoostState,
  base: number,
  errorKpa: number,
  arrivesKpa: number,
  dtS: number,
): number {
  const wanted = base + proportionalPerKpa * errorKpa + state.integralPercent;
  const further = (wanted >= 100 && errorKpa > 0) || (wanted <= 0 && errorKpa < 0) || errorKpa > arrivesKpa;
  if (!further) {
    const next = state.integralPercent + integralPerKpaS * errorKpa * dtS;
    state.integralPercent = held(next, -integralLimitPercent, integralLimitPercent);
  }
  return held(base + proportionalPerKpa * errorKpa + state.integralPercent, 0, 100);
}

function held(value: number, min: number, max: number): number {
  return Math.min(max, Math.max(min, value));
}
