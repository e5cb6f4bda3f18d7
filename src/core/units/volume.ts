import { type Quantity, scaledUnit } from './unit';

/** Swept volume. Base cm³; 1 in³ = 2.54³ cm³ exactly. */
export const volume = {
  id: 'volume',
  units: [
    scaledUnit('cm3', 'cm³', 1, ['cm³', 'cc', 'ccm', 'ml']),
    scaledUnit('L', 'L', 1000, ['l', 'litre', 'liter', 'dm3']),
    scaledUnit('in3', 'in³', 16.387064, ['in³', 'ci', 'cid', 'cuin']),
  ],
} as const satisfies Quantity;
