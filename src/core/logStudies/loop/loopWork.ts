import { LOOP_CODE } from '../../channel';
import type { Log, LogColumn } from '../../log';

/** Why a reading was not that of the mixture while the loop acted on it. */
export const LIED = {
  limiter: 'a limiter cut',
  overrun: 'fuel was cut on overrun, or had just come back',
  pipe: 'air came back into a short exhaust, or passed through with the valves open together',
  misfire: 'charges did not burn',
} as const;
export type LiedId = keyof typeof LIED;
export const LIED_IDS = Object.keys(LIED) as LiedId[];

/** What the loop did on one kind of false reading. */
export interface LiedTo {
  readonly seconds: number;
  /** The farthest that its trim stood from none meanwhile, as a factor. */
  readonly farthest: number;
}

/** A place at which the loop stood at its limit. */
export interface AtLimit {
  readonly speedRpm: number;
  readonly manifoldKpa: number;
  readonly seconds: number;
  /** Trim there, in the mean. */
  readonly trim: number;
}

/** How a closed loop worked in a log. */
export interface LoopWork {
  /** Seconds that it acted, and those of them at its limit. */
  readonly actedS: number;
  readonly atLimitS: number;
  /** Where that was, longest first. */
  readonly places: readonly AtLimit[];
  readonly lied: Readonly<Record<LiedId, LiedTo>>;
  /** How far it went beyond, as a share of what it had to put right, in the middle of so many times; null with too few. */
  readonly overshoot: number | null;
  readonly times: number;
}

/** Behind a cut its exhaust is still read, s. */
const READ_LATE_S = 1;
/** Lambda this much over what is wanted is a charge that did not burn. */
const UNBURNT = 1.3;
/** Places are as large as this, and so many are told. */
const PLACE = { rpm: 500, kpa: 20, most: 3, leastS: 1 } as const;
/** More fields of pressure than there are. */
const FIELDS = 1000;
/** A sample stands for no more than this, s. */
const LONGEST_S = 0.25;
/** Something to put right: so far off at least, as a logarithm, watched for so long, s, and read as the mean of so many. */
const OFF = { ln: 0.03, forS: 3, mean: 5 } as const;
const LEAST_TIMES = 3;

/**
 * How a closed loop worked in a log: where it stood at its limit, on what readings it acted that were not the mixture’s, how far it
 * overshot. Null where the log has no loop that acted.
 * @param isFalse whether a sensor reads something else than the mixture at a speed and a pressure.
 */
export function loopWork(
  log: Log,
  isFalse: (speedRpm: number, manifoldKpa: number) => boolean,
): LoopWork | null {
  const { timeS, columns } = log;
  const states = columns.loopState;
  if (states === undefined) return null;
  const { cutShare, overrunCut, speed, manifoldPressure } = columns;
  const trims = trimsOf(columns);
  const overs = readOver(columns, timeS.length);
  const acts = (i: number) => states[i] === LOOP_CODE.active || states[i] === LOOP_CODE.atLimit;
  const lied = Object.fromEntries(LIED_IDS.map((id) => [id, { seconds: 0, farthest: 1 }])) as Record<
    LiedId,
    { seconds: number; farthest: number }
  >;
  const places = new Map<number, { sumRpm: number; sumKpa: number; sumTrim: number; seconds: number }>();
  let [actedS, atLimitS] = [0, 0];
  let [cutUntilS, overrunUntilS] = [-Infinity, -Infinity];
  for (let i = 0; i < timeS.length; i += 1) {
    const atS = timeS[i] as number;
    if (at(cutShare, i) > 0) cutUntilS = atS + READ_LATE_S;
    if (at(overrunCut, i) > 0) overrunUntilS = atS + READ_LATE_S;
    if (!acts(i)) continue;
    const standsS = i + 1 < timeS.length ? Math.min(LONGEST_S, (timeS[i + 1] as number) - atS) : 0;
    const rpm = at(speed, i);
    const kpa = at(manifoldPressure, i);
    const trim = trims(i);
    actedS += standsS;
    if (states[i] === LOOP_CODE.atLimit) {
      atLimitS += standsS;
      const key = placeKey(rpm, kpa, trim > 1);
      const place = places.get(key) ?? { sumRpm: 0, sumKpa: 0, sumTrim: 0, seconds: 0 };
      place.sumRpm += standsS * rpm;
      place.sumKpa += standsS * kpa;
      place.sumTrim += standsS * trim;
      place.seconds += standsS;
      places.set(key, place);
    }
    const why = liedAt(overs[i] as number, atS < cutUntilS, atS < overrunUntilS, isFalse(rpm, kpa));
    if (why === null) continue;
    const kind = lied[why];
    kind.seconds += standsS;
    if (Math.abs(Math.log(trim)) > Math.abs(Math.log(kind.farthest))) kind.farthest = trim;
  }
  if (actedS === 0) return null;
  const over = overshoots(timeS, overs, acts);
  return {
    actedS,
    atLimitS,
    places: [...places.values()]
      .filter(({ seconds }) => seconds >= PLACE.leastS)
      .sort((a, b) => b.seconds - a.seconds)
      .slice(0, PLACE.most)
      .map(({ sumRpm, sumKpa, sumTrim, seconds }) => ({
        speedRpm: sumRpm / seconds,
        manifoldKpa: sumKpa / seconds,
        trim: sumTrim / seconds,
        seconds,
      })),
    lied,
    overshoot: over.length < LEAST_TIMES ? null : (over[Math.floor(over.length / 2)] as number),
    times: over.length,
  };
}

/** A place as one number: its field of speeds, its field of pressures, and on which side the trim stands. */
function placeKey(rpm: number, kpa: number, adds: boolean): number {
  return 2 * (field(rpm, PLACE.rpm) * FIELDS + field(kpa, PLACE.kpa)) + (adds ? 1 : 0);
}

/** The field that a value stands in; all of what was not logged in one of its own. */
function field(value: number, size: number): number {
  return Number.isNaN(value) ? FIELDS - 1 : Math.floor(value / size);
}

/** A channel at a sample; NaN where it was not logged. */
function at(column: LogColumn | undefined, i: number): number {
  return column?.[i] ?? NaN;
}

/** The trim that stands further from none at a sample; 1 where none was logged. */
function trimsOf({ lambdaTrim, lambdaTrimTwo }: Log['columns']): (i: number) => number {
  return (i) => {
    const one = oneFor(at(lambdaTrim, i));
    if (lambdaTrimTwo === undefined) return one;
    const two = oneFor(at(lambdaTrimTwo, i));
    return Math.abs(Math.log(two)) > Math.abs(Math.log(one)) ? two : one;
  };
}

function oneFor(factor: number): number {
  return factor > 0 ? factor : 1;
}

/** Why what is read at a sample is not the mixture; null where it is. */
function liedAt(over: number, cut: boolean, overrun: boolean, isFalse: boolean): LiedId | null {
  if (overrun) return 'overrun';
  if (cut) return 'limiter';
  if (isFalse) return 'pipe';
  return over > UNBURNT ? 'misfire' : null;
}

/** Lambda read over lambda wanted, of each sample; NaN where either is not known. */
function readOver({ lambdaOne, lambdaTwo, lambdaTarget }: Log['columns'], length: number): Float64Array {
  const overs = new Float64Array(length);
  for (let i = 0; i < length; i += 1) {
    const one = at(lambdaOne, i);
    const two = at(lambdaTwo, i);
    const mean = one > 0 && two > 0 ? (one + two) / 2 : one > 0 ? one : two > 0 ? two : NaN;
    overs[i] = mean / at(lambdaTarget, i);
  }
  return overs;
}

/** How far it went beyond each time that it put something right, as shares, in their order. */
function overshoots(timeS: Float64Array, overs: Float64Array, acts: (i: number) => boolean): number[] {
  const offLn = smoothed(overs.map(Math.log));
  const shares: number[] = [];
  let i = 0;
  while (i < timeS.length) {
    const first = offLn[i] as number;
    if (!acts(i) || !(Math.abs(first) > OFF.ln)) {
      i += 1;
      continue;
    }
    const untilS = (timeS[i] as number) + OFF.forS;
    let [most, beyond, end] = [0, 0, i];
    let crossed = false;
    for (; end < timeS.length && (timeS[end] as number) < untilS && acts(end); end += 1) {
      const off = (offLn[end] as number) * Math.sign(first);
      if (off < 0) crossed = true;
      if (crossed) beyond = Math.max(beyond, -off);
      else most = Math.max(most, off);
    }
    const isWatched = end < timeS.length && (timeS[end] as number) >= untilS;
    if (isWatched && most > OFF.ln) shares.push(beyond / most);
    i = Math.max(i + 1, end);
  }
  return shares.sort((a, b) => a - b);
}

function smoothed(values: Float64Array): Float64Array {
  return values.map((_, i) => {
    let [sum, count] = [0, 0];
    for (let k = Math.max(0, i - OFF.mean + 1); k <= i; k += 1) {
      sum += values[k] as number;
      count += 1;
    }
    return sum / count;
  });
}
