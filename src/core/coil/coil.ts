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

/** Why a dwell does not fit at a speed; null when it does. */
export function dwellFitProblem(
  dwellMs: number,
  sparkMs: number,
  availableMs: number,
  speedRpm: number,
): string | null {
  if (dwellMs + sparkMs <= availableMs) return null;
  return `Dwell ${dwellMs.toFixed(2)} ms and spark ${sparkMs.toFixed(1)} ms do not fit into the ${availableMs.toFixed(2)} ms between sparks at ${Math.round(speedRpm)} rev/min. Fit more coils, or coils that charge faster.`;
}

/** Why an ignition mode cannot be had. */
export function ignitionModeProblem(
  events: readonly FiringEvent[],
  mode: IgnitionMode,
  permits: { readonly position: boolean; readonly phase: boolean } | null,
): string | null {
  if (mode === 'individual' && permits !== null && !permits.phase) {
    return 'A coil a cylinder needs a cam signal that tells the two turns of a cycle apart, and there is none. Fit one, or choose wasted spark.';
  }
  if (mode === 'wasted' && coilGroups(events, 'wasted') === null) {
    return 'Not every cylinder has another at TDC with it, so one coil cannot serve two. Choose a coil a cylinder.';
  }
  if (mode === 'wasted' && permits !== null && !permits.position) {
    return 'Wasted spark needs to know where the crank is; these teeth all look alike. Choose a distributor, or another trigger.';
  }
  return null;
}
