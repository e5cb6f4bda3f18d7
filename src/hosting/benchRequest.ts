import type { Car } from '@/standin/car';
import type { DriveId } from '@/standin/drives';
import type { Readings } from '@/standin/instruments';
import type { HandControls, LearnedImage } from '@/standin/benchCar';
import type { Flash } from '@/standin/ecuBox';

/** How much faster than life a stand-in may go. */
export const TIME_SCALES = [1, 4, 10, 40] as const;
export type TimeScale = (typeof TIME_SCALES)[number];

/** A car to be put beside the bench. */
export interface BenchRequest {
  readonly car: Car;
  /** What is stored in its engine computer. */
  readonly flash: Flash;
  /** What it had learned before; null for nothing. */
  readonly learned: LearnedImage | null;
  readonly coolantC: number;
  readonly airC: number;
  readonly seed: number;
}

/** What somebody beside the stand-in sees of it, a few times a second. */
export interface StandInSeen {
  readonly timeS: number;
  readonly speedRpm: number;
  readonly kmPerH: number;
  readonly driving: DriveId | null;
  readonly wanted: HandControls;
  readonly hasPower: boolean;
  /** The pin functions whose parts are heard or seen at work. */
  readonly heard: readonly string[];
  /** What the instruments show. */
  readonly readings: Readings;
}
