/**
 * Where the crank is, found from the edges of its teeth as they come: sync, speed, and counters of what went wrong.
 * The engine computer's side only. The teeth themselves pass in standin/harness.
 * Which modes need the cycle is said in injector and coil.
 */
export { countersAtRest, type TriggerCounters } from './counters';
export { type DecodedCam, type Decoder, decoderOf, NOMINAL_WHEEL, SYNC } from './decoder';
export {
  believedDeg,
  sparkedDeg,
  copiedDecoder,
  decodedRpm,
  decoderAtRest,
  type DecoderState,
  isSynced,
} from './decoderState';
export { camEdge, crankEdge, restWhereStopped } from './edges';
