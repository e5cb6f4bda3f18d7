import { useEffect, useMemo } from 'react';
import { baseValue, type Calibration, compile, isCharged } from '@/core/calibration';
import {
  type FillingMapId,
  fillingMapOf,
  mappedCells,
  type MappedCells,
  type MappingSensor,
  type MappingTask,
  mappingSensorsOf,
  mappingTaskOf,
  reachable,
  takeSample,
} from '@/core/log';
import { onEverySample } from '@/data/ecu/liveFrame';
import { beginMapping, useMapping } from './mappingStore';

/** What a calibration can be mapped by. */
export interface Mappable {
  readonly mapId: FillingMapId;
  readonly task: MappingTask;
  /** Lambda sensors that are fitted. */
  readonly fitted: readonly MappingSensor[];
  readonly topRpm: number;
  readonly wanted: readonly number[];
}

const SLOWEST_RPM = 900;
/** As far as is usual before the engine has been on a road, a share of its highest speed. */
const USUAL_SHARE = 0.6;

/** What is mapped, by the calibration and what the builder chose; why it cannot be, in words. */
export function useMappable(document: Calibration): Mappable | string {
  const sensors = useMapping((state) => state.sensors);
  const toRpm = useMapping((state) => state.toRpm);
  const leftOut = useMapping((state) => state.leftOut);
  return useMemo(() => {
    const compiled = compile(document);
    if (!compiled.ok) return 'The calibration is not complete: Review says what is missing.';
    const { program } = compiled;
    const mapId = fillingMapOf(program);
    const task = mappingTaskOf(program, sensors);
    if (mapId === null || task === null) {
      return 'Fuel goes by no filling map in this calibration: there is nothing to map.';
    }
    const fitted = mappingSensorsOf(program);
    if (fitted.length === 0) return 'No lambda sensor is fitted: nothing says what the mixture is.';
    const maxRpm = baseValue(document, 'engine.maxSpeed') ?? 7000;
    const topRpm = toRpm ?? USUAL_SHARE * maxRpm;
    const within = reachable(
      task.grid,
      { ...task, charged: isCharged(document) },
      { fromRpm: SLOWEST_RPM, toRpm: topRpm },
    );
    const all = Array.from({ length: task.grid.x.length * task.grid.y.length }, (_, index) => index);
    return {
      mapId,
      task,
      fitted,
      topRpm,
      wanted: all.filter((index) => within(index) && !leftOut.has(index)),
    };
  }, [document, sensors, toRpm, leftOut]);
}

/** Takes every sample into the mapping while the page is there, and says what is known by now. */
export function useMappedCells(id: string, task: MappingTask | null): MappedCells | null {
  const looks = useMapping((state) => state.looks);
  const mapping = useMapping((state) => state.mapping);
  useEffect(() => {
    if (useMapping.getState().calibrationId !== id) beginMapping(id);
  }, [id]);
  useEffect(() => {
    if (task === null) return;
    return onEverySample((frame) => {
      if (takeSample(useMapping.getState().mapping, task, frame)) {
        useMapping.setState((state) => ({ looks: state.looks + 1 }));
      }
    });
  }, [task]);
  return useMemo(
    () => (task === null ? null : mappedCells(mapping, task)),
    // The mapping is one room: another look is another answer.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [mapping, task, looks],
  );
}
