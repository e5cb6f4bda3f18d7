import { baseValue, boreMmOf } from '../../calibration';
import { formatNumber } from '../../units';
import { check, foundWhen } from '../entry/check';
import { cylinderVolumeCm3 } from '../../engine';
import { quantityEdit } from '../entry/remedy';

/** A displacement is rounded on paper: more than this is another engine. */
const ROUNDED_PERCENT = 3;

export const engineBoreMoved = check({
  id: 'engine.boreMoved',
  title: 'Displacement against bore and stroke',
  severity: 'warns',
  reads: ['engine', 'injectors'],
  why: 'One of the two is wrong, and all fuel is in proportion to it.',
  find: (document) => {
    if (document.engine.geometry !== 'displacement') return null;
    const typedMm = baseValue(document, 'engine.bore');
    const boreMm = boreMmOf(document);
    if (typedMm === null || boreMm === null) return null;
    const percent = 100 * (boreMm / typedMm - 1);
    return foundWhen(Math.abs(percent) > ROUNDED_PERCENT, 'engine.displacement', {
      boreMm,
      typedMm,
      percent,
    });
  },
  say: ({ boreMm, typedMm, percent }) =>
    `Over this stroke it comes to a bore of ${formatNumber(boreMm, 1)} mm; ${formatNumber(typedMm, 1)} mm was typed as the bore, ${formatNumber(Math.abs(percent), 0)} % ${percent > 0 ? 'less' : 'more'}. Correct the displacement, or give the size by bore and stroke.`,
  remedy: (document, { data: { typedMm } }) => {
    const strokeMm = baseValue(document, 'engine.stroke');
    const cylinders = baseValue(document, 'engine.cylinders');
    if (strokeMm === null || cylinders === null) return null;
    const cm3 = cylinders * cylinderVolumeCm3(typedMm, strokeMm);
    return {
      label: `Take ${formatNumber(cm3, 0)} cm³, from bore and stroke`,
      edits: [quantityEdit(document, 'engine.displacement', cm3)],
    };
  },
});
