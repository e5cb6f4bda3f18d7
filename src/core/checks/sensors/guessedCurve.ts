import { type Calibration, type FieldPath, fieldInfo, valueAt } from '../../calibration';
import type { Source } from '../../field';
import { isConfirmed } from '../../field/schema';
import { isSetAside } from '../../calibration';
import { check } from '../entry/check';

/** The fields that say what a voltage means. */
const CURVES = [
  'sensors.map.points',
  'sensors.map.slope',
  'sensors.throttle.closedVolts',
  'sensors.throttle.openVolts',
  'sensors.coolant.resistances',
  'sensors.coolant.voltages',
  'sensors.air.resistances',
  'sensors.air.voltages',
  'sensors.lambdaOne.points',
  'sensors.lambdaTwo.points',
] as const satisfies readonly FieldPath[];

export const sensorsGuessedCurve = check({
  id: 'sensors.guessedCurve',
  title: 'A sensor’s curve is a guess',
  severity: 'advises',
  reads: ['sensors', 'cams', 'coils', 'engine', 'trigger'],
  why: 'A map is only as good as the reading it is looked up with.',
  find: (document) =>
    CURVES.filter((path) => isGuess(document, path)).map((path) => ({
      place: path,
      data: { label: fieldInfo(path)?.label ?? path },
    })),
  say: ({ label }) =>
    `${label}: nobody has vouched for it yet. Look it up on the sensor’s sheet, or measure two points.`,
});

function isGuess(document: Calibration, path: (typeof CURVES)[number]): boolean {
  const value = valueAt(document, path) as { source?: Source } | null;
  return value?.source !== undefined && !isSetAside(document, path) && !isConfirmed(value.source);
}
