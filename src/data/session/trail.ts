import { create } from 'zustand';
import type { ChannelValues } from '@/core/channel';

/** The way of an operating point through the maps, and what it was taken from. */
export interface Trail {
  /** The calibration it belongs to. */
  readonly calibrationId: string;
  /** "Dry start at −20 °C". */
  readonly label: string;
  /** Where the engine was at each moment, by the channels that were recorded. */
  readonly points: readonly ChannelValues[];
}

/** The last trail that something gave. Maps draw it; it is a way of looking, not part of the document. */
export const useTrail = create<{ readonly trail: Trail | null }>(() => ({ trail: null }));

export function showTrail(trail: Trail | null): void {
  useTrail.setState({ trail });
}
