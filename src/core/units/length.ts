import { type Quantity, scaledUnit } from './unit';

/** Lengths of engine parts. Base mm; 1 in = 25.4 mm exactly. */
export const length = {
  id: 'length',
  units: [scaledUnit('mm', 'mm', 1), scaledUnit('cm', 'cm', 10), scaledUnit('in', 'in', 25.4, ['inch', '"'])],
} as const satisfies Quantity;

/** Height above sea level. Base m; 1 ft = 0.3048 m exactly. */
export const altitude = {
  id: 'altitude',
  units: [scaledUnit('m', 'm', 1), scaledUnit('ft', 'ft', 0.3048, ['feet'])],
} as const satisfies Quantity;
