import { baseValue, type Calibration } from '../../calibration';
import { proposedLimits } from '../../limits';
import { check, foundWhen } from '../entry/check';
import { choiceEdit, quantityEdit } from '../entry/remedy';

export const limitsNone = check({
  id: 'limits.none',
  title: 'Nothing limits the speed',
  severity: 'warns',
  reads: ['limits', 'engine', 'injectors'],
  why: 'One missed gear turns it faster than its valve springs and rods bear.',
  find: (document) => {
    const maxRpm = baseValue(document, 'engine.maxSpeed');
    if (maxRpm === null) return null;
    return foundWhen(document.limits.use?.value !== 'yes', 'limits.use', { maxRpm });
  },
  say: ({ maxRpm }) =>
    `It may turn ${maxRpm.toFixed(0)} rev/min, and nothing stops it there. Turn the speed limit on.`,
  remedy: (document: Calibration, { data: { maxRpm } }) => {
    const { softRpm, hardRpm } = proposedLimits(maxRpm);
    return {
      label: `Hold it back from ${softRpm.toFixed(0)} rev/min, cut all from ${hardRpm.toFixed(0)}`,
      edits: [
        choiceEdit('limits.use', 'yes'),
        quantityEdit(document, 'limits.soft', softRpm),
        quantityEdit(document, 'limits.hard', hardRpm),
        quantityEdit(document, 'limits.hysteresis', 40),
        choiceEdit('limits.by', 'fuel'),
        choiceEdit('limits.softly', 'cuts'),
      ],
    };
  },
});
