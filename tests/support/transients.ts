import { programOf } from './ventisca';
import type { Calibration } from '@/core/calibration';
import { carOf } from '@/standin/carOfDocument';
import { type DriveFacts, DriveWatch, Recording } from '@/standin/driving';

/** Stabs, slow openings and lifts driven from a temperature on. */
export function transients(document: Calibration, coolantC: number, seed: number): DriveFacts {
  const program = programOf(document);
  const car = carOf(document, program, seed);
  const surroundings = { barometricKpa: car.barometricKpa, airC: Math.min(20, coolantC) };
  const recording = new Recording(
    program,
    car,
    'transients',
    { coolantC, batteryV: 12.6, seed, surroundings },
    20,
  );
  const watch = new DriveWatch(recording.car);
  recording.advance(200);
  return watch.facts(recording.trace());
}
