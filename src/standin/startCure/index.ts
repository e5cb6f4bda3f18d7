/**
 * What would cure a start that fails: curves of starting moved by search over the simulation, each change with its reasons.
 * And how the same start ends with other programs.
 * Nothing here knows a document: programs and cars in, plain data out.
 */
export type { Band } from './bands';
export { type Cure, type CureRequest, cureSteps, type CurveChange, type NotCured } from './cure';
export { endsOf, type StartOutcome } from './ends';
export { CURABLE_IDS, type CurableId } from './curves';
