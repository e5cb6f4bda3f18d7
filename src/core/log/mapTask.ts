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
  /** What was learned goes on acting beside the map, or is folded into it. */
  readonly learned: 'stays' | 'folded';
}

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
    learned: 'stays',
  };
}
