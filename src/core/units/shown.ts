import { fromBase, toBase } from './convert';
import { baseUnit, type QuantityId, unitOf } from './quantities';
import { STANDARD_CONTEXT } from './unit';

/** The units everything is shown in, by the builder's choice. What is stored does not change with them. */
export interface ShownUnits {
  readonly mixture: 'lambda' | 'afr';
  readonly pressure: 'kPaAbs' | 'barAbs' | 'psiAbs';
  readonly temperature: 'degC' | 'degF';
  /** Of speeds, heights, weights and areas: km/h, m, kg, m², or mph, ft, lb, ft². */
  readonly distance: 'metric' | 'imperial';
  /** Decimals of numbers that have been measured or computed, against the usual ones. */
  readonly decimals: -1 | 0 | 1;
}

export const USUAL_UNITS: ShownUnits = {
  mixture: 'lambda',
  pressure: 'kPaAbs',
  temperature: 'degC',
  distance: 'metric',
  decimals: 0,
};

/** The two systems, for who wants all at once. Mixture and decimals belong to neither. */
export const UNIT_SYSTEMS = {
  metric: { pressure: 'kPaAbs', temperature: 'degC', distance: 'metric' },
  imperial: { pressure: 'psiAbs', temperature: 'degF', distance: 'imperial' },
} as const satisfies Record<string, Partial<ShownUnits>>;

const GAUGE = { kPaAbs: 'kPaGauge', barAbs: 'barGauge', psiAbs: 'psiGauge' } as const;
const DIFFERENCE = { kPaAbs: 'kPa', barAbs: 'bar', psiAbs: 'psi' } as const;

/** The unit that each quantity is shown in; a quantity that is not here has one everywhere. */
const CHOSEN: Partial<Record<QuantityId, (units: ShownUnits) => string>> = {
  pressureAbsolute: ({ pressure }) => pressure,
  pressureGauge: ({ pressure }) => GAUGE[pressure],
  pressureDifference: ({ pressure }) => DIFFERENCE[pressure],
  temperature: ({ temperature }) => temperature,
  temperatureDifference: ({ temperature }) => (temperature === 'degC' ? 'K' : 'degF'),
  vehicleSpeed: ({ distance }) => (distance === 'metric' ? 'km/h' : 'mph'),
  altitude: ({ distance }) => (distance === 'metric' ? 'm' : 'ft'),
  mass: ({ distance }) => (distance === 'metric' ? 'kg' : 'lb'),
  area: ({ distance }) => (distance === 'metric' ? 'm2' : 'ft2'),
};

/**
 * The unit that a field of this quantity is offered in: the chosen one where that is not the usual, else the field's own.
 * @returns the id of a unit of the quantity.
 */
export function offeredUnit(quantity: QuantityId, own: string, units: ShownUnits): string {
  const chosen = CHOSEN[quantity]?.(units);
  return chosen === undefined || chosen === CHOSEN[quantity]?.(USUAL_UNITS) ? own : chosen;
}

/** The label of lambda's unit, where it stands alone behind a number. */
export const LAMBDA_LABEL = unitOf('lambda', 'lambda').label;

/** A straight way from numbers in one unit to numbers as they are shown, and back. */
export interface ShownScale {
  /** Behind the number. */
  readonly unit: string;
  readonly shown: (value: number) => number;
  readonly stored: (shown: number) => number;
  /** How much larger a step of one is when shown; 1 where nothing is converted. */
  readonly factor: number;
  readonly plain: boolean;
}

/** What a shown number depends on besides itself. */
export interface ShownBy {
  readonly units: ShownUnits;
  /** Of the engine's fuel: what lambda 1 is as an air-fuel ratio. */
  readonly stoichiometricRatio: number;
}

/** Words for the mixture as a ratio by mass. */
const AFR_LABEL = 'air : fuel';

/**
 * How numbers in a unit are shown, by the label of that unit: "kPa abs" as "psi abs", "°C" as "°F", "λ" as "air : fuel".
 * Only base units are converted: what was typed in another stays as it was typed.
 */
export function shownScale(label: string, { units, stoichiometricRatio }: ShownBy): ShownScale {
  if (label === LAMBDA_LABEL && units.mixture === 'afr')
    return {
      unit: AFR_LABEL,
      shown: (value) => value * stoichiometricRatio,
      stored: (value) => value / stoichiometricRatio,
      factor: stoichiometricRatio,
      plain: false,
    };
  const quantity = QUANTITY_OF_LABEL.get(label);
  const chosen = quantity === undefined ? undefined : CHOSEN[quantity]?.(units);
  if (quantity === undefined || chosen === undefined || chosen === baseUnit(quantity).id)
    return { unit: label, shown: same, stored: same, factor: 1, plain: true };
  const shown = (value: number) => fromBase(quantity, value, chosen, STANDARD_CONTEXT);
  return {
    unit: unitOf(quantity, chosen).label,
    shown,
    stored: (amount) => toBase(quantity, { amount, unit: chosen }, STANDARD_CONTEXT),
    factor: shown(1) - shown(0),
    plain: false,
  };
}

const same = (value: number) => value;

/** Quantities by the label of their base unit: no two that are converted share one. */
const QUANTITY_OF_LABEL: ReadonlyMap<string, QuantityId> = new Map(
  (Object.keys(CHOSEN) as QuantityId[]).map((quantity) => [baseUnit(quantity).label, quantity]),
);

/** Labels of units in which a number says nothing after its point. */
const WHOLE: ReadonlySet<string> = new Set([baseUnit('rotationalSpeed').label, baseUnit('count').label]);

/** Decimals that say as much in the shown unit as `usual` do in the own one, more or fewer by choice. */
export function shownDecimals(usual: number, scale: ShownScale, { units }: ShownBy): number {
  const asMuch = Math.max(0, usual - Math.round(Math.log10(scale.factor)));
  return WHOLE.has(scale.unit) ? asMuch : Math.max(0, asMuch + units.decimals);
}
