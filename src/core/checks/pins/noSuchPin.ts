import { check } from '../entry/check';
import { freePinRemedy, wiring } from './parts';

export const pinsNoSuchPin = check({
  id: 'pins.noSuchPin',
  title: 'A pin that is not there',
  severity: 'blocks',
  reads: ['pins', 'engine', 'trigger', 'sensors', 'injectors', 'injection', 'staging', 'coils', 'outputs'],
  why: 'What it should do is wired to nothing.',
  find: (document) => wiring(document, ({ code }) => code === 'noSuchPin'),
  say: ({ label, pin, computer }) => `${String(computer)} has no pin ${pin}. Choose another for ${label}.`,
  remedy: freePinRemedy,
});
