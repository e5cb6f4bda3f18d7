import { check } from '../entry/check';
import { problems } from './parts';

export const triggerNothingLeft = check({
  id: 'trigger.nothingLeft',
  title: 'No teeth left',
  severity: 'blocks',
  reads: ['trigger', 'engine', 'injectors'],
  why: 'Without teeth there is no speed, no fuel and no spark.',
  find: (document) => problems(document, 'trigger.missingTeeth', 'nothingLeft'),
  say: ({ missing, teeth }) =>
    `${missing} of ${teeth} teeth left out leaves nothing to count. Leave fewer out, or correct the tooth places.`,
});
