import { CYCLE_S_AT_1_RPM } from '../units';
/** Swept volume of one cylinder, cm³, from bore and stroke in mm. Example: 84.0 × 74.0 → 410.09. */
export function cylinderVolumeCm3(boreMm: number, strokeMm: number): number {
  return ((Math.PI / 4) * boreMm * boreMm * strokeMm) / 1000;
}

/** Bore in mm that gives a cylinder of this volume (cm³) with this stroke (mm); inverse of {@link cylinderVolumeCm3}. */
export function boreForVolumeMm(volumeCm3: number, strokeMm: number): number {
  return Math.sqrt((volumeCm3 * 1000 * 4) / (Math.PI * strokeMm));
}

/** Mean piston speed, m/s, from stroke in mm and speed in rev/min. Example: 74 mm at 7500 → 18.5. */
export function meanPistonSpeedMPerS(strokeMm: number, speedRpm: number): number {
  return (2 * (strokeMm / 1000) * speedRpm) / 60;
}

/** Time of one four-stroke cycle (two turns), ms. Example: 7000 rev/min → 17.143. */
export function cycleTimeMs(speedRpm: number): number {
  return (1000 * CYCLE_S_AT_1_RPM) / speedRpm;
}
