import { baseValue, type Calibration } from '../../calibration';
import { commonFiringOrders } from '../../engine';
import type { Remedy } from '../entry/remedy';

/** The firing order that is most usual for an engine; null where none is known. */
export function usualOrder(document: Calibration): Remedy | null {
  const cylinders = baseValue(document, 'engine.cylinders');
  const [order] =
    cylinders === null ? [] : commonFiringOrders(cylinders, document.engine.layout?.value ?? null);
  if (order === undefined) return null;
  return {
    label: `Take ${order.join('-')}`,
    edits: [{ kind: 'choice', path: 'engine.firingOrder', value: order }],
  };
}
