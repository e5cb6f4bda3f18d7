import { type Bin, binsOf } from './bins';
import { type DelaySeen, delaySeen, foundDelay, type LambdaDelay } from './delay';
import { type Coverage, coverageOf } from './evidence';
import { type OneFactor, oneFactor } from './factor';
import { type FittedCells, fittedCells } from './fit';
import { type LeftOutSpan, leftOutSpans } from './leftOutSpans';
import { type SensorCells, sensorCells } from './sensorCells';
import { type LeftOut, nothingLeftOut, LEFT_OUT_REASONS } from './leftOut';
import type { Log } from './log';
import type { MapTask } from './mapTask';
import { type DrivenLog, readingsOf, sensorsApart } from './readings';
import { ALWAYS, joinedSamples, type Samples, samplesOf } from './samples';

/** What logs say of a filling map. */
export interface LogFit {
  /** How late lambda is read, by log. */
  readonly delays: readonly LambdaDelay[];
  readonly cells: FittedCells;
  /** Weight of the samples that were used, s, and seconds left out by reason. */
  readonly keptS: number;
  readonly leftOut: LeftOut;
  readonly coverage: Coverage;
  /** Time that was spent in each cell on warm running, steady or not, s. */
  readonly spentS: Float64Array;
  /** What each flow by itself says of that, by log. */
  readonly delaysSeen: readonly (readonly DelaySeen[])[];
  /** The longest stretches that were left out, by log. */
  readonly leftOutAt: readonly (readonly LeftOutSpan[])[];
  /** By sensor what was found in each cell, as in {@link FittedCells}; none with one sensor. */
  readonly bySensor: readonly SensorCells[];
  /** One factor that says as much as the cells; null where none does. */
  readonly factor: OneFactor | null;
  /** The evidence where it was alike, for what is asked of it further. */
  readonly bins: readonly Bin[];
}

/** What is being done, in its order. */
export type FitStage = 'reading' | 'delay' | 'samples' | 'fit';

/** Logs compared with a map, a stage at a time, so that a caller can say how far it is and stop between them. */
export function* fittingLogs(drives: readonly DrivenLog[], task: MapTask): Generator<FitStage, LogFit> {
  const parts: {
    delay: LambdaDelay;
    seen: DelaySeen[];
    samples: Samples;
    bins: Bin[];
    spans: LeftOutSpan[];
  }[] = [];
  for (const { log, then } of drives) {
    yield 'reading';
    const readings = readingsOf(log, task, then);
    yield 'delay';
    const delay = foundDelay(readings, task);
    const seen = delaySeen(readings, task);
    yield 'samples';
    const samples = samplesOf(readings, task, delay, ALWAYS, sensorsApart(log, task));
    parts.push({
      delay,
      seen,
      samples,
      bins: binsOf(log, samples, task.grid, task.now),
      spans: leftOutSpans(readings.timeS, samples.why),
    });
  }
  yield 'fit';
  const all = parts.map(({ samples }) => samples);
  const cells = fittedCells(joinedSamples(all), task.grid);
  const spentS = crossedByAll(all, task.grid.values.length);
  return {
    delays: parts.map(({ delay }) => delay),
    delaysSeen: parts.map(({ seen }) => seen),
    leftOutAt: parts.map(({ spans }) => spans),
    bySensor: sensorCells(all, task.grid),
    cells,
    keptS: all.reduce((sum, { weightS, count }) => sum + sumOf(weightS, count), 0),
    leftOut: leftOutOfAll(all),
    coverage: coverageOf(spentS, cells.evidenceS),
    spentS,
    factor: oneFactor(cells),
    bins: parts.flatMap(({ bins }) => bins),
  };
}

/** Logs compared with a map at once. */
export function fitLogs(drives: readonly DrivenLog[], task: MapTask): LogFit {
  const fitting = fittingLogs(drives, task);
  for (;;) {
    const { done, value } = fitting.next();
    if (done === true) return value;
  }
}

/** One log compared with the map that it was driven with. */
export function fitLog(log: Log, task: MapTask): LogFit {
  return fitLogs([{ log, then: null }], task);
}

function sumOf(values: Float64Array, count: number): number {
  let sum = 0;
  for (let i = 0; i < count; i += 1) sum += values[i] as number;
  return sum;
}

function leftOutOfAll(all: readonly Samples[]): LeftOut {
  const sums = nothingLeftOut();
  for (const { leftOut } of all) for (const reason of LEFT_OUT_REASONS) sums[reason] += leftOut[reason];
  return sums;
}

function crossedByAll(all: readonly Samples[], cells: number): Float64Array {
  const sums = new Float64Array(cells);
  for (const { crossedS } of all) crossedS.forEach((s, i) => (sums[i] = (sums[i] as number) + s));
  return sums;
}
