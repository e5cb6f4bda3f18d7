import type { Command } from './command';

/** Keys of a strip of traces. The strip reads them; the sheet of keys shows them. */
export const STRIP_COMMANDS = [
  { id: 'step', label: 'To the next sample, or ten on', keys: ['Arrows', 'Shift+Arrows'] },
  { id: 'first', label: 'To the first sample', keys: ['Home'] },
  { id: 'last', label: 'To the last sample', keys: ['End'] },
  { id: 'back', label: 'Move back by half of what is in sight', keys: ['PageUp'] },
  { id: 'on', label: 'Move on by half of what is in sight', keys: ['PageDown'] },
  { id: 'in', label: 'Zoom in', keys: ['+', '='] },
  { id: 'out', label: 'Zoom out', keys: ['-'] },
  { id: 'whole', label: 'Show the whole log', keys: ['0'] },
  { id: 'second', label: 'Second cursor here, or away', keys: ['S'] },
] as const satisfies readonly Pick<Command, 'id' | 'label' | 'keys'>[];

export type StripCommandId = (typeof STRIP_COMMANDS)[number]['id'];
