import { check } from '../entry/check';
import { refusals } from './parts';

export const injectionPairs = check({
  id: 'injection.pairs',
  title: 'Injectors in pairs',
  severity: 'blocks',
  reads: ['injection', 'engine', 'trigger', 'injectors', 'pins', 'staging'],
  why: 'Two injectors on one wire open together, whatever is asked.',
  find: (document) =>
    refusals(document).flatMap((refusal) => {
      const { code } = refusal;
      return code === 'pairsNotTimed' || code === 'noPairs'
        ? [{ place: 'injection.wiring' as const, data: { code } }]
        : [];
    }),
  say: ({ code }) =>
    code === 'noPairs'
      ? 'Not every cylinder has another at TDC with it, so they cannot be wired in pairs. Wire them individually.'
      : 'Two injectors on one driver cannot be timed one by one. Wire them individually, or choose semi-sequential or batch.',
});
