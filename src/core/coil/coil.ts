import { companionOf, type FiringEvent, firingIntervals } from '../engine';
import type { IgnitionMode } from './coilSchema';

/** A coil's primary circuit. */
export interface CoilPrimary {
  readonly resistanceOhm: number;
  readonly inductanceMh: number;
}

/**
 * Primary current after charging, A: I = V/R·(1 − e^(−tR/L)).
 * Example: 0.55 Ω, 3.1 mH, 12.6 V, 2.5 ms → 8.207.
 */
export function chargeCurrentA(
  { resistanceOhm, inductanceMh }: CoilPrimary,
  volts: number,
  dwellMs: number,
): number {
  return (volts / resistanceOhm) * (1 - Math.exp((-dwellMs * resistanceOhm) / inductanceMh));
}

/** Dwell that reaches a current, ms; null when the coil cannot reach it at this voltage. */
export function dwellForCurrentMs(
  { resistanceOhm, inductanceMh }: CoilPrimary,
  volts: number,
  wantedA: number,
): number | null {
  const share = (wantedA * resistanceOhm) / volts;
  return share >= 1 ? null : (-inductanceMh / resistanceOhm) * Math.log(1 - share);
}

/** Cylinders on each coil, in firing order. Wasted spark pairs those at TDC together; null when there are none such. */
export function coilGroups(events: readonly FiringEvent[], mode: IgnitionMode): number[][] | null {
  switch (mode) {
    case 'individual':
      return events.map(({ cylinder }) => [cylinder]);
    case 'distributor':
      return [events.map(({ cylinder }) => cylinder)];
    case 'wasted': {
      const groups: number[][] = [];
      for (const { cylinder } of events) {
        if (groups.some((group) => group.includes(cylinder))) continue;
        const companion = companionOf(events, cylinder);
        if (companion === null) return null;
        groups.push([cylinder, companion]);
      }
      return groups;
    }
  }
}

/**
 * Shortest time from one spark of a coil to its next, ms.
 * Example: four cylinders at 8000 rev/min: 3.75 with a distributor, 7.5 with wasted spark, 15 with a coil each.
 */
export function timeBetweenSparksMs(
  events: readonly FiringEvent[],
  mode: IgnitionMode,
  speedRpm: number,
): number {
  const turnMs = 60000 / speedRpm;
  switch (mode) {
    case 'individual':
      return 2 * turnMs;
    case 'wasted':
      return turnMs;
    case 'distributor':
      return (Math.min(...firingIntervals(events)) / 360) * turnMs;
  }
}

/** Whether dwell and spark fit between two sparks of a coil. */
export function dwellFits(dwellMs: number, sparkMs: number, availableMs: number): boolean {
  return dwellMs + sparkMs <= availableMs;
}

/** Why an ignition mode cannot be had: no cam signal, no pairs at TDC together, no crank position. */
export type IgnitionModeProblem = 'noPhase' | 'noPairs' | 'noPosition';

/** Checks an ignition mode against firing and trigger; null when it can be had. */
export function ignitionModeProblem(
  events: readonly FiringEvent[],
  mode: IgnitionMode,
  permits: { readonly position: boolean; readonly phase: boolean } | null,
): IgnitionModeProblem | null {
  if (mode === 'individual' && permits !== null && !permits.phase) return 'noPhase';
  if (mode === 'wasted' && coilGroups(events, 'wasted') === null) return 'noPairs';
  return mode === 'wasted' && permits !== null && !permits.position ? 'noPosition' : null;
}
