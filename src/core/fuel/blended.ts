import { lookUpCurve, lookUpMap, type Grid } from '../map/grid';
import type { BlendedMap, BlendPurpose, EngineModel } from './engineModel';
import { blendOf, PURE_ETHANOL } from './fuels';

const PURPOSE: Readonly<Record<BlendedMap, BlendPurpose>> = {
  ve: 'fuel',
  pulse: 'fuel',
  lambda: 'target',
  spark: 'spark',
  cranking: 'start',
  afterStart: 'start',
  warmUp: 'start',
};

/** How much of the second map counts for a purpose, 0…1. */
export function blendShare({ blend }: EngineModel, purpose: BlendPurpose, ethanolPercent: number): number {
  const curve = blend === null ? null : blend.curves[purpose];
  return curve === null ? 0 : lookUpCurve(curve, ethanolPercent) / 100;
}

/**
 * A base map at a point, with its second one blended in by the ethanol in the fuel: first + share · (second − first).
 * @throws {TypeError} for a map the strategy does not use.
 */
export function blendedAt(
  model: EngineModel,
  id: BlendedMap,
  x: number,
  y: number,
  ethanolPercent: number,
): number {
  const first = model.maps[id];
  if (first === null) throw new TypeError(`This load strategy has no ${id} map`);
  const value = valueOf(first, x, y);
  const second = model.blend === null ? null : model.blend.second[id];
  if (second === null) return value;
  return value + (valueOf(second, x, y) - value) * blendShare(model, PURPOSE[id], ethanolPercent);
}

function valueOf(grid: Grid, x: number, y: number): number {
  return grid.y.length === 0 ? lookUpCurve(grid, x) : lookUpMap(grid, x, y);
}

/** Stoichiometric ratio of the fuel in the tank, and its density over that the flow was computed for. */
export function fuelInTank(
  model: EngineModel,
  ethanolPercent: number,
): { readonly stoichiometricRatio: number; readonly densityShare: number } {
  const { blend } = model;
  if (blend === null) return { stoichiometricRatio: model.stoichiometricRatio, densityShare: 1 };
  const mixed = blendOf(blend.base, PURE_ETHANOL, ethanolPercent / 100);
  return {
    stoichiometricRatio: mixed.stoichiometricRatio,
    densityShare: mixed.densityGPerCm3 / blend.densityGPerCm3,
  };
}
