import type { EcuProgram } from '@/core/program';
import type { Car } from '@/standin/car';
import { DRIVE_IDS, type DriveId, DRIVES } from '@/standin/drives';
import { type HandControls, HANDS_OFF, type LearnedImage, type MapImage } from '@/standin/benchCar';

export { DRIVE_IDS, DRIVES, HANDS_OFF };
export type { DriveId, HandControls, LearnedImage, MapImage };

/** What opens an engine computer of a stand-in for writing. */
export const STAND_IN_KEY = 'stand-in';

/** How much faster than life a stand-in may go. */
export const TIME_SCALES = [1, 10, 40] as const;
export type TimeScale = (typeof TIME_SCALES)[number];

/** A car to be put beside the bench: plain compiled data, nothing of the document. */
export interface BenchRequest {
  readonly program: EcuProgram;
  readonly car: Car;
  /** Name of the calibration that is in its engine computer. */
  readonly calibration: string;
  /** What was stored in it before; null for what the program holds. */
  readonly stored: MapImage | null;
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
}

/** The worker's calls, as comlink carries them; the link itself goes over a port of its own. */
export interface BenchWorker {
  /** Puts a car beside the bench, its key on, in place of the one before. */
  open(request: BenchRequest, link: MessagePort, onSeen: (seen: StandInSeen) => void): void;
  /** Joins the car that is there to another way, its key on. @returns whether one is. */
  relink(link: MessagePort): boolean;
  take(part: Partial<HandControls>): void;
  drive(id: DriveId): void;
  scale(times: TimeScale): void;
  /** Takes the car away; its link falls silent. */
  close(): void;
}
