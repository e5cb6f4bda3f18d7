import { isCharged, strategyOf } from '../../calibration';
import { check, foundWhen } from '../entry/check';

export const loadThrottleAloneCharged = check({
  id: 'load.throttleAloneCharged',
  title: 'Load by throttle under boost',
  severity: 'warns',
  reads: ['load', 'engine'],
  why: 'Lean under boost is what breaks pistons.',
  find: (document) =>
    foundWhen(isCharged(document) && strategyOf(document) === 'throttle', 'load.strategy', {}),
  say: () =>
    'The engine is charged, and throttle alone does not see boost: it runs lean when boost comes up. Take throttle with pressure, or manifold pressure.',
});
