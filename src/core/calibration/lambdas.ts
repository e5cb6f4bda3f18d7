import { type LambdaGroups, lambdaGroups, type PlacedLambda } from '../sensors';
import { bankOf } from './hardware';
import { baseValue } from './quantities';
import type { Calibration } from './schema';
import { choiceAt } from './values';

const LAMBDAS = ['lambdaOne', 'lambdaTwo'] as const;

/** The lambda sensors that are fitted, in their order. */
export function fittedLambdas(document: Calibration): (typeof LAMBDAS)[number][] {
  return LAMBDAS.filter((id) => choiceAt(document, `sensors.${id}.fitted`) === 'yes');
}

/** By lambda sensor, first and second, the cylinders, from 1, that it sees alone; none of one that is not fitted. */
export function cylindersSeen(document: Calibration, cylinders: number): number[][] {
  const fitted = fittedLambdas(document);
  const { groups, groupOf } = lambdaGroups(placed(document), 'perCylinder', cylinders, (cylinder) =>
    bankOf(document, cylinder),
  );
  return LAMBDAS.map((id) => {
    const own = groups.findIndex(
      ({ sensors }) => sensors.length === 1 && fitted[sensors[0] as number] === id,
    );
    return own < 0 ? [] : groupOf.flatMap((group, i) => (group === own ? [i + 1] : []));
  });
}

/** Which cylinders each fitted lambda sensor may correct, as the document has them placed and combined. */
export function lambdaGroupsOf(document: Calibration, cylinders: number): LambdaGroups {
  return lambdaGroups(
    placed(document),
    document.sensors.lambdaUse.combination?.value ?? 'mean',
    cylinders,
    (cylinder) => bankOf(document, cylinder),
  );
}

/** The fitted lambda sensors as they are placed. */
function placed(document: Calibration): PlacedLambda[] {
  return fittedLambdas(document).map((id) => ({
    place: document.sensors[id].sees?.value ?? 'all',
    cylinder: baseValue(document, `sensors.${id}.cylinder`),
  }));
}
