import { baseValue, type Calibration, conversionContext } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { absoluteWords } from '../entry/units';

/** Room above barometric pressure that an engine without charger may be meant for, as a factor. */
const NATURAL_ROOM = 1.06;

export const enginePressureWithoutCharger = check({
  id: 'engine.pressureWithoutCharger',
  title: 'Pressure that nothing makes',
  severity: 'blocks',
  reads: ['engine', 'injectors'],
  why: 'The upper rows of every map would lie where the engine never goes.',
  find: (document) => {
    const { altitude, induction } = document.engine;
    const kpa = baseValue(document, 'engine.maxManifoldPressure');
    if (kpa === null || altitude === null || induction === null || isCharged(document)) return null;
    const { barometricKpa } = conversionContext(document);
    const data = { kpa, barometricKpa };
    return foundWhen(kpa > barometricKpa * NATURAL_ROOM, 'engine.maxManifoldPressure', data);
  },
  say: ({ kpa, barometricKpa }, units) =>
    `${absoluteWords(kpa, units)} cannot be reached without a charger where the air has ${absoluteWords(barometricKpa, units, 1)}. Lower it, or correct induction or altitude.`,
});

/** True for an engine with a charger of either kind. */
export function isCharged({ engine: { induction } }: Calibration): boolean {
  return induction?.value === 'supercharger' || induction?.value === 'turbocharger';
}
