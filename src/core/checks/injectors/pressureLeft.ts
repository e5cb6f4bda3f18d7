import { baseValue, conversionContext } from '../../calibration';
import { pressureAcrossKpa } from '../../injector';
import { check, foundWhen } from '../entry/check';
import { absoluteWords, differenceWords } from '../entry/units';

/** Pressure across the injectors at full load below which they hardly spray, kPa. */
const LITTLE_ACROSS_KPA = 100;

export const injectorsPressureLeft = check({
  id: 'injectors.pressureLeft',
  title: 'No pressure left under boost',
  severity: 'blocks',
  reads: ['injectors', 'engine'],
  why: 'At full load the injectors would hardly spray, and the engine runs lean.',
  find: (document) => {
    const regulator = document.injectors.regulator?.value;
    const rail = baseValue(document, 'injectors.railPressure');
    const kpa = baseValue(document, 'engine.maxManifoldPressure');
    if (regulator === undefined || rail === null || kpa === null) return null;
    const acrossKpa = pressureAcrossKpa(regulator, rail, conversionContext(document).barometricKpa, kpa);
    return foundWhen(acrossKpa < LITTLE_ACROSS_KPA, 'injectors.railPressure', { kpa, acrossKpa });
  },
  say: ({ kpa, acrossKpa }, units) =>
    `At the ${absoluteWords(kpa, units)} intended, only ${differenceWords(acrossKpa, units)} are left across the injectors. Raise the pressure, or fit a regulator that follows the manifold.`,
});
