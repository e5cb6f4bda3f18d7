import { baseValue } from '../../calibration';
import { check, foundWhen } from '../entry/check';

export const launchAboveLimit = check({
  id: 'launch.aboveLimit',
  title: 'Launch above the normal limit',
  severity: 'warns',
  reads: ['launch', 'limits', 'engine', 'injectors'],
  why: 'The lowest limit acts: this one never does.',
  find: (document) => {
    const launchRpm = baseValue(document, 'launch.hard');
    const hardRpm = baseValue(document, 'limits.hard');
    const bothUsed = document.launch.use?.value === 'yes' && document.limits.use?.value === 'yes';
    if (!bothUsed || launchRpm === null || hardRpm === null) return null;
    return foundWhen(launchRpm >= hardRpm, 'launch.hard', { launchRpm, hardRpm });
  },
  say: ({ launchRpm, hardRpm }) =>
    `Launch holds it at ${launchRpm.toFixed(0)} rev/min, and everything is cut from ${hardRpm.toFixed(0)} anyway. Lower the launch speed.`,
});
