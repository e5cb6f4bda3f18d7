import { check } from '../entry/check';
import { freePinRemedy, kindWords, wiring } from './parts';

export const pinsBurns = check({
  id: 'pins.burns',
  title: 'A pin that would burn',
  severity: 'blocks',
  reads: ['pins', 'engine', 'trigger', 'sensors', 'injectors', 'injection', 'staging', 'coils', 'outputs'],
  why: 'The driver in the engine computer burns.',
  find: (document) => wiring(document, ({ code, burns }) => code === 'wrongKind' && burns),
  say: kindWords,
  remedy: freePinRemedy,
});
