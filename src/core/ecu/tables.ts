import { type Grid, lookUpCurve, lookUpMap } from '../numeric';
import type { EcuProgram, FirstMapId } from '../program';

/** A curve at a point, or what stands in while the program has none. */
export function curveOr(curve: Grid | undefined, x: number, otherwise: number): number {
  return curve === undefined ? otherwise : lookUpCurve(curve, x);
}

/**
 * A base map at a point, with its second one blended in by the ethanol in the fuel: first + share · (second − first).
 * @throws {TypeError} for a map the program does not have.
 */
export function blendedAt(
  program: EcuProgram,
  id: FirstMapId,
  x: number,
  y: number,
  ethanolPercent: number,
): number {
  const { tables, blend } = program;
  const first = tables[id];
  if (first === undefined) throw new TypeError(`This program has no ${id} map`);
  const value = valueOf(first, x, y);
  const second = blend?.second[id];
  if (second === undefined) return value;
  const share = second.share === null ? 0 : lookUpCurve(second.share, ethanolPercent) / 100;
  return value + (valueOf(second.table, x, y) - value) * share;
}

function valueOf(grid: Grid, x: number, y: number): number {
  return grid.y.length === 0 ? lookUpCurve(grid, x) : lookUpMap(grid, x, y);
}
