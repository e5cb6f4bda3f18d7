import { DriveWatch, Recording } from '@/standin/driving';
import { truthOf } from '@/standin/planted';
import type { RunPort } from './cancellable';
import type { DriveAnswer, DriveRequest } from './driveProtocol';

/** Samples a second. */
export const DRIVE_RATE_HZ = 20;
/** Simulated seconds between two looks at whether to stop. */
const SLICE_S = 1;
/** Battery that a car is driven with, V at rest. */
const BATTERY_V = 12.6;

/**
 * Drives in slices, telling how far it is and stopping when asked.
 * @returns the answer, or null when `cancelled` said so.
 */
export async function runDrive(
  { program, car, setup }: DriveRequest,
  port: RunPort,
): Promise<DriveAnswer | null> {
  const { drive, coolantC, airC, seed } = setup;
  const surroundings = { barometricKpa: car.barometricKpa, airC };
  const recording = new Recording(
    program,
    car,
    drive,
    { coolantC, batteryV: BATTERY_V, seed, surroundings },
    DRIVE_RATE_HZ,
  );
  const watch = new DriveWatch(recording.car);
  while (!recording.isOver) {
    if (port.cancelled()) return null;
    recording.advance(SLICE_S);
    port.onProgress(recording.share);
    await port.breathe();
  }
  const trace = recording.trace();
  return { setup, standIn: car.engine.label, trace, facts: watch.facts(trace), truth: truthOf(program, car) };
}
