import { create } from 'zustand';
import {
  type Mapping,
  mappingAtRest,
  MAPPING_SENSORS,
  type MappingAim,
  type MappingSensor,
} from '@/core/log';

/** A mapping of one calibration, and what the builder wants of it. It outlives the page, so that a look elsewhere loses nothing. */
interface MappingState {
  readonly calibrationId: string | null;
  readonly mapping: Mapping;
  /** Grows with every look at new samples: the mapping itself is one room. */
  readonly looks: number;
  readonly aim: MappingAim;
  readonly sensors: readonly MappingSensor[];
  readonly toRpm: number | null;
  /** Cells that the builder leaves out. */
  readonly leftOut: ReadonlySet<number>;
}

const begun = () => ({ mapping: mappingAtRest(), looks: 0, leftOut: new Set<number>() });

export const useMapping = create<MappingState>(() => ({
  calibrationId: null,
  ...begun(),
  aim: { holdS: 4, tolerance: 0.02 },
  sensors: MAPPING_SENSORS,
  toRpm: null,
}));

/** Begins anew, or for another calibration. */
export function beginMapping(calibrationId: string): void {
  useMapping.setState({ calibrationId, ...begun() });
}

/** Another sensor is another evidence: what was held is forgotten. */
export function mapBy(sensors: readonly MappingSensor[]): void {
  useMapping.setState({ sensors, ...begun() });
}

/** Leaves a cell out, or takes it in again. */
export function leaveOut(index: number): void {
  const leftOut = new Set(useMapping.getState().leftOut);
  if (!leftOut.delete(index)) leftOut.add(index);
  useMapping.setState({ leftOut });
}
