import { baseValue, conversionContext } from '../../calibration';
import { pressureAcrossKpa, typedColumns } from '../../injector';
import { toBase } from '../../units';
import { check, foundWhen } from '../entry/check';
import { differenceWords } from '../entry/units';

/** Dead time is used this far from the pressure it was measured at, share. */
const NEAR_SHARE = 0.2;

export const injectorsDeadTimePressure = check({
  id: 'injectors.deadTimePressure',
  title: 'Dead time of another pressure',
  severity: 'warns',
  reads: ['injectors', 'engine'],
  why: 'More pressure holds the needle down longer, and at idle a tenth of dead time is a tenth of the pulse.',
  find: (document) => {
    const { deadTime, regulator } = document.injectors;
    const rail = baseValue(document, 'injectors.railPressure');
    if (deadTime === null || regulator === null || rail === null) return null;
    const typed = deadTime.pressures.filter((_, k) => (typedColumns(deadTime)[k] ?? []).length > 0);
    const context = conversionContext(document);
    const measuredKpa = typed.map((amount) =>
      toBase('pressureDifference', { amount, unit: deadTime.pressureUnit }, context),
    );
    if (measuredKpa.length === 0) return null;
    const usedKpa = pressureAcrossKpa(regulator.value, rail, context.barometricKpa, context.barometricKpa);
    const lowKpa = Math.min(...measuredKpa);
    const highKpa = Math.max(...measuredKpa);
    const isFar = usedKpa > highKpa * (1 + NEAR_SHARE) || usedKpa < lowKpa * (1 - NEAR_SHARE);
    return foundWhen(isFar, 'injectors.deadTime', {
      usedKpa,
      nearestKpa: usedKpa > highKpa ? highKpa : lowKpa,
    });
  },
  say: ({ usedKpa, nearestKpa }, units) =>
    `Dead time was measured at ${differenceWords(nearestKpa, units)}, and ${differenceWords(usedKpa, units)} are across the injectors. Add a column at that pressure.`,
});
