import { CHANNELS } from '../channel';
import { fromBase, QUANTITIES, STANDARD_CONTEXT, toBase, unitOf } from '../units';
import type { AxisDefinition, MapDefinition } from './mapDefinition';
import type { MapData } from './mapSchema';

/** The units maps are shown in, by the builder's choice. What is stored does not change with them. */
export interface ShownUnits {
  readonly mixture: 'lambda' | 'afr';
  readonly pressure: 'kPaAbs' | 'barAbs' | 'psiAbs';
  readonly temperature: 'degC' | 'degF';
}

export const USUAL_UNITS: ShownUnits = { mixture: 'lambda', pressure: 'kPaAbs', temperature: 'degC' };

/** A straight way from stored numbers to shown ones and back. */
interface Scale {
  readonly shown: (stored: number) => number;
  readonly stored: (shown: number) => number;
}

const SAME: Scale = { shown: (value) => value, stored: (value) => value };

/** A map's definition in the units chosen, with the way of its numbers. */
export interface ShownAs {
  readonly definition: MapDefinition;
  readonly value: Scale;
  readonly x: Scale;
  readonly y: Scale;
  /** Nothing is converted. */
  readonly plain: boolean;
}

/**
 * How a map is shown: mixture as lambda or as the air-fuel ratio of this fuel, axes in the units chosen.
 * @param stoichiometricRatio of the engine's fuel.
 */
export function shownAs(definition: MapDefinition, units: ShownUnits, stoichiometricRatio: number): ShownAs {
  const x = shownAxis(definition.x, units);
  const y = definition.y === null ? null : shownAxis(definition.y, units);
  const afr = definition.holds === 'lambda' && units.mixture === 'afr';
  const value = afr ? scaleBy(stoichiometricRatio) : SAME;
  const plain = !afr && x.scale === SAME && (y === null || y.scale === SAME);
  if (plain) return { definition, value, x: SAME, y: SAME, plain };
  const { min, max, decimals, step, unit } = definition;
  const shown: MapDefinition = {
    ...definition,
    ...(afr
      ? {
          unit: 'air : fuel',
          min: min * stoichiometricRatio,
          max: max * stoichiometricRatio,
          decimals: 2,
          step: 0.1,
        }
      : { unit, min, max, decimals, step }),
    x: x.axis,
    y: y === null ? null : y.axis,
  };
  return { definition: shown, value, x: x.scale, y: y?.scale ?? SAME, plain };
}

/** A map's numbers as they are shown; the same object where nothing is converted. */
export function shownMap(map: MapData, as: ShownAs): MapData {
  if (as.plain) return map;
  return {
    ...map,
    x: map.x.map(as.x.shown),
    y: map.y.map(as.y.shown),
    values: as.value === SAME ? map.values : map.values.map(as.value.shown),
  };
}

function scaleBy(factor: number): Scale {
  return { shown: (value) => value * factor, stored: (value) => value / factor };
}

/** Decimals a pressure or temperature axis needs in another unit than its own. */
const DECIMALS: Readonly<Record<string, number>> = { barAbs: 2, psiAbs: 1, degF: 0 };

function shownAxis(axis: AxisDefinition, units: ShownUnits): { axis: AxisDefinition; scale: Scale } {
  const { quantity } = CHANNELS[axis.channel];
  const chosen =
    quantity === 'pressureAbsolute'
      ? ({ quantity, unit: units.pressure } as const)
      : quantity === 'temperature'
        ? ({ quantity, unit: units.temperature } as const)
        : null;
  if (chosen === null || QUANTITIES[chosen.quantity].units[0].id === chosen.unit)
    return { axis, scale: SAME };
  const scale: Scale = {
    shown: (base) => fromBase(chosen.quantity, base, chosen.unit, STANDARD_CONTEXT),
    stored: (amount) => toBase(chosen.quantity, { amount, unit: chosen.unit }, STANDARD_CONTEXT),
  };
  return {
    axis: {
      ...axis,
      unit: unitOf(chosen.quantity, chosen.unit).label,
      min: scale.shown(axis.min),
      max: scale.shown(axis.max),
      decimals: DECIMALS[chosen.unit] ?? axis.decimals,
    },
    scale,
  };
}
