import { IDLE_CODE, PHASE } from '@/core/channel';
import { type Surge, surgeOf } from '@/core/control';
import type { DriveTrace } from './recording';

/** How the engine idled in a drive. */
export interface IdleFacts {
  /** How long, s, the first moments of each idle left out. */
  readonly forS: number;
  /** Speed beside its target: on average, and the most it fell below and rose above, rev/min; NaN without a target. */
  readonly meanOffRpm: number;
  readonly lowestOffRpm: number;
  readonly highestOffRpm: number;
  readonly surge: Surge | null;
}

/** Idling, where nothing controls it: throttle closed and no faster than this, % and rev/min. */
const IDLES = { throttle: 1.5, rpm: 2200 } as const;
/** It settles for so long, and a stretch has to last as long to be looked at for a surge, s. */
const SETTLES_S = 2;
const STRETCH_S = 8;

/** How it idled; null where it hardly did. */
export function idleFactsOf({ columns, samples, rateHz }: DriveTrace): IdleFacts | null {
  const off: number[] = [];
  let surge: Surge | null = null;
  let stretch: number[] = [];
  const end = () => {
    const found = stretch.length >= STRETCH_S * rateHz ? surgeOf(stretch, rateHz) : null;
    if (found !== null && found.swingRpm > (surge?.swingRpm ?? 0)) surge = found;
    stretch = [];
  };
  let since = 0;
  for (let i = 0; i < samples; i += 1) {
    const state = columns.idleState[i] as number;
    const speed = columns.speed[i] as number;
    const closed = (columns.throttle[i] as number) < IDLES.throttle && speed < IDLES.rpm;
    const controlled = state !== IDLE_CODE.off;
    const idling = columns.phase[i] === PHASE.running && (controlled ? state > IDLE_CODE.outside : closed);
    since = idling ? since + 1 : 0;
    if (since <= SETTLES_S * rateHz) {
      end();
      continue;
    }
    stretch.push(speed);
    off.push(speed - (columns.idleTarget[i] as number));
  }
  end();
  if (off.length < SETTLES_S * rateHz) return null;
  return {
    forS: off.length / rateHz,
    meanOffRpm: off.reduce((sum, value) => sum + value, 0) / off.length,
    lowestOffRpm: off.reduce((least, value) => Math.min(least, value), Infinity),
    highestOffRpm: off.reduce((most, value) => Math.max(most, value), -Infinity),
    surge,
  };
}
