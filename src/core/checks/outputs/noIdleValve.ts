import { check } from '../entry/check';
import { outputRemedy } from '../entry/remedy';

export const outputsNoIdleValve = check({
  id: 'outputs.noIdleValve',
  title: 'Idle valve without an output',
  severity: 'blocks',
  reads: ['outputs', 'idle'],
  why: 'The valve stands still, and a cold engine has no air to idle on.',
  find: ({ idle, outputs }) =>
    idle.air?.value === 'valve' && !outputs.some(({ purpose }) => purpose === 'idleValve')
      ? { place: 'outputs.idleValve' as const, data: {} }
      : null,
  say: () =>
    'The engine computer drives the idle valve, and no output is there for it. Add the output Idle valve, so that it has a pin.',
  remedy: (document) => outputRemedy(document, 'idleValve'),
});
