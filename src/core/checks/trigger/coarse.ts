import { check } from '../entry/check';
import { problems } from './parts';

export const triggerCoarse = check({
  id: 'trigger.coarse',
  title: 'A coarse wheel',
  severity: 'warns',
  reads: ['trigger', 'engine', 'injectors'],
  why: 'While cranking the speed changes between two teeth, and the spark with it.',
  find: (document) => problems(document, 'trigger.teeth', 'coarse'),
  say: ({ pitchDeg }) =>
    `One tooth every ${pitchDeg.toFixed(0)}° is coarse: while the crank speeds up, spark is off between teeth. 12 or more are better.`,
});
