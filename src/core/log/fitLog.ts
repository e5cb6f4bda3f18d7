import { type Coverage, coverageOf } from './evidence';
import { foundDelay, type LambdaDelay } from './delay';
import { type OneFactor, oneFactor } from './factor';
import { type FittedCells, fittedCells } from './fit';
import type { LeftOut } from './leftOut';
import type { Log } from './log';
import type { MapTask } from './mapTask';
import { readingsOf } from './readings';
import { samplesOf } from './samples';

/** What a log says of a filling map. */
export interface LogFit {
  readonly delay: LambdaDelay;
  readonly cells: FittedCells;
  /** Weight of the samples that were used, s, and seconds left out by reason. */
  readonly keptS: number;
  readonly leftOut: LeftOut;
  readonly coverage: Coverage;
  /** One factor that says as much as the cells; null where none does. */
  readonly factor: OneFactor | null;
}

/** What is being done, in its order. */
export type FitStage = 'reading' | 'delay' | 'samples' | 'fit';

/** A log compared with a map, a stage at a time, so that a caller can say how far it is and stop between them. */
export function* fittingLog(log: Log, task: MapTask): Generator<FitStage, LogFit> {
  yield 'reading';
  const readings = readingsOf(log, task);
  yield 'delay';
  const delay = foundDelay(readings, task);
  yield 'samples';
  const samples = samplesOf(readings, task, delay);
  yield 'fit';
  const cells = fittedCells(samples, task.grid);
  return {
    delay,
    cells,
    keptS: samples.weightS.reduce((sum, weight) => sum + weight, 0),
    leftOut: samples.leftOut,
    coverage: coverageOf(samples.crossedS, cells.evidenceS),
    factor: oneFactor(cells),
  };
}

/** A log compared with a map at once. */
export function fitLog(log: Log, task: MapTask): LogFit {
  const fitting = fittingLog(log, task);
  for (;;) {
    const { done, value } = fitting.next();
    if (done === true) return value;
  }
}
