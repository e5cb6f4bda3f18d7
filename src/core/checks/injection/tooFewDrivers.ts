import { check } from '../entry/check';
import { refusals } from './parts';

export const injectionTooFewDrivers = check({
  id: 'injection.tooFewDrivers',
  title: 'Too few injector drivers',
  severity: 'blocks',
  reads: ['injection', 'engine', 'trigger', 'pins', 'staging', 'injectors'],
  why: 'Some cylinders would get no fuel.',
  find: (document) =>
    refusals(document).flatMap((refusal) => {
      if (refusal.code !== 'tooFewDrivers') return [];
      const { needed, has, pairsFit } = refusal;
      return [{ place: 'injection.wiring' as const, data: { needed, has, pairsFit } }];
    }),
  say: ({ needed, has, pairsFit }) =>
    `${needed} injector drivers are needed and the engine computer has ${has}. ${
      pairsFit ? 'Wire injectors in pairs, or choose a larger one.' : 'Choose a larger one.'
    }`,
});
