import type { Source } from '../field';
import { sourceSchema, z } from '../field/schema';
import { breakpointProblem } from './axes';
import { type AxisDefinition, type MapDefinition, MAX_BREAKPOINTS } from './mapDefinition';

/** A map as it is kept in the document. */
export interface MapData {
  /** Breakpoints, strictly increasing. */
  x: number[];
  /** Breakpoints, strictly increasing; empty for a curve. */
  y: number[];
  /** Row by row, a row for each y breakpoint. */
  values: number[];
  /** Where cells come from: each cell names one of these by index. */
  sources: Source[];
  cellSources: number[];
  /** Of the few numbers its proposal hangs on, those the builder has put in place of what is computed. */
  anchors?: Record<string, number> | undefined;
  /** What it was computed from, by field: numbers in base units, choices by their id. */
  computedFrom?: Record<string, number | string> | undefined;
}

/** Longest name of a field, and of a choice. */
const MAX_PLACE = 60;
/** Longest id of an anchor. */
const MAX_ANCHOR_ID = 24;

/** Number of rows of a map: one for a curve. */
export function rowCount(map: { y: readonly unknown[] }): number {
  return Math.max(1, map.y.length);
}

function axisSchema(axis: AxisDefinition) {
  return z
    .array(z.number().min(axis.min).max(axis.max))
    .min(2)
    .max(MAX_BREAKPOINTS)
    .superRefine((breakpoints, context) => {
      breakpoints.forEach((value, i) => {
        const message = i === 0 ? null : breakpointProblem(breakpoints[i - 1] as number, value, axis);
        if (message !== null) context.addIssue({ code: 'custom', path: [i], message });
      });
    });
}

/** The schema of a map with this definition; `null` until it is generated or imported. */
export function mapSchema(definition: MapDefinition) {
  return presentMapSchema(definition).nullable().default(null);
}

/** The schema of a map with this definition that is always there. */
export function presentMapSchema(definition: Pick<MapDefinition, 'x' | 'y' | 'min' | 'max'>) {
  return z
    .object({
      x: axisSchema(definition.x),
      y: definition.y === null ? z.array(z.number()).max(0) : axisSchema(definition.y),
      values: z.array(z.number().min(definition.min).max(definition.max)),
      sources: z.array(sourceSchema).min(1).max(64),
      cellSources: z.array(z.number().int().min(0)),
      anchors: z.record(z.string().max(MAX_ANCHOR_ID), z.number()).optional(),
      computedFrom: z
        .record(z.string().max(MAX_PLACE), z.union([z.number(), z.string().max(MAX_PLACE)]))
        .optional(),
    })
    .superRefine((map, context) => {
      const cells = map.x.length * rowCount(map);
      for (const key of ['values', 'cellSources'] as const) {
        if (map[key].length !== cells) {
          const message = `Has ${map[key].length} entries; its axes need ${cells}`;
          context.addIssue({ code: 'custom', path: [key], message });
        }
      }
      map.cellSources.forEach((index, i) => {
        if (index >= map.sources.length) {
          const message = `Names source ${index}; there are ${map.sources.length}`;
          context.addIssue({ code: 'custom', path: ['cellSources', i], message });
        }
      });
    });
}
