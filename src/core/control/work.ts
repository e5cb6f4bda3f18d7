import { AT, type Frame, PHASE, read, type WorkStateId } from '../channel';
import { type Control, TIME_SLACK_S } from './control';

/** Something that can be worked at a standing engine: what hangs on one pin. */
export interface WorkTarget {
  /** Id of the pin’s function. */
  readonly function: string;
  readonly kind: 'output' | 'injector' | 'coil';
  /** Its place among the program’s outputs; −1 for what is none of them. */
  readonly output: number;
}

/** What is asked for: an output held on, or an injector or coil pulsed. */
export type WorkAsk =
  | {
      readonly kind: 'hold';
      readonly function: string;
      readonly forS: number;
      /** How far a valve is opened, %; 100 for what is on or off. */
      readonly dutyPercent: number;
    }
  | {
      readonly kind: 'pulses';
      readonly function: string;
      readonly openMs: number;
      readonly everyMs: number;
      readonly count: number;
      /** The fuel pump runs from a little before the first pulse to the last. */
      readonly pump: boolean;
    }
  /** A spark that stays where it is, for a strobe: at an engine that turns too. */
  | {
      readonly kind: 'timing';
      readonly sparkDeg: number;
      /** Injectors open as ever, or not at all. */
      readonly fuel: boolean;
      readonly forS: number;
    }
  | IdleAsk;

/** An idle tried with something moved, its closed loop open: what is null stays with what holds it. */
export interface IdleAsk {
  readonly kind: 'idle';
  /** In place of the map’s target. */
  readonly lambda: number | null;
  /** Of the fuel that the filling asks for. */
  readonly fuelShare: number;
  /** Held, ° BTDC, whatever map and idle control say; and what is added to theirs where it is not. */
  readonly sparkDeg: number | null;
  readonly sparkAddsDeg: number;
  /** Opening of the idle valve, held, %. */
  readonly airPercent: number | null;
  readonly forS: number;
}

/** An idle that is held, and nothing of it moved: what it is tried from. */
export const IDLE_AS_IT_IS: IdleAsk = {
  kind: 'idle',
  lambda: null,
  fuelShare: 1,
  sparkDeg: null,
  sparkAddsDeg: 0,
  airPercent: null,
  forS: 120,
};

/** What can be worked. */
export interface WorkSettings {
  readonly targets: readonly WorkTarget[];
  /** Place of the fuel pump among the outputs; −1 where none is there for it. */
  readonly pump: number;
  /** A throttle below this idles, %. */
  readonly idleThrottlePercent: number;
}

/** What is being worked, and how it ended. */
export interface WorkState {
  ask: WorkAsk | null;
  /** When it was begun, and when somebody last held it, s of the frame’s time. */
  fromS: number;
  heldS: number;
  /** Pulses given so far. */
  given: number;
  reason: WorkStateId;
}

/** What is done in this moment. */
export interface WorkOut {
  reason: WorkStateId;
  /** Place among the outputs of the one that is held; −1 for none. */
  output: number;
  dutyPercent: number;
  /** Place among the targets of the one that is pulsed now, once; −1 for none. */
  pulsed: number;
  openMs: number;
  /** Spark that is held, ° BTDC; NaN while none is. */
  sparkDeg: number;
  /** Injectors stay shut. */
  noFuel: boolean;
  /** Lambda target and opening of the idle valve that are held; NaN while none is. */
  lambda: number;
  airPercent: number;
  /** What fuel is multiplied by, and what is added to the spark, °. */
  fuelShare: number;
  sparkAddsDeg: number;
  /** Time that is left of it, s. */
  leftS: number;
}

/** Nothing is worked longer than this without somebody who holds it, s: a link that is lost ends it. */
export const WORK_SILENT_S = 3;
/** The pump runs so long before the first pulse, s: until pressure is there. */
const PUMP_LEADS_S = 2;
/** An output is held on no longer than this, s. */
export const MOST_HELD_S = 60;
/** A spark is held no longer than this, s, and only between these, ° BTDC. */
export const TIMING_LIMITS = { forS: 300, leastDeg: -10, mostDeg: 25 } as const;
/** An idle is tried no longer than this, s, and only between these: ° BTDC, and ° that are added or taken. */
export const IDLE_TRIAL_LIMITS = {
  forS: 300,
  lambda: { min: 0.75, max: 1.15 },
  fuelShare: { min: 0.7, max: 1.4 },
  sparkDeg: { min: -5, max: 45 },
  sparkAddsDeg: { min: -25, max: 25 },
  airPercent: { min: 0, max: 100 },
} as const;
/** Pulses: the longest, the shortest rest after one and time between two, ms; how many; and how long all of them are open, ms. */
export const PULSE_LIMITS = {
  injector: { openMs: 20, restMs: 4, everyMs: 20, count: 1000, totalMs: 6000 },
  coil: { openMs: 8, restMs: 40, everyMs: 100, count: 50, totalMs: 400 },
} as const;

/** What is worked on one pin. */
export type OnPin = Extract<WorkAsk, { readonly function: string }>;

/** Why work is not begun. */
export type WorkRefusal = 'noTarget' | 'workTooMuch' | 'workTurning' | 'workNotIdling';

/**
 * Begins what is asked, in place of what was worked before.
 * @returns why it is not: nothing has changed then.
 */
export function beginWork(
  { targets, pump, idleThrottlePercent }: WorkSettings,
  state: WorkState,
  frame: Frame,
  ask: WorkAsk,
): WorkRefusal | null {
  if (ask.kind === 'timing') {
    const { forS, sparkDeg } = ask;
    const { leastDeg, mostDeg } = TIMING_LIMITS;
    const fits = forS > 0 && forS <= TIMING_LIMITS.forS && sparkDeg >= leastDeg && sparkDeg <= mostDeg;
    if (!fits) return 'workTooMuch';
    return begun(state, frame, ask);
  }
  if (ask.kind === 'idle') {
    if (!isTriedWithin(ask)) return 'workTooMuch';
    return isIdling(idleThrottlePercent, frame) ? begun(state, frame, ask) : 'workNotIdling';
  }
  const target = targets.find((one) => one.function === ask.function);
  if (target === undefined) return 'noTarget';
  if (ask.kind === 'pulses' && ask.pump && pump < 0) return 'noTarget';
  if (!isWithinLimits(target, ask)) return 'workTooMuch';
  if (read(frame, AT.speed) > 0) return 'workTurning';
  return begun(state, frame, ask);
}

function begun(state: WorkState, frame: Frame, ask: WorkAsk): null {
  const timeS = read(frame, AT.time);
  Object.assign(state, { ask: { ...ask }, fromS: timeS, heldS: timeS, given: 0, reason: 'working' });
  return null;
}

/** Every number of a trial lies between its limits; those that are null are not held. */
function isTriedWithin(ask: IdleAsk): boolean {
  const parts = ['lambda', 'fuelShare', 'sparkDeg', 'sparkAddsDeg', 'airPercent'] as const;
  const within = parts.every((part) => {
    const value = ask[part];
    const { min, max } = IDLE_TRIAL_LIMITS[part];
    return value === null || (value >= min && value <= max);
  });
  return within && ask.forS > 0 && ask.forS <= IDLE_TRIAL_LIMITS.forS;
}

/** It runs by itself, and nobody opens the throttle. */
function isIdling(throttleBelowPercent: number, frame: Frame): boolean {
  return read(frame, AT.phase) === PHASE.running && read(frame, AT.throttle) < throttleBelowPercent;
}

function isWithinLimits({ kind }: WorkTarget, ask: OnPin): boolean {
  if (ask.kind === 'hold') {
    const inReach = ask.dutyPercent > 0 && ask.dutyPercent <= 100;
    return kind === 'output' && ask.forS > 0 && ask.forS <= MOST_HELD_S && inReach;
  }
  if (kind === 'output') return false;
  const limits = PULSE_LIMITS[kind];
  const { openMs, everyMs, count } = ask;
  return (
    openMs > 0 &&
    openMs <= limits.openMs &&
    everyMs >= limits.everyMs &&
    everyMs - openMs >= limits.restMs &&
    Number.isInteger(count) &&
    count > 0 &&
    count <= limits.count &&
    count * openMs <= limits.totalMs
  );
}

/** Somebody is still there. */
export function holdWork(state: WorkState, frame: Frame): void {
  state.heldS = read(frame, AT.time);
}

/** Ends it from outside. */
export function endWork(state: WorkState): void {
  if (state.ask !== null) finish(state, 'ended');
}

function finish(state: WorkState, reason: WorkStateId): void {
  state.ask = null;
  state.reason = reason;
}

/**
 * Work at the engine, for a time, and only while somebody holds it: one thing on one pin while it stands, a spark that stays
 * where it is, or an idle with something moved. It ends by itself: when it is done, when an engine turns that has to stand, when one
 * no longer idles that has to, and when nobody was heard of for {@link WORK_SILENT_S}.
 */
export const work: Control<WorkSettings, WorkState, WorkOut> = {
  atRest: () => ({ ask: null, fromS: 0, heldS: 0, given: 0, reason: 'none' }),
  copied: (state) => ({ ...state, ask: state.ask === null ? null : { ...state.ask } }),
  out: () => ({
    reason: 'none',
    output: -1,
    dutyPercent: 0,
    pulsed: -1,
    openMs: 0,
    sparkDeg: NaN,
    noFuel: false,
    lambda: NaN,
    airPercent: NaN,
    fuelShare: 1,
    sparkAddsDeg: 0,
    leftS: 0,
  }),
  step(settings, state, frame, out) {
    out.output = -1;
    out.dutyPercent = 0;
    out.pulsed = -1;
    out.openMs = 0;
    out.sparkDeg = NaN;
    out.noFuel = false;
    out.lambda = NaN;
    out.airPercent = NaN;
    out.fuelShare = 1;
    out.sparkAddsDeg = 0;
    out.leftS = 0;
    const { ask } = state;
    if (ask !== null) workOn(settings, ask, state, frame, out);
    out.reason = state.reason;
  },
};

function workOn(settings: WorkSettings, ask: WorkAsk, state: WorkState, frame: Frame, out: WorkOut): void {
  const timeS = read(frame, AT.time);
  const lastsS = lasts(ask);
  if (timeS - state.heldS > WORK_SILENT_S + TIME_SLACK_S) return finish(state, 'silent');
  if (timeS - state.fromS >= lastsS - TIME_SLACK_S) return finish(state, 'done');
  if (ask.kind === 'timing') {
    out.sparkDeg = ask.sparkDeg;
    out.noFuel = !ask.fuel;
  } else if (ask.kind === 'idle') {
    if (!isIdling(settings.idleThrottlePercent, frame)) return finish(state, 'leftIdle');
    out.lambda = ask.lambda ?? NaN;
    out.sparkDeg = ask.sparkDeg ?? NaN;
    out.airPercent = ask.airPercent ?? NaN;
    out.fuelShare = ask.fuelShare;
    out.sparkAddsDeg = ask.sparkAddsDeg;
  } else {
    const place = settings.targets.findIndex((one) => one.function === ask.function);
    // Another calibration may have come, in which it is no more.
    if (place < 0) return finish(state, 'ended');
    if (read(frame, AT.speed) > 0) return finish(state, 'turning');
    if (ask.kind === 'hold') {
      out.output = (settings.targets[place] as WorkTarget).output;
      out.dutyPercent = ask.dutyPercent;
    } else pulse(settings.pump, place, ask, state, timeS, out);
  }
  out.leftS = lastsS - (timeS - state.fromS);
}

function lasts(ask: WorkAsk): number {
  return ask.kind === 'pulses' ? leads(ask) + (ask.count * ask.everyMs) / 1000 : ask.forS;
}

function leads({ pump }: Extract<WorkAsk, { kind: 'pulses' }>): number {
  return pump ? PUMP_LEADS_S : 0;
}

/** The next pulse of a train, when it is due; with the pump, where it is asked for. */
function pulse(
  pumpOutput: number,
  place: number,
  ask: Extract<WorkAsk, { kind: 'pulses' }>,
  state: WorkState,
  timeS: number,
  out: WorkOut,
): void {
  if (ask.pump) {
    out.output = pumpOutput;
    out.dutyPercent = 100;
  }
  const dueS = state.fromS + leads(ask) + (state.given * ask.everyMs) / 1000;
  if (state.given >= ask.count || timeS + TIME_SLACK_S < dueS) return;
  state.given += 1;
  out.pulsed = place;
  out.openMs = ask.openMs;
}
