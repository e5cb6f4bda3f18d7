import { create } from 'zustand';
import { AT_REST, type OperatingPoint } from '@/core/fuel';
import type { AxisChannel, MapDefinition } from '@/core/map';
import type { TrailPoint } from '@/data/session/trail';

interface OperatingPointState {
  readonly point: OperatingPoint;
  readonly change: (part: Partial<OperatingPoint>) => void;
}

/** The operating point that Workings works through and maps show. It is a way of looking, not part of the document. */
export const useOperatingPoint = create<OperatingPointState>((set) => ({
  point: {
    ...AT_REST,
    phase: 'running',
    speedRpm: 1050,
    manifoldKpa: 38,
    coolantC: 85,
    airC: 20,
    batteryV: 14,
    sinceStartS: 120,
  },
  change: (part) => set(({ point }) => ({ point: { ...point, ...part } })),
}));

/** Which number of an operating point each channel is. */
const POINT_KEY: Readonly<Record<AxisChannel, keyof OperatingPoint>> = {
  speed: 'speedRpm',
  manifoldPressure: 'manifoldKpa',
  throttle: 'throttlePercent',
  throttleRate: 'throttleRatePercentPerS',
  airFlow: 'airFlowGPerS',
  coolant: 'coolantC',
  air: 'airC',
  battery: 'batteryV',
  ethanol: 'ethanolPercent',
  gear: 'gear',
  cylinder: 'cylinder',
  turns: 'turns',
};

/** Where an operating point stands in a map, in units of its axes; null where the point says nothing of an axis. */
export function pointIn(
  { x, y }: Pick<MapDefinition, 'x' | 'y'>,
  point: OperatingPoint,
): { readonly x: number; readonly y: number } | null {
  const at = (channel: AxisChannel) => {
    const value = point[POINT_KEY[channel]];
    return typeof value === 'number' ? value : null;
  };
  const across = at(x.channel);
  const up = y === null ? 0 : at(y.channel);
  return across === null || up === null ? null : { x: across, y: up };
}

/** The part of an operating point that a place in a map is. */
export function partAt(
  { x, y }: Pick<MapDefinition, 'x' | 'y'>,
  atX: number,
  atY: number,
): Partial<OperatingPoint> {
  return { [POINT_KEY[x.channel]]: atX, ...(y === null ? {} : { [POINT_KEY[y.channel]]: atY }) };
}

/** What each channel is of a trail; only these are recorded. */
const TRAIL_KEY: Partial<Record<AxisChannel, keyof TrailPoint>> = {
  speed: 'speedRpm',
  manifoldPressure: 'manifoldKpa',
  coolant: 'coolantC',
  throttle: 'loadThrottlePercent',
};

/** A trail in units of a map's axes; empty where it did not record one of them. */
export function trailIn(
  { x, y }: Pick<MapDefinition, 'x' | 'y'>,
  points: readonly TrailPoint[],
): { readonly x: number; readonly y: number }[] {
  const across = TRAIL_KEY[x.channel];
  const up = y === null ? null : TRAIL_KEY[y.channel];
  if (across === undefined || up === undefined) return [];
  return points.map((point) => ({ x: point[across], y: up === null ? 0 : point[up] }));
}
