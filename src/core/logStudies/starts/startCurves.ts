import type { DrivenLog } from '../../log';
import type { Grid } from '../../numeric';
import type { EcuProgram, MapId } from '../../program';

/** The curves of a start that are studied, and what they are read with. */
export const START_CURVES = [
  'cranking',
  'afterStart',
  'afterStartDecay',
  'warmUp',
] as const satisfies readonly MapId[];
export type StartCurveOf = (typeof START_CURVES)[number];
export type StartCurves = Readonly<Record<StartCurveOf | 'crankingTaper', Grid | null>>;

/** A log with the curves that were in force. */
export interface StartedLog extends DrivenLog {
  /** Null where they were blended by the fuel’s ethanol: then no curve alone says what was given. */
  readonly curves: StartCurves | null;
}

/** The curves of a program; null where they are blended by the fuel’s ethanol. */
export function startCurvesOf({ tables, blend }: EcuProgram): StartCurves | null {
  if (blend !== null) return null;
  return {
    cranking: tables.cranking ?? null,
    crankingTaper: tables.crankingTaper ?? null,
    afterStart: tables.afterStart ?? null,
    afterStartDecay: tables.afterStartDecay ?? null,
    warmUp: tables.warmUp ?? null,
  };
}
