import { create } from 'zustand';
import type { Calibration } from '@/core/calibration';
import { startDrive, type RunningDrive } from '@/workers/driveClient';
import type { DriveAnswer, DriveSetup } from '@/workers/driveProtocol';

/** The trial drive on screen. It outlives its screen, so that one can go to a map and come back. */
interface DriveState {
  readonly setup: DriveSetup;
  readonly status: 'idle' | 'running' | 'failed';
  /** 0…1 while running. */
  readonly progress: number;
  readonly failure: string | null;
  readonly told: ToldDrive | null;
}

/** The last drive that came to its end. */
export interface ToldDrive {
  readonly answer: DriveAnswer;
  /** The drive before it, of the same kind and calibration: what it is compared with. */
  readonly before: DriveAnswer | null;
  /** The calibration the answer is about, and its document then, to tell when it has changed since. */
  readonly id: string;
  readonly document: Calibration;
}

export const useDrive = create<DriveState>(() => ({
  setup: { drive: 'pulls', coolantC: 20, airC: 5, seed: 1 },
  status: 'idle',
  progress: 0,
  failure: null,
  told: null,
}));

let running: RunningDrive | null = null;

/** Changes the next drive. */
export function changeDrive(part: Partial<DriveSetup>): void {
  useDrive.setState(({ setup }) => ({ setup: { ...setup, ...part } }));
}

/** Drives with the document of the calibration with this id. What was driven before it is kept to compare with. */
export async function runDrive(id: string, document: Calibration): Promise<void> {
  const { setup } = useDrive.getState();
  useDrive.setState({ status: 'running', progress: 0, failure: null });
  try {
    running = startDrive(document, setup, (progress) => useDrive.setState({ progress }));
    const answer = await running.answer;
    if (answer === null) useDrive.setState({ status: 'idle' });
    else {
      useDrive.setState(({ told: last }) => ({
        status: 'idle',
        told: {
          answer,
          id,
          document,
          before: last?.id === id && last.answer.setup.drive === setup.drive ? last.answer : null,
        },
      }));
    }
  } catch (error) {
    const failure = error instanceof Error ? error.message : 'The simulation stopped unexpectedly.';
    useDrive.setState({ status: 'failed', failure });
  } finally {
    running = null;
  }
}

/** Stops the drive that is running. What was shown before stays. */
export function cancelDrive(): void {
  running?.cancel();
}
