import { baseValue, closesLoop, fittedLambdas, lambdaGroupsOf } from '../../calibration';
import { check } from '../entry/check';

export const closedLoopUnseen = check({
  id: 'closedLoop.unseen',
  title: 'Cylinders that no sensor sees',
  severity: 'advises',
  reads: ['closedLoop', 'sensors', 'engine', 'injectors'],
  why: 'They run by the map alone, while the others are corrected.',
  find: (document) => {
    const fitted = fittedLambdas(document);
    const cylinders = baseValue(document, 'engine.cylinders');
    if (!closesLoop(document) || fitted.length === 0 || cylinders === null) return null;
    const { groupOf } = lambdaGroupsOf(document, cylinders);
    const unseen = groupOf.flatMap((group, i) => (group < 0 ? [i + 1] : []));
    return unseen.length === 0
      ? null
      : { place: `sensors.${fitted[0] as 'lambdaOne'}.sees` as const, data: { unseen } };
  },
  say: ({ unseen }) =>
    `No lambda sensor sees cylinder${unseen.length === 1 ? '' : 's'} ${unseen.join(', ')}: closed loop leaves ${unseen.length === 1 ? 'it' : 'them'} as the map has it.`,
});
