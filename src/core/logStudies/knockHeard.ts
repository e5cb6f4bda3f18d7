import { CHANNEL_IDS, CHANNELS, PHASE } from '../channel';
import type { KnockControl } from '../control';
import { type Log, logged } from '../log';
import { lookUpCurve, quantile } from '../numeric';

/** Why what was heard may be no knock. */
export const DOUBTS = {
  cold: 'with a cold engine, whose pistons are loud',
  lightLoad: 'at light load, where nothing knocks',
  changing: 'as load or gear changed',
  together: 'once in most cylinders, as a blow or a loose wire is',
  hardlyOver: 'once, less than a tenth over the threshold',
} as const;
export type Doubt = keyof typeof DOUBTS;
export const DOUBT_IDS = Object.keys(DOUBTS) as Doubt[];

/** Noise over the threshold, in one cylinder. */
export interface Heard {
  readonly atS: number;
  /** From 1; 0 where all are heard as one. */
  readonly cylinder: number;
  readonly speedRpm: number;
  readonly manifoldKpa: number;
  readonly sparkDeg: number;
  /** Times the threshold at its loudest. */
  readonly times: number;
  /** Null where nothing speaks against its being a knock. */
  readonly doubt: Doubt | null;
}

/** What a threshold would have heard in a log. */
export interface KnockHeard {
  readonly heard: readonly Heard[];
  /** How long it listened, s. */
  readonly listenedS: number;
  /** By cylinder: its noise under load against that of the middle one; none where all are heard as one. */
  readonly byCylinder: readonly { readonly cylinder: number; readonly noiseShare: number }[];
}

/** A cylinder over its threshold again within this is the same knock still ringing in its channel, s. */
const STILL_S = 0.3;
/** Below this share of the pressure outside, or with the foot up beyond so much, load is light. */
const LIGHT = { pressureShare: 0.75, throttlePercent: 30 } as const;
const COLD_C = 60;
/** Load changes where the throttle moves by so much within so long, or the gear does, s. */
const CHANGES = { throttlePercent: 15, withinS: 0.3 } as const;
const HARDLY = 1.1;
/** Cylinders that are heard within so long of each other are heard at once, s; most of them is more than half. */
const AT_ONCE_S = 0.06;
/** With nothing else heard for so long before and after it, s, something stands alone. */
const ALONE_S = 3;
/** Load that noise is compared under, %, and with so few samples it is not. */
const UNDER_LOAD_PERCENT = 60;
const FEWEST = 20;

/**
 * What a threshold would have heard in a log that it was not made from, and how much of that is doubtful.
 * @param control how knock is listened for: its speeds, threshold and factors.
 * @param barometricKpa pressure outside.
 * @returns null for a log without knock noise.
 */
export function knockHeard(log: Log, control: KnockControl, barometricKpa: number): KnockHeard | null {
  const columns = noiseColumns(log);
  if (columns.length === 0) return null;
  const { timeS } = log;
  const over: Heard[] = [];
  const last = columns.map(() => ({ atS: -Infinity, place: -1 }));
  let listenedS = 0;
  for (let i = 0; i < timeS.length; i += 1) {
    const speedRpm = logged(log, 'speed', i);
    const runs = (log.columns.phase?.[i] ?? PHASE.running) === PHASE.running;
    if (!runs || !(speedRpm >= control.speedFromRpm && speedRpm <= control.speedToRpm)) continue;
    const atS = timeS[i] as number;
    listenedS += Math.min(0.5, (timeS[i + 1] ?? atS) - atS);
    columns.forEach(({ cylinder, values }, k) => {
      const times = (values[i] as number) / thresholdAt(control, log, i, cylinder);
      if (!(times > 1)) return;
      const own = last[k] as (typeof last)[number];
      const goesOn = atS - own.atS <= STILL_S;
      own.atS = atS;
      const before = over[own.place];
      if (goesOn && before !== undefined) {
        if (times > before.times) over[own.place] = { ...before, times };
        return;
      }
      own.place = over.length;
      over.push({
        atS,
        cylinder,
        speedRpm,
        manifoldKpa: logged(log, 'manifoldPressure', i),
        sparkDeg: logged(log, 'sparkAdvance', i),
        times,
        doubt: doubtAt(log, i, barometricKpa),
      });
    });
  }
  return { heard: judged(over, columns.length), listenedS, byCylinder: noiseShares(log, columns) };
}

interface NoiseColumn {
  readonly cylinder: number;
  readonly values: ArrayLike<number>;
}

/** The noise of each cylinder, or the one channel of all. */
function noiseColumns({ columns }: Log): NoiseColumn[] {
  const own = CHANNEL_IDS.filter((id) => id.startsWith('knockNoise') && 'cylinder' in CHANNELS[id]);
  const found = own.flatMap((id, i): NoiseColumn[] => {
    const values = columns[id];
    return values?.some((volts) => volts > 0) === true ? [{ cylinder: i + 1, values }] : [];
  });
  const all = columns.knockNoise;
  if (found.length > 0 || all?.some((volts) => volts > 0) !== true) return found;
  return [{ cylinder: 0, values: all }];
}

function thresholdAt(
  { thresholdV, coolant, factor }: KnockControl,
  log: Log,
  i: number,
  cylinder: number,
): number {
  const warm = logged(log, 'coolant', i);
  return (
    lookUpCurve(thresholdV, logged(log, 'speed', i)) *
    (coolant === null || Number.isNaN(warm) ? 1 : lookUpCurve(coolant, warm)) *
    (factor === null || cylinder === 0 ? 1 : lookUpCurve(factor, cylinder))
  );
}

/** What speaks against a knock at a sample, as far as a sample by itself says. */
function doubtAt(log: Log, i: number, barometricKpa: number): Doubt | null {
  if (logged(log, 'coolant', i) < COLD_C) return 'cold';
  if (
    logged(log, 'manifoldPressure', i) < LIGHT.pressureShare * barometricKpa ||
    logged(log, 'throttle', i) < LIGHT.throttlePercent
  )
    return 'lightLoad';
  const atS = log.timeS[i] as number;
  for (const step of [-1, 1]) {
    for (let k = i + step; k >= 0 && k < log.timeS.length; k += step) {
      if (Math.abs((log.timeS[k] as number) - atS) > CHANGES.withinS) break;
      if (Math.abs(logged(log, 'throttle', k) - logged(log, 'throttle', i)) > CHANGES.throttlePercent)
        return 'changing';
      if (Math.abs(logged(log, 'gear', k) - logged(log, 'gear', i)) > 0.5) return 'changing';
    }
  }
  return null;
}

/**
 * The same, with what is told by all of them, which come in time. Knock comes again and again where spark is too far, and one that is
 * held back by its control hovers about the threshold: only what stands alone is doubted for being in most cylinders at once, or
 * hardly over.
 */
function judged(over: readonly Heard[], cylinders: number): Heard[] {
  return over.map((one, i) => {
    if (one.doubt !== null) return one;
    const together = new Set([one.cylinder]);
    for (const step of [-1, 1]) {
      for (let k = i + step; ; k += step) {
        const other = over[k];
        const offS = other === undefined ? Infinity : Math.abs(other.atS - one.atS);
        if (other === undefined || offS > ALONE_S) break;
        if (offS > AT_ONCE_S) return one;
        together.add(other.cylinder);
      }
    }
    if (cylinders > 2 && together.size > cylinders / 2) return { ...one, doubt: 'together' };
    return one.times < HARDLY ? { ...one, doubt: 'hardlyOver' } : one;
  });
}

/** The noise of each cylinder under load over that of the middle one, by its median. */
function noiseShares(log: Log, columns: readonly NoiseColumn[]): KnockHeard['byCylinder'] {
  if (columns.length < 2) return [];
  const loaded = Array.from(log.timeS, (_, i) => i).filter(
    (i) => logged(log, 'throttle', i) >= UNDER_LOAD_PERCENT && !(logged(log, 'coolant', i) < COLD_C),
  );
  if (loaded.length < FEWEST) return [];
  const medians = columns.map(({ cylinder, values }) => ({
    cylinder,
    // Noise rises with speed: at each sample a cylinder is compared with the others of that sample.
    share: quantile(
      loaded.map((i) => (values[i] as number) / middleAt(columns, i)),
      0.5,
    ),
  }));
  return medians.map(({ cylinder, share }) => ({ cylinder, noiseShare: share }));
}

function middleAt(columns: readonly NoiseColumn[], i: number): number {
  return quantile(
    columns.map(({ values }) => values[i] as number),
    0.5,
  );
}
