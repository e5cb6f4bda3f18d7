import { controlsBoost } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { outputRemedy } from '../entry/remedy';

export const boostNoValve = check({
  id: 'boost.noValve',
  title: 'Boost control without its valve',
  severity: 'warns',
  reads: ['boost', 'engine', 'outputs'],
  why: 'The spring alone holds the boost, whatever is computed.',
  find: (document) => {
    const missing = !document.outputs.some(({ purpose }) => purpose === 'boostValve');
    return foundWhen(controlsBoost(document) && missing, 'boost.use', {});
  },
  say: () => 'Boost control is on, and no output drives a valve. Add the boost valve, or turn it off.',
  remedy: (document) => outputRemedy(document, 'boostValve'),
});
