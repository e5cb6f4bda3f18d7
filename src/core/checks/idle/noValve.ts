import { choiceAt } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { choiceEdit } from '../entry/remedy';
import { idleControlOf } from './parts';

export const idleNoValve = check({
  id: 'idle.noValve',
  title: 'Idle control by a valve that nobody drives',
  severity: 'blocks',
  reads: ['idle'],
  why: 'The loop would open a valve that is not there, and wind itself up.',
  find: (document) => {
    const air = choiceAt(document, 'idle.air');
    const driven = air === null || air === 'valve';
    return foundWhen(idleControlOf(document) === 'both' && !driven, 'idle.control', {});
  },
  say: () =>
    'Idle control works by spark and air, and idle air comes by nothing that is driven. Hold the idle by spark alone, or say that there is a valve.',
  remedy: () => ({ label: 'Hold it by spark alone', edits: [choiceEdit('idle.control', 'spark')] }),
});
