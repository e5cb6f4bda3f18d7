import { baseValue } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { LAMBDAS, fitted } from './parts';

export const sensorsLambdaCylinder = check({
  id: 'sensors.lambdaCylinder',
  title: 'Lambda of a cylinder that is not there',
  severity: 'blocks',
  reads: ['sensors', 'engine', 'injectors'],
  why: 'Its readings would correct nothing, or the wrong cylinder.',
  find: (document) =>
    LAMBDAS.filter((sensor) => fitted(document, sensor)).flatMap((sensor) => {
      const cylinders = baseValue(document, 'engine.cylinders') ?? Infinity;
      const cylinder = baseValue(document, `sensors.${sensor}.cylinder`) ?? 0;
      const wrong = document.sensors[sensor].sees?.value === 'cylinder' && cylinder > cylinders;
      return foundWhen(wrong, `sensors.${sensor}.cylinder`, { cylinder, cylinders }) ?? [];
    }),
  say: ({ cylinder, cylinders }) => `There is no cylinder ${cylinder}; the engine has ${cylinders}.`,
});
