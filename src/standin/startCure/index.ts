/**
 * What would cure a start that fails: curves of starting moved by search over the simulation, each change with its reasons.
 * And which value, if it were wrong, decides whether it starts.
 * Nothing here knows a document: programs and cars in, plain data out.
 */
export type { Band } from './bands';
export { type Cure, type CureRequest, cureSteps, type CurveChange, type NotCured } from './cure';
export { CURABLE_IDS, type CurableId } from './curves';
