import { xoroshiro128plus } from 'pure-rand';
import {
  type InstrumentId,
  INSTRUMENT_IDS,
  type InstrumentInfo,
  INSTRUMENTS,
  type Measured,
} from './instruments';

/** What the instruments show, each in the unit of its entry: one number, or one for each cylinder or throttle; NaN where nothing is read. */
export type Readings = Readonly<Record<InstrumentId, readonly number[]>>;

/** What instruments have come to, each after its own lag, and when, s: plain data. */
export interface InstrumentsState {
  atS: number;
  readonly shown: Record<string, number[]>;
}

/** Instruments that have read nothing yet. */
export function instrumentsAtRest(): InstrumentsState {
  return { atS: -Infinity, shown: {} };
}

/**
 * What every instrument reads now: the truth after its lag, off by an error of its own that stays as it is (the same for the same
 * seed, never more than it states), in its own steps.
 */
export function readInstruments(at: Measured, state: InstrumentsState, seed: number): Readings {
  const { timeS } = at.plant;
  const sinceS = Math.max(0, timeS - state.atS);
  state.atS = timeS;
  const read = INSTRUMENT_IDS.map((id, place) => {
    const info: InstrumentInfo = INSTRUMENTS[id];
    const { error, step, lagS, truth, fromZero = false, inTurn = false } = info;
    const before = state.shown[id] ?? [];
    const now = truth(at).map((value, i) => lagged(before[i] ?? NaN, value, lagS, sinceS));
    state.shown[id] = now;
    // Less than what it states by half a step, which rounding may add.
    const most = Math.max(0, error - step / 2);
    const shown = now.map(
      (value, i) => step * Math.round((value + most * drawn(seed, place, inTurn ? 0 : i)) / step),
    );
    return [id, fromZero ? shown.map((value) => Math.max(0, value)) : shown] as const;
  });
  return Object.fromEntries(read) as unknown as Readings;
}

function lagged(before: number, value: number, lagS: number, sinceS: number): number {
  if (Number.isNaN(before) || lagS === 0 || !Number.isFinite(sinceS)) return value;
  return before + (value - before) * (1 - Math.exp(-sinceS / lagS));
}

/** Numbers of a generator that are not looked at: its first are alike for neighbouring seeds. */
const SKIPPED = 32;

/** An error of an instrument, −1…1, by seed, instrument and place. */
function drawn(seed: number, place: number, i: number): number {
  const random = xoroshiro128plus(INSTRUMENT_IDS.length * (seed * MOST_PLACES + i) + place);
  for (let skipped = 0; skipped < SKIPPED; skipped += 1) random.unsafeNext();
  return random.unsafeNext() / 0x80000000;
}

/** More places than an instrument has readings of. */
const MOST_PLACES = 16;
