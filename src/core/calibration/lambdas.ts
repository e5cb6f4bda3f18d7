import { type LambdaGroups, lambdaGroups } from '../sensors';
import { bankOf } from './hardware';
import { baseValue } from './quantities';
import type { Calibration } from './schema';
import { choiceAt } from './values';

const LAMBDAS = ['lambdaOne', 'lambdaTwo'] as const;

/** The lambda sensors that are fitted, in their order. */
export function fittedLambdas(document: Calibration): (typeof LAMBDAS)[number][] {
  return LAMBDAS.filter((id) => choiceAt(document, `sensors.${id}.fitted`) === 'yes');
}

/** Which cylinders each fitted lambda sensor may correct, as the document has them placed and combined. */
export function lambdaGroupsOf(document: Calibration, cylinders: number): LambdaGroups {
  return lambdaGroups(
    fittedLambdas(document).map((id) => ({
      place: document.sensors[id].sees?.value ?? 'all',
      cylinder: baseValue(document, `sensors.${id}.cylinder`),
    })),
    document.sensors.lambdaUse.combination?.value ?? 'mean',
    cylinders,
    (cylinder) => bankOf(document, cylinder),
  );
}
