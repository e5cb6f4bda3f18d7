import { AT, type Frame, type KnockStateId, PHASE, read } from '../channel';
import { type Grid, lookUpCurve } from '../numeric';
import { type Control, TIME_SLACK_S } from './control';

/** How knock is listened for, and what is done about it; base units. */
export interface KnockControl {
  readonly speedFromRpm: number;
  readonly speedToRpm: number;
  readonly bandHz: number;
  readonly gain: number;
  /** Window after top dead centre and its length, °, and threshold, V, by speed. */
  readonly startDeg: Grid;
  readonly lengthDeg: Grid;
  readonly thresholdV: Grid;
  readonly cylinders: number;
  /** Factors of the threshold by coolant, and by cylinder; null for 1. */
  readonly coolant: Grid | null;
  readonly factor: Grid | null;
  /** The sensor that each cylinder is heard with, 1 or 2; null where all are heard with the same. */
  readonly sensor: Grid | null;
  readonly onlySensor: 1 | 2;
  /** Fuel added by what is pulled, %; null for none. */
  readonly fuelPercent: Grid | null;
  /** Pulled for noise of twice the threshold, at most, and given back each second, °. */
  readonly pullDeg: number;
  readonly limitDeg: number;
  readonly recoveryDegPerS: number;
  /** Pulled from the cylinders of a sensor that is silent, °. */
  readonly lostDeg: number;
}

/** What is remembered of each cylinder, and of each sensor. */
export interface KnockState {
  retardDeg: number[];
  /** Noise, held and then let go, V. */
  heldV: number[];
  counts: number[];
  /** Since when a sensor has been silent, s; null while it is heard. */
  silentSinceS: (number | null)[];
  lost: boolean[];
  /** When a spark was last given back, s. */
  timeS: number;
}

/** What was decided at a firing. */
export interface KnockOut {
  reason: KnockStateId;
}

const SENSORS = 2;
/** However little it is over the threshold, so much is pulled, °. */
const LEAST_PULL_DEG = 0.5;
/** A running engine makes more noise than this share of the threshold; a sensor that gives less for so long, s, is silent. */
const SILENT_SHARE = 0.12;
const SILENT_FOR_S = 1;
/** A step is never taken for longer, s. */
const LONGEST_STEP_S = 0.1;
/** Held noise is let go so fast, s: long enough to be seen between two samples. */
const HELD_S = 0.25;

/**
 * Knock: the noise in the window of the cylinder that has just fired, which the frame names, against its threshold. Over it the
 * cylinder’s spark is pulled; without knock it is given back.
 */
export const knock: Control<KnockControl | null, KnockState, KnockOut> = {
  atRest: (settings) => {
    const each = (value: number) => new Array<number>(settings?.cylinders ?? 0).fill(value);
    return {
      retardDeg: each(0),
      heldV: each(0),
      counts: each(0),
      silentSinceS: new Array<null>(SENSORS).fill(null),
      lost: new Array<boolean>(SENSORS).fill(false),
      timeS: 0,
    };
  },
  copied: (state) => ({
    ...state,
    retardDeg: [...state.retardDeg],
    heldV: [...state.heldV],
    counts: [...state.counts],
    silentSinceS: [...state.silentSinceS],
    lost: [...state.lost],
  }),
  out: () => ({ reason: 'off' }),
  step(settings, state, frame, out) {
    if (settings === null) return;
    const timeS = read(frame, AT.time);
    const dtS = Math.min(LONGEST_STEP_S, Math.max(0, timeS - state.timeS));
    state.timeS = timeS;
    giveBack(settings, state, dtS);
    const at = read(frame, AT.cylinder) - 1;
    const speedRpm = read(frame, AT.speed);
    const listens =
      read(frame, AT.phase) === PHASE.running &&
      speedRpm >= settings.speedFromRpm &&
      speedRpm <= settings.speedToRpm &&
      at >= 0 &&
      at < state.retardDeg.length;
    if (!listens) {
      state.silentSinceS.fill(null);
      out.reason = reasonOf(state, 'outside');
      return;
    }
    const noiseV = read(frame, AT.knockNoise);
    const thresholdV = thresholdAt(settings, frame, at);
    state.heldV[at] = Math.max(state.heldV[at] as number, Number.isNaN(noiseV) ? 0 : noiseV);
    hearSensor(settings, state, at, noiseV, thresholdV, timeS);
    const times = noiseV / thresholdV - 1;
    // One that cannot be heard at all is no sign of silence in the cylinder.
    if (times > 0 && !isLost(settings, state, at)) {
      const pulled = Math.max(LEAST_PULL_DEG, settings.pullDeg * Math.min(1, times));
      state.retardDeg[at] = Math.min(settings.limitDeg, (state.retardDeg[at] as number) + pulled);
      state.counts[at] = (state.counts[at] as number) + 1;
    }
    out.reason = reasonOf(state, 'listening');
  },
};

/** Threshold of a cylinder now, V. */
function thresholdAt({ thresholdV, coolant, factor }: KnockControl, frame: Frame, at: number): number {
  const byCoolant = coolant === null ? 1 : lookUpCurve(coolant, read(frame, AT.coolant));
  return (
    lookUpCurve(thresholdV, read(frame, AT.speed)) *
    byCoolant *
    (factor === null ? 1 : lookUpCurve(factor, at + 1))
  );
}

function giveBack({ recoveryDegPerS }: KnockControl, state: KnockState, dtS: number): void {
  const letGo = Math.exp(-dtS / HELD_S);
  for (let i = 0; i < state.retardDeg.length; i += 1) {
    state.retardDeg[i] = Math.max(0, (state.retardDeg[i] as number) - recoveryDegPerS * dtS);
    state.heldV[i] = (state.heldV[i] as number) * letGo;
  }
}

/** Whether the sensor of a cylinder is heard at all. */
function hearSensor(
  settings: KnockControl,
  state: KnockState,
  at: number,
  noiseV: number,
  thresholdV: number,
  timeS: number,
): void {
  const sensor = knockSensorOf(settings, at + 1) - 1;
  const silent = !(noiseV >= SILENT_SHARE * thresholdV);
  if (!silent) {
    state.silentSinceS[sensor] = null;
    state.lost[sensor] = false;
    return;
  }
  state.silentSinceS[sensor] ??= timeS;
  if (timeS - (state.silentSinceS[sensor] as number) >= SILENT_FOR_S - TIME_SLACK_S)
    state.lost[sensor] = true;
}

/** The sensor that a cylinder is heard with. @param cylinder from 1 on. */
export function knockSensorOf({ sensor, onlySensor }: KnockControl, cylinder: number): 1 | 2 {
  if (sensor === null) return onlySensor;
  return lookUpCurve(sensor, cylinder) >= 1.5 ? 2 : 1;
}

function isLost(settings: KnockControl, { lost }: KnockState, at: number): boolean {
  return lost[knockSensorOf(settings, at + 1) - 1] === true;
}

function reasonOf(state: KnockState, otherwise: 'outside' | 'listening'): KnockStateId {
  if (state.lost.includes(true)) return 'lost';
  return state.retardDeg.some((deg) => deg > 0) ? 'pulling' : otherwise;
}

/** What a cylinder’s spark is pulled by now, °. @param cylinder from 1 on. */
export function knockRetardDeg(settings: KnockControl | null, state: KnockState, cylinder: number): number {
  if (settings === null) return 0;
  const at = cylinder - 1;
  const own = state.retardDeg[at];
  if (own === undefined) return 0;
  return isLost(settings, state, at) ? Math.max(own, settings.lostDeg) : own;
}

/** Fuel added to a cylinder for that, %. */
export function knockFuelPercent(settings: KnockControl | null, state: KnockState, cylinder: number): number {
  if (settings === null || settings.fuelPercent === null) return 0;
  return lookUpCurve(settings.fuelPercent, knockRetardDeg(settings, state, cylinder));
}
