import { create } from 'zustand';

/** Where an engine was at one moment, as far as maps show it. */
export interface TrailPoint {
  readonly speedRpm: number;
  readonly manifoldKpa: number;
  readonly coolantC: number;
  /** Load where it is measured by throttle, %. */
  readonly loadThrottlePercent: number;
}

/** The way of an operating point through the maps, and what it was taken from. */
export interface Trail {
  /** The calibration it belongs to. */
  readonly calibrationId: string;
  /** "Dry start at −20 °C". */
  readonly label: string;
  readonly points: readonly TrailPoint[];
}

/** The last trail that something gave. Maps draw it; it is a way of looking, not part of the document. */
export const useTrail = create<{ readonly trail: Trail | null }>(() => ({ trail: null }));

export function showTrail(trail: Trail | null): void {
  useTrail.setState({ trail });
}
