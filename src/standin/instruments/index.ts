/**
 * What a builder holds in the hand at a car: gauge, strobe, vessels, balance meter. One entry each, with the error it states.
 * They read the car’s truth; nothing reaches the engine computer or the link through them.
 */
export {
  INSTRUMENT_IDS,
  type InstrumentId,
  type InstrumentInfo,
  INSTRUMENTS,
  type Measured,
} from './instruments';
export { type InstrumentsState, instrumentsAtRest, readInstruments, type Readings } from './readings';
