/**
 * Quantities and their units, conversion, parsing and formatting of numbers, crank angles and turns.
 * An amount and a unit go in, a base value comes out, and back.
 * Nothing of the engine lives here, and nothing of the document.
 */
export { type Amount, fromBase, inUnit, toBase } from './convert';
export { CYCLE_DEG, CYCLE_S_AT_1_RPM, wrappedDeg } from './crank';
export { formatDifference, formatNumber, formatSignificant, inSentence } from './format';
export { parseAmount, parseNumber, typedProblemMessage } from './parse';
export { baseUnit, QUANTITIES, type QuantityId, type UnitId, unitOf, unitsOf } from './quantities';
export {
  offeredUnit,
  type ShownBy,
  shownDecimals,
  type ShownScale,
  shownScale,
  type ShownUnits,
  UNIT_SYSTEMS,
  USUAL_UNITS,
} from './shown';
export { wordsShown } from './shownWords';
export { ZERO_CELSIUS_K } from './temperature';
export { type ConversionContext, STANDARD_CONTEXT } from './unit';
