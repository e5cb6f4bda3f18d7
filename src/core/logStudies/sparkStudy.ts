import type { Log } from '../log';
import { logged } from '../log';
import { type Pull, pullsOf } from '../logCompare';
import { bestSpark, type SparkPoint } from './bestSpark';
import { type VehicleFacts, type VehicleTorque, vehicleTorque } from './vehicleTorque';

/** What torque is read from. */
export type TorqueFrom =
  | { readonly kind: 'acceleration' }
  | { readonly kind: 'column'; readonly name: string }
  /** Acceleration, in newton metres by what is typed of the car. */
  | { readonly kind: 'vehicle'; readonly car: VehicleFacts };

/** What a stretch of speed says of the spark there. */
export interface SparkFound {
  readonly speedRpm: number;
  readonly manifoldKpa: number;
  readonly throttlePercent: number;
  /** The gear it was pulled in; 0 where that is not known, or does not matter. */
  readonly gear: number;
  readonly pulls: number;
  /** The advance that it was driven with, least and most, ° BTDC. */
  readonly fromDeg: number;
  readonly toDeg: number;
  /** The least advance that gives the torque, within a third of a per cent, and how sure that is, °; null where it is not told. */
  readonly leastDeg: number | null;
  readonly standardErrorDeg: number;
  /** Why it is not told. */
  readonly unsure: 'spread' | 'rises' | 'scatter' | null;
  /** Torque at the crank of the run nearest to that, or to the most advance; null where it is not read in newton metres. */
  readonly torque: VehicleTorque | null;
  /** The least advance at which it knocked; null where it did not. */
  readonly knocksFromDeg: number | null;
  /** What is advised: the least that gives the torque, and no nearer to knock than two degrees; null for nothing. */
  readonly adviseDeg: number | null;
}

/** What logs say of spark, or why they say nothing. */
export type SparkStudy =
  | {
      readonly ok: true;
      readonly found: readonly SparkFound[];
      readonly pulls: number;
      readonly leftOutForFuel: number;
      /** Pulls in which no lambda was read beside its target: whether their torque is the mixture’s is not known. */
      readonly withoutLambda: number;
      readonly from: TorqueFrom;
    }
  | { readonly ok: false; readonly why: 'noSpark' | 'noPull' }
  /** Fuel comes first: by how much lambda was off its target, a share. */
  | { readonly ok: false; readonly why: 'fuel'; readonly off: number }
  | { readonly ok: false; readonly why: 'oneAdvance'; readonly spreadDeg: number };

/** Pulls are cut in stretches of so many rev/min, and a stretch holds so many samples at the least. */
const BY_RPM = 500;
const LEAST_SAMPLES = 6;
/** Runs are alike within so much manifold pressure, kPa. */
const BY_KPA = 12;
/** A pull for spark has the foot down further than this, %, and a warm engine, °C. */
const THROTTLE_PERCENT = 60;
const WARM_C = 60;
/** Lambda may be off its target by so much, a share: beyond it torque is the mixture’s. */
const FUEL_OFF = 0.03;
/** Advance has to differ by so much among like runs, °. */
const SPREAD_DEG = 4;
/** No nearer to knock, °. */
const FROM_KNOCK_DEG = 2;
/** Surer than this is told, one standard deviation, °: twice as much is what a builder would mind. */
const SURE_DEG = 0.8;
/** Retard that is a knock, °. */
const RETARDS_DEG = 0.4;
const KELVIN = 273.15;
const AT_C = 20;

/** Stretches of like runs. */
interface Group {
  readonly gear: number;
  readonly points: SparkPoint[];
  readonly torques: (VehicleTorque | null)[];
  readonly knocksAt: number[];
  rpm: number;
  kpa: number;
  throttle: number;
}

/**
 * The least spark for the torque, by stretches of speed of like runs: pulls in one gear, or on a brake with torque logged, that
 * differ in advance. Acceleration is torque less what resists at that speed, so the advance with the most of it is that of torque.
 * @param torque what torque is read from; a column of the logs by its name, else acceleration.
 */
export function sparkStudy(logs: readonly Log[], torque: TorqueFrom = { kind: 'acceleration' }): SparkStudy {
  const hasSpark = (log: Log) => log.columns.sparkAdvance?.some((deg) => Number.isFinite(deg)) === true;
  if (!logs.some(hasSpark)) return { ok: false, why: 'noSpark' };
  const pulled = logs.flatMap((log) =>
    pullsFor(log).map((pull) => ({ log, pull, off: lambdaOff(log, pull) })),
  );
  if (pulled.length === 0) return { ok: false, why: 'noPull' };
  const good = pulled.filter(({ off }) => !(Math.abs(off) > FUEL_OFF));
  if (2 * good.length < pulled.length) {
    const offs = pulled.map(({ off }) => Math.abs(off)).filter((off) => !Number.isNaN(off));
    return { ok: false, why: 'fuel', off: Math.max(...offs) };
  }
  const groups = new Map<string, Group>();
  for (const { log, pull } of good) gather(groups, log, pull, torque);
  const alike = [...groups.values()].filter(({ points }) => points.length > 1);
  const widest = Math.max(0, ...alike.map(({ points }) => spreadOf(points)));
  if (widest < SPREAD_DEG) return { ok: false, why: 'oneAdvance', spreadDeg: widest };
  return {
    ok: true,
    found: alike
      .filter(({ points }) => points.length > 2)
      .map(foundOf)
      .sort((a, b) => a.speedRpm - b.speedRpm),
    pulls: good.length,
    leftOutForFuel: pulled.length - good.length,
    withoutLambda: good.filter(({ off }) => Number.isNaN(off)).length,
    from: torque,
  };
}

/** Pulls with the foot far down and the engine warm. */
function pullsFor(log: Log): Pull[] {
  return pullsOf(log).filter(({ from, to }) => {
    const middle = Math.floor((from + to) / 2);
    return logged(log, 'throttle', middle) >= THROTTLE_PERCENT && !(logged(log, 'coolant', middle) < WARM_C);
  });
}

/** How far lambda lay from its target in a pull, as a logarithm; NaN where it was not read. */
function lambdaOff(log: Log, { from, to }: Pull): number {
  let [sum, count] = [0, 0];
  // The first third is what came before, still on its way to the sensor.
  for (let i = from + Math.ceil((to - from) / 3); i <= to; i += 1) {
    const one = logged(log, 'lambdaOne', i);
    const lambda = Number.isNaN(one) ? logged(log, 'lambdaTwo', i) : one;
    const off = Math.log(lambda / logged(log, 'lambdaTarget', i));
    if (!Number.isFinite(off)) continue;
    sum += off;
    count += 1;
  }
  return sum / count;
}

function gather(groups: Map<string, Group>, log: Log, pull: Pull, torque: TorqueFrom): void {
  const column =
    torque.kind === 'column' ? log.own?.find(({ name }) => name === torque.name)?.values : undefined;
  if (torque.kind === 'column' && column === undefined) return;
  // Torque that was measured is no other in another gear.
  const gear = torque.kind === 'column' || Number.isNaN(pull.gear) ? 0 : Math.round(pull.gear);
  const stretches = new Map<number, number[]>();
  for (let i = pull.from; i <= pull.to; i += 1) {
    const stretch = Math.floor(logged(log, 'speed', i) / BY_RPM);
    stretches.set(stretch, [...(stretches.get(stretch) ?? []), i]);
  }
  for (const [stretch, samples] of stretches) {
    if (samples.length < LEAST_SAMPLES) continue;
    const mean = (of: (i: number) => number) => samples.reduce((sum, i) => sum + of(i), 0) / samples.length;
    const kpa = mean((i) => logged(log, 'manifoldPressure', i));
    const sparkDeg = mean((i) => logged(log, 'sparkAdvance', i));
    const airC = mean((i) => logged(log, 'air', i));
    const toAir = Number.isNaN(airC) ? 1 : (airC + KELVIN) / (AT_C + KELVIN);
    const rpm = mean((i) => logged(log, 'speed', i));
    const rises = column === undefined ? accelerationIn(log, samples) : NaN;
    const byCar = torque.kind === 'vehicle' ? vehicleTorque(torque.car, gear, rpm, rises) : null;
    const read = column === undefined ? (byCar?.torqueNm ?? rises) : mean((i) => column[i] as number);
    const measure = read * toAir;
    if (!Number.isFinite(measure + sparkDeg + kpa)) continue;
    const key = `${gear} ${stretch} ${Math.round(kpa / BY_KPA)}`;
    const group = groups.get(key) ?? {
      gear,
      points: [],
      torques: [],
      knocksAt: [],
      rpm: 0,
      kpa: 0,
      throttle: 0,
    };
    groups.set(key, group);
    const before = group.points.length;
    group.rpm = (group.rpm * before + rpm) / (before + 1);
    group.kpa = (group.kpa * before + kpa) / (before + 1);
    group.throttle = (group.throttle * before + mean((i) => logged(log, 'throttle', i))) / (before + 1);
    group.points.push({ sparkDeg, measure });
    group.torques.push(
      byCar === null ? null : { torqueNm: byCar.torqueNm * toAir, offNm: byCar.offNm * toAir },
    );
    if (knocksIn(log, samples))
      group.knocksAt.push(
        Math.min(
          ...samples.map((i) => logged(log, 'sparkAdvance', i) + nothingFor(logged(log, 'knockRetard', i))),
        ),
      );
  }
}

/** How fast speed rises over some samples, rev/min a second, by the line through them. */
function accelerationIn(log: Log, samples: readonly number[]): number {
  const at = samples.map((i) => log.timeS[i] as number);
  const meanS = at.reduce((sum, s) => sum + s, 0) / at.length;
  let [product, squares] = [0, 0];
  samples.forEach((i, k) => {
    const off = (at[k] as number) - meanS;
    product += off * logged(log, 'speed', i);
    squares += off * off;
  });
  return product / squares;
}

function knocksIn(log: Log, samples: readonly number[]): boolean {
  const [first, last] = [samples[0] as number, samples.at(-1) as number];
  return (
    samples.some((i) => logged(log, 'knockRetard', i) > RETARDS_DEG) ||
    logged(log, 'knockCount', last) > logged(log, 'knockCount', first)
  );
}

function nothingFor(value: number): number {
  return Number.isNaN(value) ? 0 : value;
}

function spreadOf(points: readonly SparkPoint[]): number {
  const all = points.map(({ sparkDeg }) => sparkDeg);
  return Math.max(...all) - Math.min(...all);
}

/** Which of the points was driven with the advance nearest to this. */
function nearestTo(points: readonly SparkPoint[], deg: number): number {
  return points.reduce(
    (near, { sparkDeg }, i) =>
      Math.abs(sparkDeg - deg) < Math.abs((points[near]?.sparkDeg ?? Infinity) - deg) ? i : near,
    0,
  );
}

function foundOf({ gear, points, torques, knocksAt, rpm, kpa, throttle }: Group): SparkFound {
  const all = points.map(({ sparkDeg }) => sparkDeg);
  const [fromDeg, toDeg] = [Math.min(...all), Math.max(...all)];
  const best = toDeg - fromDeg < SPREAD_DEG ? null : bestSpark(points);
  const unsure =
    best === null ? 'spread' : best.rises ? 'rises' : best.standardErrorDeg > SURE_DEG ? 'scatter' : null;
  const knocksFromDeg = knocksAt.length === 0 ? null : Math.min(...knocksAt);
  const leastDeg = best === null || unsure !== null ? null : best.leastDeg;
  const most = Math.min(toDeg, (knocksFromDeg ?? Infinity) - FROM_KNOCK_DEG);
  return {
    speedRpm: rpm,
    manifoldKpa: kpa,
    throttlePercent: throttle,
    gear,
    pulls: points.length,
    fromDeg,
    toDeg,
    leastDeg,
    torque: torques[nearestTo(points, leastDeg ?? toDeg)] ?? null,
    standardErrorDeg: best?.standardErrorDeg ?? NaN,
    unsure,
    knocksFromDeg,
    // Where it knocks before the most torque, what is advised stands short of that, sure or not.
    adviseDeg: leastDeg === null ? null : Math.min(leastDeg, most),
  };
}
