import { closesLoop, fittedLambdas } from '../../calibration';
import { check, foundWhen } from '../entry/check';

export const closedLoopNoSensor = check({
  id: 'closedLoop.noSensor',
  title: 'Closed loop without a sensor',
  severity: 'blocks',
  reads: ['closedLoop', 'sensors'],
  why: 'Nothing is measured, so nothing is corrected.',
  find: (document) =>
    foundWhen(closesLoop(document) && fittedLambdas(document).length === 0, 'closedLoop.use', {}),
  say: () => 'Closed loop is on, and no lambda sensor is fitted. Describe one, or switch it off.',
});
