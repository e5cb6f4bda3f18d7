import type { MapTask } from '../../log';
import type { CellChange } from '../../map';
import { lookUpCurve } from '../../numeric';
import type { RunningCurves } from './afterStart';
import type { UsualFuel } from './crankingFuel';
import { changeBounds } from './changeBounds';
import { coldRunning } from './coldRunning';
import { type JudgedStart, judgedStarts } from './judgedStarts';
import { type RunningFound, runningFound } from './runningFuel';
import { type CellLimits, crankingCells, fadedCells, warmUpCells } from './startCells';
import type { StartCurveOf, StartCurves, StartedLog } from './startCurves';

/** What starts are compared with. */
export interface StartsAsk {
  /** The warm map, for lambda; null where fuel is metered by no map: then only cranking is told. */
  readonly task: MapTask | null;
  /** The curves as they are now; null where they are blended by the fuel’s ethanol. */
  readonly now: StartCurves | null;
  readonly usual: UsualFuel;
  readonly limits: Readonly<Record<StartCurveOf, CellLimits>>;
}

/** What logs of starts say. */
export type StartStudy =
  | {
      readonly ok: true;
      readonly starts: readonly JudgedStart[];
      readonly cells: Readonly<Record<StartCurveOf, readonly CellChange[]>>;
      /** How unsure cranking fuel is at the coldest start that asks for a change, as a share; null where none does. */
      readonly crankingUnsure: number | null;
      readonly running: RunningFound | null;
      readonly mapUnknownS: number;
    }
  | { readonly ok: false; readonly why: 'noSpeed' | 'noCoolant' | 'noStart' | 'noCurve' | 'twoFuels' };

/**
 * What starts in logs say of cranking fuel, after-start and warm-up, as cells of the curves as they are now.
 * @param drives logs, each with the curves that were in force.
 */
export function startStudy(
  drives: readonly StartedLog[],
  { task, now, usual, limits }: StartsAsk,
): StartStudy {
  const has = (id: 'speed' | 'coolant') =>
    drives.some(({ log }) => log.columns[id]?.some((value) => Number.isFinite(value)) === true);
  if (!has('speed')) return { ok: false, why: 'noSpeed' };
  if (!has('coolant')) return { ok: false, why: 'noCoolant' };
  if (now === null) return { ok: false, why: 'twoFuels' };
  const { cranking, warmUp } = now;
  if (cranking === null || warmUp === null) return { ok: false, why: 'noCurve' };
  const starts = judgedStarts(drives, task, usual);
  if (starts.length === 0) return { ok: false, why: 'noStart' };
  const cold = task === null ? null : coldRunning(drives, task, starts, usual);
  const changes = changeBounds(starts, usual);
  const running =
    cold === null || cold.moments.length + changes.length === 0
      ? null
      : runningFound(cold.moments, changes, { ...now, warmUp }, alikeNow(starts, { ...now, warmUp }));
  const { cells, unsure } = crankingCells(starts, cranking, usual, limits.cranking);
  return {
    ok: true,
    starts,
    crankingUnsure: unsure,
    running,
    mapUnknownS: cold?.mapUnknownS ?? 0,
    cells: {
      cranking: cells,
      warmUp: running === null ? [] : warmUpCells(running, warmUp, limits.warmUp),
      afterStart:
        running === null || now.afterStart === null
          ? []
          : fadedCells(running, now.afterStart, limits.afterStart, { of: 'initial', over: 1 }),
      afterStartDecay:
        running === null || now.afterStartDecay === null
          ? []
          : fadedCells(running, now.afterStartDecay, limits.afterStartDecay, { of: 'decayS', over: 0 }),
    },
  };
}

/** What a start was given differs by so much, as a logarithm, where what it needed counts for half. */
const HALF_ALIKE_LN = 0.05;

/** How far what a start needed holds for the curves of now, 0…1: by how near what it was given is to what they give. */
function alikeNow(
  starts: readonly JudgedStart[],
  { afterStart, warmUp }: RunningCurves,
): (start: number) => number {
  if (afterStart === null) return () => 1;
  return (index) => {
    const start = starts[index];
    if (start === undefined || Number.isNaN(start.givenAfter)) return 1;
    const { coolantC, givenAfter } = start;
    const nowLn = Math.log(lookUpCurve(afterStart, coolantC) * lookUpCurve(warmUp, coolantC));
    return 1 / (1 + ((Math.log(givenAfter) - nowLn) / HALF_ALIKE_LN) ** 2);
  };
}
