import type { Calibration } from '../calibration';
import { type ShownUnits, USUAL_UNITS } from '../map';
import type { Check, Finding } from './check';
import { COIL_CHECKS } from './coilChecks';
import { ENGINE_CHECKS } from './engineChecks';
import { FUEL_CHECKS } from './fuelChecks';
import { INJECTOR_CHECKS } from './injectorChecks';
import { SENSOR_CHECKS } from './sensorChecks';
import { TRIGGER_CHECKS } from './triggerChecks';
import { OUTPUT_CHECKS, WIRING_CHECKS } from './wiringChecks';

/** Every check, subject by subject in the order of work. */
export const CHECKS: readonly Check[] = [
  ...ENGINE_CHECKS,
  ...TRIGGER_CHECKS,
  ...WIRING_CHECKS,
  ...SENSOR_CHECKS,
  ...INJECTOR_CHECKS,
  ...COIL_CHECKS,
  ...OUTPUT_CHECKS,
  ...FUEL_CHECKS,
];

const BY_ID = new Map(CHECKS.map((entry) => [entry.id, entry]));

const known = new WeakMap<Calibration, readonly Finding[]>();

/**
 * Everything the checks find in a document. It may stand there, and is shown where it is. Answers are kept by document:
 * one is never changed in place, and every field of a screen asks.
 */
export function findings(document: Calibration): readonly Finding[] {
  const before = known.get(document);
  if (before !== undefined) return before;
  const found = CHECKS.flatMap(({ find }) => find(document));
  known.set(document, found);
  return found;
}

/**
 * A finding in words, in the units shown: the one place where they are made.
 * @throws {RangeError} for a finding of a check that is not there.
 */
export function findingWords({ id, data }: Finding, units: ShownUnits = USUAL_UNITS): string {
  const entry = BY_ID.get(id);
  if (entry === undefined) throw new RangeError(`There is no check ${id}`);
  return entry.say(data, units);
}

/** What would burn a part: nothing is started or sent while one stands. */
export function blockingFindings(document: Calibration): readonly Finding[] {
  return findings(document).filter(({ severity }) => severity === 'blocking');
}

/** What cannot stay. */
export function conflicts(document: Calibration): readonly Finding[] {
  return findings(document).filter(({ severity }) => severity !== 'warning');
}
