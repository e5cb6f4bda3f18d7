import { programOf, TEST_DAY } from './ventisca';
import type { Calibration } from '@/core/calibration';
import { generatedMap, usualChoices } from '@/core/generators';
import { carOf } from '@/standin/carOfDocument';
import { type DriveFacts, DriveWatch, Recording } from '@/standin/driving';

/** A calibration whose fuel follows the film as it is proposed. */
export function filmed(from: Calibration): Calibration {
  const document = structuredClone(from);
  document.acceleration.model = { value: 'film', source: { kind: 'estimated', date: TEST_DAY } };
  for (const id of ['filmShare', 'filmTime'] as const) {
    const generated = generatedMap(document, id, usualChoices(document), TEST_DAY);
    if (!generated.ok) throw new TypeError(`${id} lacks ${generated.missing.join()}`);
    document.maps[id] = generated.proposal.after;
  }
  return document;
}

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
