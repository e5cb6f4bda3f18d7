import { check } from '../entry/check';
import { problems } from './parts';

export const triggerCountVaries = check({
  id: 'trigger.countVaries',
  title: 'Teeth that do not divide',
  severity: 'warns',
  reads: ['trigger', 'engine', 'injectors'],
  why: 'A lost tooth cannot be told from the pattern.',
  find: (document) => problems(document, 'trigger.camTeeth', 'countVaries'),
  say: ({ crankTeeth, camTeeth }) =>
    `${crankTeeth} crank teeth do not divide by ${camTeeth} cam teeth: the count between cam pulses will vary.`,
});
