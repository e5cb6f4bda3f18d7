import type { EcuProgram } from '../../program';
import { type LambdaDelay, USUAL_DELAY } from '../delay';
import { type MapTask, mapTaskOf } from '../mapTask';

/** The lambda sensors that a mapping goes by. */
export const MAPPING_SENSORS = ['lambdaOne', 'lambdaTwo'] as const;
export type MappingSensor = (typeof MAPPING_SENSORS)[number];

/** What an engine that runs is mapped against. */
export interface MappingTask extends MapTask {
  readonly delay: LambdaDelay;
  readonly sensors: readonly MappingSensor[];
  /** The leanest and the richest that each sensor can say, by the ends of its line: there it only says "at least". */
  readonly ends: Readonly<Partial<Record<MappingSensor, { readonly min: number; readonly max: number }>>>;
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
  const task = mapTaskOf(program);
  if (task === null) return null;
  const fitted = mappingSensorsOf(program);
  const sensors = fitted.filter((id) => chosen.includes(id));
  const ends = fitted.flatMap((id) => {
    const curve = program.inputs.find((input) => input.id === id)?.curve;
    if (curve?.kind !== 'line') return [];
    const { values } = curve.points;
    return [[id, { min: Math.min(...values), max: Math.max(...values) }] as const];
  });
  return {
    ...task,
    delay: program.closedLoop?.delay ?? USUAL_DELAY,
    sensors: sensors.length > 0 ? sensors : fitted,
    ends: Object.fromEntries(ends),
  };
}
