import { AT, type Frame, LOOP_CODE, read } from '../channel';
import { intervalFraction, intervalIndex } from '../numeric';
import { type Control, TIME_SLACK_S } from './control';

/** How trims are learned; base units. */
export interface LearnedTrims {
  /** Switched off it neither learns nor acts; what was learned is kept. */
  readonly on: boolean;
  /** Where its cells stand: speed across, load up. */
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** What the rows go by: its place in a frame. */
  readonly loadPlace: number;
  /** Share of the loop’s trim that a cell moves by, ten times a second. */
  readonly rate: number;
  /** No cell goes further, as a logarithm. */
  readonly limitLn: number;
  readonly coolantFromC: number;
  /** Speed and load must have rested so long, s. */
  readonly steadyForS: number;
}

/** What was learned, and what is remembered of the way there. */
export interface LearnedState {
  /** Of each cell, row by row: the logarithm of its trim, and for how long it was learned, s. */
  ln: number[];
  evidenceS: number[];
  /** What fuel would have jumped by when it was switched or reset; it fades. */
  handoverLn: number;
  wasOn: boolean;
  /** Where speed and load have rested, and since when, s. */
  restsAtRpm: number;
  restsAtLoad: number;
  restsSinceS: number;
  /** When it learned last, and when it was last stepped, s. */
  learnedS: number;
  timeS: number;
}

/** What was learned at a step. */
export interface LearnedOut {
  reason: 'off' | 'waits' | 'unsteady' | 'learns';
  /** What the surface has moved by at this point, as a logarithm: the loop gives it back. */
  movedLn: number;
}

/** It learns so often, s. */
const EACH_S = 0.1;
/** A step is never taken for longer, s. */
const LONGEST_STEP_S = 0.1;
/** Speed and load rest while they are within these of where they were, as shares, and a load of so much at the least. */
const RESTS = { speed: 0.04, load: 0.06, leastLoad: 3 } as const;
/** What fuel would have jumped by fades so fast, s. */
const FADES_S = 6;

/**
 * Learned trims: while the loop acts, warm and steady, each of the four cells in use moves by rate · weight · ln(trim) ten times
 * a second, and the loop gives back what the surface moved at that point: fuel does not jump.
 */
export const learnedTrim: Control<LearnedTrims | null, LearnedState, LearnedOut> = {
  atRest: (settings) => ({
    ln: new Array<number>(cellsOf(settings)).fill(0),
    evidenceS: new Array<number>(cellsOf(settings)).fill(0),
    handoverLn: 0,
    wasOn: settings?.on ?? false,
    restsAtRpm: 0,
    restsAtLoad: 0,
    restsSinceS: 0,
    learnedS: 0,
    timeS: 0,
  }),
  copied: (state) => ({ ...state, ln: [...state.ln], evidenceS: [...state.evidenceS] }),
  out: () => ({ reason: 'off', movedLn: 0 }),
  step(settings, state, frame, out) {
    out.movedLn = 0;
    out.reason = 'off';
    if (settings === null) return;
    const timeS = read(frame, AT.time);
    const dtS = Math.min(LONGEST_STEP_S, Math.max(0, timeS - state.timeS));
    state.timeS = timeS;
    state.handoverLn *= Math.exp(-dtS / FADES_S);
    if (settings.on !== state.wasOn) switched(settings, state, frame);
    if (timeS < state.learnedS) state.learnedS = timeS;
    const steady = rests(settings, state, frame, timeS);
    if (!settings.on) return;
    if (read(frame, AT.loopState) !== LOOP_CODE.active || read(frame, AT.coolant) < settings.coolantFromC) {
      out.reason = 'waits';
      return;
    }
    out.reason = steady ? 'learns' : 'unsteady';
    if (!steady || timeS - state.learnedS < EACH_S - TIME_SLACK_S) return;
    state.learnedS = timeS;
    out.movedLn = learned(settings, state, frame, meanTrimLn(frame));
  },
};

function cellsOf(settings: LearnedTrims | null): number {
  return settings === null ? 0 : settings.x.length * settings.y.length;
}

/** Logarithm of the trims that the loop’s channels show, on average. */
function meanTrimLn(frame: Frame): number {
  return (Math.log(read(frame, AT.lambdaTrim)) + Math.log(read(frame, AT.lambdaTrimTwo))) / 2;
}

/** Moves the four cells about a point. @returns what the surface has moved there. */
function learned(settings: LearnedTrims, state: LearnedState, frame: Frame, trimLn: number): number {
  let moved = 0;
  eachCell(settings, frame, (cell, weight) => {
    const before = state.ln[cell] as number;
    const wanted = before + settings.rate * weight * trimLn;
    const after = Math.min(settings.limitLn, Math.max(-settings.limitLn, wanted));
    state.ln[cell] = after;
    state.evidenceS[cell] = (state.evidenceS[cell] as number) + weight * EACH_S;
    moved += weight * (after - before);
  });
  return moved;
}

/** Whether speed and load have rested long enough. */
function rests(settings: LearnedTrims, state: LearnedState, frame: Frame, timeS: number): boolean {
  const rpm = read(frame, AT.speed);
  const load = read(frame, settings.loadPlace);
  const near =
    Math.abs(rpm - state.restsAtRpm) <= RESTS.speed * state.restsAtRpm &&
    Math.abs(load - state.restsAtLoad) <= Math.max(RESTS.leastLoad, RESTS.load * state.restsAtLoad);
  if (!near) Object.assign(state, { restsAtRpm: rpm, restsAtLoad: load, restsSinceS: timeS });
  if (timeS < state.restsSinceS) state.restsSinceS = timeS;
  return timeS - state.restsSinceS >= settings.steadyForS - TIME_SLACK_S;
}

/** The surface at a point, as a logarithm. */
function surfaceLn(settings: LearnedTrims, state: LearnedState, frame: Frame): number {
  let ln = 0;
  eachCell(settings, frame, (cell, weight) => {
    ln += weight * (state.ln[cell] as number);
  });
  return ln;
}

/** The cells that take part at a point, with their weights, which add up to 1. */
function eachCell(
  { x, y, loadPlace }: LearnedTrims,
  frame: Frame,
  each: (cell: number, weight: number) => void,
): void {
  const rpm = read(frame, AT.speed);
  const load = read(frame, loadPlace);
  const i = intervalIndex(x, rpm);
  const j = intervalIndex(y, load);
  const fx = intervalFraction(x, i, rpm);
  const fy = intervalFraction(y, j, load);
  const low = j * x.length + i;
  for (let up = 0; up < 2; up += 1) {
    for (let right = 0; right < 2; right += 1) {
      const weight = (up === 1 ? fy : 1 - fy) * (right === 1 ? fx : 1 - fx);
      if (weight > 0) each(low + up * x.length + right, weight);
    }
  }
}

/** What learned trims add to fuel now, as a logarithm, before any authority. */
export function learnedLn(settings: LearnedTrims | null, state: LearnedState, frame: Frame): number {
  if (settings === null) return 0;
  return state.handoverLn + (state.wasOn ? surfaceLn(settings, state, frame) : 0);
}

/** Taken on or off: what fuel would jump by is handed over, and fades. */
function switched(settings: LearnedTrims, state: LearnedState, frame: Frame): void {
  const before = learnedLn(settings, state, frame);
  state.wasOn = settings.on;
  state.handoverLn += before - learnedLn(settings, state, frame);
}

/** Forgets what was learned, in some cells or all. What fuel would jump by is handed over, and fades. */
export function forgetLearned(
  settings: LearnedTrims,
  state: LearnedState,
  frame: Frame,
  cells: readonly number[] | null,
): void {
  const before = learnedLn(settings, state, frame);
  for (const cell of cells ?? state.ln.keys()) {
    if (state.ln[cell] === undefined) continue;
    state.ln[cell] = 0;
    state.evidenceS[cell] = 0;
  }
  state.handoverLn += before - learnedLn(settings, state, frame);
}

/**
 * What was learned once a map has taken some of it over: no cell beyond its limit. What fuel would still jump by here, for what
 * lies between cells, is handed over, and fades.
 * @param left of the cells that the settings have, row by row.
 * @param mapMovedLn what the map has moved by at this point, as a logarithm.
 * @throws {RangeError} for another number of cells; nothing has changed then.
 */
export function foldLearned(
  settings: LearnedTrims,
  state: LearnedState,
  frame: Frame,
  left: Pick<LearnedState, 'ln' | 'evidenceS'>,
  mapMovedLn: number,
): void {
  if (left.ln.length !== state.ln.length || left.evidenceS.length !== state.ln.length)
    throw new RangeError(`Learned trims have ${state.ln.length} cells`);
  const before = learnedLn(settings, state, frame);
  const { limitLn } = settings;
  state.ln = left.ln.map((ln) => Math.min(limitLn, Math.max(-limitLn, ln)));
  state.evidenceS = left.evidenceS.map((seconds) => Math.max(0, seconds));
  if (Number.isFinite(mapMovedLn))
    state.handoverLn += before - mapMovedLn - learnedLn(settings, state, frame);
}
