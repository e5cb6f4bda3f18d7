import { AT, type Frame, PHASE, read } from '../channel';
import { activeAt, isOverrun } from '../control';
import type { EcuProgram } from '../program';

/** What was decided with a memory: which corrections act, and whether fuel is cut. */
export interface EcuDecisions {
  readonly active: readonly boolean[];
  readonly cut: boolean;
}

/** The decisions at one moment without a memory, as Workings takes them: delays over, no hysteresis. */
export function decisionsAt({ corrections, overrun }: EcuProgram, frame: Frame): EcuDecisions {
  return {
    active: corrections.length === 0 ? [] : activeAt(corrections, frame),
    cut: read(frame, AT.phase) === PHASE.running && overrun !== null && isOverrun(overrun, frame),
  };
}
