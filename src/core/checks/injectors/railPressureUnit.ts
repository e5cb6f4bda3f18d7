import { baseValue } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { differenceWords } from '../entry/units';

/** Fuel pressures that port injection runs at, kPa. */
const USUAL_KPA = { least: 150, most: 900 } as const;

export const injectorsRailPressureUnit = check({
  id: 'injectors.railPressureUnit',
  title: 'Fuel pressure in another unit',
  severity: 'warns',
  reads: ['injectors', 'engine'],
  why: 'Flow goes by the root of it: a pressure that is seven times off is fuel that is two and a half times off.',
  find: (document) => {
    const kpa = baseValue(document, 'injectors.railPressure');
    const odd = kpa !== null && (kpa < USUAL_KPA.least || kpa > USUAL_KPA.most);
    return foundWhen(odd, 'injectors.railPressure', { kpa: kpa ?? 0 });
  },
  say: ({ kpa }, units) =>
    `A fuel pressure of ${differenceWords(kpa, units)} is unusual: ${differenceWords(USUAL_KPA.least, units)} to ${differenceWords(USUAL_KPA.most, units)} are. Read the gauge again, and its unit.`,
});
