import type { ChannelId } from '../channel';
import type { Grid } from '../numeric';
import type { EcuProgram } from '../program';
import { type InjectionFacts, injectionFactsOf } from './injectionFacts';

/** What a log is compared with: the filling map as it is now, and what its engine must be known for. */
export interface MapTask {
  readonly grid: Grid;
  /** What the map’s rows go by. */
  readonly load: 'manifoldPressure' | 'throttle';
  readonly displacementCm3: number;
  readonly barometricKpa: number;
  /** What the calibration believes of its injectors as it is now; null where a log cannot be restated by that. */
  readonly now: InjectionFacts | null;
  /** The leanest and the richest that each sensor can say, by the ends of its line: there it only says "at least". */
  readonly ends: Readonly<Partial<Record<MappingSensor, { readonly min: number; readonly max: number }>>>;
}

/** The lambda sensors that a mapping goes by. */
export const MAPPING_SENSORS = ['lambdaOne', 'lambdaTwo'] as const;
export type MappingSensor = (typeof MAPPING_SENSORS)[number];

/** The channels that rows may go by, the best first: a throttle with what idle air adds to it is what the map was read at. */
export const LOAD_CHANNELS: Readonly<Record<MapTask['load'], readonly ChannelId[]>> = {
  manifoldPressure: ['manifoldPressure'],
  throttle: ['loadThrottle', 'throttle'],
};

/** The map of a filling that a log can correct. */
export type FillingMapId = 've' | 'veThrottle';

/** The filling map that a program meters fuel by; null with an air-mass meter or plain pulses, or while there is none. */
export function fillingMapOf({ load, tables }: EcuProgram): FillingMapId | null {
  const id =
    load.strategy === 'speedDensity' ? 've' : load.strategy.startsWith('throttle') ? 'veThrottle' : null;
  return id !== null && tables[id] !== undefined ? id : null;
}

/** The ends of what each lambda sensor of a program can say; none of one that has no line. */
function endsOf({ inputs }: EcuProgram): MapTask['ends'] {
  const ends = MAPPING_SENSORS.flatMap((id) => {
    const curve = inputs.find((input) => input.id === id)?.curve;
    if (curve?.kind !== 'line') return [];
    const { values } = curve.points;
    return [[id, { min: Math.min(...values), max: Math.max(...values) }] as const];
  });
  return Object.fromEntries(ends);
}

/** What a log is compared with, by a program; null where it meters fuel by no filling map. */
export function mapTaskOf(program: EcuProgram): MapTask | null {
  const id = fillingMapOf(program);
  const grid = id === null ? undefined : program.tables[id];
  if (grid === undefined) return null;
  return {
    grid,
    load: id === 've' ? 'manifoldPressure' : 'throttle',
    displacementCm3: program.cylinders * program.cylinderVolumeCm3,
    barometricKpa: program.barometricKpa,
    now: injectionFactsOf(program),
    ends: endsOf(program),
  };
}
