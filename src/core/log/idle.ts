import { IDLE_CODE, PHASE } from '../channel';
import { type Surge, surgeOf } from '../control';
import { type Log, logged } from './log';

/** How an engine idled in a log. */
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
export function idleFactsOf(log: Log): IdleFacts | null {
  const { timeS, columns } = log;
  if (columns.phase === undefined) return null;
  const samples = timeS.length;
  const rateHz = samples < 2 ? 0 : (samples - 1) / ((timeS[samples - 1] as number) - (timeS[0] as number));
  if (!(rateHz > 0)) return null;
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
    since = idles(log, i) ? since + 1 : 0;
    if (since <= SETTLES_S * rateHz) {
      end();
      continue;
    }
    const speed = logged(log, 'speed', i);
    stretch.push(speed);
    off.push(speed - logged(log, 'idleTarget', i));
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

function idles(log: Log, i: number): boolean {
  if (logged(log, 'phase', i) !== PHASE.running) return false;
  const state = logged(log, 'idleState', i);
  if (state > IDLE_CODE.off) return state > IDLE_CODE.outside;
  return logged(log, 'throttle', i) < IDLES.throttle && logged(log, 'speed', i) < IDLES.rpm;
}
