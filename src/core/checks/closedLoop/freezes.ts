import { choiceAt, closesLoop } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { choiceEdit } from '../entry/remedy';

/** States in which what is read has not burned. */
const UNBURNED = ['closedLoop.duringCut', 'closedLoop.duringLimiter'] as const;

export const closedLoopFreezes = check({
  id: 'closedLoop.freezes',
  title: 'Loop that acts on what did not burn',
  severity: 'warns',
  reads: ['closedLoop'],
  why: 'Air and unburned fuel read lean: the loop would add more.',
  find: (document) =>
    UNBURNED.flatMap(
      (path) =>
        foundWhen(closesLoop(document) && choiceAt(document, path) === 'freeze', path, { path }) ?? [],
    ),
  say: ({ path }) =>
    `${path === 'closedLoop.duringCut' ? 'While fuel is cut' : 'While a limit cuts'} the sum alone is frozen, and the error still acts at once on a reading of air. Hold, or off.`,
  remedy: (_, { data }) => ({ label: 'Hold', edits: [choiceEdit(data.path, 'hold')] }),
});
