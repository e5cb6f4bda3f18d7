import { AT, type Frame, LOOP_CODE, type LoopStateId, PHASE, read, WORK_CODE } from '../channel';
import { deadTimeAtS, type LoopDelay } from './loopGains';
import { type Grid, lookUpCurve, lookUpMap } from '../numeric';
import type { LambdaGroup } from '../sensors';
import { type Control, TIME_SLACK_S } from './control';
import { copiedLags, type Lags, lagShares, lagsAt, stepLags } from './lags';
import {
  type Doubt,
  doubtAtRest,
  type DoubtState,
  type Expected,
  type LoopSensor,
  stepDoubt,
} from './sensorDoubt';

/** States in which what is measured is not what the map asks for. */
export const LOOP_DURING = ['enrichment', 'cut', 'limiter', 'launch', 'protection'] as const;

/** What the loop does in one of them: lets the trim go, keeps it, or keeps its sum alone. */
export type DuringRule = 'off' | 'hold' | 'freeze';

/** Where, when and how far measured lambda corrects fuel; base units. */
export interface ClosedLoop {
  readonly sensors: readonly LoopSensor[];
  readonly groups: readonly LambdaGroup[];
  /** The group of each cylinder; −1 for one that no sensor sees. */
  readonly groupOf: readonly number[];
  /** The group whose trim stands in each of the two channels. */
  readonly shown: readonly [number, number];
  /** What the authority’s rows go by: its place in a frame. */
  readonly loadPlace: number;
  readonly sensorWarmS: number;
  readonly coolantFromC: number;
  readonly speedFromRpm: number;
  readonly speedToRpm: number;
  readonly pressureToKpa: number;
  readonly throttleToPercent: number;
  /** Distance of a reading from what is wanted beyond which it is left, as a logarithm. */
  readonly believedWithinLn: number;
  readonly delay: LoopDelay;
  /** Time after the start by coolant; gains by air flow; authority, %, by speed and load. */
  readonly startS: Grid;
  readonly proportional: Grid;
  readonly integral: Grid;
  readonly richer: Grid;
  readonly leaner: Grid;
  readonly during: Readonly<Record<(typeof LOOP_DURING)[number], DuringRule>>;
}

/** What is remembered of one mixture, as logarithms. */
interface GroupState {
  integralLn: number;
  trimLn: number;
  /** The trim as it reaches the sensor. */
  seen: Lags;
}

/** What has come before. */
export interface ClosedLoopState {
  readonly groups: GroupState[];
  readonly doubts: DoubtState[];
  /** What is wanted, as a sensor would read it by now. */
  aim: Lags;
  /** Until then gas of another state passes the sensor, s. */
  settlesUntilS: number;
  /** When it was last stepped, s. */
  timeS: number;
}

/** What the loop does, and why. */
export interface ClosedLoopOut {
  reason: LoopStateId;
}

/** A step is never taken for longer, s. */
const LONGEST_STEP_S = 0.1;
/** A trim that is let go fades so fast, s. */
const LETS_GO_S = 0.15;
/** Lags of the sensor after which a reading is that of fresh gas. */
const FRESH_AFTER_LAGS = 3;
/** Rooms that are used again from step to step: nothing of them lasts. */
const SHARES = { dead: 0, lag: 0 };
const EXPECTED: { -readonly [Part in keyof Expected]: Expected[Part] } = {
  aimLn: 0,
  trimLn: 0,
  deadS: 0,
  withinLn: 0,
  warm: false,
  compares: false,
};
/** Factors of enrichment further from 1 than this act, and what the film adds beyond so much, %. */
const ACTS = 0.01;
const FILM_ACTS_PERCENT = 5;

/**
 * Closed loop: the error is the logarithm of what is read over what is wanted, as late as it is read. A PI law by air flow makes
 * a trim of it, within the authority of the moment; where a reading cannot be believed the trim is let go.
 */
export const closedLoop: Control<ClosedLoop | null, ClosedLoopState, ClosedLoopOut> = {
  atRest: (settings) => ({
    groups: (settings?.groups ?? []).map(() => ({ integralLn: 0, trimLn: 0, seen: lagsAt(0) })),
    doubts: (settings?.sensors ?? []).map(doubtAtRest),
    aim: lagsAt(0),
    settlesUntilS: 0,
    timeS: 0,
  }),
  copied: (state) => ({
    ...state,
    groups: state.groups.map((group) => ({ ...group, seen: copiedLags(group.seen) })),
    doubts: state.doubts.map((doubt) => ({ ...doubt })),
    aim: copiedLags(state.aim),
  }),
  out: () => ({ reason: 'off' }),
  step(settings, state, frame, out) {
    if (settings === null) return;
    const timeS = read(frame, AT.time);
    const dtS = Math.min(LONGEST_STEP_S, Math.max(0, timeS - state.timeS));
    state.timeS = timeS;
    const flow = read(frame, AT.engineAirFlow);
    const deadS = deadTimeAtS(settings.delay, flow);
    const { lagS } = settings.delay;
    const target = read(frame, AT.lambdaTarget);
    lagShares(SHARES, deadS, lagS, dtS);
    if (target > 0) stepLags(state.aim, Math.log(target), SHARES);
    const outside = outsideOf(settings, frame);
    const rule = outside === null ? ruleOf(settings, frame) : null;
    const worked = read(frame, AT.workState) === WORK_CODE.working;
    if (worked || rule === 'off' || rule === 'hold')
      state.settlesUntilS = timeS + deadS + FRESH_AFTER_LAGS * lagS;
    const settling = timeS < state.settlesUntilS - TIME_SLACK_S;
    const compares = outside === null && rule === null && !settling;
    // What was learned has its part of the authority: together they never go beyond it.
    const learnedLn = Math.log(read(frame, AT.learnedTrim));
    const mostLn = authorityLn(settings.richer, settings, frame);
    const leastLn = -authorityLn(settings.leaner, settings, frame);
    const hiLn = mostLn - learnedLn;
    const loLn = leastLn - learnedLn;
    const gain = lookUpCurve(settings.proportional, flow);
    const perS = lookUpCurve(settings.integral, flow);
    const warm = read(frame, AT.sinceKeyOn) >= settings.sensorWarmS - TIME_SLACK_S;
    out.reason = 'atLimit';
    for (let i = 0; i < state.groups.length; i += 1) {
      const { seen, trimLn } = state.groups[i] as GroupState;
      stepLags(seen, trimLn + learnedLn, SHARES);
    }
    EXPECTED.warm = warm;
    EXPECTED.compares = compares;
    EXPECTED.deadS = deadS;
    stepDoubts(settings, state, frame, dtS);
    for (let i = 0; i < settings.groups.length; i += 1) {
      const group = state.groups[i] as GroupState;
      const readLn = readingLn(settings, settings.groups[i] as LambdaGroup, state, frame);
      let reason: LoopStateId;
      if (outside !== null || rule === 'off') {
        reason = outside ?? 'waiting';
        letGo(group, dtS);
      } else if (typeof readLn !== 'number') {
        reason = readLn;
        letGo(group, dtS);
      } else if (mostLn <= 0 && leastLn >= 0) {
        reason = 'noAuthority';
        letGo(group, dtS);
      } else if (rule === 'hold' || settling) {
        reason = rule === 'hold' ? 'waiting' : 'settling';
      } else {
        const errorLn = readLn - state.aim.three;
        reason = corrected(group, errorLn, gain, rule === 'freeze' ? 0 : perS * dtS, hiLn, loLn);
        if (rule === 'freeze') reason = 'frozen';
      }
      if (LOOP_CODE[reason] < LOOP_CODE[out.reason]) out.reason = reason;
    }
  },
};

/** PI within the authority: the sum stands still where the trim is at its end and would only be driven further. */
function corrected(
  group: GroupState,
  errorLn: number,
  gain: number,
  integralStep: number,
  hiLn: number,
  loLn: number,
): LoopStateId {
  const wanted = gain * errorLn + group.integralLn;
  const further = (wanted >= hiLn && errorLn > 0) || (wanted <= loLn && errorLn < 0);
  if (!further) group.integralLn += integralStep * errorLn;
  group.integralLn = held(group.integralLn, loLn, hiLn);
  group.trimLn = held(gain * errorLn + group.integralLn, loLn, hiLn);
  return further ? 'atLimit' : 'active';
}

/** A trim that may no longer act fades. */
function letGo(group: GroupState, dtS: number): void {
  const left = Math.exp(-dtS / LETS_GO_S);
  group.trimLn *= left;
  group.integralLn = group.trimLn;
}

/** Why the whole loop is off; null while it may act. */
function outsideOf(settings: ClosedLoop, frame: Frame): LoopStateId | null {
  if (read(frame, AT.phase) !== PHASE.running) return 'notRunning';
  const coolantC = read(frame, AT.coolant);
  if (read(frame, AT.sinceStart) < lookUpCurve(settings.startS, coolantC)) return 'starting';
  if (!(coolantC >= settings.coolantFromC)) return 'cold';
  const speedRpm = read(frame, AT.speed);
  const within =
    speedRpm >= settings.speedFromRpm &&
    speedRpm <= settings.speedToRpm &&
    !(read(frame, AT.manifoldPressure) > settings.pressureToKpa) &&
    !(read(frame, AT.throttle) > settings.throttleToPercent);
  if (!within) return 'outside';
  // What is tried is not to be corrected away.
  return read(frame, AT.workState) === WORK_CODE.working ? 'waiting' : null;
}

const STRENGTH: Readonly<Record<DuringRule, number>> = { freeze: 1, hold: 2, off: 3 };

/** The strongest rule of the states there are now; null in none. */
function ruleOf({ during }: ClosedLoop, frame: Frame): DuringRule | null {
  let rule: DuringRule | null = null;
  if (enriches(frame)) rule = during.enrichment;
  if (read(frame, AT.overrunCut) > 0) rule = stronger(rule, during.cut);
  if (read(frame, AT.launch) > 0) rule = stronger(rule, during.launch);
  else if (read(frame, AT.cutShare) > 0) rule = stronger(rule, during.limiter);
  return protects(frame) ? stronger(rule, during.protection) : rule;
}

function stronger(rule: DuringRule | null, other: DuringRule): DuringRule {
  return rule !== null && STRENGTH[rule] >= STRENGTH[other] ? rule : other;
}

function enriches(frame: Frame): boolean {
  return (
    read(frame, AT.warmUp) > 1 + ACTS ||
    read(frame, AT.afterStart) > 1 + ACTS ||
    read(frame, AT.acceleration) > 1 + ACTS ||
    Math.abs(read(frame, AT.filmAdds)) > FILM_ACTS_PERCENT
  );
}

/** A guard that warns changes nothing. */
function protects(frame: Frame): boolean {
  return (
    read(frame, AT.protectionRicher) > 0 ||
    read(frame, AT.boostHeldDown) > 0 ||
    read(frame, AT.protectionLimit) >= 0
  );
}

/** Each sensor once, with what its own mixture leads it to expect. */
function stepDoubts(
  { sensors, believedWithinLn }: ClosedLoop,
  { doubts, groups, aim }: ClosedLoopState,
  frame: Frame,
  dtS: number,
): void {
  EXPECTED.aimLn = aim.three;
  EXPECTED.withinLn = believedWithinLn;
  for (let i = 0; i < sensors.length; i += 1) {
    const sensor = sensors[i] as LoopSensor;
    EXPECTED.trimLn = (groups[sensor.group] as GroupState).seen.three;
    stepDoubt(sensor, doubts[i] as DoubtState, frame, EXPECTED, dtS);
  }
}

/** Logarithm of what a group’s sensors read; why none of them is followed, where that is so. */
function readingLn(
  { sensors }: ClosedLoop,
  group: LambdaGroup,
  { doubts }: ClosedLoopState,
  frame: Frame,
): number | Exclude<Doubt, 'none'> {
  let sum = 0;
  let count = 0;
  let first: Exclude<Doubt, 'none'> = 'sensorLost';
  for (let i = group.sensors.length - 1; i >= 0; i -= 1) {
    const at = group.sensors[i] as number;
    const { doubt } = doubts[at] as DoubtState;
    if (doubt !== 'none') {
      first = doubt;
      continue;
    }
    const ln = Math.log(read(frame, (sensors[at] as LoopSensor).place));
    if (group.take === 'first') [sum, count] = [ln, 1];
    else [sum, count] = [sum + ln, count + 1];
  }
  return count === 0 ? first : sum / count;
}

/** Authority at a moment, as a logarithm, 0 at the least. */
function authorityLn(grid: Grid, { loadPlace }: ClosedLoop, frame: Frame): number {
  const percent = lookUpMap(grid, read(frame, AT.speed), read(frame, loadPlace));
  return percent > 0 ? Math.log1p(percent / 100) : 0;
}

/**
 * The trim of a group’s fuel now, a factor: what the loop says, within the authority of this very moment, which no speed or load
 * between two steps of the loop takes it beyond.
 * @param learnedLn what was learned adds to it, which has its part of the authority.
 */
export function loopTrim(
  settings: ClosedLoop,
  state: ClosedLoopState,
  group: number,
  frame: Frame,
  learnedLn = 0,
): number {
  const trimLn = state.groups[group]?.trimLn ?? 0;
  if (trimLn === 0) return 1;
  return Math.exp(withinAuthority(settings, frame, trimLn + learnedLn) - learnedLn);
}

/** A logarithm held within the authority of this very moment. */
export function withinAuthority(settings: ClosedLoop, frame: Frame, ln: number): number {
  if (ln === 0) return 0;
  return ln > 0
    ? Math.min(ln, authorityLn(settings.richer, settings, frame))
    : Math.max(ln, -authorityLn(settings.leaner, settings, frame));
}

/** The loop gives back what the learned surface has moved: fuel stays as it is. */
export function giveBack({ groups }: ClosedLoopState, movedLn: number): void {
  for (const group of groups) {
    group.integralLn -= movedLn;
    group.trimLn -= movedLn;
  }
}

function held(value: number, min: number, max: number): number {
  return Math.min(max, Math.max(min, value));
}
