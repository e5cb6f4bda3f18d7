import { AT, type Frame, read } from '../channel';
import { type Control, TIME_SLACK_S } from './control';

/** When fuel is cut because the car drives the engine; base units. */
export interface OverrunCut {
  readonly speedAboveRpm: number;
  readonly speedHysteresisRpm: number;
  readonly throttleBelowPercent: number;
  readonly throttleHysteresisPercent: number;
  readonly pressureBelowKpa: number;
  readonly pressureHysteresisKpa: number;
  readonly coolantAboveC: number;
  readonly coolantHysteresisC: number;
  readonly delayInS: number;
  readonly delayOutS: number;
  /** As fuel returns the spark is pulled by so much, °, which fades over so long, s. */
  readonly returnDeg: number;
  readonly returnS: number;
}

/** Whether fuel is cut, and since when the conditions hold or the cut acts, s; null while neither is so. */
export interface OverrunState {
  cutting: boolean;
  sinceS: number | null;
  /** When fuel last returned, s; null before the first time. */
  returnedS: number | null;
  /** How often it has begun. */
  count: number;
}

/** Whether fuel is cut, and why. */
export interface OverrunOut {
  cut: boolean;
  /** What the spark is pulled by, so that the engine takes up its load softly, °. */
  retardDeg: number;
  reason: 'off' | 'notMet' | 'waiting' | 'met' | 'held' | 'leastTime';
}

/** Whether every condition for cutting is met at one moment. */
export function isOverrun(cut: OverrunCut, frame: Frame): boolean {
  return (
    read(frame, AT.speed) > cut.speedAboveRpm &&
    read(frame, AT.throttle) < cut.throttleBelowPercent &&
    read(frame, AT.manifoldPressure) < cut.pressureBelowKpa &&
    read(frame, AT.coolant) > cut.coolantAboveC
  );
}

/** Whether a cut that acts goes on: no condition has passed its hysteresis. */
export function staysCut(cut: OverrunCut, frame: Frame): boolean {
  return (
    read(frame, AT.speed) > cut.speedAboveRpm - cut.speedHysteresisRpm &&
    read(frame, AT.throttle) < cut.throttleBelowPercent + cut.throttleHysteresisPercent &&
    read(frame, AT.manifoldPressure) < cut.pressureBelowKpa + cut.pressureHysteresisKpa &&
    read(frame, AT.coolant) > cut.coolantAboveC - cut.coolantHysteresisC
  );
}

/** The cut followed in time: its delays and hysteresis kept. */
export const overrun: Control<OverrunCut | null, OverrunState, OverrunOut> = {
  atRest: () => ({ cutting: false, sinceS: null, returnedS: null, count: 0 }),
  copied: (state) => ({ ...state }),
  out: () => ({ cut: false, retardDeg: 0, reason: 'off' }),
  step(settings, state, frame, out) {
    const before = state.cutting;
    out.reason = settings === null ? 'off' : stepped(settings, state, frame);
    if (state.cutting && !before) state.count += 1;
    out.cut = settings !== null && state.cutting;
    out.retardDeg = settings === null || state.cutting ? 0 : softly(settings, state, read(frame, AT.time));
  },
};

function stepped(cut: OverrunCut, state: OverrunState, frame: Frame): OverrunOut['reason'] {
  const timeS = read(frame, AT.time);
  if (state.cutting) {
    const leastTime = timeS - (state.sinceS ?? timeS) < cut.delayOutS - TIME_SLACK_S;
    state.cutting = leastTime || staysCut(cut, frame);
    if (!state.cutting) {
      state.sinceS = null;
      state.returnedS = timeS;
    }
    return leastTime ? 'leastTime' : state.cutting ? 'held' : 'notMet';
  }
  if (!isOverrun(cut, frame)) {
    state.sinceS = null;
    return 'notMet';
  }
  state.sinceS ??= timeS;
  if (timeS - state.sinceS < cut.delayInS - TIME_SLACK_S) return 'waiting';
  state.cutting = true;
  state.sinceS = timeS;
  return 'met';
}

/** What is left of the spark’s pull since fuel has returned. */
function softly({ returnDeg, returnS }: OverrunCut, { returnedS }: OverrunState, timeS: number): number {
  if (returnedS === null || returnS <= 0) return 0;
  return returnDeg * Math.max(0, 1 - (timeS - returnedS) / returnS);
}

/** A rectangle in a map over speed and load. */
export interface MapRegion {
  readonly fromX: number;
  readonly toX: number;
  readonly fromY: number;
  readonly toY: number;
}

/** Where the cut may act in a map over speed and pressure, or over speed and throttle. */
export function overrunRegion(cut: OverrunCut, by: 'manifoldPressure' | 'throttle'): MapRegion {
  return {
    fromX: cut.speedAboveRpm,
    toX: Infinity,
    fromY: -Infinity,
    toY: by === 'throttle' ? cut.throttleBelowPercent : cut.pressureBelowKpa,
  };
}
