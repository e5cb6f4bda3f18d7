import { create } from 'zustand';
import { type ChannelId, type ChannelValues, PHASE } from '@/core/channel';
import type { MapDefinition } from '@/core/map';

interface OperatingPointState {
  readonly point: ChannelValues;
  readonly change: (part: ChannelValues) => void;
}

/** The operating point that Workings works through and maps show. It is a way of looking, not part of the document. */
export const useOperatingPoint = create<OperatingPointState>((set) => ({
  point: {
    phase: PHASE.running,
    speed: 1050,
    manifoldPressure: 38,
    coolant: 85,
    air: 20,
    battery: 14,
    sinceStart: 120,
  },
  change: (part) => set(({ point }) => ({ point: { ...point, ...part } })),
}));

/** Where values of channels stand in a map, in units of its axes; null where they say nothing of an axis. */
export function pointIn(
  { x, y }: Pick<MapDefinition, 'x' | 'y'>,
  point: ChannelValues,
): { readonly x: number; readonly y: number } | null {
  const across = point[x.channel];
  const up = y === null ? 0 : point[y.channel];
  return across === undefined || up === undefined ? null : { x: across, y: up };
}

/** The channels that a place in a map is. */
export function partAt(
  { x, y }: Pick<MapDefinition, 'x' | 'y'>,
  atX: number,
  atY: number,
): Partial<Record<ChannelId, number>> {
  return { [x.channel]: atX, ...(y === null ? {} : { [y.channel]: atY }) };
}

/** A trail in units of a map's axes; empty where it did not record one of them. */
export function trailIn(
  axes: Pick<MapDefinition, 'x' | 'y'>,
  points: readonly ChannelValues[],
): { readonly x: number; readonly y: number }[] {
  return points.flatMap((point) => pointIn(axes, point) ?? []);
}
