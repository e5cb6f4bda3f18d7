import type { InputId } from '@/core/sensors';

/** What can be wrong at a sensor. Sizes are in V, or s for one that is slow. */
export const SENSOR_FAULTS = {
  unplugged: { label: 'Unplugged', size: 0 },
  shortedLow: { label: 'Shorted to ground', size: 0 },
  shortedHigh: { label: 'Shorted to the reference', size: 0 },
  stuck: { label: 'Stuck', size: 0 },
  noisy: { label: 'Noisy', size: 0.3 },
  offset: { label: 'Off by a voltage', size: 0.25 },
  slow: { label: 'Slow', size: 3 },
  gap: { label: 'A gap in its track', size: 2.2 },
} as const satisfies Record<string, { readonly label: string; readonly size: number }>;

export type SensorFaultKind = keyof typeof SENSOR_FAULTS;

export const SENSOR_FAULT_KINDS = Object.keys(SENSOR_FAULTS) as readonly SensorFaultKind[];

/** A fault at a sensor; of its usual size where none is given. */
export interface SensorFault {
  readonly kind: SensorFaultKind;
  readonly size?: number;
}

/** The faults there are, by sensor. */
export type SensorFaults = Readonly<Partial<Record<InputId, SensorFault>>>;

/** How large a fault is. */
export function faultSize({ kind, size }: SensorFault): number {
  return size ?? SENSOR_FAULTS[kind].size;
}
