import { check } from '../entry/check';
import { freePinRemedy, wiring } from './parts';

export const pinsTwoJobs = check({
  id: 'pins.twoJobs',
  title: 'Two jobs on one pin',
  severity: 'blocks',
  reads: ['pins', 'engine', 'trigger', 'sensors', 'injectors', 'injection', 'staging', 'coils', 'outputs'],
  why: 'One wire cannot do both: one of them acts when the other should.',
  find: (document) => wiring(document, ({ code }) => code === 'twoJobs'),
  say: ({ label, pin, others }) =>
    `Pin ${pin} does ${label} and ${others.join(', ')}. Give one of them another pin.`,
  remedy: freePinRemedy,
});
