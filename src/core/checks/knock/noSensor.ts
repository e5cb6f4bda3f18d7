import { choiceAt, listensForKnock } from '../../calibration';
import { check, foundWhen } from '../entry/check';

export const knockNoSensor = check({
  id: 'knock.noSensor',
  title: 'Knock control without a sensor',
  severity: 'blocks',
  reads: ['knock', 'sensors'],
  why: 'Nothing is heard, and every cylinder would be pulled for a sensor that is silent.',
  find: (document) => {
    const fitted = (['sensors.knock.fitted', 'sensors.knockTwo.fitted'] as const).some(
      (path) => choiceAt(document, path) === 'yes',
    );
    return foundWhen(listensForKnock(document) && !fitted, 'knock.use', {});
  },
  say: () => 'Knock control is on, and no knock sensor is fitted. Describe one, or switch it off.',
});
