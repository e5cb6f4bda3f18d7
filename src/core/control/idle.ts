import { AT, type Frame, IDLE_CODE, type IdleStateId, LOST_BIT, PHASE, read } from '../channel';
import { type Grid, lookUpCurve } from '../numeric';
import { type Control, TIME_SLACK_S } from './control';

/** What idles an engine: air by a curve, a target speed, and a loop where one is wanted; base units. */
export interface IdleControl {
  /** Opening of the idle valve, and speed wanted, by coolant; null where there is no such map. */
  readonly air: Grid | null;
  readonly target: Grid | null;
  /** A low battery is charged faster by a faster engine; null without. */
  readonly battery: { readonly belowV: number; readonly raiseRpm: number } | null;
  readonly loop: IdleLoop | null;
}

/** How speed is held while idling. */
export interface IdleLoop {
  /** It is entered below the target and so much more. */
  readonly windowRpm: number;
  readonly throttleBelowPercent: number;
  /** Spark for each 100 rev/min that are missing, and at most, °. */
  readonly sparkDegPer100Rpm: number;
  readonly sparkLimitDeg: number;
  /** Held back at the target, °: a reserve that a load can be given at once. */
  readonly sparkRestDeg: number;
  /** Air over time for each 100 rev/min that are missing, %/s, and at most, %; none by spark alone. */
  readonly airPerSPer100Rpm: number;
  readonly airLimitPercent: number;
  /** Air added as the throttle closes, %, and how fast it fades, s. */
  readonly dashpotPercent: number;
  readonly dashpotS: number;
}

/** What has come before. */
export interface IdleState {
  /** Speed is held now. */
  inside: boolean;
  integralPercent: number;
  dashpotPercent: number;
  batteryLow: boolean;
  /** When it was last stepped, s. */
  timeS: number;
}

/** What idle is given, and why. */
export interface IdleOut {
  reason: IdleStateId;
  /** rev/min; NaN where nothing is wanted. */
  targetRpm: number;
  /** Opening of the idle valve, %. */
  openingPercent: number;
}

/** Sensors that say how much air there is. */
const LOAD_LOST = LOST_BIT.map | LOST_BIT.throttle;
/** It is left past so many windows over the target: a car that rolls down a hill. */
const LEFT_AT_WINDOWS = 2;
/** Nothing is learnt so soon after a start, s: its flare passes by itself. */
const SETTLES_S = 3;
/** Nothing is learnt while so much of the dashpot is left, %. */
const DASHPOT_OVER_PERCENT = 0.5;
/** A battery has to recover by so much to count as well again, V. */
const BATTERY_BACK_V = 0.3;
/** A step is never taken for longer, s. */
const LONGEST_STEP_S = 0.1;

/**
 * Idle: air by the curve, what loads need, a dashpot as the throttle closes, and a slow sum that stands still outside. What
 * the spark does about the rest stands in {@link idleSparkDeg}.
 */
export const idle: Control<IdleControl, IdleState, IdleOut> = {
  atRest: () => ({ inside: false, integralPercent: 0, dashpotPercent: 0, batteryLow: false, timeS: 0 }),
  copied: (state) => ({ ...state }),
  out: () => ({ reason: 'off', targetRpm: NaN, openingPercent: 0 }),
  step(settings, state, frame, out) {
    const timeS = read(frame, AT.time);
    const dtS = Math.min(LONGEST_STEP_S, Math.max(0, timeS - state.timeS));
    state.timeS = timeS;
    const running = read(frame, AT.phase) === PHASE.running;
    out.targetRpm = wantedRpm(settings, state, running, frame);
    const curve = settings.air === null ? 0 : lookUpCurve(settings.air, read(frame, AT.coolant));
    // What stands in for a lost load knows the curve’s air alone: any other would be air without fuel.
    const blind = (read(frame, AT.sensorsLost) & LOAD_LOST) !== 0;
    const base = curve + (running && !blind ? read(frame, AT.idleLoadAir) : 0);
    const { loop } = settings;
    if (loop === null || !running || Number.isNaN(out.targetRpm)) {
      state.inside = false;
      state.dashpotPercent = 0;
      if (!running) state.integralPercent = 0;
      out.reason = loop === null ? 'off' : 'outside';
      out.openingPercent = held(base, 0, 100);
      return;
    }
    const closed = read(frame, AT.throttle) < loop.throttleBelowPercent;
    const overRpm = read(frame, AT.speed) - out.targetRpm;
    if (!closed) state.dashpotPercent = loop.dashpotPercent;
    else state.dashpotPercent *= loop.dashpotS > 0 ? Math.exp(-dtS / loop.dashpotS) : 0;
    const within = overRpm < loop.windowRpm * (state.inside ? LEFT_AT_WINDOWS : 1);
    state.inside = closed && within && read(frame, AT.overrunCut) === 0;
    if (blind) {
      state.integralPercent = 0;
      state.dashpotPercent = 0;
    }
    const wanted = base + state.integralPercent + state.dashpotPercent;
    const atEnd = (wanted >= 100 && overRpm < 0) || (wanted <= 0 && overRpm > 0);
    const settled =
      state.inside &&
      !blind &&
      state.dashpotPercent < DASHPOT_OVER_PERCENT &&
      read(frame, AT.sinceStart) >= SETTLES_S - TIME_SLACK_S;
    if (settled && !atEnd) {
      const next = state.integralPercent - (loop.airPerSPer100Rpm * overRpm * dtS) / 100;
      state.integralPercent = held(next, -loop.airLimitPercent, loop.airLimitPercent);
    }
    out.openingPercent = held(base + state.integralPercent + state.dashpotPercent, 0, 100);
    out.reason = reasonOf(state, loop, settled, atEnd);
  },
};

function reasonOf(
  state: IdleState,
  { airPerSPer100Rpm, airLimitPercent }: IdleLoop,
  settled: boolean,
  atEnd: boolean,
): IdleOut['reason'] {
  if (!state.inside) return 'outside';
  if (!settled) return 'entering';
  const full = airPerSPer100Rpm > 0 && Math.abs(state.integralPercent) >= airLimitPercent;
  return full || (atEnd && airPerSPer100Rpm > 0) ? 'atLimit' : 'held';
}

/** Target by coolant, raised by what loads the engine and by a low battery. */
function wantedRpm(
  { target, battery }: IdleControl,
  state: IdleState,
  running: boolean,
  frame: Frame,
): number {
  if (target === null) return NaN;
  const volts = read(frame, AT.battery);
  state.batteryLow =
    battery !== null && running && volts < battery.belowV + (state.batteryLow ? BATTERY_BACK_V : 0);
  const raised = state.batteryLow && battery !== null ? battery.raiseRpm : 0;
  return lookUpCurve(target, read(frame, AT.coolant)) + read(frame, AT.idleLoadSpeed) + raised;
}

/**
 * What the spark adds to hold the speed, °: in proportion to what is missing, less what is held in reserve, limited both ways, nothing outside idle. Asked at
 * each firing; the frame says whether idle is held, and at what.
 */
export function idleSparkDeg(loop: IdleLoop | null, frame: Frame): number {
  if (loop === null || read(frame, AT.idleState) < IDLE_CODE.entering) return 0;
  if (!(read(frame, AT.throttle) < loop.throttleBelowPercent)) return 0;
  const missing = read(frame, AT.idleTarget) - read(frame, AT.speed);
  const deg = (loop.sparkDegPer100Rpm * missing) / 100 - loop.sparkRestDeg;
  return Number.isNaN(deg) ? 0 : held(deg, -loop.sparkLimitDeg, loop.sparkLimitDeg);
}

function held(value: number, min: number, max: number): number {
  return Math.min(max, Math.max(min, value));
}
