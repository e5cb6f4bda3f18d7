import { baseTiming } from './entries/baseTiming';
import { firstFire } from './entries/firstFire';
import { fuelPressure } from './entries/fuelPressure';
import { idleTrim } from './entries/idleTrim/idleTrim';
import { injectorFlow } from './entries/injectorFlow';
import { knockBaseline } from './entries/knockBaseline';
import { outputs } from './entries/outputs';
import { sensors } from './entries/sensors';
import { throttleBalance } from './entries/throttleBalance';
import { throttleRange } from './entries/throttleRange';
import type { Procedure } from './procedure';

/** Every procedure, in the order they are done. */
export const PROCEDURES = [
  sensors,
  throttleRange,
  fuelPressure,
  outputs,
  injectorFlow,
  baseTiming,
  firstFire,
  throttleBalance,
  idleTrim,
  knockBaseline,
] as const satisfies readonly Procedure[];

/** A procedure by its id; null where there is none. */
export function procedureById(id: string): Procedure | null {
  return PROCEDURES.find((procedure) => procedure.id === id) ?? null;
}
