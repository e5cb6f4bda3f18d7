/** What the calculations need to know of a fuel. */
export interface Fuel {
  readonly id: FuelId;
  readonly label: string;
  readonly hint: string;
  /** Mass of air that burns one mass of fuel completely. */
  readonly stoichiometricRatio: number;
  /** Density at 15 °C, g/cm³. */
  readonly densityGPerCm3: number;
  /** Lower heating value, MJ/kg. */
  readonly heatingMjPerKg: number;
  /** Research octane number, for the spark proposal. */
  readonly octane: number;
  /** Ethanol in it, % by volume: what a composition sensor reads. */
  readonly ethanolPercent: number;
  /** How much harder than petrol it is to start cold: heat of evaporation for each mass of air, against petrol’s. */
  readonly coldExcess: number;
}

/** A part of a blend. */
export interface BlendPart {
  readonly stoichiometricRatio: number;
  readonly densityGPerCm3: number;
  readonly heatingMjPerKg: number;
}

/** Mass fraction, density and stoichiometric ratio of a two-part blend. */
export interface Blend {
  readonly massFraction: number;
  readonly stoichiometricRatio: number;
  readonly densityGPerCm3: number;
  readonly heatingMjPerKg: number;
}

const PETROL: BlendPart = { stoichiometricRatio: 14.7, densityGPerCm3: 0.745, heatingMjPerKg: 43.4 };
const ETHANOL: BlendPart = { stoichiometricRatio: 9.0, densityGPerCm3: 0.789, heatingMjPerKg: 26.8 };

/**
 * Properties of two liquids mixed by volume. Stoichiometric ratio and heating value are mass-weighted.
 * Example: 0.6 ethanol in petrol → mass fraction 0.61369, ratio 11.202.
 * @param volumeFraction share of `part` by volume, 0…1.
 */
export function blendOf(base: BlendPart, part: BlendPart, volumeFraction: number): Blend {
  const partMass = volumeFraction * part.densityGPerCm3;
  const baseMass = (1 - volumeFraction) * base.densityGPerCm3;
  const massFraction = partMass / (partMass + baseMass);
  const byMass = (a: number, b: number) => a + (b - a) * massFraction;
  return {
    massFraction,
    stoichiometricRatio: byMass(base.stoichiometricRatio, part.stoichiometricRatio),
    densityGPerCm3: partMass + baseMass,
    heatingMjPerKg: byMass(base.heatingMjPerKg, part.heatingMjPerKg),
  };
}

function ethanolBlend(volumeFraction: number): Omit<Blend, 'massFraction'> {
  const { massFraction: _share, ...properties } = blendOf(PETROL, ETHANOL, volumeFraction);
  return properties;
}

/** The fuel library. Ratios and densities are typical of the kind, not of any brand. */
const FUELS = {
  petrol: {
    label: 'Petrol, no oxygenate',
    hint: 'Ratio 14.7',
    ...PETROL,
    octane: 98,
    coldExcess: 1,
    ethanolPercent: 0,
  },
  petrolOxygenated: {
    label: 'Petrol, light oxygenate',
    hint: 'Ratio 14.3, by ethers; no ethanol',
    stoichiometricRatio: 14.3,
    densityGPerCm3: 0.745,
    heatingMjPerKg: 42.4,
    octane: 99,
    coldExcess: 1,
    ethanolPercent: 0,
  },
  ethanol60: {
    label: 'Ethanol 60 %',
    hint: 'Winter blend',
    ...ethanolBlend(0.6),
    octane: 104,
    coldExcess: 1.25,
    ethanolPercent: 60,
  },
  ethanol85: {
    label: 'Ethanol 85 %',
    hint: 'Summer blend',
    ...ethanolBlend(0.85),
    octane: 106,
    coldExcess: 1.5,
    ethanolPercent: 85,
  },
  methanol: {
    label: 'Methanol',
    hint: 'Ratio 6.45',
    stoichiometricRatio: 6.45,
    densityGPerCm3: 0.792,
    heatingMjPerKg: 19.9,
    octane: 108,
    coldExcess: 1.8,
    ethanolPercent: 0,
  },
} as const satisfies Record<string, Omit<Fuel, 'id'>>;

export type FuelId = keyof typeof FUELS;

/** Every fuel of the library, in the order they are offered. */
const FUEL_IDS = Object.keys(FUELS) as [FuelId, ...FuelId[]];

/** The fuel with this id. */
export function fuelById(id: FuelId): Fuel {
  return { id, ...FUELS[id] };
}

/** A fuel as an option of a field. */
function option(id: FuelId): { readonly id: FuelId; readonly label: string; readonly hint: string } {
  const { label, hint } = FUELS[id];
  return { id, label, hint };
}

const [first, ...others] = FUEL_IDS;

/** The library as options of a field. */
export const FUEL_OPTIONS = [option(first), ...others.map(option)] as const;

/** What a fuel is without the ethanol in it: the part that a tank's ethanol is mixed into. */
export function withoutEthanol(id: FuelId): BlendPart {
  return FUELS[id].ethanolPercent > 0 ? PETROL : FUELS[id];
}

/** Ethanol, as blends are computed from it. */
export const PURE_ETHANOL: BlendPart = ETHANOL;
