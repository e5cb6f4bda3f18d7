import { baseValue, conversionContext } from '../../calibration';
import { pressureAcrossKpa } from '../../injector';
import { check, foundWhen } from '../entry/check';
import { absoluteWords } from '../entry/units';

/** Pressure across that may be lost to boost before it is pointed at, share. */
const LOST_SHARE = 0.2;

export const injectorsHeadRoom = check({
  id: 'injectors.headRoom',
  title: 'Boost takes fuel pressure away',
  severity: 'warns',
  reads: ['injectors', 'engine'],
  why: 'The engine asks for most fuel just where least pressure is left to bring it.',
  find: (document) => {
    const regulator = document.injectors.regulator?.value;
    const rail = baseValue(document, 'injectors.railPressure');
    const kpa = baseValue(document, 'engine.maxManifoldPressure');
    if (regulator === undefined || rail === null || kpa === null) return null;
    const { barometricKpa } = conversionContext(document);
    const still = pressureAcrossKpa(regulator, rail, barometricKpa, barometricKpa);
    const lost = 1 - pressureAcrossKpa(regulator, rail, barometricKpa, kpa) / still;
    return foundWhen(lost > LOST_SHARE, 'injectors.regulator', { kpa, lostPercent: 100 * lost });
  },
  say: ({ kpa, lostPercent }, units) =>
    `At ${absoluteWords(kpa, units)} the fixed regulator leaves ${lostPercent.toFixed(0)} % less pressure across the injectors. Fit one that follows the manifold, or make sure that the flow is still enough.`,
});
