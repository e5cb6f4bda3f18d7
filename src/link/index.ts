/**
 * Link: the protocol to an engine computer. Messages, their client and their host; data, workers and the server may use
 * them. It knows the core and transports, nothing of what is behind a transport, and no screen.
 */
export { LinkClient, type LinkClock, LinkError, type LinkEvents } from './client';
export { type EcuMemory, LinkHost } from './host';
export {
  type CellWrite,
  type Identity,
  type LearnedCells,
  MOST_RATE_HZ,
  PROTOCOL,
  REFUSALS,
  type SectionInfo,
} from './messages';
export { settingsSum, sumOf } from './sums';
export { type Transport, transportPair } from './transport';
