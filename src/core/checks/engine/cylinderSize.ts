import { sweptVolumePerCylinderCm3 } from '../../calibration';
import { check, foundWhen } from '../entry/check';

/** Cylinders that are built, cm³: from a small twin's to a large eight's. */
const BUILT_CM3 = { least: 80, most: 1100 } as const;

export const engineCylinderSize = check({
  id: 'engine.cylinderSize',
  title: 'Cylinders of an odd size',
  severity: 'warns',
  reads: ['engine', 'injectors'],
  why: 'All fuel is in proportion to it, and a size in another unit is wrong by a factor.',
  find: (document) => {
    const cm3 = sweptVolumePerCylinderCm3(document);
    if (cm3 === null) return null;
    const place = document.engine.geometry === 'displacement' ? 'engine.displacement' : 'engine.bore';
    return foundWhen(cm3 < BUILT_CM3.least || cm3 > BUILT_CM3.most, place, { cm3 });
  },
  say: ({ cm3 }) =>
    `Each cylinder would sweep ${cm3.toFixed(0)} cm³; engines have ${BUILT_CM3.least} to ${BUILT_CM3.most}. Check size, unit and number of cylinders.`,
});
