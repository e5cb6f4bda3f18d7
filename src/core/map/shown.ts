import { CHANNELS } from '../channel';
import { baseUnit, type ShownBy, shownDecimals, shownScale, type ShownUnits } from '../units';
import type { AxisDefinition, MapDefinition } from './mapDefinition';
import type { MapData } from './mapSchema';

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
  const by = { units, stoichiometricRatio };
  const x = shownAxis(definition.x, by);
  const y = definition.y === null ? null : shownAxis(definition.y, by);
  const values = shownValues(definition, by);
  const value = values?.scale ?? SAME;
  const plain = values === null && x.scale === SAME && (y === null || y.scale === SAME);
  if (plain) return { definition, value, x: SAME, y: SAME, plain };
  const shown: MapDefinition = {
    ...definition,
    ...values?.definition,
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

/** Cells of a ratio are told apart by hundredths of it. */
const AFR_DECIMALS = 2;

/** What a map’s cells are shown in; null where that is what they are kept in. */
function shownValues(
  { holds, unit, min, max, decimals, step }: MapDefinition,
  by: ShownBy,
): {
  readonly definition: Pick<MapDefinition, 'unit' | 'min' | 'max' | 'decimals' | 'step'>;
  readonly scale: Scale;
} | null {
  const isMixture = holds === 'lambda';
  const scale = shownScale(isMixture ? baseUnit('lambda').label : unit, by);
  if (scale.plain) return null;
  return {
    definition: {
      unit: scale.unit,
      min: scale.shown(min),
      max: scale.shown(max),
      decimals: isMixture ? AFR_DECIMALS : shownDecimals(decimals, scale, AS_MANY(by)),
      // A round step: 0.147 of a ratio is 0.1.
      step: 10 ** Math.floor(Math.log10(step * scale.factor)),
    },
    scale,
  };
}

function shownAxis(axis: AxisDefinition, by: ShownBy): { axis: AxisDefinition; scale: Scale } {
  const scale = shownScale(baseUnit(CHANNELS[axis.channel].quantity).label, by);
  if (scale.plain) return { axis, scale: SAME };
  return {
    axis: {
      ...axis,
      unit: scale.unit,
      min: scale.shown(axis.min),
      max: scale.shown(axis.max),
      decimals: shownDecimals(axis.decimals, scale, AS_MANY(by)),
    },
    scale,
  };
}

/** Breakpoints are told apart by their decimals, and keep them whatever is chosen for readings. */
const AS_MANY = ({ units, stoichiometricRatio }: ShownBy): ShownBy => ({
  units: { ...units, decimals: 0 },
  stoichiometricRatio,
});
