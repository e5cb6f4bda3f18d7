import { lookUpStraightOn } from '@/core/numeric';
import { pullUpVolts, thermistorOhm } from '@/core/sensors';
import { faultSize, type SensorFault } from '../car';
import { type PinSignal, SEEN, type Signal, type Truth } from './signals';

/** What sensors and pins remember from sample to sample: plain data. */
export interface SamplingState {
  /** State of the chance that noise is drawn from. */
  chance: number;
  /** Of each input: what a slow sensor has come to and when, s; and what was last given. */
  lagged: Float64Array;
  laggedS: Float64Array;
  given: Float64Array;
}

/** Nothing sampled yet. */
export function samplingAtRest(inputs: number, seed: number): SamplingState {
  return {
    chance: (seed * 0x9e3779b1) >>> 0,
    laggedS: new Float64Array(inputs),
    lagged: new Float64Array(inputs).fill(NaN),
    given: new Float64Array(inputs).fill(NaN),
  };
}

/** A copy that shares nothing with its original. */
export function copiedSampling(state: SamplingState): SamplingState {
  return {
    ...state,
    lagged: state.lagged.slice(),
    laggedS: state.laggedS.slice(),
    given: state.given.slice(),
  };
}

/** What a signal was last for: a thermistor’s resistance is found by steps, and its temperature seldom changes. */
export interface LastSignal {
  seen: number;
  at: number;
}

/**
 * Samples every input: the sensor with its fault, the pin, noise and the steps of the converter.
 * @param faults of each input; null where there is none.
 * @param count how many inputs, from the first on, are sampled now.
 * @param out what arrives at each, V or Hz.
 */
export function sampleSignals(
  pins: readonly PinSignal[],
  truth: Truth,
  faults: readonly (SensorFault | null)[],
  last: readonly LastSignal[],
  state: SamplingState,
  timeS: number,
  count: number,
  out: Float64Array,
): void {
  for (let i = 0; i < count; i += 1) {
    const pin = pins[i] as PinSignal;
    const fault = faults[i] ?? null;
    signalNow(pin.signal, truth, last[i] as LastSignal, out, i);
    const sound = out[i] as number;
    const at = fault === null ? sound : faulty(pin, fault, i, state, timeS, sound);
    const noise = pin.noise + (fault?.kind === 'noisy' ? faultSize(fault) : 0);
    const shaken = noise === 0 ? at : at + noise * drawn(state);
    const within = Math.min(pin.high, Math.max(pin.low, shaken));
    const converted = pin.step === 0 ? within : Math.round(within * pin.stepsEach) * pin.step;
    state.given[i] = converted;
    out[i] = converted;
  }
}

/** Half of what a gap takes of a track, V. */
const GAP_V = 0.06;

function faulty(
  { open, high }: PinSignal,
  fault: SensorFault,
  i: number,
  state: SamplingState,
  timeS: number,
  sound: number,
): number {
  switch (fault.kind) {
    case 'unplugged':
      return open;
    case 'shortedLow':
      return 0;
    case 'shortedHigh':
      return high;
    case 'stuck': {
      const given = state.given[i] as number;
      return Number.isNaN(given) ? sound : given;
    }
    case 'offset':
      return sound + faultSize(fault);
    case 'noisy':
      return sound;
    case 'gap':
      return Math.abs(sound - faultSize(fault)) < GAP_V ? 0 : sound;
    case 'slow': {
      const before = state.lagged[i] as number;
      const sinceS = Math.max(0, timeS - (state.laggedS[i] as number));
      state.laggedS[i] = timeS;
      const after = Number.isNaN(before)
        ? sound
        : before + ((sound - before) * sinceS) / (faultSize(fault) + sinceS);
      state.lagged[i] = after;
      return after;
    }
  }
}

/** What a sound sensor gives, into its place; nothing, where there is nothing to read. */
function signalNow(signal: Signal, truth: Truth, last: LastSignal, out: Float64Array, place: number): void {
  switch (signal.kind) {
    case 'still':
      out[place] = signal.at;
      return;
    case 'gear':
      out[place] = signal.points.find(({ gear }) => gear === truth[SEEN.gear])?.volts ?? 0;
      return;
    case 'switch':
      out[place] = (truth[signal.sees] as number) > 0 ? signal.heldV : signal.freeV;
      return;
    case 'line': {
      const above = signal.gauge ? (truth[SEEN.barometricKpa] as number) : 0;
      const seen = (truth[signal.sees] as number) - above;
      const { ends } = signal;
      out[place] = Number.isNaN(seen)
        ? 0
        : Math.min(ends.high, Math.max(ends.low, lookUpStraightOn(signal.signal, seen)));
      return;
    }
    case 'thermistor': {
      const seen = truth[signal.sees] as number;
      if (seen !== last.seen) {
        last.seen = seen;
        last.at = pullUpVolts(signal.divider, thermistorOhm(signal.curve, seen));
      }
      out[place] = last.at;
    }
  }
}

/** The next number of a plain chance, −1…1. */
function drawn(state: SamplingState): number {
  state.chance = (Math.imul(state.chance, 1664525) + 1013904223) >>> 0;
  return state.chance / 0x80000000 - 1;
}
