import { check, foundWhen } from '../entry/check';
import { LAMBDAS, fitted } from './parts';

export const sensorsLambdaBank = check({
  id: 'sensors.lambdaBank',
  title: 'Lambda of a bank that is not there',
  severity: 'blocks',
  reads: ['sensors', 'engine'],
  why: 'Its readings would correct nothing.',
  find: (document) =>
    LAMBDAS.filter((sensor) => fitted(document, sensor)).flatMap((sensor) => {
      const { bankTwo, layout } = document.engine;
      const none = bankTwo === null || layout?.value === 'inline';
      const wrong = none && document.sensors[sensor].sees?.value === 'bankTwo';
      return foundWhen(wrong, `sensors.${sensor}.sees`, {}) ?? [];
    }),
  say: () => 'No cylinder is on bank 2. Name those in Engine, or choose what it sees.',
});
