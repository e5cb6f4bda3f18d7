import { AT, type ChannelId, CHANNELS, type Frame, LOST_BIT, read } from '@/core/channel';

/** Channels of sensors that never rest while an engine turns: what they measure pulses, and a converter has noise. */
const NEVER_REST = {
  manifoldPressure: LOST_BIT.map,
  fuelPressure: LOST_BIT.fuelPressure,
  oilPressure: LOST_BIT.oilPressure,
} as const satisfies Partial<Record<ChannelId, number>>;

type Watched = keyof typeof NEVER_REST;
const WATCHED = Object.keys(NEVER_REST) as Watched[];

/** So long the same number, to its last digit, and it is frozen, s of the engine computer’s clock. */
const FROZEN_S = 5;
/** An engine that turns slower is no judge, rev/min. */
const TURNS_RPM = 400;

/** Since when each number is what it is, s; null while nothing is known. */
export type FrozenState = Record<Watched, { value: number; sinceS: number } | null>;

export function nothingFrozen(): FrozenState {
  return { manifoldPressure: null, fuelPressure: null, oilPressure: null };
}

/** Takes one more sample in. @returns the names of those that are frozen. */
export function stepFrozen(state: FrozenState, frame: Frame): string[] {
  const timeS = read(frame, AT.time);
  const turns = read(frame, AT.speed) >= TURNS_RPM;
  const lost = read(frame, AT.sensorsLost);
  return WATCHED.filter((id) => {
    const value = read(frame, AT[id]);
    const was = state[id];
    // What stands in for a sensor that is not fitted rests for good.
    const isRead = Number.isFinite(value) && value !== CHANNELS[id].rest;
    const isJudged = turns && isRead && (lost & NEVER_REST[id]) === 0;
    if (!isJudged || was === null || was.value !== value || timeS < was.sinceS) {
      state[id] = isJudged ? { value, sinceS: timeS } : null;
      return false;
    }
    return timeS - was.sinceS >= FROZEN_S;
  }).map((id) => CHANNELS[id].label);
}
