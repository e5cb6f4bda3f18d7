import { type Quantity, scaledUnit } from './unit';

/** 0 °C in kelvin. */
export const ZERO_CELSIUS_K = 273.15;

/** Temperature. Base °C. */
export const temperature = {
  id: 'temperature',
  units: [
    scaledUnit('degC', '°C', 1, ['c', '°c']),
    {
      id: 'degF',
      label: '°F',
      aliases: ['f', '°f'],
      toBase: (amount) => ((amount - 32) * 5) / 9,
      fromBase: (base) => (base * 9) / 5 + 32,
    },
    {
      id: 'K',
      label: 'K',
      aliases: [],
      toBase: (amount) => amount - ZERO_CELSIUS_K,
      fromBase: (base) => base + ZERO_CELSIUS_K,
    },
  ],
} as const satisfies Quantity;

/** A step of temperature. Base K. */
export const temperatureDifference = {
  id: 'temperatureDifference',
  units: [scaledUnit('K', 'K', 1, ['°c', 'c']), scaledUnit('degF', '°F', 5 / 9, ['f', '°f'])],
} as const satisfies Quantity;
