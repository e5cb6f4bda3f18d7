import { baseValue } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { quantityEdit } from '../entry/remedy';

export const limitsAboveMaximum = check({
  id: 'limits.aboveMaximum',
  title: 'Limit above what it bears',
  severity: 'warns',
  reads: ['limits', 'engine', 'injectors'],
  why: 'A limit that acts only beyond the highest speed protects nothing.',
  find: (document) => {
    const maxRpm = baseValue(document, 'engine.maxSpeed');
    const hardRpm = baseValue(document, 'limits.hard');
    if (document.limits.use?.value !== 'yes' || maxRpm === null || hardRpm === null) return null;
    return foundWhen(hardRpm > maxRpm, 'limits.hard', { maxRpm, hardRpm });
  },
  say: ({ maxRpm, hardRpm }) =>
    `Every charge is cut from ${hardRpm.toFixed(0)} rev/min, and the engine is described for ${maxRpm.toFixed(0)}. Lower the limit, or correct the engine.`,
  remedy: (document, { data: { maxRpm } }) => ({
    label: `Cut all from ${maxRpm.toFixed(0)} rev/min`,
    edits: [quantityEdit(document, 'limits.hard', maxRpm)],
  }),
});
