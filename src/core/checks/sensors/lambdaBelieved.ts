import { baseValue } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { LAMBDAS, fitted } from './parts';

export const sensorsLambdaBelieved = check({
  id: 'sensors.lambdaBelieved',
  title: 'Lambda never believed',
  severity: 'blocks',
  reads: ['sensors', 'engine', 'injectors'],
  why: 'No reading would ever be used.',
  find: (document) =>
    LAMBDAS.filter((sensor) => fitted(document, sensor)).flatMap((sensor) => {
      const from = baseValue(document, `sensors.${sensor}.believedFrom`) ?? -Infinity;
      const to = baseValue(document, `sensors.${sensor}.believedTo`) ?? Infinity;
      return foundWhen(from >= to, `sensors.${sensor}.believedTo`, { from, to }) ?? [];
    }),
  say: ({ from, to }) => `Nothing is believed between ${from} and ${to}. The first must be the smaller.`,
});
