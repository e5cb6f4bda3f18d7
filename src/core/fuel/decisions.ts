import { activeAt } from '../correction';
import { channelsOf } from './channels';
import type { EngineModel, OperatingPoint } from './engineModel';
import { isOverrun } from './overrun';

/** What the engine computer decided with a memory: which corrections act, and whether fuel is cut. */
export interface EcuDecisions {
  readonly active: readonly boolean[];
  readonly cut: boolean;
}

/** The decisions at one moment without a memory, as Workings takes them: delays over, no hysteresis. */
export function decisionsAt(model: EngineModel, point: OperatingPoint): EcuDecisions {
  return {
    active: model.corrections.length === 0 ? [] : activeAt(model.corrections, channelsOf(point)),
    cut: point.phase === 'running' && model.overrun !== null && isOverrun(model.overrun, point),
  };
}
