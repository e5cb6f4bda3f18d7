import { type Curve, lookUpCurve } from '@/core/numeric';

/**
 * What the temperature of the metal does to the stand-in. Trial values that make starts believable; between the
 * temperatures linear, held beyond them.
 */
const TEMPERATURES = [-30, -20, 0, 20, 40, 60, 80] as const;

const TABLES = {
  filmShare: [0.66, 0.6, 0.51, 0.43, 0.35, 0.27, 0.2],
  filmTauS: [1.05, 0.88, 0.68, 0.54, 0.42, 0.32, 0.22],
  vapourCranking: [0.16, 0.22, 0.32, 0.45, 0.62, 0.83, 1],
  oilFactor: [3.6, 2.9, 2.1, 1.6, 1.3, 1.12, 1.03],
  richLimit: [0.55, 0.52, 0.49, 0.47, 0.457, 0.443, 0.43],
  leanLimit: [1.08, 1.14, 1.24, 1.34, 1.443, 1.547, 1.65],
} as const satisfies Record<string, readonly number[]>;

/** The temperature-dependent constants of the stand-in at one metal temperature. */
export interface Thermal {
  /** Share of injected fuel that lands on the wall, X. */
  readonly filmShare: number;
  /** Time constant of its evaporation, s. */
  readonly filmTauS: number;
  /** Share of arriving fuel that is vapour at cranking speed and barometric pressure. */
  readonly vapourCranking: number;
  /** Friction over that of a hot engine. */
  readonly oilFactor: number;
  /** Vapour lambda below which the charge is too rich to burn. */
  readonly richLimit: number;
  /** Vapour lambda above which it is too lean to burn. */
  readonly leanLimit: number;
}

const CURVES = Object.fromEntries(
  Object.entries(TABLES).map(([name, values]) => [
    name,
    { x: Float64Array.from(TEMPERATURES), values: Float64Array.from(values) },
  ]),
) as Readonly<Record<keyof Thermal, Curve>>;

/** One of the tables at a temperature, °C. */
export function thermalValue(name: keyof Thermal, temperatureC: number): number {
  return lookUpCurve(CURVES[name], temperatureC);
}

/**
 * The constants with coolant at one temperature and the valves and chamber hotter by `heatedByC`: film and friction
 * follow the coolant, evaporation and flammability the metal the fuel touches.
 */
export function thermalAt(coolantC: number, heatedByC: number): Thermal {
  return {
    filmShare: thermalValue('filmShare', coolantC),
    filmTauS: thermalValue('filmTauS', coolantC),
    vapourCranking: thermalValue('vapourCranking', coolantC + heatedByC),
    oilFactor: thermalValue('oilFactor', coolantC),
    richLimit: thermalValue('richLimit', coolantC + heatedByC),
    leanLimit: thermalValue('leanLimit', coolantC + heatedByC),
  };
}
