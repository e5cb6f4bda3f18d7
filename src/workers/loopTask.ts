import { type StepTrial, stepTrial, trialPoints } from '@/standin/loopTrial';
import type { RunPort } from './cancellable';
import type { LoopRequest } from './driveProtocol';

/** Coolant and air that steps are tried at, °C, and battery, V. */
const WARM = { coolantC: 85, airC: 15, batteryV: 13.2, seed: 1 } as const;

/** Measures how late lambda is read, at a few air flows; null when it was cancelled, or no sensor shows it. */
export async function measureDelay(
  { program, car, idleRpm, maxRpm }: LoopRequest,
  { onProgress, cancelled, breathe }: RunPort,
): Promise<StepTrial | null> {
  const points = trialPoints(idleRpm, maxRpm);
  const { coolantC, batteryV, seed, airC } = WARM;
  const surroundings = { barometricKpa: car.barometricKpa, airC };
  const setup = { coolantC, batteryV, seed, surroundings };
  return stepTrial(program, car, setup, points, async (done) => {
    onProgress(done / points.length);
    await breathe();
    return !cancelled();
  });
}
