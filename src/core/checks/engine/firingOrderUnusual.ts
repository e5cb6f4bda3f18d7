import { baseValue } from '../../calibration';
import { commonFiringOrders, firingOrderProblem } from '../../engine';
import { check, foundWhen } from '../entry/check';
import { usualOrder } from './parts';

export const engineFiringOrderUnusual = check({
  id: 'engine.firingOrderUnusual',
  title: 'An unusual firing order',
  severity: 'advises',
  reads: ['engine', 'injectors'],
  why: 'A wrong order runs on half its cylinders, and backfires.',
  find: (document) => {
    const { firingOrder, layout } = document.engine;
    const cylinders = baseValue(document, 'engine.cylinders');
    if (
      firingOrder === null ||
      cylinders === null ||
      firingOrderProblem(firingOrder.value, cylinders) !== null
    )
      return null;
    const common = commonFiringOrders(cylinders, layout?.value ?? null);
    const given = firingOrder.value.join('-');
    const isUnusual = common.length > 0 && !common.some((order) => order.join('-') === given);
    return foundWhen(isUnusual, 'engine.firingOrder', {
      given,
      common: common.map((order) => order.join('-')),
    });
  },
  say: ({ given, common }) =>
    `${given} is not one of the orders usual for this engine (${common.join(', ')}). Check it against the crank and the makers’ numbering.`,
  remedy: (document) => usualOrder(document),
});
