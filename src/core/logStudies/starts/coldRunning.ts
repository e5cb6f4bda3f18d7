import {
  type DrivenLog,
  EVIDENCE_S,
  fittedCells,
  type FitSamples,
  joinedSamples,
  logged,
  MAPPING_SENSORS,
  type MapTask,
  steadyOf,
  steadyReading,
  thinned,
} from '../../log';
import { type Grid, lookUpCurve, lookUpMap } from '../../numeric';
import type { UsualFuel } from './crankingFuel';
import { STANDS_SOON_S } from './seenStarts';

/** One moment of a cold engine that ran steadily. */
export interface ColdMoment {
  /** Of which start, and how long after it, s. */
  readonly start: number;
  readonly sinceS: number;
  readonly coolantC: number;
  /** Everything that fuel would have to be multiplied by there, beside the map, as a logarithm: of after-start and warm-up together. */
  readonly neededLn: number;
  readonly weightS: number;
  /** Seconds of it with every lambda sensor at its rich end: there it is richer than is read, by nobody knows how much. */
  readonly atEndS: number;
}

/** A start in one of several logs: when it ran, and for how long, s. */
export interface RanFrom {
  readonly log: number;
  readonly ranFromS: number;
  /** NaN where it did not. */
  readonly ranForS: number;
}

/** What cold running says of the map of a warm engine, and of what it asks beside it. */
export interface ColdRunning {
  readonly moments: readonly ColdMoment[];
  /** Seconds of them at places of the map that warm running in these logs says nothing of: what is off there may be the map’s. */
  readonly mapUnknownS: number;
}

/**
 * Moments of steady running after each start that ran on, cold or warm, with what they needed by lambda. An engine that soon stood
 * again tells by how it went: what is read of it is fuel that did not burn.
 */
export function coldRunning(
  all: readonly DrivenLog[],
  task: MapTask,
  starts: readonly RanFrom[],
  usual: Pick<UsualFuel, 'running'>,
): ColdRunning {
  const drives = all.map(({ log, then }) => ({ log: thinned(log), then }));
  const read = drives.map(({ log, then }) => steadyReading(log, task, then));
  const joined = joinedSamples(read.map((one) => steadyOf(one, task)));
  const fitted = joined.count === 0 ? null : fittedCells(joined, task.grid);
  const mapLn = fitted === null ? null : { x: task.grid.x, y: task.grid.y, values: fitted.change };
  const known = fitted === null ? null : { x: task.grid.x, y: task.grid.y, values: fitted.evidenceS };
  const moments: ColdMoment[] = [];
  let mapUnknownS = 0;
  drives.forEach(({ log }, of) => {
    const own = starts.flatMap((start, i) => (start.log === of ? [{ ...start, i }] : []));
    const reading = read[of];
    if (own.length === 0 || reading === undefined) return;
    const samples = steadyOf(reading, task, ['cold', 'afterStart']);
    const isAtEnd = atRichEndIn(log, task);
    let at = 0;
    for (let k = 0; k < samples.count; k += 1) {
      const sample = samples.at[k] as number;
      const timeS = log.timeS[sample] as number;
      while (at < own.length - 1 && timeS >= endOf(own[at] as RanFrom)) at += 1;
      const start = own[at] as (typeof own)[number];
      if (start.ranForS < STANDS_SOON_S || !(timeS >= start.ranFromS && timeS < endOf(start))) continue;
      const coolantC = logged(log, 'coolant', sample);
      if (Number.isNaN(coolantC)) continue;
      const place = placeOf(samples, k, task.grid);
      const isKnown = known !== null && lookUpMap(known, place.x, place.y) >= EVIDENCE_S;
      const weightS = samples.weightS[k] as number;
      if (!isKnown) mapUnknownS += weightS;
      const atEnd = isAtEnd(sample);
      const mapsLn = isKnown && mapLn !== null ? lookUpMap(mapLn, place.x, place.y) : 0;
      const given = oneFor(logged(log, 'afterStart', sample)) * oneFor(logged(log, 'warmUp', sample));
      const offLn = samples.error[k] as number;
      if (drowns(offLn, given / lookUpCurve(usual.running, coolantC))) continue;
      addMoment(moments, {
        start: start.i,
        sinceS: timeS - start.ranFromS,
        coolantC,
        neededLn: Math.log(given) + offLn - (atEnd ? BEYOND_END_LN : 0) - mapsLn,
        weightS: (atEnd ? AT_END_WEIGHS : 1) * weightS,
        atEndS: atEnd ? weightS : 0,
      });
    }
  });
  return { moments, mapUnknownS };
}

/** Whether every sensor that reads is at the richest that it can say: then it is richer than is read, by nobody knows how much. */
function atRichEndIn({ columns }: DrivenLog['log'], { ends }: MapTask): (at: number) => boolean {
  const sensors = MAPPING_SENSORS.flatMap((id) => {
    const values = columns[id];
    return values === undefined ? [] : [{ values, end: (ends[id]?.min ?? 0) * (1 + AT_END) }];
  });
  return (at) => {
    let reads = false;
    for (const { values, end } of sensors) {
      const lambda = values[at] as number;
      if (lambda > end) return false;
      if (!Number.isNaN(lambda)) reads = true;
    }
    return reads;
  };
}

/** A sensor this near to the richest that it can say is at its end, a share; what is taken off more there, as a logarithm. */
const AT_END = 0.01;
const BEYOND_END_LN = 0.12;
/** What is only known to be richer weighs so much less. */
const AT_END_WEIGHS = 0.2;
/** Fuel that drowns a charge reads lean: so much leaner than asked, with so much more than is usual, as a logarithm and a factor. */
const DROWNS = [
  { leanLn: 0.2, over: 1.1 },
  { leanLn: 0.1, over: 1.45 },
] as const;

function drowns(offLn: number, timesUsual: number): boolean {
  return DROWNS.some(({ leanLn, over }) => offLn > leanLn && timesUsual > over);
}

/** When an engine that a start set running fell back or stood, s; of one that never ran nothing comes before it. */
function endOf({ ranFromS, ranForS }: RanFrom): number {
  return Number.isNaN(ranFromS) ? -Infinity : ranFromS + ranForS;
}

/** What is read within so long of each other is one moment, s; longer where after-start has faded far. */
const MOMENT_S = { soon: 0.2, late: 1, lateFromS: 30 } as const;

/** Puts what was read into the last moment where it belongs to that, else into one of its own. */
function addMoment(moments: ColdMoment[], read: ColdMoment): void {
  const last = moments.at(-1);
  const momentS = read.sinceS < MOMENT_S.lateFromS ? MOMENT_S.soon : MOMENT_S.late;
  if (last === undefined || last.start !== read.start || read.sinceS - last.sinceS >= momentS) {
    moments.push(read);
    return;
  }
  const weightS = last.weightS + read.weightS;
  const mean = (of: (moment: ColdMoment) => number) =>
    weightS === 0 ? of(read) : (last.weightS * of(last) + read.weightS * of(read)) / weightS;
  // It keeps where it began: the next one is measured from there.
  moments[moments.length - 1] = {
    start: last.start,
    sinceS: last.sinceS,
    coolantC: mean(({ coolantC }) => coolantC),
    neededLn: mean(({ neededLn }) => neededLn),
    weightS,
    atEndS: last.atEndS + read.atEndS,
  };
}

function oneFor(factor: number): number {
  return Number.isNaN(factor) ? 1 : factor;
}

/** Where on a map’s axes a sample stands. */
function placeOf(samples: FitSamples, k: number, { x, y }: Grid): { readonly x: number; readonly y: number } {
  const low = samples.cell[k] as number;
  const [column, row] = [low % x.length, Math.floor(low / x.length)];
  const at = (axis: Float64Array, i: number, share: number) =>
    (axis[i] as number) + ((axis[i + 1] ?? (axis[i] as number)) - (axis[i] as number)) * share;
  return { x: at(x, column, samples.shareX[k] as number), y: at(y, row, samples.shareY[k] as number) };
}
