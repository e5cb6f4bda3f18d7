import type { Command } from './command';

/** The key of a recording. */
export const MARK_COMMAND = {
  id: 'mark',
  label: 'Mark the moment of a recording',
  keys: ['M'],
} as const satisfies Pick<Command, 'id' | 'label' | 'keys'>;
