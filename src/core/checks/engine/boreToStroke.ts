import { baseValue, boreMmOf } from '../../calibration';
import { check, foundWhen } from '../entry/check';

/** Bore to stroke of engines that are built. */
const BUILT = { least: 0.65, most: 1.7 } as const;

export const engineBoreToStroke = check({
  id: 'engine.boreToStroke',
  title: 'Bore and stroke that do not go together',
  severity: 'warns',
  reads: ['engine', 'injectors'],
  why: 'Size, spark and knock are computed from both, and a displacement typed in place of them moves the bore.',
  find: (document) => {
    const boreMm = boreMmOf(document);
    const strokeMm = baseValue(document, 'engine.stroke');
    if (boreMm === null || strokeMm === null) return null;
    const ratio = boreMm / strokeMm;
    const place = document.engine.geometry === 'displacement' ? 'engine.displacement' : 'engine.bore';
    return foundWhen(ratio < BUILT.least || ratio > BUILT.most, place, { boreMm, strokeMm, ratio });
  },
  say: ({ boreMm, strokeMm, ratio }) =>
    `A bore of ${boreMm.toFixed(1)} mm on a stroke of ${strokeMm.toFixed(1)} mm is ${ratio.toFixed(2)} to 1; engines have ${BUILT.least} to ${BUILT.most}. Measure both again.`,
});
