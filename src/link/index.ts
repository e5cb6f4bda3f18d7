/**
 * Link: the protocol to an engine computer. Frames, the line over them, messages, their client and their host; data, workers and
 * the server may use them. It knows the core and transports, nothing of what is behind a transport, and no screen.
 */
export { LinkClient, LinkError, type LinkEvents } from './client';
export type { LinkClock } from './clock';
export type { EcuMemory } from './ecuMemory';
export { MOST_FRAME_BYTES } from './frames';
export { LinkHost } from './host';
export type { LineEnd } from './line';
export type { Codes } from './lock';
export {
  type CellWrite,
  type Contents,
  type Identity,
  type LearnedCells,
  MOST_RATE_HZ,
  PROTOCOL,
  type Refusal,
  REFUSALS,
  type Refused,
  type WorkAsk,
} from './messages';
export { REAL_CLOCK } from './realClock';
export { type Transport, transportPair } from './transport';
