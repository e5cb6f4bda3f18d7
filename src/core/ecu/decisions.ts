import { AT, type Frame, PHASE, read } from '../channel';
import { activeAt, type FilmOut, isOverrun, speedLimits } from '../control';
import type { EcuProgram } from '../program';

/** What was decided with a memory: which corrections act, whether fuel is cut, and what is done to the spark. */
export interface EcuDecisions {
  readonly active: readonly boolean[];
  readonly cut: boolean;
  readonly held: SparkHold;
  /** The film of the cylinder that is fed; null where none is followed. */
  readonly film: FilmOut | null;
  /** An idle is tried with another mixture; null while none is. */
  readonly tried: TriedMixture | null;
}

/** A target in place of the map’s, NaN for the map’s own; and what fuel is multiplied by. */
export interface TriedMixture {
  readonly lambda: number;
  readonly fuelShare: number;
}

/** What limits do to a spark: what it is pulled by, °, and what replaces the map’s, ° BTDC; null for the map’s own. */
export interface SparkHold {
  readonly retardDeg: number;
  readonly sparkDeg: number | null;
}

/** A spark that nothing holds back. */
export const FREE_SPARK: SparkHold = { retardDeg: 0, sparkDeg: null };

/** The decisions at one moment without a memory, as Workings takes them: delays over, no hysteresis. */
export function decisionsAt({ corrections, overrun, limits }: EcuProgram, frame: Frame): EcuDecisions {
  const limited = speedLimits.out(limits);
  speedLimits.step(limits, speedLimits.atRest(limits), frame, limited);
  const overrunCut = overrun !== null && isOverrun(overrun, frame);
  return {
    active: corrections.length === 0 ? [] : activeAt(corrections, frame),
    cut:
      read(frame, AT.phase) === PHASE.running &&
      (overrunCut || (limited.share === 1 && limited.by !== 'spark')),
    held: limited,
    film: null,
    tried: null,
  };
}
