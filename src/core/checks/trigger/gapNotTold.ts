import { check } from '../entry/check';
import { problems } from './parts';

export const triggerGapNotTold = check({
  id: 'trigger.gapNotTold',
  title: 'A gap that cannot be told',
  severity: 'blocks',
  reads: ['trigger', 'engine', 'injectors'],
  why: 'The engine computer finds its place by the gap.',
  find: (document) => problems(document, 'trigger.missingTeeth', 'gapNotTold'),
  say: ({ missing, teeth }) =>
    `A gap of ${missing} among ${teeth} teeth cannot be told from the rest. Check both numbers.`,
});
