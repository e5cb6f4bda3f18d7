import { choiceAt, type FieldPath } from '../../calibration';
import { GUARD_SENSOR, GUARDS } from '../../protection';
import { inSentence } from '../../units';
import { check, type Found } from '../entry/check';

export const protectionNoSensor = check({
  id: 'protection.noSensor',
  title: 'A guard that sees nothing',
  severity: 'warns',
  reads: ['protection', 'sensors'],
  why: 'It is believed to watch, and has no sensor to watch with.',
  find: (document) =>
    GUARDS.flatMap(({ id, label }): Found<{ label: string }>[] => {
      const sensor = GUARD_SENSOR[id];
      const act = choiceAt(document, `protection.${id}.act`);
      if (sensor === undefined || act === null || act === 'off') return [];
      const also = sensor === 'lambdaOne' ? choiceAt(document, 'sensors.lambdaTwo.fitted') : null;
      const fitted = choiceAt(document, `sensors.${sensor}.fitted` as FieldPath) === 'yes' || also === 'yes';
      return fitted ? [] : [{ place: `protection.${id}.act`, data: { label } }];
    }),
  say: ({ label }) =>
    `The guard of ${inSentence(label)} is on, and no sensor for it is fitted. Fit one under Sensors, or turn the guard off.`,
});
