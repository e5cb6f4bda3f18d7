import { baseValue } from '../../calibration';
import { firingOrderMessage, firingOrderProblem } from '../../engine';
import { check } from '../entry/check';
import { usualOrder } from './parts';

export const engineFiringOrder = check({
  id: 'engine.firingOrder',
  title: 'Firing order',
  severity: 'blocks',
  reads: ['engine', 'injectors'],
  why: 'Fuel and spark would go to cylinders that are not on their stroke.',
  find: (document) => {
    const order = document.engine.firingOrder?.value;
    const cylinders = baseValue(document, 'engine.cylinders');
    const problem = order === undefined || cylinders === null ? null : firingOrderProblem(order, cylinders);
    return problem === null ? null : { place: 'engine.firingOrder', data: { problem } };
  },
  say: ({ problem }) => firingOrderMessage(problem),
  remedy: (document) => usualOrder(document),
});
