import { type Quantity, scaledUnit } from './unit';

/** 1 lb/h in g/s. */
const LB_PER_H = 453.59237 / 3600;

/**
 * Flow of an injector or a fuel pump. Base g/s of the fluid it was rated with, so that a volume rating and a mass
 * rating meet in one number; volume units need the density of that fluid.
 */
export const injectorFlow = {
  id: 'injectorFlow',
  units: [
    scaledUnit('g/s', 'g/s', 1),
    {
      id: 'cm3/min',
      label: 'cm³/min',
      aliases: ['cm³/min', 'cc/min', 'ccm', 'cc', 'ml/min'],
      toBase: (amount, { ratedDensityGPerCm3 }) => (amount / 60) * ratedDensityGPerCm3,
      fromBase: (base, { ratedDensityGPerCm3 }) => (base * 60) / ratedDensityGPerCm3,
    },
    {
      id: 'l/h',
      label: 'L/h',
      aliases: ['lph', 'litres/h', 'liters/h'],
      toBase: (amount, { ratedDensityGPerCm3 }) => (amount / 3.6) * ratedDensityGPerCm3,
      fromBase: (base, { ratedDensityGPerCm3 }) => (base * 3.6) / ratedDensityGPerCm3,
    },
    scaledUnit('lb/h', 'lb/h', LB_PER_H, ['lb/hr', 'lbs/h', 'lbs/hr', 'pph']),
    scaledUnit('g/min', 'g/min', 1 / 60),
  ],
} as const satisfies Quantity;
