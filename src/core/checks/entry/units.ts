import type { ShownUnits } from '../../units';
import { fromBase, STANDARD_CONTEXT, unitOf } from '../../units';

/** A number with its unit: "610 cm³/min", "9.20:1", "4" without one. */
export function withUnit(number: string, unit: string): string {
  return `${number}${/^[\p{L}°%]/u.test(unit) ? ' ' : ''}${unit}`;
}

/** An absolute pressure in the unit shown: "165 kPa abs". */
export function absoluteWords(kpa: number, { pressure }: ShownUnits, kpaDecimals = 0): string {
  const amount = fromBase('pressureAbsolute', kpa, pressure, STANDARD_CONTEXT);
  const decimals = pressure === 'kPaAbs' ? kpaDecimals : pressure === 'barAbs' ? 2 : 1;
  return `${amount.toFixed(decimals)} ${unitOf('pressureAbsolute', pressure).label}`;
}

/** The same without its unit, where the sentence has said it before. */
export function absoluteNumber(kpa: number, units: ShownUnits): string {
  return absoluteWords(kpa, units).split(' ')[0] ?? '';
}

/** A difference of pressure in the unit that goes with the one shown: "42 kPa". */
export function differenceWords(kpa: number, { pressure }: ShownUnits): string {
  const [unit, decimals] = ({ kPaAbs: ['kPa', 0], barAbs: ['bar', 2], psiAbs: ['psi', 1] } as const)[
    pressure
  ];
  const amount = fromBase('pressureDifference', kpa, unit, STANDARD_CONTEXT);
  return `${amount.toFixed(decimals)} ${unitOf('pressureDifference', unit).label}`;
}

/** A temperature in the unit shown: "40 °C". */
export function temperatureWords(celsius: number, { temperature }: ShownUnits): string {
  const amount = fromBase('temperature', celsius, temperature, STANDARD_CONTEXT);
  return `${amount.toFixed(0)} ${unitOf('temperature', temperature).label}`;
}

/** A difference of temperature in degrees of the unit shown: "1.4 K", "2.5 °F". */
export function kelvinWords(kelvin: number, { temperature }: ShownUnits): string {
  return temperature === 'degC' ? `${kelvin.toFixed(1)} K` : `${(kelvin * 1.8).toFixed(1)} °F`;
}
