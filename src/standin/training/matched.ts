import { fitLog, mapTaskOf, TOUCHED_S } from '@/core/log';
import type { EcuProgram } from '@/core/program';
import type { Car } from '../car';
import { driveLog, Recording } from '../driving';

/** Drives after which what is left is less than a reading says. */
const DRIVES = 2;
const RATE_HZ = 20;

/**
 * The car whose engine fills as its calibration says: what it was found to be off by over a drive is taken from its true filling.
 * A map that was never driven hides any fault of the mixture. The same car where fuel is metered by no filling map.
 */
export function matchedCar(program: EcuProgram, car: Car, seed: number): Car {
  const task = mapTaskOf(program);
  if (task === null) return car;
  let matched = car;
  for (let drive = 0; drive < DRIVES; drive += 1) {
    const { ve } = matched.engine;
    const recording = new Recording(
      program,
      matched,
      'mapping',
      {
        coolantC: 75,
        batteryV: 12.6,
        seed: seed + drive,
        surroundings: { barometricKpa: car.barometricKpa, airC: 10 },
      },
      RATE_HZ,
    );
    recording.advance(Infinity);
    const { cells } = fitLog(driveLog(recording.trace()), { ...task, grid: ve, load: 'manifoldPressure' });
    // The fit compares with the grid it is given; what was driven with is what the calibration says.
    const values = ve.values.map((value, i) => {
      const off = (cells.change[i] as number) - (cells.driven[i] as number);
      return (cells.evidenceS[i] as number) < TOUCHED_S ? value : value * Math.exp(-off);
    });
    matched = { ...matched, engine: { ...matched.engine, ve: { ...ve, values } } };
  }
  return matched;
}
