import { choiceAt, closesLoop } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { choiceEdit } from '../entry/remedy';

export const closedLoopLearnsAlone = check({
  id: 'closedLoop.learnsAlone',
  title: 'Learned trims without a loop',
  severity: 'warns',
  reads: ['closedLoop', 'learned'],
  why: 'Trims are learned from what the loop corrects.',
  find: (document) =>
    foundWhen(choiceAt(document, 'learned.use') === 'yes' && !closesLoop(document), 'learned.use', {}),
  say: () => 'Learned trims are on, and the closed loop is off: nothing is learned, and nothing of it acts.',
  remedy: () => ({ label: 'Switch them off', edits: [choiceEdit('learned.use', 'no')] }),
});
