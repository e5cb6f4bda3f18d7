import type { EcuProgram } from '../../program';
import { type LambdaDelay, USUAL_DELAY } from '../delay';
import { fillingMapOf, MAPPING_SENSORS, type MappingSensor, type MapTask, mapTaskOf } from '../mapTask';

/** What an engine that runs is mapped against. */
export interface MappingTask extends MapTask {
  readonly delay: LambdaDelay;
  readonly sensors: readonly MappingSensor[];
}

/** The lambda sensors that a program has. */
export function mappingSensorsOf({ inputs }: EcuProgram): MappingSensor[] {
  return MAPPING_SENSORS.filter((id) => inputs.some((input) => input.id === id));
}

/**
 * What a program is mapped against by some of its sensors; by all of them where none of those is fitted.
 * @returns null where fuel goes by no filling map.
 */
export function mappingTaskOf(program: EcuProgram, chosen: readonly MappingSensor[]): MappingTask | null {
  const task = mapTaskOf(program, fillingMapOf(program));
  if (task === null) return null;
  const fitted = mappingSensorsOf(program);
  const sensors = fitted.filter((id) => chosen.includes(id));
  return {
    ...task,
    delay: program.closedLoop?.delay ?? USUAL_DELAY,
    sensors: sensors.length > 0 ? sensors : fitted,
  };
}
