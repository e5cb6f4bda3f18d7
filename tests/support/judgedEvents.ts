import type { PlantedEvent } from '@tests/independent/plantedEvents';
import { type EventKindId, eventsOf } from '@/core/logEvents';
import type { PlantedDrive } from './plantedEvents';

/** What each event that is written into the log of an independent engine is called. */
export const INDEPENDENT_KINDS: Readonly<Record<PlantedEvent, EventKindId>> = {
  died: 'stall',
  cutAtPartThrottle: 'cutAtPartThrottle',
  richMisfire: 'richMisfire',
  leanSurge: 'lean',
  sensorFault: 'sensorFault',
  batterySag: 'batterySag',
};

/** How events found in a drive stand to what is true of it. */
export interface JudgedEvents {
  readonly found: number;
  readonly truths: number;
  readonly missed: readonly EventKindId[];
  /** What was said, and neither planted nor follows from it. */
  readonly untrue: readonly string[];
}

/** A truth may be told a little before it is one, s: what was planted acts between two samples. */
const EARLY_S = 0.3;

/** Compares what is found with what was planted. */
export function judgedEvents({ log, barometricKpa, truths, also }: PlantedDrive): JudgedEvents {
  const { events } = eventsOf(log, { barometricKpa });
  const isTrue = (kind: EventKindId, fromS: number, toS: number) =>
    truths.some((truth) => truth.kind === kind && fromS <= truth.toS && toS >= truth.fromS - EARLY_S);
  return {
    found: events.length,
    truths: truths.length,
    missed: truths
      .filter(
        ({ kind, fromS, toS }) =>
          !events.some((one) => one.kind === kind && one.fromS <= toS && one.toS >= fromS - EARLY_S),
      )
      .map(({ kind }) => kind),
    untrue: events
      .filter(({ kind, fromS, toS }) => !isTrue(kind, fromS, toS) && !also.includes(kind))
      .map(({ kind, fromS, text }) => `${kind} at ${fromS.toFixed(1)} s: ${text}`),
  };
}
