/** What a conversion may need to know beyond the number itself. */
export interface ConversionContext {
  /** Barometric pressure, kPa absolute: joins gauge and absolute pressure. */
  readonly barometricKpa: number;
  /** Density of the fluid an injector was rated with, g/cm³: joins volume and mass flow. */
  readonly ratedDensityGPerCm3: number;
}

/** Sea level and a common test fluid: for conversions whose document says nothing yet. */
export const STANDARD_CONTEXT: ConversionContext = { barometricKpa: 101.325, ratedDensityGPerCm3: 0.745 };

/** One way of writing a quantity. */
export interface Unit {
  /** Stored in files; never changes. */
  readonly id: string;
  /** Shown beside the number. */
  readonly label: string;
  /** Other spellings accepted behind a typed number, lower case, without spaces. */
  readonly aliases: readonly string[];
  readonly toBase: (amount: number, context: ConversionContext) => number;
  readonly fromBase: (base: number, context: ConversionContext) => number;
}

/** A kind of physical quantity with its units; the first unit is the base. */
export interface Quantity {
  readonly id: string;
  readonly units: readonly [Unit, ...Unit[]];
}

/** A unit that is a fixed multiple of the base unit. */
export function scaledUnit(id: string, label: string, factor: number, aliases: readonly string[] = []): Unit {
  return {
    id,
    label,
    aliases,
    toBase: (amount) => amount * factor,
    fromBase: (base) => base / factor,
  };
}
