import type { Calibration } from '../calibration';
import { coilRules } from './coilRules';
import { engineRules } from './engineRules';
import { fuelRules } from './fuelRules';
import { injectorRules } from './injectorRules';
import type { DocumentProblem, Rule } from './problem';
import { sensorRules } from './sensorRules';
import { triggerRules } from './triggerRules';
import { outputRules, wiringRules } from './wiringRules';

export type { DocumentProblem, Place } from './problem';

/** The rules of every subject. */
const RULES: readonly Rule[] = [
  engineRules,
  triggerRules,
  wiringRules,
  sensorRules,
  injectorRules,
  coilRules,
  outputRules,
  fuelRules,
];

const known = new WeakMap<Calibration, readonly DocumentProblem[]>();

/**
 * Everything the rules find in a document. They may stand in it, and are shown where they are. Answers are kept by
 * document: one is never changed in place, and every field of a screen asks.
 */
export function problemsOf(document: Calibration): readonly DocumentProblem[] {
  const before = known.get(document);
  if (before !== undefined) return before;
  const problems = RULES.flatMap((rule) => rule(document));
  known.set(document, problems);
  return problems;
}

/** The problems that would burn a part: nothing is started or sent while one stands. */
export function blockingProblems(document: Calibration): readonly DocumentProblem[] {
  return problemsOf(document).filter(({ severity }) => severity === 'blocking');
}

/** The problems that cannot stay. */
export function conflicts(document: Calibration): readonly DocumentProblem[] {
  return problemsOf(document).filter(({ severity }) => severity !== 'warning');
}
