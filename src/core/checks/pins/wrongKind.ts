import { check } from '../entry/check';
import { freePinRemedy, kindWords, wiring } from './parts';

export const pinsWrongKind = check({
  id: 'pins.wrongKind',
  title: 'A pin of another kind',
  severity: 'blocks',
  reads: ['pins', 'engine', 'trigger', 'sensors', 'injectors', 'injection', 'staging', 'coils', 'outputs'],
  why: 'The pin cannot do what is wired to it.',
  find: (document) => wiring(document, ({ code, burns }) => code === 'wrongKind' && !burns),
  say: kindWords,
  remedy: freePinRemedy,
});
