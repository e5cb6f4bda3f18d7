import { baseValue, choiceAt, tableAt, thermistorOf } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { THERMISTORS, thermistorTable } from './parts';

export const sensorsNoCurve = check({
  id: 'sensors.noCurve',
  title: 'Two points in one place',
  severity: 'blocks',
  reads: ['sensors', 'engine', 'injectors', 'pins'],
  why: 'There is no temperature to read.',
  find: (document) =>
    THERMISTORS.flatMap((sensor) => {
      const form = choiceAt(document, `sensors.${sensor}.form`);
      const pullUp = baseValue(document, `sensors.${sensor}.pullUp`);
      if (thermistorOf(document, sensor) !== null || form === 'library' || form === null || pullUp === null)
        return [];
      const table = thermistorTable(document, sensor);
      return foundWhen(tableAt(document, table) !== null, table, {}) ?? [];
    }),
  say: () => 'Two points have the same resistance, so they make no curve. Check them.',
});
