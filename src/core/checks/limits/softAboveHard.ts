import { baseValue } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { quantityEdit } from '../entry/remedy';

/** What usually lies between the two, rev/min. */
const USUAL_RPM = 300;

export const limitsSoftAboveHard = check({
  id: 'limits.softAboveHard',
  title: 'Held back too late',
  severity: 'blocks',
  reads: ['limits', 'engine', 'injectors'],
  why: 'Between the two speeds the torque goes gently; the wrong way round there is no between.',
  find: (document) => {
    const softRpm = baseValue(document, 'limits.soft');
    const hardRpm = baseValue(document, 'limits.hard');
    if (document.limits.use?.value !== 'yes' || softRpm === null || hardRpm === null) return null;
    return foundWhen(softRpm > hardRpm, 'limits.soft', { softRpm, hardRpm });
  },
  say: ({ softRpm, hardRpm }) =>
    `It is held back from ${softRpm.toFixed(0)} rev/min and cut from ${hardRpm.toFixed(0)}: the first must be the lower one.`,
  remedy: (document, { data: { hardRpm } }) => ({
    label: `Hold it back from ${(hardRpm - USUAL_RPM).toFixed(0)} rev/min`,
    edits: [quantityEdit(document, 'limits.soft', hardRpm - USUAL_RPM)],
  }),
});
