export { fromBase, toBase, type Amount } from './convert';
export { formatNumber, formatSignificant } from './format';
export { parseAmount, parseNumber, typedProblemMessage, type Typed, type TypedProblem } from './parse';
export { QUANTITIES, unitOf, unitsOf, type QuantityId, type UnitId } from './quantities';
export { ZERO_CELSIUS_K } from './temperature';
export { STANDARD_CONTEXT, type ConversionContext, type Quantity, type Unit } from './unit';
