import { isConfirmed } from '../../field/schema';
import { check, foundWhen } from '../entry/check';

export const triggerOffsetUnset = check({
  id: 'trigger.offsetUnset',
  title: 'Base timing nobody has seen',
  severity: 'warns',
  reads: ['trigger'],
  why: 'Every spark is off by as much as it is, and a few degrees too early break pistons.',
  find: ({ trigger: { tdcOffset } }) =>
    foundWhen(tdcOffset !== null && !isConfirmed(tdcOffset.source), 'trigger.tdcOffset', {}),
  say: () =>
    'The place of TDC is a guess. Measure it at the wheel, and check it with a strobe while cranking, before fuel.',
});
