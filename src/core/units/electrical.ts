import { type Quantity, scaledUnit } from './unit';

/** Electrical resistance. Base Ω. */
export const resistance = {
  id: 'resistance',
  units: [
    scaledUnit('ohm', 'Ω', 1, ['ohm', 'ohms', 'ω', 'r']),
    scaledUnit('kohm', 'kΩ', 1000, ['kohm', 'kω', 'k']),
  ],
} as const satisfies Quantity;

/** Electrical current. Base A. */
export const current = {
  id: 'current',
  units: [scaledUnit('A', 'A', 1), scaledUnit('mA', 'mA', 0.001)],
} as const satisfies Quantity;

/** Inductance of a coil. Base mH. */
export const inductance = {
  id: 'inductance',
  units: [scaledUnit('mH', 'mH', 1), scaledUnit('uH', 'µH', 0.001, ['µh', 'μh', 'uh'])],
} as const satisfies Quantity;
