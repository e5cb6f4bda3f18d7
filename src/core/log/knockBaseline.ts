import { CHANNEL_IDS, CHANNELS, PHASE } from '../channel';
import { leastSquares } from '../numeric';
import { THRESHOLD_MARGIN, usualNoiseV } from '../sensors';
import type { Log, LogColumn } from './log';

/** Noise without knock, by speed, as a log of a pull has it: its upper envelope, V. */
export interface CleanNoise {
  readonly speedsRpm: readonly number[];
  readonly noiseV: readonly number[];
}

/** What a log says of noise without knock, or why it says nothing. */
export type KnockBaseline =
  | { readonly ok: true; readonly noise: CleanNoise }
  | { readonly ok: false; readonly why: 'noKnockSensor' | 'noPull' | 'tooFewSpeeds' }
  | { readonly ok: false; readonly why: 'knocks'; readonly atRpm: number; readonly times: number };

/** Samples are gathered by so many rev/min; a stretch with fewer of them says nothing. */
const BY_RPM = 400;
const LEAST_SAMPLES = 6;
/** A pull: throttle above this, %, with the engine warm, °C. */
const THROTTLE_PERCENT = 60;
const WARM_C = 60;
/** Stretches that a pull must have. */
const LEAST_STRETCHES = 5;
/** Noise is spread by some ten per cent; a reading so many times the middle of its cylinder’s is no noise. */
const KNOCK_TIMES = 1.4;
/** Noise rises by a power of speed, which is within these; a stretch so many times louder than the quiet ones is not noise either. */
const EXPONENTS = { least: 1, most: 2 } as const;
const STRETCH_TIMES = 1.25;

/**
 * Noise without knock from a pull. What knocks stands out among its like, or a whole stretch among its neighbours: then the log is
 * refused, and nothing is taken from it.
 */
export function knockBaseline({ columns, timeS }: Log): KnockBaseline {
  const heard = heardColumns(columns);
  const { speed, throttle, coolant, phase } = columns;
  if (heard.length === 0 || speed === undefined) return { ok: false, why: 'noKnockSensor' };
  const stretches = new Map<number, number[][]>();
  for (let i = 0; i < timeS.length; i += 1) {
    const pulls =
      (phase?.[i] ?? PHASE.running) === PHASE.running &&
      (throttle?.[i] ?? 0) >= THROTTLE_PERCENT &&
      (coolant?.[i] ?? WARM_C) >= WARM_C;
    if (!pulls) continue;
    const rpm = speed[i] as number;
    const stretch = Math.floor(rpm / BY_RPM);
    // As it would be in the middle of its stretch: within one, noise rises by a third at low speed.
    const asInTheMiddle = usualNoiseV(middleRpm(stretch)) / usualNoiseV(rpm);
    const gathered = stretches.get(stretch) ?? heard.map(() => []);
    stretches.set(stretch, gathered);
    heard.forEach((values, k) => {
      const volts = values[i] as number;
      if (volts > 0) gathered[k]?.push(volts * asInTheMiddle);
    });
  }
  if (stretches.size === 0) return { ok: false, why: 'noPull' };
  return envelope(stretches);
}

/** The noise of each cylinder, or the one channel of all where no cylinder has its own. */
function heardColumns(columns: Log['columns']): LogColumn[] {
  const own = CHANNEL_IDS.filter((id) => id.startsWith('knockNoise') && 'cylinder' in CHANNELS[id]);
  const found = own.map((id) => columns[id]).filter((values) => values?.some((value) => value > 0) === true);
  const all = columns.knockNoise;
  if (found.length > 0) return found as LogColumn[];
  return all?.some((value) => value > 0) === true ? [all] : [];
}

function envelope(stretches: ReadonlyMap<number, readonly (readonly number[])[]>): KnockBaseline {
  const found = [...stretches]
    .map(([stretch, cylinders]) => {
      const told = cylinders.filter((volts) => volts.length >= LEAST_SAMPLES);
      const most = told.map((volts) => Math.max(...volts));
      const times = told.map((volts, i) => (most[i] as number) / middleOf(volts));
      return {
        rpm: middleRpm(stretch),
        count: told.length,
        noiseV: Math.max(0, ...most),
        times: Math.max(0, ...times),
      };
    })
    .filter(({ count }) => count > 0)
    .sort((a, b) => a.rpm - b.rpm);
  const loud = found.find(({ times }) => times > KNOCK_TIMES);
  if (loud !== undefined) return { ok: false, why: 'knocks', atRpm: loud.rpm, times: loud.times };
  if (found.length < LEAST_STRETCHES) return { ok: false, why: 'tooFewSpeeds' };
  const exponent = risesBy(found);
  const shares = found.map(({ rpm, noiseV }) => noiseV / rpm ** exponent);
  const usual = quietOf(shares);
  const louder = found.findIndex((_, i) => (shares[i] as number) > STRETCH_TIMES * usual);
  if (louder >= 0) {
    const { rpm } = found[louder] as (typeof found)[number];
    return { ok: false, why: 'knocks', atRpm: rpm, times: (shares[louder] as number) / usual };
  }
  return {
    ok: true,
    noise: { speedsRpm: found.map(({ rpm }) => rpm), noiseV: found.map(({ noiseV }) => noiseV) },
  };
}

/** The power of speed by which noise rises, by the line through logarithms. */
function risesBy(found: readonly { readonly rpm: number; readonly noiseV: number }[]): number {
  const line = leastSquares(
    found.map(({ rpm }) => [1, Math.log(rpm)]),
    found.map(({ noiseV }) => Math.log(noiseV)),
  );
  return Math.min(EXPONENTS.most, Math.max(EXPONENTS.least, line?.[1] ?? EXPONENTS.least));
}

/** A quarter of them are below. */
function quietOf(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 4)] ?? NaN;
}

function middleRpm(stretch: number): number {
  return (stretch + 0.5) * BY_RPM;
}

function middleOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? NaN;
}

/** Threshold at a speed, V: the clean noise there, held beyond the ends of the pull, with a margin. */
export function thresholdFrom({ speedsRpm, noiseV }: CleanNoise, speedRpm: number): number {
  const next = speedsRpm.findIndex((rpm) => rpm >= speedRpm);
  const at = (i: number) => noiseV[i] as number;
  if (next === 0) return THRESHOLD_MARGIN * at(0);
  if (next < 0) return THRESHOLD_MARGIN * at(noiseV.length - 1);
  const [from, to] = [speedsRpm[next - 1] as number, speedsRpm[next] as number];
  const share = (speedRpm - from) / (to - from);
  return THRESHOLD_MARGIN * (at(next - 1) * (1 - share) + at(next) * share);
}

/**
 * What each cell of a threshold map is over clean noise, V: by its speeds, rev/min.
 * @param limits of the map’s values, and its decimals.
 */
export function thresholdCells(
  noise: CleanNoise,
  speedsRpm: readonly number[],
  { min, max, decimals }: { readonly min: number; readonly max: number; readonly decimals: number },
): { readonly index: number; readonly value: number }[] {
  return speedsRpm.map((rpm, index) => ({
    index,
    value: Number(Math.min(max, Math.max(min, thresholdFrom(noise, rpm))).toFixed(decimals)),
  }));
}
