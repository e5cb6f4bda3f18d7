import { PHASE } from '../../channel';
import { SYNC } from '../../decoding';

/** What a start looked like from outside, sample by sample; one that never came is NaN. */
export interface SeenStart {
  readonly eachS: number;
  readonly speed: readonly number[];
  readonly phase: readonly number[];
  readonly sync: readonly number[];
  readonly battery: readonly number[];
  readonly injectorOpening: readonly number[];
}

/** A start in the order in which it comes about; times from the first tooth on, s, and null for what never came. */
export interface Fire {
  /** It never turned, turned without a charge that pulled, ran and stood again or was cranked again, or runs at the end. */
  readonly end: 'never turned' | 'never ran' | 'died' | 'runs';
  readonly restV: number;
  readonly lowestV: number;
  readonly crankingRpm: number | null;
  readonly syncAfterS: number | null;
  readonly fuelAfterS: number | null;
  readonly ranAfterS: number | null;
  /** How long it ran at the end, or before it stood again, s. */
  readonly ranForS: number;
}

/** A start is looked for from this speed on, rev/min: below it is an edge or two of a wheel that rocks. */
const TURNS_RPM = 40;
/** An engine that has run for so long at the end runs, s. */
const RUNS_FOR_S = 2;

/** Reads a start off what was sent while the starter was held. */
export function fireOf(seen: SeenStart): Fire {
  const { eachS, speed, phase, battery } = seen;
  const came = speed.flatMap((rpm, i) => (Number.isFinite(rpm) ? [i] : []));
  const first = came.find((i) => (speed[i] ?? 0) >= TURNS_RPM);
  const volts = battery.filter(Number.isFinite);
  const atRest = battery.slice(0, first).filter(Number.isFinite);
  const restV = Math.max(...(atRest.length === 0 ? volts : atRest));
  const lowestV = Math.min(...volts);
  if (first === undefined) {
    const nothing = { crankingRpm: null, syncAfterS: null, fuelAfterS: null, ranAfterS: null };
    return { end: 'never turned', restV, lowestV, ...nothing, ranForS: 0 };
  }
  const turning = came.filter((i) => i >= first);
  const after = (is: (i: number) => boolean): number | null => {
    const at = turning.find(is);
    return at === undefined ? null : (at - first) * eachS;
  };
  const runs = (i: number) => phase[i] === PHASE.running && (speed[i] ?? 0) >= TURNS_RPM;
  const lastRan = turning.filter(runs).at(-1);
  const beforeIt = turning.filter((i) => i < (lastRan ?? 0) && !runs(i)).at(-1) ?? first;
  const ranForS = lastRan === undefined ? 0 : (lastRan - beforeIt) * eachS;
  const runsNow = lastRan !== undefined && lastRan === turning.at(-1) && ranForS >= RUNS_FOR_S;
  return {
    end: lastRan === undefined ? 'never ran' : runsNow ? 'runs' : 'died',
    restV,
    lowestV,
    crankingRpm: middle(turning.filter((i) => !runs(i)).map((i) => speed[i] ?? 0)),
    syncAfterS: after((i) => (seen.sync[i] ?? 0) > SYNC.none),
    fuelAfterS: after((i) => (seen.injectorOpening[i] ?? 0) > 0),
    ranAfterS: after(runs),
    ranForS,
  };
}

function middle(values: readonly number[]): number | null {
  const turned = values.filter((rpm) => rpm >= TURNS_RPM).sort((a, b) => a - b);
  return turned[Math.floor(turned.length / 2)] ?? null;
}
