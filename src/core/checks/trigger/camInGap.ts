import { check } from '../entry/check';
import { problems } from './parts';

export const triggerCamInGap = check({
  id: 'trigger.camInGap',
  title: 'Cam pulse in the gap',
  severity: 'warns',
  reads: ['trigger', 'engine', 'injectors'],
  why: 'Where there are no teeth, a late or early pulse cannot be told.',
  find: (document) => problems(document, 'trigger.camPosition', 'camInGap'),
  say: () =>
    'The cam pulse comes inside the crank gap, where there are no teeth to place it. Move the cam tooth by some crank teeth.',
});
