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
  /** The map holds net pulses: the target that they are to give, which is not divided out of what was used; null where it holds filling. */
  readonly pulse: { readonly target: Grid } | null;
  /** The map beside it that is blended in by the ethanol in the fuel; null without one. */
  readonly blended: BlendedMap | null;
  /** What the calibration believes of its injectors as it is now; null where a log cannot be restated by that. */
  readonly now: InjectionFacts | null;
  /** The leanest and the richest that each sensor can say, by the ends of its line: there it only says "at least". */
  readonly ends: Readonly<Partial<Record<MappingSensor, { readonly min: number; readonly max: number }>>>;
}

/** A map and a second one, of which one is judged and the other taken as it is. */
export interface BlendedMap {
  readonly other: Grid;
  /** How much the second one counts by ethanol, %; null for not at all. */
  readonly share: Grid | null;
  /** The second one is judged. */
  readonly isSecond: boolean;
}

/** The lambda sensors that a mapping goes by. */
export const MAPPING_SENSORS = ['lambdaOne', 'lambdaTwo'] as const;
export type MappingSensor = (typeof MAPPING_SENSORS)[number];

/** The channels that rows may go by, the best first: a throttle with what idle air adds to it is what the map was read at. */
export const LOAD_CHANNELS: Readonly<Record<MapTask['load'], readonly ChannelId[]>> = {
  manifoldPressure: ['manifoldPressure'],
  throttle: ['loadThrottle', 'throttle'],
};

/** The map of a filling that a running engine is mapped by. */
export type FillingMapId = 've' | 'veThrottle';
/** A map that a log can correct: of filling or of pulses, the first or the one that is blended in. */
export type LoggedMapId = FillingMapId | 'pulse' | 'veSecond' | 'veThrottleSecond' | 'pulseSecond';

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

/** The maps that logs of a program can correct, the first one before the one that is blended in; none with an air-mass meter. */
export function loggedMapsOf(program: EcuProgram): LoggedMapId[] {
  const first = firstMapOf(program);
  if (first === null) return [];
  return program.blend?.second[first] === undefined ? [first] : [first, `${first}Second`];
}

function firstMapOf(program: EcuProgram): FillingMapId | 'pulse' | null {
  const pulses = program.load.strategy === 'pulseWidth' && program.tables.pulse !== undefined;
  return pulses ? 'pulse' : fillingMapOf(program);
}

/**
 * What a log is compared with, by a program; null where it meters fuel by no map, or not by this one.
 * @param mapId the map that is judged; the first one when left out.
 */
export function mapTaskOf(
  program: EcuProgram,
  mapId: LoggedMapId | null = firstMapOf(program),
): MapTask | null {
  const firstId = firstMapOf(program);
  const first = firstId === null ? undefined : program.tables[firstId];
  if (firstId === null || first === undefined || mapId === null) return null;
  const second = program.blend?.second[firstId];
  const isSecond = mapId === `${firstId}Second`;
  if (isSecond ? second === undefined : mapId !== firstId) return null;
  const other = isSecond ? first : second?.table;
  const target = program.tables[program.load.target];
  return {
    grid: isSecond && second !== undefined ? second.table : first,
    load: firstId === 'veThrottle' ? 'throttle' : 'manifoldPressure',
    pulse: firstId === 'pulse' && target !== undefined ? { target } : null,
    blended: other === undefined ? null : { other, share: second?.share ?? null, isSecond },
    displacementCm3: program.cylinders * program.cylinderVolumeCm3,
    barometricKpa: program.barometricKpa,
    now: injectionFactsOf(program),
    ends: endsOf(program),
  };
}
