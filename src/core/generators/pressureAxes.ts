import {
  baseValue,
  type Calibration,
  correctionKey,
  definitionAt,
  lineOf,
  mapAt,
  type MapKey,
} from '../calibration';
import type { Source } from '../field';
import {
  AXES,
  type BeyondRule,
  extendedAxis,
  type MapData,
  MAX_BREAKPOINTS,
  type SurfaceChange,
  weightedAxis,
} from '../map';
import { relaidMap, surfaceChange } from '../map/schema';
import { isMapId, MAP_IDS } from '../program';
import { generatorValueAt } from './generate';
import { usualChoices } from './generator';
import { livedWeight } from './lived';

/** Where the pressure axes end, and what they would have to reach. */
export interface PressureReach {
  /** The lowest end of all pressure axes; null while no map has one. */
  readonly axesEndKpa: number | null;
  /** What the manifold pressure sensor reads at most; null while it is not described. */
  readonly sensorEndKpa: number | null;
  /** The highest pressure intended; null while it is not entered. */
  readonly goalKpa: number | null;
}

/** The maps that run over manifold pressure and are there, those of the builder's corrections among them. */
export function pressureMaps(document: Calibration): MapKey[] {
  const keys = [...MAP_IDS, ...document.corrections.map(({ id }) => correctionKey(id))];
  return keys.filter((key) => mapAt(document, key) !== null && pressureAxis(document, key) !== null);
}

/** Which axis of a map is manifold pressure; null for neither. */
function pressureAxis(document: Calibration, key: MapKey): 'x' | 'y' | null {
  const { x, y } = definitionAt(document, key);
  if (y?.channel === 'manifoldPressure') return 'y';
  return x.channel === 'manifoldPressure' ? 'x' : null;
}

/** How far axes, sensor and goal reach. */
export function pressureReach(document: Calibration): PressureReach {
  const ends = pressureMaps(document).map(
    (key) => mapAt(document, key)?.[pressureAxis(document, key) ?? 'y'].at(-1) ?? 0,
  );
  const line = lineOf(document, 'map');
  return {
    axesEndKpa: ends.length === 0 ? null : Math.min(...ends),
    sensorEndKpa: line === null ? null : Math.max(...line.values),
    goalKpa: baseValue(document, 'engine.maxManifoldPressure'),
  };
}

/** A range beyond this many times the goal wastes cells the engine never reaches. */
const WASTEFUL = 1.15;

/** What is unwise about ending the axes at a pressure; null when nothing is. */
export function reachProblem({ sensorEndKpa, goalKpa }: PressureReach, endKpa: number): string | null {
  if (goalKpa !== null && endKpa < goalKpa) {
    return `The engine is meant to reach ${goalKpa.toFixed(0)} kPa abs: above ${endKpa.toFixed(0)} every map would hold its last row.`;
  }
  if (sensorEndKpa !== null && endKpa > sensorEndKpa) {
    return `The sensor ends at ${sensorEndKpa.toFixed(0)} kPa abs: rows above it are never reached.`;
  }
  if (goalKpa !== null && endKpa > goalKpa * WASTEFUL) {
    return `The engine is meant to reach ${goalKpa.toFixed(0)} kPa abs: rows up to ${endKpa.toFixed(0)} are resolution it does not use. Leave room for the boost you intend, and not more.`;
  }
  return null;
}

/** One map of the proposal: before, after, and the largest change over its old range. */
export interface RelaidPressureMap {
  readonly mapId: MapKey;
  /** The axis that is manifold pressure. */
  readonly axis: 'x' | 'y';
  readonly before: MapData;
  readonly after: MapData;
  readonly change: SurfaceChange;
}

/** How the new region is filled; by physics each map's own generator says. */
export type PressureRule = Exclude<BeyondRule, { kind: 'physics' }> | { readonly kind: 'physics' };

/**
 * How the axes get their new end: what there is kept and carried on to so many breakpoints (as dense as now when left out), or
 * so many laid where the engine lives.
 */
export type PressureLaying =
  { readonly kind: 'carryOn'; readonly most?: number } | { readonly kind: 'lived'; readonly count: number };

/** How many breakpoints each pressure axis would have, carried on to a pressure as densely as it is. */
export function pressureCounts(document: Calibration, endKpa: number): number[] {
  return pressureMaps(document).map(
    (key) =>
      endedAt(mapAt(document, key)?.[pressureAxis(document, key) ?? 'y'] ?? [0, endKpa], endKpa).length,
  );
}

/** The pressure axis of a map ended elsewhere: carried on with its last step, or cut, within what an axis holds. */
export function endedAt(axis: readonly number[], endKpa: number, most?: number): number[] {
  const last = axis[axis.length - 1] as number;
  const { leastStep } = AXES.manifoldPressure;
  if (endKpa <= last) return [...axis.filter((value) => value <= endKpa - leastStep), endKpa];
  const room = axis.length < MAX_BREAKPOINTS ? axis : axis.slice(0, -1);
  return extendedAxis(room, endKpa, most);
}

/** The axis laid anew, or carried on. */
function laidTo(
  document: Calibration,
  axis: readonly number[],
  endKpa: number,
  laying: PressureLaying,
): number[] {
  const weight = livedWeight(document, 'manifoldPressure');
  if (laying.kind === 'carryOn' || weight === null) {
    return endedAt(axis, endKpa, laying.kind === 'carryOn' ? laying.most : undefined);
  }
  return weightedAxis(axis[0] as number, endKpa, laying.count, weight, AXES.manifoldPressure.decimals);
}

/**
 * Every map over manifold pressure with its axis ended at a pressure: one proposal, nothing moved unseen.
 * @param date the day of the proposal, YYYY-MM-DD.
 */
export function relaidPressureMaps(
  document: Calibration,
  endKpa: number,
  rule: PressureRule,
  date: string,
  laying: PressureLaying = { kind: 'carryOn' },
): RelaidPressureMap[] {
  const source: Source = { kind: 'computed', date, note: `Re-laid to ${Math.round(endKpa)} kPa abs` };
  return pressureMaps(document).flatMap((mapId) => {
    const before = mapAt(document, mapId);
    const axis = pressureAxis(document, mapId);
    if (before === null || axis === null) return [];
    const physics =
      rule.kind === 'physics' && isMapId(mapId)
        ? generatorValueAt(document, mapId, usualChoices(document))
        : null;
    const beyond: BeyondRule =
      rule.kind !== 'physics'
        ? rule
        : physics === null
          ? { kind: 'hold' }
          : { kind: 'physics', valueAt: physics };
    const after = relaidMap(
      before,
      { [axis]: laidTo(document, before[axis], endKpa, laying) },
      beyond,
      source,
      definitionAt(document, mapId),
    );
    return [{ mapId, axis, before, after, change: surfaceChange(before, after) }];
  });
}
