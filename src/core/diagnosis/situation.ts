import type { DeadTimeSurface } from '../injector';
import type { Grid } from '../numeric';
import type { EcuProgram, InputProgram } from '../program';

/** What must be known of an engine before its readings say anything. */
export interface Situation {
  readonly outsideKpa: number;
  readonly railGaugeKpa: number;
  readonly followsManifold: boolean;
  readonly deadTime: DeadTimeSurface;
  /** Air flow at full load and speed, g/s. */
  readonly fullAirFlowGPerS: number;
  /** What its idle valve stands at by coolant, %; null where nothing steers idle air. */
  readonly idleAir: Grid | null;
  /** The least and most that a lambda sensor can say. */
  readonly lambdaEnds: readonly [number, number];
  /** Its filling map was corrected for this engine: what its mixture is off by is not the map’s. */
  readonly mapIsRight: boolean;
}

/** Nothing near an end of a sensor is a reading. */
const NO_ENDS = [0, Infinity] as const;

/** What a program says of its engine. @param mapIsRight its filling map was driven and corrected. */
export function situationOf(program: EcuProgram, mapIsRight: boolean): Situation {
  const { injector, barometricKpa, load, inputs, idle, idleAir } = program;
  return {
    outsideKpa: barometricKpa,
    railGaugeKpa: injector.railGaugeKpa,
    followsManifold: injector.regulator === 'manifold',
    deadTime: injector.deadTime,
    fullAirFlowGPerS: load.fullAirFlowGPerS,
    idleAir: idleAir === 'valve' ? idle.air : null,
    lambdaEnds: endsOf(inputs.find(({ id }) => id === 'lambdaOne')),
    mapIsRight,
  };
}

function endsOf(input: InputProgram | undefined): readonly [number, number] {
  if (input?.curve.kind !== 'line') return NO_ENDS;
  const { values } = input.curve.points;
  return [Math.min(...values), Math.max(...values)];
}
