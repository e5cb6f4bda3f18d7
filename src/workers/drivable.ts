import { type Calibration, compile } from '@/core/calibration';
import { blockingFindings, findingWords, placeLabel } from '@/core/checks';
import type { EcuProgram } from '@/core/program';
import type { Car } from '@/standin/car';
import { carOf } from '@/standin/carOfDocument';

/** Seeds of the engines that are started besides, where an engine is known only by its description. */
const OTHER_SEEDS = [2, 3, 4, 5, 6, 7, 8] as const;

/** A program in its car, and in further cars of the same description. */
export interface Drivable {
  readonly program: EcuProgram;
  readonly car: Car;
  /** As other parts would make them; none where the car is known. */
  readonly others: readonly Car[];
}

/** Nothing keeps this document from being started. */
export function isDrivable(document: Calibration): boolean {
  return compile(document).ok && blockingFindings(document).length === 0;
}

/**
 * What a document comes to in its car.
 * @throws {RangeError} for a document that is not complete, or in which something stands in the way.
 */
export function drivable(document: Calibration): Drivable {
  const result = compile(document);
  if (!result.ok) {
    const places = [...result.missing.fields, ...result.missing.maps.map((id) => `maps.${id}` as const)];
    const names = places.map((place) => placeLabel(document, place)).join(', ');
    throw new RangeError(`The calibration is not complete. Still empty: ${names}.`);
  }
  const [inTheWay] = blockingFindings(document);
  if (inTheWay !== undefined)
    throw new RangeError(`Nothing was started, something stands in the way. ${findingWords(inTheWay)}`);
  return carsOf(document, result.program);
}

const known = new WeakMap<Calibration, Drivable>();

/** The cars of a document, made once: their sensors and injectors are fitted, which a press should not wait for again. */
function carsOf(document: Calibration, program: EcuProgram): Drivable {
  const before = known.get(document);
  if (before !== undefined) return before;
  const seeds = document.standIn === 'described' ? OTHER_SEEDS : [];
  const made = {
    program,
    car: carOf(document, program),
    others: seeds.map((seed) => carOf(document, program, seed)),
  };
  known.set(document, made);
  return made;
}
