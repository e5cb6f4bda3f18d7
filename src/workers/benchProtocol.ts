import { type BenchRequest, type StandInSeen, TIME_SCALES, type TimeScale } from '@/hosting';
import type { EcuProgram } from '@/core/program';
import { type HandControls, type LearnedImage, letGoOf } from '@/standin/benchCar';
import { DRIVE_IDS, type DriveId, DRIVES } from '@/standin/drives';
import type { Flash } from '@/standin/ecuBox';
import { FAULT_IDS, type FaultId, FAULTS, showsInChannels } from '@/standin/faults';
import { INSTRUMENT_IDS, type InstrumentId, type InstrumentInfo, INSTRUMENTS } from '@/standin/instruments';

export {
  DRIVE_IDS,
  DRIVES,
  FAULT_IDS,
  FAULTS,
  INSTRUMENT_IDS,
  INSTRUMENTS,
  letGoOf,
  showsInChannels,
  TIME_SCALES,
};
export type {
  BenchRequest,
  DriveId,
  FaultId,
  Flash,
  HandControls,
  InstrumentId,
  InstrumentInfo,
  LearnedImage,
  StandInSeen,
  TimeScale,
};

/** What opens the engine computer of a stand-in in this browser: nobody else can reach it, and its page knows the codes. */
export const STAND_IN_CODES = { pairing: 'stand-in', lock: 'stand-in' } as const;

/** An engine to learn on: its car is made right for its program, and one thing wrong with it. */
export interface TrainingRequest {
  readonly program: EcuProgram;
  readonly fault: FaultId;
}

/** The worker's calls, as comlink carries them; the link itself goes over a port of its own. */
export interface BenchWorker {
  /** Puts a car beside the bench, its key on, in place of the one before. */
  open(
    request: BenchRequest & { readonly training: TrainingRequest | null },
    link: MessagePort,
    onSeen: (seen: StandInSeen) => void,
    onFlash: (flash: Flash) => void,
  ): void;
  /** Joins the car that is there to another way. @param wakes its key is turned on. @returns whether one is there. */
  relink(link: MessagePort, wakes: boolean): boolean;
  take(part: Partial<HandControls>): void;
  drive(id: DriveId): void;
  /** Empties the vessels under the injectors and the can under the return hose. */
  empty(): void;
  scale(times: TimeScale): void;
  /** Takes the car away; its link falls silent. */
  close(): void;
}
