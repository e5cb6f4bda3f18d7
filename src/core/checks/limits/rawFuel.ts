import { check, foundWhen } from '../entry/check';
import { choiceEdit } from '../entry/remedy';

export const limitsRawFuel = check({
  id: 'limits.rawFuel',
  title: 'Raw fuel into the exhaust',
  severity: 'advises',
  reads: ['limits'],
  why: 'Fuel of a charge without a spark burns in the exhaust: a turbine, a catalyst or a silencer may not bear it for long.',
  find: ({ limits }) =>
    foundWhen(limits.use?.value === 'yes' && limits.by?.value === 'spark', 'limits.by', {}),
  say: () =>
    'The speed limit cuts the spark while fuel runs on. Cut both where something in the exhaust minds, or hold the limit only for moments.',
  remedy: () => ({ label: 'Cut fuel and spark', edits: [choiceEdit('limits.by', 'both')] }),
});
