import type { ChannelId } from '@/core/channel';

/** Traces that belong together; what was not logged is left out. */
export const TRACE_SETS = {
  engine: { label: 'Engine', ids: ['speed', 'throttle', 'manifoldPressure', 'lambdaOne', 'sparkAdvance'] },
  mixture: {
    label: 'Mixture',
    ids: ['lambdaOne', 'injectorOpening', 'vePercent', 'lambdaTrim', 'acceleration'],
  },
  start: { label: 'Start', ids: ['speed', 'battery', 'injectorOpening', 'afterStart', 'coolant'] },
  idle: { label: 'Idle', ids: ['speed', 'idleTarget', 'idleOpening', 'idleSpark', 'battery'] },
  limits: { label: 'Limits', ids: ['speed', 'limiting', 'cutShare', 'throttle', 'sparkAdvance'] },
  strain: {
    label: 'Boost and knock',
    ids: ['manifoldPressure', 'boostDuty', 'knockNoise', 'knockRetard', 'air'],
  },
  trigger: {
    label: 'Counters',
    ids: ['syncLosses', 'crankTeethMissing', 'camPulsesMissing', 'noiseEdges', 'speed'],
  },
  supply: { label: 'Supply', ids: ['battery', 'fuelPressure', 'oilPressure', 'coolant', 'oilTemperature'] },
} as const satisfies Record<string, { readonly label: string; readonly ids: readonly ChannelId[] }>;

/** More lanes than these are not read at once. */
export const MOST_LANES = 12;

export type TraceSetId = keyof typeof TRACE_SETS;

export const TRACE_SET_IDS = Object.keys(TRACE_SETS) as TraceSetId[];
