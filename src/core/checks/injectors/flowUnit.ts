import { flowUnitSuspicion } from '../../injector';
import { check } from '../entry/check';
import { unitRemedy } from '../entry/remedy';

export const injectorsFlowUnit = check({
  id: 'injectors.flowUnit',
  title: 'Flow in another unit',
  severity: 'warns',
  reads: ['injectors'],
  why: 'cm³/min and lb/h are ten times apart, and all fuel with them.',
  find: ({ injectors: { ratedFlow } }) => {
    const looksLike = ratedFlow === null ? null : flowUnitSuspicion(ratedFlow.amount, ratedFlow.unit);
    if (ratedFlow === null || looksLike === null) return null;
    return { place: 'injectors.ratedFlow', data: { amount: ratedFlow.amount, looksLike } };
  },
  say: ({ amount, looksLike }) =>
    looksLike === 'lb/h'
      ? `${amount} cm³/min is very small for an injector; it looks like lb/h. If the sheet says lb/h, change the unit.`
      : `${amount} lb/h is very large for an injector; it looks like cm³/min. If the sheet says cm³/min, change the unit.`,
  remedy: (document, { data: { looksLike } }) =>
    unitRemedy(
      document,
      'injectors.ratedFlow',
      looksLike,
      `Take it as ${looksLike === 'lb/h' ? 'lb/h' : 'cm³/min'}`,
    ),
});
